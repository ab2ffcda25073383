# Galgenraten: das Wort steht in der ersten Zeile von wort.txt
def lies():
    with open("wort.txt", encoding="utf-8") as f:
        return f.readline().rstrip("\n")


def bild(wort, geraten):
    return " ".join(z if not z.isalpha() or z.lower() in geraten else "_" for z in wort)


def runde(wort):
    geraten = set()
    leben = 6
    while True:
        print("Wort:", bild(wort, geraten))
        print(f"Du hast noch {leben} Leben.")
        b = input("Buchstabe: ").strip().lower()
        if len(b) != 1 or not b.isalpha():
            print("Bitte genau einen Buchstaben eingeben.")
            continue
        if b in geraten:
            print("Den hattest du schon.")
            continue
        geraten.add(b)
        if b in wort.lower():
            print("Ja, der kommt vor.")
            if all(not z.isalpha() or z.lower() in geraten for z in wort):
                print("Geschafft! Das Wort ist", wort)
                return
        else:
            leben -= 1
            print("Nein, kommt nicht vor.")
            if leben == 0:
                print("Du hängst. Gesucht war:", wort)
                return


def main():
    try:
        wort = lies()
        while True:
            runde(wort)
            if input("Nochmal? (j/n) ").strip().lower() != "j":
                print("Tschüss!")
                break
    except EOFError:
        pass


main()
