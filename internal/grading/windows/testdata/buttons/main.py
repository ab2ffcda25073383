import tkinter as tk
from tkinter import messagebox

LINES = [(0, 1, 2), (3, 4, 5), (6, 7, 8), (0, 3, 6), (1, 4, 7), (2, 5, 8), (0, 4, 8), (2, 4, 6)]


class App:
    def __init__(self):
        self.root = tk.Tk()
        self.root.title("Noughts and crosses")
        self.info = tk.Label(self.root, text="", font=("Helvetica", 14))
        self.info.grid(row=0, column=0, columnspan=3)
        self.cells = []
        for i in range(9):
            b = tk.Button(self.root, text="", width=4, height=2, command=lambda i=i: self.click(i))
            b.grid(row=1 + i // 3, column=i % 3)
            self.cells.append(b)
        tk.Button(self.root, text="New game", command=self.reset).grid(row=5, column=0, columnspan=3)
        self.reset()

    def reset(self):
        self.board = [""] * 9
        self.turn = "X"
        self.over = False
        for b in self.cells:
            b.config(text="")
        self.info.config(text="Player X, it is your turn")

    def click(self, i):
        if self.over:
            return
        if self.board[i]:
            self.info.config(text="That cell is taken! Player " + self.turn + ", it is your turn")
            return
        self.board[i] = self.turn
        self.cells[i].config(text=self.turn)
        if any(all(self.board[k] == self.turn for k in line) for line in LINES):
            self.over = True
            self.info.config(text="Player " + self.turn + " wins")
            messagebox.showinfo("The end", "Player " + self.turn + " wins!")
        elif all(self.board):
            self.over = True
            self.info.config(text="It is a draw")
            messagebox.showinfo("The end", "Nobody wins, it is a draw.")
        else:
            self.turn = "O" if self.turn == "X" else "X"
            self.info.config(text="Player " + self.turn + ", it is your turn")


App().root.mainloop()
