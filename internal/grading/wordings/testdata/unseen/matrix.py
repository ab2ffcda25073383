ROW_COUNT = 6
COLUMN_COUNT = 7

def create_board():
    return [[0] * COLUMN_COUNT for _ in range(ROW_COUNT)]

def drop_piece(board, row, col, piece):
    board[row][col] = piece

def is_valid_location(board, col):
    return board[ROW_COUNT - 1][col] == 0

def get_next_open_row(board, col):
    for r in range(ROW_COUNT):
        if board[r][col] == 0:
            return r

def print_board(board):
    for row in reversed(board):
        print("[" + " ".join(f"{v}." for v in row) + "]")

def winning_move(board, piece):
    for c in range(COLUMN_COUNT):
        for r in range(ROW_COUNT):
            for dr, dc in ((0, 1), (1, 0), (1, 1), (-1, 1)):
                cells = [(r + i * dr, c + i * dc) for i in range(4)]
                if all(0 <= a < ROW_COUNT and 0 <= b < COLUMN_COUNT and board[a][b] == piece for a, b in cells):
                    return True
    return False

board = create_board()
print_board(board)
game_over = False
turn = 0
count = 0
while not game_over:
    try:
        col = int(input(f"Player {turn + 1} Make your Selection (0-6):"))
    except ValueError:
        print("Numbers only")
        continue
    if col < 0 or col >= COLUMN_COUNT:
        print("Out of range")
        continue
    if not is_valid_location(board, col):
        print("Column full")
        continue
    drop_piece(board, get_next_open_row(board, col), col, turn + 1)
    count += 1
    print_board(board)
    if winning_move(board, turn + 1):
        print(f"PLAYER {turn + 1} WINS!!")
        game_over = True
    elif count == ROW_COUNT * COLUMN_COUNT:
        print("TIE")
        game_over = True
    turn = (turn + 1) % 2
