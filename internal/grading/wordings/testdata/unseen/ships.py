import sys

# One line per ship: row,col,direction,size  -- given in the file named on the command line
def load(path):
    ships = []
    for line in open(path):
        line = line.strip()
        if not line:
            continue
        name, row, col, direction, size = line.split(",")
        row, col, size = int(row), int(col), int(size)
        cells = {(row, col + i) if direction == "H" else (row + i, col) for i in range(size)}
        ships.append([name, cells])
    return ships

def main():
    one, two = load(sys.argv[1]), load(sys.argv[2])
    fleets = {1: two, 2: one}
    shots = {1: {}, 2: {}}
    player = 1
    while True:
        print(f"--- Player {player}: your shots ---")
        print("  0 1 2 3 4 5 6 7 8 9")
        for r in range(10):
            print(r, " ".join(shots[player].get((r, c), "~") for c in range(10)))
        try:
            guess = input("Guess row and column: ")
        except EOFError:
            return
        parts = guess.replace(",", " ").split()
        if len(parts) != 2 or not all(p.isdigit() for p in parts):
            print("Two numbers please.")
            continue
        r, c = map(int, parts)
        if r > 9 or c > 9:
            print("Oops, that's not even in the ocean.")
            continue
        if (r, c) in shots[player]:
            print("You guessed that one already.")
            continue
        ship = next((s for s in fleets[player] if (r, c) in s[1]), None)
        if not ship:
            shots[player][r, c] = "M"
            print("You missed!")
        else:
            shots[player][r, c] = "H"
            ship[1].discard((r, c))
            if ship[1]:
                print("Direct hit!")
            else:
                print(f"Direct hit! You sank the {ship[0]}!")
                if not any(s[1] for s in fleets[player]):
                    print(f"Congratulations! Player {player} sank the whole fleet and wins!")
                    return
        player = 3 - player

main()
