"""The letters from a to z."""


def choose(word, letters):
    return next(c for c in "abcdefghijklmnopqrstuvwxyz" if c not in letters)
