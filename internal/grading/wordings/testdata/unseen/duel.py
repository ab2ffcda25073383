# Two players, each hides five ships by typing, then they shoot by turns.
import sys
L = "ABCDEFGHIJ"
SHIPS = [("carrier", 5), ("battleship", 4), ("cruiser", 3), ("submarine", 3), ("destroyer", 2)]
class P:
    def __init__(self, n):
        self.n = n; self.ships = {}; self.left = {}; self.shots = {}
    def grid(self, own):
        out = ["   " + " ".join(str(i) for i in range(1, 11))]
        for y in range(10):
            row = []
            for x in range(10):
                if own:
                    row.append("S" if (y, x) in self.ships else ".")
                else:
                    row.append(self.shots.get((y, x), "."))
            out.append(L[y] + "  " + " ".join(row))
        return "\n".join(out)
def place(p):
    print(f"Player {p.n}, hide your fleet.")
    for name, size in SHIPS:
        while True:
            t = input(f"Player {p.n}: {name} ({size}) - first square and h or v, e.g. B4 h: ").split()
            if len(t) != 2 or t[0][:1].upper() not in L or not t[0][1:].isdigit() or t[1] not in "hv":
                print("Please type it like B4 h.")
                continue
            y, x = L.index(t[0][0].upper()), int(t[0][1:]) - 1
            spots = [(y, x + i) if t[1] == "h" else (y + i, x) for i in range(size)]
            if any(not (0 <= a < 10 and 0 <= b < 10) for a, b in spots):
                print("It does not fit on the board.")
                continue
            if any(s in p.ships for s in spots):
                print("Ships may not overlap.")
                continue
            for s in spots:
                p.ships[s] = name
            p.left[name] = size
            break
    print(p.grid(True))
a, b = P(1), P(2)
place(a); place(b)
me, you = a, b
while True:
    print(f"\nShots of player {me.n}:")
    print(me.grid(False))
    t = input(f"Player {me.n}, your shot: ").strip().upper()
    if len(t) < 2 or t[0] not in L or not t[1:].isdigit() or not 1 <= int(t[1:]) <= 10:
        print("A shot is a letter and a number, like G10.")
        continue
    c = (L.index(t[0]), int(t[1:]) - 1)
    if c in me.shots:
        print("You have shot there already.")
        continue
    ship = you.ships.get(c)
    if ship:
        me.shots[c] = "*"
        you.left[ship] -= 1
        print("It is a hit!" if you.left[ship] else f"You sank the {ship}!")
        if not any(you.left.values()):
            print(f"Player {me.n} wins, all ships of player {you.n} are gone.")
            break
    else:
        me.shots[c] = "o"
        print("Only water.")
    me, you = you, me
