import string
import sys
from tkinter import Button, Frame, Label, Tk

WORD = (sys.argv[1:] or ["harbour"])[0].upper()


def masked():
    return " ".join(ch if ch in found or not ch.isalpha() else "_" for ch in WORD)


def choose(letter):
    global mistakes
    buttons[letter]["state"] = "disabled"
    if letter in WORD:
        found.add(letter)
        result["text"] = "Correct!"
    else:
        mistakes += 1
        result["text"] = "Wrong!"
    refresh()


def refresh():
    secret["text"] = masked()
    left["text"] = f"Remaining attempts: {6 - mistakes}"
    if "_" not in masked():
        result["text"] = "Well done, you won!"
        stop()
    elif mistakes == 6:
        result["text"] = f"Game over, you lost! It was {WORD}."
        stop()


def stop():
    for b in buttons.values():
        b["state"] = "disabled"


def restart():
    global found, mistakes
    found, mistakes = set(), 0
    result["text"] = "Choose a letter"
    for b in buttons.values():
        b["state"] = "normal"
    refresh()


root = Tk()
secret = Label(root, font=("Courier", 24))
secret.pack()
keys = Frame(root)
keys.pack()
buttons = {}
for n, l in enumerate(string.ascii_uppercase):
    buttons[l] = Button(keys, text=l, width=2, command=lambda l=l: choose(l))
    buttons[l].grid(row=n // 9, column=n % 9)
left = Label(root)
left.pack()
result = Label(root)
result.pack()
Button(root, text="Start over", command=restart).pack()
restart()
root.mainloop()
