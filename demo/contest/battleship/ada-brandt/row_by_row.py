"""Shoots row by row."""


def choose(board):
    return next((r, c) for r in range(10) for c in range(10) if board[r][c] == "")
