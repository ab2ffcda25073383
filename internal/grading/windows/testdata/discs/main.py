import tkinter as tk

ROWS, COLS, S = 6, 7, 60


class Four(tk.Tk):
    def __init__(self):
        super().__init__()
        self.title("Four")
        self.status = tk.Label(self, text="")
        self.status.pack()
        self.canvas = tk.Canvas(self, width=COLS * S, height=ROWS * S, background="#204080", highlightthickness=0)
        self.canvas.pack()
        self.holes = [[self.canvas.create_oval(c * S + 6, r * S + 6, c * S + S - 6, r * S + S - 6, fill="white") for c in range(COLS)] for r in range(ROWS)]
        self.canvas.bind("<Button-1>", self.drop)
        bar = tk.Frame(self)
        bar.pack()
        tk.Button(bar, text="Restart", command=self.start).pack(side="left")
        tk.Button(bar, text="Quit", command=self.destroy).pack(side="left")
        self.start()

    def start(self):
        self.grid_ = [[0] * COLS for _ in range(ROWS)]
        self.player = 1
        self.done = False
        for row in self.holes:
            for h in row:
                self.canvas.itemconfig(h, fill="white")
        self.status.config(text="Red to move")

    def name(self):
        return "Red" if self.player == 1 else "Yellow"

    def drop(self, e):
        c = e.x // S
        if self.done or c < 0 or c >= COLS:
            return
        for r in range(ROWS - 1, -1, -1):
            if self.grid_[r][c] == 0:
                break
        else:
            self.status.config(text="This column is full - " + self.name() + " to move")
            return
        self.grid_[r][c] = self.player
        self.canvas.itemconfig(self.holes[r][c], fill="red" if self.player == 1 else "gold")
        if self.four(r, c):
            self.done = True
            self.status.config(text=self.name() + " has four in a row and wins!")
        elif all(all(row) for row in self.grid_):
            self.done = True
            self.status.config(text="The board is full: a draw")
        else:
            self.player = 3 - self.player
            self.status.config(text=self.name() + " to move")

    def four(self, r, c):
        for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
            n = 1
            for s in (1, -1):
                y, x = r + s * dr, c + s * dc
                while 0 <= y < ROWS and 0 <= x < COLS and self.grid_[y][x] == self.player:
                    n += 1
                    y, x = y + s * dr, x + s * dc
            if n >= 4:
                return True
        return False


Four().mainloop()
