"""Tic-tac-toe as functions on a list of rows."""


def winner(board):
    rows = board + [list(column) for column in zip(*board)]
    rows += [[board[i][i] for i in range(3)], [board[i][2 - i] for i in range(3)]]
    for mark in "XO":
        if [mark] * 3 in rows:
            return mark
    return None


def is_draw(board):
    return winner(board) is None and all(cell for row in board for cell in row)


def is_legal(board, row, col):
    return 0 <= row < 3 and 0 <= col < 3 and board[row][col] == ""


def choose(board, player):
    for row in range(3):
        for col in range(3):
            if board[row][col] == "":
                return row, col


if __name__ == "__main__":
    print(winner([["X"] * 3, [""] * 3, [""] * 3]))
