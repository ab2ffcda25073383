ROWS, COLS = 6, 7
COLOURS = {"R": "red", "Y": "yellow"}


def show(grid):
    for row in grid:
        print("|" + "|".join(row) + "|")
    print(" " + " ".join(str(c) for c in range(1, COLS + 1)))


def four(grid, r, c):
    me = grid[r][c]
    for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
        n = 1
        for s in (1, -1):
            y, x = r + s * dr, c + s * dc
            while 0 <= y < ROWS and 0 <= x < COLS and grid[y][x] == me:
                n += 1
                y, x = y + s * dr, x + s * dc
        if n >= 4:
            return True
    return False


def game():
    grid = [[" "] * COLS for _ in range(ROWS)]
    player, free = "R", ROWS * COLS
    show(grid)
    while True:
        try:
            col = int(input(f"{COLOURS[player].title()}, drop your disc in column: "))
        except ValueError:
            print("I can only read numbers here.")
            continue
        if col < 1 or col > COLS:
            print("No such column.")
            continue
        if grid[0][col - 1] != " ":
            print("It is full up to the top, try elsewhere.")
            continue
        r = max(y for y in range(ROWS) if grid[y][col - 1] == " ")
        grid[r][col - 1] = player
        free -= 1
        show(grid)
        if four(grid, r, col - 1):
            print(f"Connect four by {COLOURS[player]}! Well played.")
            return
        if not free:
            print("No discs left and no four: a stalemate.")
            return
        player = "Y" if player == "R" else "R"


try:
    while True:
        game()
        if input("Shall we go again (y or n)? ").strip().lower() != "y":
            break
except EOFError:
    pass
