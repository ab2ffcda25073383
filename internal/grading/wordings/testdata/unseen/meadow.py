"""Noughts and crosses on a meadow: sheep (X) against goats (O)."""
import sys

FIELDS = ["nw", "n", "ne", "w", "c", "e", "sw", "s", "se"]


def lines():
    for i in range(3):
        yield i * 3, i * 3 + 1, i * 3 + 2
        yield i, i + 3, i + 6
    yield 0, 4, 8
    yield 2, 4, 6


def game():
    meadow = ["  "] * 9
    animals = {"X": "sheep", "O": "goats"}
    mark = "X"
    while True:
        for i in range(0, 9, 3):
            print(" / ".join(meadow[i:i + 3]))
        where = input(f"Where do the {animals[mark]} graze (nw n ne w c e sw s se)? ").strip().lower()
        if where not in FIELDS:
            print("There is no such corner of the meadow.")
            continue
        k = FIELDS.index(where)
        if meadow[k].strip():
            print("The grass there is eaten.")
            continue
        meadow[k] = mark + " "
        done = any(all(meadow[j][0] == mark for j in line) for line in lines())
        if done or all(m.strip() for m in meadow):
            for i in range(0, 9, 3):
                print(" / ".join(meadow[i:i + 3]))
            print(f"The {animals[mark]} rule the meadow!" if done else "All the grass is gone and nobody rules.")
            return
        mark = "O" if mark == "X" else "X"


try:
    game()
    while input("A new spring? (yes/no) ").strip().lower() == "yes":
        game()
except EOFError:
    sys.exit()
