"""Searches all that may follow."""
from functools import lru_cache


@lru_cache(maxsize=None)
def wins(heaps):
    return any(not wins(after) for _, _, after in moves(heaps))


def moves(heaps):
    for i, n in enumerate(heaps):
        for count in range(1, n + 1):
            yield i, count, tuple(sorted(heaps[:i] + (n - count,) + heaps[i + 1:]))


def choose(heaps):
    heaps = tuple(heaps)
    options = list(moves(heaps))
    for i, count, after in options:
        if not wins(after):
            return i, count
    return options[0][0], options[0][1]
