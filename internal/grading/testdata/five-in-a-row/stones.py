N, K = 15, 5
board = [["."] * N for _ in range(N)]
player = "X"
count = 0

def show():
    print("   " + " ".join("abcdefghijklmno"))
    for r in range(N):
        print(f"{r+1:2} " + " ".join(board[r]))

def wins(r, c):
    for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
        n = 1
        for s in (1, -1):
            i, j = r + s * dr, c + s * dc
            while 0 <= i < N and 0 <= j < N and board[i][j] == player:
                n += 1
                i += s * dr
                j += s * dc
        if n >= K:
            return True
    return False

while True:
    show()
    line = input(f"Player {player}, enter your move as row column (1-15): ")
    try:
        r, c = [int(x) - 1 for x in line.split()]
    except ValueError:
        print("That is not a valid move.")
        continue
    if not (0 <= r < N and 0 <= c < N):
        print("That is off the board.")
        continue
    if board[r][c] != ".":
        print("That cell is taken.")
        continue
    board[r][c] = player
    count += 1
    if wins(r, c):
        show()
        print(f"Player {player} wins!")
        break
    if count == N * N:
        show()
        print("It is a draw.")
        break
    player = "O" if player == "X" else "X"
