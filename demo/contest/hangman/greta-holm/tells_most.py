"""The letter after which the fewest words are expected to be left."""
import sys
from collections import Counter

words, shown, guessed = [], "", set()


def fits(word):
    return len(word) == len(shown) and all(
        c not in guessed if s == "_" else c == s for c, s in zip(word, shown)
    )


def left(letter, list_):
    groups = Counter(tuple(i for i, c in enumerate(word) if c == letter) for word in list_)
    return sum(n * n for n in groups.values()), -len(list_) + groups[()]


for line in sys.stdin:
    request, *rest = line.split()
    if request == "words":
        words = rest
    elif request == "play":
        guessed = set()
    elif request == "shown":
        shown = rest[0]
    elif request == "choose":
        fitting = [w for w in words if fits(w)]
        open_ = [c for c in "abcdefghijklmnopqrstuvwxyz" if c not in guessed]
        letter = min(open_, key=lambda c: left(c, fitting) if any(c in w for w in fitting) else (1e9, 0))
        guessed.add(letter)
        print("move", rest[0], letter, flush=True)
