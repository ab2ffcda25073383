"""Every position is a tuple of rows; a move makes a new one."""

EMPTY = ((None, None, None),) * 3


def to_move(position):
    marks = [m for row in position for m in row if m]
    return "O" if len(marks) % 2 else "X"


def place(position, row, column):
    if row not in range(3) or column not in range(3):
        raise ValueError("off the board")
    if position[row][column] is not None:
        raise ValueError("taken")
    if result(position) is not None:
        raise ValueError("over")
    rows = [list(r) for r in position]
    rows[row][column] = to_move(position)
    return tuple(tuple(r) for r in rows)


def result(position):
    lines = list(position) + list(zip(*position))
    lines.append(tuple(position[i][i] for i in range(3)))
    lines.append(tuple(position[i][2 - i] for i in range(3)))
    for mark in ("X", "O"):
        if (mark, mark, mark) in lines:
            return mark
    if all(m for row in position for m in row):
        return "draw"
    return None
