class Noughts:
    """Noughts and crosses on three by three squares."""

    LINES = [
        [(0, 0), (0, 1), (0, 2)], [(1, 0), (1, 1), (1, 2)], [(2, 0), (2, 1), (2, 2)],
        [(0, 0), (1, 0), (2, 0)], [(0, 1), (1, 1), (2, 1)], [(0, 2), (1, 2), (2, 2)],
        [(0, 0), (1, 1), (2, 2)],
    ]

    def __init__(self):
        self.squares = [[" "] * 3 for _ in range(3)]
        self.to_play = "X"
        self.finished = False

    def play(self, row, col):
        if self.finished:
            raise RuntimeError("the game has ended")
        if not (0 <= row <= 2 and 0 <= col <= 2):
            raise IndexError("no such square")
        if self.squares[row][col] != " ":
            raise ValueError("that square is occupied")
        self.squares[row][col] = self.to_play
        if self.victor() or self.full():
            self.finished = True
        else:
            self.to_play = "O" if self.to_play == "X" else "X"

    def victor(self):
        for line in self.LINES:
            marks = {self.squares[r][c] for r, c in line}
            if len(marks) == 1 and marks != {" "}:
                return marks.pop()
        return None

    def full(self):
        return all(s != " " for row in self.squares for s in row)
