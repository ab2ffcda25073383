"""Battleship, two captains. The fleets are read from fleet1.txt and fleet2.txt:
one ship a line: name row column direction, e.g.  carrier 1 A H"""

COLS = "ABCDEFGHIJ"


def load(path):
    ships = []
    with open(path) as f:
        for line in f:
            name, row, col, way = line.split()
            ships.append((name, int(row) - 1, COLS.index(col.upper()), way.upper()))
    return ships


SIZES = {"carrier": 5, "battleship": 4, "cruiser": 3, "submarine": 3, "destroyer": 2}


class Sea:
    def __init__(self, ships):
        self.at = {}
        self.left = {}
        self.shots = {}
        for name, r, c, way in ships:
            for k in range(SIZES[name]):
                self.at[(r, c + k) if way == "H" else (r + k, c)] = name
            self.left[name] = SIZES[name]

    def show(self):
        print("   " + " ".join(COLS))
        for r in range(10):
            print(f"{r + 1:2} " + " ".join(self.shots.get((r, c), "~") for c in range(10)))


def game(fleets):
    seas = [Sea(fleets[0]), Sea(fleets[1])]
    me = 0
    while True:
        target = seas[1 - me]
        print(f"--- Captain {me + 1}, fire at will ---")
        target.show()
        text = input("Target> ").strip().upper()
        if len(text) < 2 or text[0] not in COLS or not text[1:].isdigit():
            print("Orders are a letter A-J and a number, like B7.")
            continue
        spot = (int(text[1:]) - 1, COLS.index(text[0]))
        if not 0 <= spot[0] < 10:
            print("There is no such row on the map.")
            continue
        if spot in target.shots:
            print("We fired there already, captain.")
            continue
        name = target.at.get(spot)
        if name:
            target.shots[spot] = "X"
            target.left[name] -= 1
            print("BOOM! A hit.")
            if target.left[name] == 0:
                print(f"The {name} goes down.")
                del target.left[name]
            if not target.left:
                print(f"Captain {me + 1} rules the waves. The war is over.")
                return
        else:
            target.shots[spot] = "o"
            print("Splash. Only water.")
        me = 1 - me


try:
    while True:
        game([load("fleet1.txt"), load("fleet2.txt")])
        if input("Another battle? (yes/no) ").strip().lower() != "yes":
            break
except EOFError:
    pass
