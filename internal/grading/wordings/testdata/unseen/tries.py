"""Hangman. words.txt holds the word(s); each round takes the next one, and starts over at the end."""
import itertools

words = [w.rstrip("\n") for w in open("words.txt", encoding="utf8") if w.strip()]


def play(word):
    chances, used = 6, ""
    shown = lambda: "".join(ch if ch.lower() in used or not ch.isalpha() else "?" for ch in word)
    print(f"I am thinking of {shown()}")
    while chances and "?" in shown():
        g = input(f"{chances} chances, your guess: ").strip().lower()
        if not (len(g) == 1 and g.isalpha()):
            print("Letters only, one at a time.")
        elif g in used:
            print("You are repeating yourself.")
        else:
            used += g
            if g in word.lower():
                print("Good guess:", shown())
            else:
                chances -= 1
                print("Bad guess:", shown())
    if chances:
        print("Well done, you are off the hook.")
    else:
        print("No chances left; I was thinking of " + word)


try:
    for word in itertools.cycle(words):
        play(word)
        if input("Continue? y/n ").strip() != "y":
            break
except EOFError:
    pass
