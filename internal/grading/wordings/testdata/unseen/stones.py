SIZE = 15

def show(b):
    print("   " + " ".join(f"{i:2}" for i in range(1, SIZE + 1)))
    for i, row in enumerate(b, 1):
        print(f"{i:2} " + " ".join(f" {x}" for x in row))

def main():
    b = [["."] * SIZE for _ in range(SIZE)]
    names = {"X": "Black", "O": "White"}
    who = "X"
    left = SIZE * SIZE
    while True:
        show(b)
        text = input(f"{names[who]}, your stone (row column): ").split()
        if len(text) != 2 or not all(t.isdigit() for t in text):
            print("Type two numbers with a space between them.")
            continue
        r, c = int(text[0]) - 1, int(text[1]) - 1
        if not (0 <= r < SIZE and 0 <= c < SIZE):
            print(f"Both numbers go from 1 to {SIZE}.")
            continue
        if b[r][c] != ".":
            print("That point has a stone on it.")
            continue
        b[r][c] = who
        left -= 1
        for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
            run = 1
            for s in (1, -1):
                y, x = r + s * dr, c + s * dc
                while 0 <= y < SIZE and 0 <= x < SIZE and b[y][x] == who:
                    run += 1
                    y, x = y + s * dr, x + s * dc
            if run >= 5:
                show(b)
                print(f"{names[who]} wins with {run} in a row.")
                return
        if not left:
            show(b)
            print("The board is full. Draw.")
            return
        who = "O" if who == "X" else "X"

main()
