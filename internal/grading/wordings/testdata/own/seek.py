import random

SIZE = 10
SHIPS = {"Carrier": 5, "Battleship": 4, "Cruiser": 3, "Submarine": 3, "Destroyer": 2}

def place():
    taken, fleet = set(), {}
    for name, size in SHIPS.items():
        while True:
            if random.random() < .5:
                r, c = random.randrange(SIZE), random.randrange(SIZE - size + 1)
                cells = {(r, c + i) for i in range(size)}
            else:
                r, c = random.randrange(SIZE - size + 1), random.randrange(SIZE)
                cells = {(r + i, c) for i in range(size)}
            if not cells & taken:
                taken |= cells
                fleet[name] = set(cells)
                break
    return fleet

def main():
    fleet = place()
    grid = [["."] * SIZE for _ in range(SIZE)]
    shots = 0
    print("BATTLESHIP - find my fleet!")
    while True:
        print("   " + " ".join(str(i + 1) for i in range(SIZE)))
        for i, row in enumerate(grid):
            print(f"{chr(65 + i)}  " + " ".join(row))
        t = input("Fire at (e.g. B7): ").strip().upper()
        if len(t) < 2 or not t[0].isalpha() or not t[1:].isdigit():
            print("Coordinates look like B7.")
            continue
        r, c = ord(t[0]) - 65, int(t[1:]) - 1
        if not (0 <= r < SIZE and 0 <= c < SIZE):
            print("Out of range.")
            continue
        if grid[r][c] != ".":
            print("You already fired there.")
            continue
        shots += 1
        for name, cells in fleet.items():
            if (r, c) in cells:
                grid[r][c] = "X"
                cells.remove((r, c))
                print("HIT!")
                if not cells:
                    print(f"You sunk my {name}!")
                    if not any(fleet.values()):
                        print(f"All ships destroyed in {shots} shots. You win!")
                        return
                break
        else:
            grid[r][c] = "o"
            print("SPLASH - miss.")

main()
