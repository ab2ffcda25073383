# Tic-tac-toe against the computer, which plays O anywhere.
import random

LINES = ["012", "345", "678", "036", "147", "258", "048", "246"]


def show(board):
    print("\n".join(" ".join(board[i:i + 3]) for i in (0, 3, 6)))


def wins(board, mark):
    return any(all(board[int(i)] == mark for i in line) for line in LINES)


board = ["."] * 9
show(board)
while True:
    text = input("Your move (row column, 1-3): ")
    try:
        row, col = [int(t) - 1 for t in text.split()]
    except ValueError:
        print("Please type two numbers.")
        continue
    if not (0 <= row < 3 and 0 <= col < 3):
        print("That is not on the board.")
        continue
    if board[3 * row + col] != ".":
        print("That cell is taken.")
        continue
    board[3 * row + col] = "X"
    if not wins(board, "X") and "." in board:
        cell = random.choice([i for i in range(9) if board[i] == "."])
        board[cell] = "O"
        print("The computer plays", cell // 3 + 1, cell % 3 + 1)
    show(board)
    if wins(board, "X"):
        print("You win!")
        break
    if wins(board, "O"):
        print("The computer wins!")
        break
    if "." not in board:
        print("It's a draw.")
        break
