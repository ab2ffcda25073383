class Board:
    def __init__(self):
        self.grid = [["-" for i in range(3)] for j in range(3)]

    def print(self):
        for line in self.grid:
            print(" ".join(line))

    def is_free(self, r, c):
        return self.grid[r][c] == "-"

    def is_full(self):
        for line in self.grid:
            if "-" in line:
                return False
        return True

    def wins(self, mark):
        g = self.grid
        for i in range(3):
            if all(g[i][j] == mark for j in range(3)):
                return True
            if all(g[j][i] == mark for j in range(3)):
                return True
        return g[0][0] == g[1][1] == g[2][2] == mark or g[0][2] == g[1][1] == g[2][0] == mark


def number(question):
    while True:
        try:
            n = int(input(question))
        except ValueError:
            print("  a number, please: try again")
            continue
        if 1 <= n <= 3:
            return n - 1
        print("  only 1, 2 or 3 are possible, try again")


def main():
    board = Board()
    names = {"X": "Player 1 (X)", "O": "Player 2 (O)"}
    mark = "X"
    board.print()
    while True:
        print(names[mark] + ", it is your turn.")
        r = number("Row: ")
        c = number("Column: ")
        if not board.is_free(r, c):
            print("  somebody was there before you, try again")
            continue
        board.grid[r][c] = mark
        board.print()
        if board.wins(mark):
            print(names[mark] + " is the winner!")
            break
        if board.is_full():
            print("The board is full: draw.")
            break
        mark = "O" if mark == "X" else "X"


main()
