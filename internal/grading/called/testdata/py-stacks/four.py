class FourGame:
    def __init__(self, columns=7, height=6):
        self.height = height
        self.stacks = [[] for _ in range(columns)]
        self.current = "red"
        self.status = "playing"

    def drop(self, column):
        """Drops a disc, columns count from 1; gives the height at which it rests."""
        if self.status != "playing":
            return None
        if column < 1 or column > len(self.stacks):
            return None
        stack = self.stacks[column - 1]
        if len(stack) == self.height:
            return None
        stack.append(self.current)
        if self._four(column - 1, len(stack) - 1):
            self.status = self.current + " wins"
        elif all(len(s) == self.height for s in self.stacks):
            self.status = "draw"
        else:
            self.current = "yellow" if self.current == "red" else "red"
        return len(stack)

    def _disc(self, c, h):
        if 0 <= c < len(self.stacks) and 0 <= h < len(self.stacks[c]):
            return self.stacks[c][h]
        return None

    def _four(self, c, h):
        for dc, dh in ((1, 0), (0, 1), (1, 1), (1, -1)):
            count = 1
            for sign in (1, -1):
                k = 1
                while self._disc(c + sign * k * dc, h + sign * k * dh) == self.current:
                    count += 1
                    k += 1
            if count >= 4:
                return True
        return False
