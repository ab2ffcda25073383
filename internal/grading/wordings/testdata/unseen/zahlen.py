import os

zahl = int(os.environ["ZAHL"])
versuche = 10
print("Errate meine Zahl zwischen 1 und 100!")
while versuche:
    eingabe = input(f"[noch {versuche} Versuche] Dein Tipp: ").strip()
    if not eingabe.lstrip("-").isdigit():
        print("Das verstehe ich nicht.")
        continue
    tipp = int(eingabe)
    if not 1 <= tipp <= 100:
        print("Meine Zahl liegt zwischen 1 und 100.")
        continue
    versuche -= 1
    if tipp < zahl:
        print("Meine Zahl ist größer.")
    elif tipp > zahl:
        print("Meine Zahl ist kleiner.")
    else:
        print("Richtig geraten!")
        break
else:
    print(f"Leider verloren, es war die {zahl}.")
