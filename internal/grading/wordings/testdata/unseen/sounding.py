"""Two harbours at war. The fleets come from the environment: HARBOUR_ONE and HARBOUR_TWO, as in b3>,c5v."""
import os

NAMES = ["Aircraft carrier", "Battleship", "Cruiser", "Submarine", "Patrol boat"]
LENGTHS = [5, 4, 3, 3, 2]


def lay(text):
    ships = []
    for place, name, length in zip(text.split(","), NAMES, LENGTHS):
        col, row = ord(place[0]) - ord("a"), int(place[1:-1]) - 1
        across = place[-1] == ">"
        ships.append((name, {(row, col + i) if across else (row + i, col) for i in range(length)}))
    return ships


fleets = [lay(os.environ["HARBOUR_ONE"]), lay(os.environ["HARBOUR_TWO"])]
fired = [set(), set()]
turn = 0
while True:
    other = 1 - turn
    print(f"Harbour {other + 1}:")
    print("   " + " ".join("ABCDEFGHIJ"))
    for row in range(10):
        line = ""
        for col in range(10):
            if (row, col) not in fired[other]:
                line += " ~"
            elif any((row, col) in cells for _, cells in fleets[other]):
                line += " *"
            else:
                line += " o"
        print(f"{row + 1:2}" + line)
    aim = input(f"Captain {turn + 1}, your target: ").strip().upper()
    if len(aim) < 2 or not "A" <= aim[0] <= "J" or not aim[1:].isdigit() or not 1 <= int(aim[1:]) <= 10:
        print("There is no such square, captain.")
        continue
    spot = (int(aim[1:]) - 1, ord(aim[0]) - ord("A"))
    if spot in fired[other]:
        print("You have fired there already, captain.")
        continue
    fired[other].add(spot)
    struck = [(name, cells) for name, cells in fleets[other] if spot in cells]
    if not struck:
        print("Only water.")
    else:
        print("A hit!")
        if struck[0][1] <= fired[other]:
            print(f"The {struck[0][0]} goes down.")
    if all(cells <= fired[other] for _, cells in fleets[other]):
        print(f"Captain {turn + 1} has won the war.")
        break
    turn = other
