# Two fleets given on the command line, as in a1>,c3v. One board a turn.
import sys

ROWS, COLS = 10, 10
SHIPS = [("carrier", 5), ("battleship", 4), ("cruiser", 3), ("submarine", 3), ("destroyer", 2)]


def cells(place, length):
    col, row, way = ord(place[0]) - 97, int(place[1:-1]) - 1, place[-1]
    return [(row, col + i) if way == ">" else (row + i, col) for i in range(length)]


def fleet(text):
    return {name: cells(place, length) for place, (name, length) in zip(text.split(","), SHIPS)}


def show(ships, shots, title):
    print(title)
    print("    " + " ".join("ABCDEFGHIJ"))
    for r in range(ROWS):
        row = []
        for c in range(COLS):
            hit = any((r, c) in where for where in ships.values())
            row.append("~" if (r, c) not in shots else "X" if hit else "O")
        print(f"{r + 1:3} " + " ".join(row))


def read(text):
    if len(text) < 2 or not text[0].isalpha() or not text[1:].isdigit():
        return None
    return int(text[1:]) - 1, ord(text[0].upper()) - 65


def play():
    fleets = [fleet(sys.argv[1]), fleet(sys.argv[2])]
    shots = [set(), set()]
    turn = 0
    while True:
        ships, fired = fleets[1 - turn], shots[1 - turn]
        show(ships, fired, f"Player {2 - turn}'s waters:")
        cell = read(input(f"Player {turn + 1}, where do you shoot (e.g. B7)? ").strip())
        if cell is None:
            print("That is not a cell.")
            continue
        row, col = cell
        if row < 0 or row >= ROWS or col < 0 or col >= COLS:
            print("That is outside the board.")
            continue
        if cell in fired:
            print("You already shot there.")
            continue
        fired.add(cell)
        name = next((n for n in ships if cell in ships[n]), None)
        if name is None:
            print("Miss!")
        elif all(c in fired for c in ships[name]):
            print(f"Hit! The {name} is sunk!")
        else:
            print("Hit!")
        if all(c in fired for where in ships.values() for c in where):
            show(ships, fired, f"Player {2 - turn}'s waters:")
            print(f"Player {turn + 1} wins!")
            return
        turn = 1 - turn


while True:
    play()
    if input("Play again (y/n)? ") != "y":
        break
