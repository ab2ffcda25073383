from tkinter import *

SIZE = 90
fields = [[None] * 3 for _ in range(3)]
current = "X"
finished = False


def line_of(s):
    for i in range(3):
        if all(fields[i][k] == s for k in range(3)) or all(fields[k][i] == s for k in range(3)):
            return True
    return all(fields[i][i] == s for i in range(3)) or all(fields[i][2 - i] == s for i in range(3))


def draw_grid():
    for i in range(1, 3):
        canvas.create_line(i * SIZE, 0, i * SIZE, 3 * SIZE, width=2)
        canvas.create_line(0, i * SIZE, 3 * SIZE, i * SIZE, width=2)


def press(event):
    global current, finished
    col, row = event.x // SIZE, event.y // SIZE
    if finished or not (0 <= row < 3 and 0 <= col < 3):
        return
    if fields[row][col]:
        message.set("Already occupied. " + current + " plays")
        return
    fields[row][col] = current
    x, y = col * SIZE, row * SIZE
    if current == "X":
        canvas.create_line(x + 15, y + 15, x + SIZE - 15, y + SIZE - 15, width=5, fill="darkred")
        canvas.create_line(x + SIZE - 15, y + 15, x + 15, y + SIZE - 15, width=5, fill="darkred")
    else:
        canvas.create_oval(x + 15, y + 15, x + SIZE - 15, y + SIZE - 15, width=5, outline="navy")
    if line_of(current):
        finished = True
        message.set("The winner is " + current)
        return
    if all(f for r in fields for f in r):
        finished = True
        message.set("Tie game")
        return
    current = "O" if current == "X" else "X"
    message.set(current + " plays")


def again():
    global current, finished
    for r in fields:
        r[:] = [None] * 3
    current, finished = "X", False
    canvas.delete("all")
    draw_grid()
    message.set("X plays")


window = Tk()
message = StringVar(value="X plays")
canvas = Canvas(window, width=3 * SIZE, height=3 * SIZE, bg="white")
canvas.pack()
draw_grid()
canvas.bind("<Button-1>", press)
Label(window, textvariable=message).pack()
Button(window, text="Play again", command=again).pack()
window.mainloop()
