import tkinter as tk
import tkinter.messagebox as box

root = tk.Tk()
root.title("Press a number")
labels = []
marks = [" "] * 9
player = "X"
for n in range(9):
    l = tk.Label(root, text=str(n + 1), width=5, height=2, relief="solid", fg="grey", font=("Arial", 16))
    l.grid(row=n // 3, column=n % 3)
    labels.append(l)
who = tk.Label(root, text="X is next")
who.grid(row=3, columnspan=3)


def wins(p):
    w = ("012", "345", "678", "036", "147", "258", "048", "246")
    return any(all(marks[int(i)] == p for i in line) for line in w)


def key(event):
    global player
    if event.char.lower() == "n":
        fresh()
        return
    if event.char not in "123456789" or event.char == "":
        return
    if wins("X") or wins("O") or " " not in marks:
        return
    n = int(event.char) - 1
    if marks[n] != " ":
        box.showwarning("Sorry", "Square %d is taken" % (n + 1))
        return
    marks[n] = player
    labels[n].config(text=player, fg="black")
    if wins(player):
        who.config(text=player + " has won. Press n for a new game")
    elif " " not in marks:
        who.config(text="Draw. Press n for a new game")
    else:
        player = "O" if player == "X" else "X"
        who.config(text=player + " is next")


def fresh():
    global player, marks
    player, marks = "X", [" "] * 9
    for n, l in enumerate(labels):
        l.config(text=str(n + 1), fg="grey")
    who.config(text="X is next")


root.bind("<Key>", key)
root.mainloop()
