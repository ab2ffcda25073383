"""Takes the first free cell."""


def choose(board, player):
    for row in range(3):
        for col in range(3):
            if board[row][col] == "":
                return row, col
