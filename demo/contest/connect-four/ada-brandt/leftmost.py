"""The leftmost column that is not full."""


def choose(board, player):
    return next(col for col in range(7) if board[0][col] == "")
