class GomokuBoard:
    EMPTY, BLACK, WHITE = ".", "B", "W"

    def __init__(self):
        self.rows = ["." * 15 for _ in range(15)]
        self.black_to_move = True
        self.finished = False

    def get(self, row, col):
        return self.rows[row][col]

    def place_stone(self, row, col):
        if self.finished or not (0 <= row < 15 and 0 <= col < 15) or self.rows[row][col] != ".":
            return False
        stone = "B" if self.black_to_move else "W"
        self.rows[row] = self.rows[row][:col] + stone + self.rows[row][col + 1:]
        self.finished = self.is_winning_move(row, col) or self.is_full()
        self.black_to_move = not self.black_to_move
        return True

    def is_winning_move(self, row, col):
        stone = self.rows[row][col]
        for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
            length = 1
            for sign in (1, -1):
                r, c = row + sign * dr, col + sign * dc
                while 0 <= r < 15 and 0 <= c < 15 and self.rows[r][c] == stone:
                    length += 1
                    r, c = r + sign * dr, c + sign * dc
            if length >= 5:
                return True
        return False

    def is_full(self):
        return all("." not in row for row in self.rows)
