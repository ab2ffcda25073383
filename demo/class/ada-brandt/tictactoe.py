# Tic Tac Toe for two players

LINES = [
    (0, 1, 2), (3, 4, 5), (6, 7, 8),
    (0, 3, 6), (1, 4, 7), (2, 5, 8),
    (0, 4, 8), (2, 4, 6),
]


def show(board):
    print()
    for row in range(3):
        print(" " + " | ".join(board[row * 3:row * 3 + 3]))
        if row < 2:
            print("---+---+---")
    print()


def has_won(board, player):
    for a, b, c in LINES:
        if board[a] == player and board[b] == player and board[c] == player:
            return True
    return False


def ask_for_cell(board, player):
    while True:
        text = input("Player " + player + ", enter row and column (1-3): ")
        parts = text.split()
        if len(parts) != 2 or not parts[0].isdigit() or not parts[1].isdigit():
            print("Please type two numbers, for example 2 3. That was not valid.")
            continue
        row = int(parts[0]) - 1
        col = int(parts[1]) - 1
        if row < 0 or row > 2 or col < 0 or col > 2:
            print("That is not on the board.")
            continue
        if board[row * 3 + col] != " ":
            print("That cell is already taken.")
            continue
        return row * 3 + col


def play():
    board = [" "] * 9
    player = "X"
    moves = 0
    show(board)
    while True:
        cell = ask_for_cell(board, player)
        board[cell] = player
        moves = moves + 1
        show(board)
        if has_won(board, player):
            print("Player " + player + " wins!")
            return
        if moves == 9:
            print("It is a draw.")
            return
        if player == "X":
            player = "O"
        else:
            player = "X"


print("Welcome to Tic Tac Toe! Three in a row wins, a full board is a draw.")
play()
while input("Do you want to play again (yes/no)? ").lower() in ("y", "yes"):
    play()
print("Bye!")
