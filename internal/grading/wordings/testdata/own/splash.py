import random

SIZE = 10
LETTERS = "ABCDEFGHIJ"[:SIZE]
SHIPS = {"Carrier": 5, "Battleship": 4, "Cruiser": 3, "Submarine": 3, "Destroyer": 2}

def hide():
    where = {}
    for name, length in SHIPS.items():
        while True:
            down = random.random() < 0.5
            r = random.randrange(SIZE - (length - 1 if down else 0))
            c = random.randrange(SIZE - (0 if down else length - 1))
            cells = [(r + i, c) if down else (r, c + i) for i in range(length)]
            if not any(cell in where for cell in cells):
                for cell in cells:
                    where[cell] = name
                break
    return where

def show(marks):
    print("   " + " ".join(LETTERS))
    for r in range(SIZE):
        print(f"{r + 1:2} " + " ".join(marks.get((r, c), "~") for c in range(SIZE)))

def game():
    where = hide()
    left = dict(SHIPS)
    marks = {}
    shots = 0
    print("An enemy fleet is somewhere out there. Find it!")
    while left:
        show(marks)
        text = input("Fire at (like C7): ").strip().upper()
        if len(text) not in (2, 3) or text[0] not in LETTERS or not text[1:].isdigit():
            print("I need a letter and a number.")
            continue
        r, c = int(text[1:]) - 1, LETTERS.index(text[0])
        if not 0 <= r < SIZE:
            print("That is not on the map.")
            continue
        if (r, c) in marks:
            print("You have fired there before.")
            continue
        shots += 1
        name = where.get((r, c))
        if not name:
            marks[r, c] = "o"
            print("Splash! Nothing there.")
            continue
        marks[r, c] = "X"
        left[name] -= 1
        print("Boom! That was a hit.")
        if left[name] == 0:
            print(f"The {name} goes down!")
            del left[name]
    show(marks)
    print(f"Every ship is sunk. It took you {shots} shots.")

try:
    game()
    while input("Another battle? y/n ").lower() == "y":
        game()
except EOFError:
    pass
