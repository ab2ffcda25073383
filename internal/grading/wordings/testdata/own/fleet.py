import random
SIZE = 10
SHIPS = [("Carrier", 5), ("Battleship", 4), ("Cruiser", 3), ("Submarine", 3), ("Destroyer", 2)]
def place():
    taken = {}
    for name, n in SHIPS:
        while True:
            down = random.random() < .5
            r = random.randrange(SIZE - (n - 1 if down else 0)); c = random.randrange(SIZE - (0 if down else n - 1))
            cells = [(r + i, c) if down else (r, c + i) for i in range(n)]
            if not any(x in taken for x in cells):
                for x in cells: taken[x] = name
                break
    return taken
fleet = place()
left = {n: k for n, k in SHIPS}
shown = [["~"] * SIZE for _ in range(SIZE)]
shots = 0
print("Somewhere out there five ships are hiding. Find them!")
while any(left.values()):
    print("   " + " ".join(str(i + 1) for i in range(SIZE)))
    for i, row in enumerate(shown): print(chr(65 + i) + "  " + " ".join(row))
    aim = input("Fire at (like B7): ").strip().upper()
    if len(aim) < 2 or aim[0] not in "ABCDEFGHIJ" or not aim[1:].isdigit() or not 1 <= int(aim[1:]) <= SIZE:
        print("That is not on the map."); continue
    r, c = ord(aim[0]) - 65, int(aim[1:]) - 1
    if shown[r][c] != "~":
        print("You already fired there, captain."); continue
    shots += 1
    if (r, c) in fleet:
        shown[r][c] = "#"
        name = fleet[(r, c)]
        left[name] -= 1
        print("Boom! A hit.")
        if not left[name]: print("You sent the", name, "to the bottom!")
    else:
        shown[r][c] = "."
        print("Splash. Nothing there.")
print("The sea is yours after", shots, "shots!")
