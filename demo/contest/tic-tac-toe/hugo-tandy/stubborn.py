"""Wants the middle column, whoever has it: moves to a taken cell sooner or later."""
import sys

moves = 0
for line in sys.stdin:
    word, *rest = line.split()
    if word == "play":
        moves = 0
    elif word == "choose":
        print("move", rest[0], ["b2", "b1", "b3", "a1"][moves % 4], flush=True)
        moves += 1
