import tkinter as tk

N, GAP, EDGE = 15, 32, 24


class Board(tk.Canvas):
    def __init__(self, master, tell):
        side = 2 * EDGE + GAP * (N - 1)
        super().__init__(master, width=side, height=side, bg="burlywood")
        self.tell = tell
        self.bind("<ButtonRelease-1>", self.place)
        self.begin()

    def begin(self):
        self.delete("all")
        for i in range(N):
            at = EDGE + i * GAP
            self.create_line(EDGE, at, EDGE + GAP * (N - 1), at)
            self.create_line(at, EDGE, at, EDGE + GAP * (N - 1))
        self.stones = {}
        self.black = True
        self.ended = False
        self.tell("Black's move")

    def place(self, event):
        if self.ended:
            return
        col, row = round((event.x - EDGE) / GAP), round((event.y - EDGE) / GAP)
        if not (0 <= col < N and 0 <= row < N):
            return
        if (row, col) in self.stones:
            self.tell("There is a stone already. " + ("Black" if self.black else "White") + "'s move")
            return
        self.stones[row, col] = self.black
        x, y = EDGE + col * GAP, EDGE + row * GAP
        self.create_oval(x - 13, y - 13, x + 13, y + 13, fill="black" if self.black else "white")
        if self.five(row, col):
            self.ended = True
            self.tell(("Black" if self.black else "White") + " wins the game")
            return
        if len(self.stones) == N * N:
            self.ended = True
            self.tell("Nobody wins: draw")
            return
        self.black = not self.black
        self.tell(("Black" if self.black else "White") + "'s move")

    def five(self, row, col):
        for dr, dc in ((1, 0), (0, 1), (1, 1), (1, -1)):
            count = 1
            for way in (1, -1):
                r, c = row + way * dr, col + way * dc
                while self.stones.get((r, c)) == self.black:
                    count += 1
                    r, c = r + way * dr, c + way * dc
            if count >= 5:
                return True
        return False


root = tk.Tk()
root.title("Five stones")
label = tk.Label(root, font=("Times", 15))
board = Board(root, lambda text: label.config(text=text))
board.grid(row=0, column=0)
label.grid(row=1, column=0)
menu = tk.Menu(root)
menu.add_command(label="New", command=board.begin)
root.config(menu=menu)
tk.Button(root, text="Begin a new game", command=board.begin).grid(row=2, column=0)
root.mainloop()
