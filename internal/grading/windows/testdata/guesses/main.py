import sys
import tkinter as tk

word = sys.argv[1] if len(sys.argv) > 1 else "window"


class Hangman:
    def __init__(self, master):
        self.master = master
        self.shown = tk.Label(master, font=("Courier", 20))
        self.shown.pack(pady=8)
        self.lives_label = tk.Label(master)
        self.lives_label.pack()
        self.entry = tk.Entry(master, width=12)
        self.entry.pack()
        tk.Button(master, text="Guess", command=self.guess).pack()
        self.entry.bind("<Return>", lambda e: self.guess())
        self.note = tk.Label(master, text="Guess a letter")
        self.note.pack()
        tk.Button(master, text="Another word", command=self.begin).pack()
        self.begin()

    def begin(self):
        self.tried = set()
        self.lives = 6
        self.note.config(text="Guess a letter")
        self.show()

    def show(self):
        self.shown.config(text=" ".join(c if c.lower() in self.tried or not c.isalpha() else "_" for c in word))
        self.lives_label.config(text="Lives left: %d" % self.lives)

    def guess(self):
        g = self.entry.get().strip().lower()
        self.entry.delete(0, "end")
        if self.lives == 0 or self.complete():
            return
        if len(g) != 1 or not g.isalpha():
            self.note.config(text="Please type a single letter")
        elif g in self.tried:
            self.note.config(text="You have already tried " + g)
        else:
            self.tried.add(g)
            if g in word.lower():
                self.note.config(text="Yes, " + g + " is in the word")
            else:
                self.lives -= 1
                self.note.config(text="No, " + g + " is not in the word")
            if self.complete():
                self.note.config(text="You win!")
            elif self.lives == 0:
                self.note.config(text="You lose. The word was " + word)
        self.show()

    def complete(self):
        return all(not c.isalpha() or c.lower() in self.tried for c in word)


root = tk.Tk()
Hangman(root)
root.mainloop()
