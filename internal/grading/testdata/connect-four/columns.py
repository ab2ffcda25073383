# Connect four, columns from 1 to 7.
ROWS, COLS = 6, 7


def new_board():
    return [["." for _ in range(COLS)] for _ in range(ROWS)]


def show(board):
    print(" ".join(str(c + 1) for c in range(COLS)))
    for row in board:
        print(" ".join(row))


def drop(board, col, disc):
    for row in range(ROWS - 1, -1, -1):
        if board[row][col] == ".":
            board[row][col] = disc
            return row
    return None


def four(board, row, col):
    disc = board[row][col]
    for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
        count = 1
        for sign in (1, -1):
            r, c = row + sign * dr, col + sign * dc
            while 0 <= r < ROWS and 0 <= c < COLS and board[r][c] == disc:
                count += 1
                r, c = r + sign * dr, c + sign * dc
        if count >= 4:
            return True
    return False


def game():
    board = new_board()
    disc = "X"
    moves = 0
    show(board)
    while True:
        text = input("Player " + disc + ", choose a column (1-7): ")
        if not text.isdigit() or not 1 <= int(text) <= COLS:
            print("There is no such column.")
            continue
        row = drop(board, int(text) - 1, disc)
        if row is None:
            print("This column is full.")
            continue
        moves += 1
        show(board)
        if four(board, row, int(text) - 1):
            print("Player " + disc + " wins!")
            return
        if moves == ROWS * COLS:
            print("The board is full: a draw.")
            return
        disc = "O" if disc == "X" else "X"


game()
while input("Play again (y/n)? ") == "y":
    game()
