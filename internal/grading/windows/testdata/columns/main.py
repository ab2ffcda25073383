import tkinter as tk

root = tk.Tk()
root.title("Connect")
turn = 0
colours = ["#c02020", "#e0c010"]
names = ["Player 1", "Player 2"]
board = {}
over = False

text = tk.StringVar()
tk.Label(root, textvariable=text, font=("Arial", 13)).grid(row=8, column=0, columnspan=7)
squares = {}


def won(p):
    for r in range(6):
        for c in range(7):
            for dr, dc in [(0, 1), (1, 0), (1, 1), (-1, 1)]:
                if all(board.get((r + i * dr, c + i * dc)) == p for i in range(4)):
                    return True
    return False


def put(col):
    global turn, over
    if over:
        text.set("The game is over. " + text.get().split(". ")[-1])
        return
    row = 5
    while row >= 0 and (row, col) in board:
        row -= 1
    if row < 0:
        text.set("Column " + str(col + 1) + " is full, choose another. Turn: " + names[turn])
        return
    board[row, col] = turn
    squares[row, col].config(bg=colours[turn])
    if won(turn):
        over = True
        text.set(names[turn] + " has won")
    elif len(board) == 42:
        over = True
        text.set("Draw!")
    else:
        turn = 1 - turn
        text.set("Turn: " + names[turn])


def clear():
    global turn, over
    board.clear()
    turn, over = 0, False
    for s in squares.values():
        s.config(bg="white")
    text.set("Turn: " + names[turn])


for c in range(7):
    tk.Button(root, text="v", width=3, command=lambda c=c: put(c)).grid(row=0, column=c)
    for r in range(6):
        squares[r, c] = tk.Label(root, width=5, height=2, bg="white", relief="ridge", borderwidth=2)
        squares[r, c].grid(row=r + 1, column=c)
tk.Button(root, text="Clear", command=clear).grid(row=9, column=0, columnspan=7)
clear()
root.mainloop()
