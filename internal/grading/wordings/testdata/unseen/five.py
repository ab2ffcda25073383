N = 15
board = [[" "] * N for _ in range(N)]
def show():
    print("    " + " ".join(f"{c:2}" for c in range(1, N + 1)))
    for r in range(N):
        print(f"{r+1:3} " + " ".join(f" {x if x != ' ' else '+'}" for x in board[r]))
def five(r, c):
    s = board[r][c]
    for dr, dc in ((0, 1), (1, 0), (1, 1), (-1, 1)):
        k = 1
        for sgn in (1, -1):
            y, x = r + sgn * dr, c + sgn * dc
            while 0 <= y < N and 0 <= x < N and board[y][x] == s:
                k += 1; y += sgn * dr; x += sgn * dc
        if k >= 5:
            return True
    return False
turn = 0
stones = 0
show()
while True:
    me = "XO"[turn]
    raw = input(f"[{me}] row column > ").split()
    if len(raw) != 2 or not all(p.lstrip("-").isdigit() for p in raw):
        print("Two numbers with a blank between them.")
        continue
    r, c = int(raw[0]) - 1, int(raw[1]) - 1
    if r not in range(N) or c not in range(N):
        print("Outside.")
        continue
    if board[r][c] != " ":
        print("Occupied.")
        continue
    board[r][c] = me
    stones += 1
    show()
    if five(r, c):
        print(f"[{me}] has five. The end.")
        break
    if stones == N * N:
        print("All points are taken: remis.")
        break
    turn = 1 - turn
