"""Vingt-et-un. Usage: python cartes.py KD 5H 9C ...   (les cartes, la premiere est donnee d'abord)"""
import sys

paquet = sys.argv[1:]


def tirer():
    return paquet.pop(0)


def valeur(main):
    total = 0
    as_ = 0
    for carte in main:
        rang = carte[:-1]
        if rang == "A":
            as_ += 1
            total += 11
        elif rang in ("K", "Q", "J"):
            total += 10
        else:
            total += int(rang)
    while total > 21 and as_:
        total -= 10
        as_ -= 1
    return total


if not paquet:
    print("Donnez les cartes en arguments.")
    sys.exit(1)
moi, banque = [], []
for _ in range(2):
    moi.append(tirer())
    banque.append(tirer())
print("Banque :", banque[0], "et une carte cachee")
naturel = valeur(moi) == 21 or valeur(banque) == 21
while not naturel and valeur(moi) < 21:
    print("Vous :", ", ".join(moi), "- total", valeur(moi))
    choix = input("(t)irer ou (r)ester ? ").strip().lower()
    if choix == "t":
        moi.append(tirer())
    elif choix == "r":
        break
    else:
        print("Tapez t ou r.")
print("Vous :", ", ".join(moi), "- total", valeur(moi))
if valeur(moi) > 21:
    print("Perdu, vous depassez 21.")
else:
    while not naturel and valeur(banque) < 17:
        banque.append(tirer())
    print("Banque :", ", ".join(banque), "- total", valeur(banque))
    if valeur(banque) > 21 or valeur(moi) > valeur(banque):
        print("Bravo, vous gagnez.")
    elif valeur(moi) == valeur(banque):
        print("Egalite.")
    else:
        print("La banque gagne.")
