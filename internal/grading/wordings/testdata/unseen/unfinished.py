board = [str(i) for i in range(1, 10)]
turn = "X"
def show():
    print(board[0], "|", board[1], "|", board[2])
    print("--+---+--")
    print(board[3], "|", board[4], "|", board[5])
    print("--+---+--")
    print(board[6], "|", board[7], "|", board[8])
for move in range(9):
    show()
    while True:
        n = input(turn + ", pick a number: ")
        if n in board and n.isdigit():
            break
        print("You cannot pick that.")
    board[int(n) - 1] = turn
    turn = "O" if turn == "X" else "X"
show()
print("The board is full.")
