class Joueur:
    def __init__(self, nom, signe):
        self.nom, self.signe = nom, signe

class Plateau:
    def __init__(self):
        self.cases = [[None] * 3 for _ in range(3)]
    def __str__(self):
        lignes = ["     1     2     3"]
        for i, rangee in enumerate(self.cases):
            lignes.append("  +-----+-----+-----+")
            lignes.append("ABC"[i] + " |" + "|".join("  %s  " % (s or " ") for s in rangee) + "|")
        lignes.append("  +-----+-----+-----+")
        return "\n".join(lignes)
    def poser(self, ligne, colonne, signe):
        if self.cases[ligne][colonne] is not None:
            raise ValueError("Cette case est déjà prise.")
        self.cases[ligne][colonne] = signe
    def gagnant(self):
        c = self.cases
        toutes = c + [list(x) for x in zip(*c)] + [[c[i][i] for i in range(3)], [c[i][2 - i] for i in range(3)]]
        for t in toutes:
            if t[0] is not None and t.count(t[0]) == 3:
                return t[0]
    def plein(self):
        return all(s is not None for r in self.cases for s in r)

def lire(joueur):
    texte = input(f"À toi, {joueur.nom} ({joueur.signe}) ! Ta case (ex. B2) : ").strip().upper()
    if len(texte) != 2 or texte[0] not in "ABC" or texte[1] not in "123":
        raise ValueError("Je ne comprends pas cette case.")
    return "ABC".index(texte[0]), int(texte[1]) - 1

def partie():
    a, b = Joueur("Soleil", "X"), Joueur("Lune", "O")
    p = Plateau()
    actif, autre = a, b
    while True:
        print(p)
        try:
            l, c = lire(actif)
            p.poser(l, c, actif.signe)
        except ValueError as e:
            print("⚠", e)
            continue
        if p.gagnant():
            print(p)
            print(f"Bravo {actif.nom}, c'est la victoire !")
            return
        if p.plein():
            print(p)
            print("Match nul, personne ne gagne.")
            return
        actif, autre = autre, actif

try:
    partie()
    while input("Rejouer (o/n) ? ").lower().startswith("o"):
        partie()
except EOFError:
    pass
