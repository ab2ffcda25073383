"""Shoots where most ways to lay a ship run through, those through hits above all."""

LENGTHS = (5, 4, 3, 3, 2)


def choose(board):
    weight = [[0] * 10 for _ in range(10)]
    for length in LENGTHS:
        for row in range(10):
            for col in range(10):
                for down, right in ((0, 1), (1, 0)):
                    if row + down * (length - 1) > 9 or col + right * (length - 1) > 9:
                        continue
                    cells = [(row + i * down, col + i * right) for i in range(length)]
                    marks = [board[r][c] for r, c in cells]
                    if "O" in marks or marks.count("X") == length:
                        continue
                    for r, c in cells:
                        weight[r][c] += 20 ** min(marks.count("X"), 2)
    free = [(r, c) for r in range(10) for c in range(10) if board[r][c] == ""]
    return max(free, key=lambda cell: weight[cell[0]][cell[1]])
