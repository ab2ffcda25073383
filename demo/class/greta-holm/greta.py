board = ["1", "2", "3", "4", "5", "6", "7", "8", "9"]
turn = "X"
count = 0


def print_board():
    print(board[0] + "|" + board[1] + "|" + board[2])
    print("-+-+-")
    print(board[3] + "|" + board[4] + "|" + board[5])
    print("-+-+-")
    print(board[6] + "|" + board[7] + "|" + board[8])


def check(a, b, c):
    return board[a] == board[b] and board[b] == board[c]


print_board()
while True:
    choice = input(turn + "'s turn, choose a number from 1 to 9: ")
    if choice not in ["1", "2", "3", "4", "5", "6", "7", "8", "9"]:
        print("That is not a number from 1 to 9!")
        continue
    board[int(choice) - 1] = turn
    count += 1
    print_board()
    if (check(0, 1, 2) or check(3, 4, 5) or check(6, 7, 8)
            or check(0, 3, 6) or check(1, 4, 7) or check(2, 5, 8)
            or check(0, 4, 8) or check(2, 4, 6)):
        print(turn + " wins the game!")
        break
    if count == 9:
        print("Draw!")
        break
    if turn == "X":
        turn = "O"
    else:
        turn = "X"
