# Drei gewinnt für zwei, auf Deutsch.
def zeige(feld):
    for zeile in range(3):
        print(" " + " | ".join(feld[3 * zeile:3 * zeile + 3]))
        if zeile < 2:
            print("---+---+---")


def gewonnen(feld, z):
    linien = [(0, 1, 2), (3, 4, 5), (6, 7, 8), (0, 3, 6), (1, 4, 7), (2, 5, 8), (0, 4, 8), (2, 4, 6)]
    return any(all(feld[i] == z for i in l) for l in linien)


while True:
    feld, z, zuege = [" "] * 9, "X", 0
    while True:
        zeige(feld)
        text = input(("Kreuz" if z == "X" else "Kreis") + " ist dran, Zeile und Spalte (1-3): ")
        try:
            r, s = [int(t) for t in text.split()]
        except ValueError:
            print("Das ist Unsinn.")
            continue
        if not (1 <= r <= 3 and 1 <= s <= 3):
            print("Das liegt daneben.")
            continue
        if feld[3 * r + s - 4] != " ":
            print("Da steht schon ein Zeichen.")
            continue
        feld[3 * r + s - 4] = z
        zuege += 1
        if gewonnen(feld, z):
            zeige(feld)
            print(("Kreuz" if z == "X" else "Kreis") + " hat gewonnen.")
            break
        if zuege == 9:
            zeige(feld)
            print("Unentschieden.")
            break
        z = "O" if z == "X" else "X"
    if input("Noch ein Spiel? (j/n) ") != "j":
        break
