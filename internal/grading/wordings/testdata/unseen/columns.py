ROWS = 6
COLS = 7

def create_board():
    return [[0] * COLS for _ in range(ROWS)]

def is_valid_location(board, col):
    return board[ROWS - 1][col] == 0

def get_next_open_row(board, col):
    for r in range(ROWS):
        if board[r][col] == 0:
            return r

def print_board(board):
    for row in reversed(board):
        print(" ".join(str(x) for x in row))
    print("-" * 13)
    print("0 1 2 3 4 5 6")

def winning_move(board, piece):
    for c in range(COLS):
        for r in range(ROWS):
            for dr, dc in ((0, 1), (1, 0), (1, 1), (-1, 1)):
                cells = [(r + i * dr, c + i * dc) for i in range(4)]
                if all(0 <= y < ROWS and 0 <= x < COLS and board[y][x] == piece for y, x in cells):
                    return True
    return False

board = create_board()
print_board(board)
turn = 0
game_over = False
while not game_over:
    try:
        col = int(input(f"Player {turn + 1} Make your Selection (0-6):"))
    except ValueError:
        print("Digits only!")
        continue
    if not 0 <= col < COLS:
        print("Choose between 0 and 6!")
        continue
    if not is_valid_location(board, col):
        print("Column full, choose another!")
        continue
    board[get_next_open_row(board, col)][col] = turn + 1
    print_board(board)
    if winning_move(board, turn + 1):
        print(f"Player {turn + 1} Wins!! Congrats!!")
        game_over = True
    elif all(board[ROWS - 1]):
        print("Tie game!")
        game_over = True
    turn = 1 - turn
