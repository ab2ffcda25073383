# Asks for a menu choice and for names, clears the screen, prints a guide.
import os

GUIDE = " 1 | 2 | 3\n 4 | 5 | 6\n 7 | 8 | 9\n"
WINS = ["012", "345", "678", "036", "147", "258", "048", "246"]


def draw(b):
    print("\n".join(" " + " | ".join(b[i:i + 3]) for i in (0, 3, 6)))


def game(names):
    b = [" "] * 9
    turn = 0
    print(GUIDE)
    while True:
        mark = "XO"[turn % 2]
        move = input(f"{names[turn % 2]} ({mark}), choose a square from 1-9: ")
        if not move.isdigit() or not 1 <= int(move) <= 9:
            print("Please enter a number from 1 to 9.")
            continue
        if b[int(move) - 1] != " ":
            print("Someone is sitting there!")
            continue
        b[int(move) - 1] = mark
        print("\x1b[2J\x1b[H", end="")
        draw(b)
        if any(all(b[int(i)] == mark for i in w) for w in WINS):
            print(f"{names[turn % 2]} ({mark}) is victorious!")
            return
        if " " not in b:
            print("Cat's game!")
            return
        turn += 1


while True:
    print("== TIC TAC TOE ==\n1) Play\n2) Quit")
    choice = input("Your choice: ")
    if choice != "1":
        break
    game([input("Name of player one: "), input("Name of player two: ")])
    input("Press Enter to return to the menu")
