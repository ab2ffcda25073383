import random
SIZE = 10
FLEET = {"Carrier": 5, "Battleship": 4, "Cruiser": 3, "Submarine": 3, "Destroyer": 2}
cells = {}
left = dict(FLEET)
for name, length in FLEET.items():
    while True:
        across = random.random() < 0.5
        r = random.randrange(SIZE - (0 if across else length - 1))
        c = random.randrange(SIZE - (length - 1 if across else 0))
        spots = [(r, c + k) if across else (r + k, c) for k in range(length)]
        if not any(s in cells for s in spots):
            for s in spots:
                cells[s] = name
            break
sea = [["~"] * SIZE for _ in range(SIZE)]
shots = 0
def show():
    print("   " + " ".join("ABCDEFGHIJ"))
    for i, row in enumerate(sea, 1):
        print(f"{i:2} " + " ".join(row))
print("Find the hidden ships.")
show()
while any(left.values()):
    text = input("Fire at: ").strip().upper()
    if len(text) < 2 or text[0] not in "ABCDEFGHIJ" or not text[1:].isdigit() or not 1 <= int(text[1:]) <= 10:
        print("I need a square such as C7.")
        continue
    r, c = int(text[1:]) - 1, "ABCDEFGHIJ".index(text[0])
    if sea[r][c] != "~":
        print("You already fired there.")
        continue
    shots += 1
    ship = cells.get((r, c))
    if ship is None:
        sea[r][c] = "o"
        print("Splash! Nothing there.")
    else:
        sea[r][c] = "X"
        left[ship] -= 1
        if left[ship] == 0:
            print(f"BOOM! The {ship} goes down.")
        else:
            print("BOOM! That hurt.")
    show()
print(f"All ships are gone after {shots} shots.")
