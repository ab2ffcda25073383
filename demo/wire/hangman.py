# Hangman that speaks the protocol of docs/wire.md.
import sys

word, guessed, lives = "", [], 0


def shown():
    return "".join(c if not c.isalpha() or c.casefold() in guessed else "_" for c in word)


def over():
    return "_" not in shown() or lives == 0


def show():
    print("shown", shown())
    print("lives", lives)
    if over():
        print("word", word)


def move(text):
    global lives
    letter = text.casefold()
    if over() or len(text) != 1 or not text.isalpha() or letter in guessed:
        print("refused")
        return
    guessed.append(letter)
    if letter not in word.casefold():
        lives -= 1
    if "_" not in shown():
        print("won 1")
    elif lives == 0:
        print("won 2")


for line in sys.stdin:
    request, _, rest = line.rstrip("\n").partition(" ")
    if request == "end":
        break
    if request == "new":
        word = rest.partition("word=")[2]
    if request in ("new", "again"):
        guessed, lives = [], 6
    elif request == "move":
        move(rest)
    elif request == "show":
        show()
    print(".", flush=True)
