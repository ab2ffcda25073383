import sys

def zeige(reihen):
    for i, n in enumerate(reihen, 1):
        print(f"Reihe {i}: " + " ".join("I" * n))

def spiel():
    reihen = [3, 4, 5]
    am_zug = 1
    while sum(reihen):
        zeige(reihen)
        print(f"Spieler {am_zug} ist am Zug. Reihe und Anzahl, zum Beispiel 2 3:")
        zeile = sys.stdin.readline()
        if not zeile:
            return False
        teile = zeile.split()
        if len(teile) != 2 or not all(t.lstrip("-").isdigit() for t in teile):
            print("Bitte zwei Zahlen eingeben.")
            continue
        r, n = int(teile[0]), int(teile[1])
        if not 1 <= r <= 3:
            print("Diese Reihe gibt es nicht.")
        elif reihen[r - 1] == 0:
            print("Diese Reihe ist schon leer.")
        elif not 1 <= n <= reihen[r - 1]:
            print("Das geht nicht.")
        else:
            reihen[r - 1] -= n
            am_zug = 3 - am_zug
    print(f"Alle weg! Spieler {3 - am_zug} hat gewonnen.")
    return True

while spiel():
    print("Noch ein Spiel? (j/n)")
    if sys.stdin.readline().strip() != "j":
        break
