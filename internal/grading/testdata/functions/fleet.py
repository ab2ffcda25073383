"""The functions of a game of battleship."""

SEA, SHIP, HIT = "~", "#", "X"


def cells(row, col, length, down):
    return [(row + i, col) if down else (row, col + i) for i in range(length)]


def is_sunk(board, row, col, length, down):
    return all(board[r][c] == HIT for r, c in cells(row, col, length, down))


def may_place(board, row, col, length, down):
    for r, c in cells(row, col, length, down):
        if not (0 <= r < len(board) and 0 <= c < len(board[0])):
            return False
        if board[r][c] != SEA:
            return False
    return True
