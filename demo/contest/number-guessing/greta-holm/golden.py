"""Divides what is left by the golden section."""


def choose(low, high):
    return low + round((high - low) * 0.382)
