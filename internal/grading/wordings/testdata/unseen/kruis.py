# Boter, kaas en eieren
import sys


def teken(v):
    print("╔═══╦═══╦═══╗")
    for r in range(3):
        print("║" + "║".join(f" {v[r][k]} " for k in range(3)) + "║")
        print("╠═══╬═══╬═══╣" if r < 2 else "╚═══╩═══╩═══╝")


def drie(v, s):
    rijen = [[(r, k) for k in range(3)] for r in range(3)]
    kolommen = [[(r, k) for r in range(3)] for k in range(3)]
    schuin = [[(i, i) for i in range(3)], [(i, 2 - i) for i in range(3)]]
    return any(all(v[r][k] == s for r, k in lijn) for lijn in rijen + kolommen + schuin)


def vraag(tekst):
    antwoord = input(tekst)
    try:
        getal = int(antwoord)
    except ValueError:
        print("Dat is geen getal!")
        return None
    if not 1 <= getal <= 3:
        print("Kies een getal van 1 tot en met 3!")
        return None
    return getal - 1


try:
    nog = "j"
    while nog == "j":
        v = [[" "] * 3 for _ in range(3)]
        s, zetten = "X", 0
        teken(v)
        while True:
            print(f"Speler {s} is aan zet.")
            r = vraag("Rij (1-3): ")
            if r is None:
                continue
            k = vraag("Kolom (1-3): ")
            if k is None:
                continue
            if v[r][k] != " ":
                print("Dat vakje is al bezet!")
                continue
            v[r][k] = s
            zetten += 1
            teken(v)
            if drie(v, s):
                print(f"Gefeliciteerd speler {s}, jij hebt gewonnen!")
                break
            if zetten == 9:
                print("Het is gelijkspel geworden.")
                break
            s = "O" if s == "X" else "X"
        nog = input("Nog een potje? (j/n): ").lower()
except EOFError:
    sys.exit()
