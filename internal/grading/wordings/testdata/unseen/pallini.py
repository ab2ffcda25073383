# forza quattro, con i dischi colorati
ROSSO, GIALLO, VUOTO = "🔴", "🟡", "⚫"
NOMI = {ROSSO: "rosso", GIALLO: "giallo"}

def stampa(g):
    for riga in g:
        print("".join(riga))
    print(" 0 1 2 3 4 5 6")

def vince(g, d):
    for r in range(6):
        for c in range(7):
            for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
                if all(0 <= r + k * dr < 6 and 0 <= c + k * dc < 7 and g[r + k * dr][c + k * dc] == d for k in range(4)):
                    return True
    return False

def partita():
    g = [[VUOTO] * 7 for _ in range(6)]
    d = ROSSO
    while True:
        stampa(g)
        t = input(f"Tocca al {NOMI[d]}, quale colonna (0-6)? ").strip()
        if not t.isdigit() or int(t) > 6:
            print("Questa colonna non c'è.")
            continue
        c = int(t)
        libere = [r for r in range(6) if g[r][c] == VUOTO]
        if not libere:
            print("Colonna piena, scegline un'altra.")
            continue
        g[libere[-1]][c] = d
        if vince(g, d):
            stampa(g)
            print(f"Quattro in fila! Vince il {NOMI[d]}.")
            return
        if all(x != VUOTO for x in g[0]):
            stampa(g)
            print("Pareggio: la griglia è piena.")
            return
        d = GIALLO if d == ROSSO else ROSSO

while True:
    partita()
    if input("Ancora una? [s/n] ").strip().lower() != "s":
        break
