from dataclasses import dataclass
from enum import Enum


class Mark(Enum):
    NONE = 0
    CROSS = 1
    NOUGHT = 2

    def other(self):
        return Mark.NOUGHT if self is Mark.CROSS else Mark.CROSS


class Outcome(Enum):
    UNDECIDED = "undecided"
    CROSS_WON = "cross won"
    NOUGHT_WON = "nought won"
    TIE = "tie"


@dataclass(frozen=True)
class Move:
    row: int
    col: int


class IllegalMove(Exception):
    pass


class Match:
    def __init__(self):
        self._grid = [Mark.NONE] * 9
        self.mark = Mark.CROSS

    def at(self, row, col):
        return self._grid[row * 3 + col]

    def outcome(self):
        g = self._grid
        for a, b, c in ((0, 1, 2), (3, 4, 5), (6, 7, 8), (0, 3, 6), (1, 4, 7), (2, 5, 8), (0, 4, 8), (2, 4, 6)):
            if g[a] is g[b] is g[c] and g[a] is not Mark.NONE:
                return Outcome.CROSS_WON if g[a] is Mark.CROSS else Outcome.NOUGHT_WON
        return Outcome.TIE if Mark.NONE not in g else Outcome.UNDECIDED

    def apply(self, move: Move) -> None:
        if self.outcome() is not Outcome.UNDECIDED:
            raise IllegalMove("finished")
        if not (0 <= move.row < 3 and 0 <= move.col < 3):
            raise IllegalMove("outside")
        if self.at(move.row, move.col) is not Mark.NONE:
            raise IllegalMove("occupied")
        self._grid[move.row * 3 + move.col] = self.mark
        self.mark = self.mark.other()
