"""Completes and stops lines, and else plays where most open lines of four run through."""


def lines(row, col):
    for down, right in ((0, 1), (1, 0), (1, 1), (1, -1)):
        for back in range(4):
            cells = [(row + (i - back) * down, col + (i - back) * right) for i in range(4)]
            if all(0 <= r < 6 and 0 <= c < 7 for r, c in cells):
                yield cells


def worth(board, row, col, player):
    total = 0
    for cells in lines(row, col):
        marks = [board[r][c] for r, c in cells if board[r][c]]
        if len(set(marks)) <= 1:
            bonus = 2 if marks and marks[0] == player else 1
            total += bonus * 10 ** len(marks)
    return total


def choose(board, player):
    best = None
    for col in (3, 2, 4, 1, 5, 0, 6):
        if board[0][col] != "":
            continue
        row = max(r for r in range(6) if board[r][col] == "")
        value = worth(board, row, col, player)
        if best is None or value > best[0]:
            best = value, col
    return best[1]
