class Gomoku:
    def __init__(self, size=15):
        self.size = size
        self.stones = {}
        self.moves = []

    @property
    def next_player(self):
        return "white" if len(self.moves) % 2 else "black"

    @property
    def winner(self):
        if not self.moves:
            return None
        x, y = self.moves[-1]
        colour = self.stones[(x, y)]
        for dx, dy in [(1, 0), (0, 1), (1, 1), (1, -1)]:
            run = 1
            for s in (-1, 1):
                a, b = x + s * dx, y + s * dy
                while self.stones.get((a, b)) == colour:
                    run += 1
                    a, b = a + s * dx, b + s * dy
            if run >= 5:
                return colour
        return None

    def is_draw(self):
        return self.winner is None and len(self.moves) == self.size ** 2

    def put(self, x, y):
        """x is the column and y the row, both from 0."""
        if self.winner or not (0 <= x < self.size and 0 <= y < self.size) or (x, y) in self.stones:
            return "refused"
        self.stones[(x, y)] = self.next_player
        self.moves.append((x, y))
        return "ok"
