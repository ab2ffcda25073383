WHITE, CROSS, RING = "⬜", "❌", "⭕"


class Game:
    def __init__(self):
        self.cells = {(r, c): WHITE for r in (1, 2, 3) for c in (1, 2, 3)}
        self.who = CROSS

    def __str__(self):
        return "\n".join("".join(self.cells[r, c] for c in (1, 2, 3)) for r in (1, 2, 3))

    def line(self):
        c = self.cells
        ways = [[(i, j) for j in (1, 2, 3)] for i in (1, 2, 3)]
        ways += [[(j, i) for j in (1, 2, 3)] for i in (1, 2, 3)]
        ways += [[(1, 1), (2, 2), (3, 3)], [(1, 3), (2, 2), (3, 1)]]
        return any(all(c[p] == self.who for p in w) for w in ways)


def read(game):
    while True:
        raw = input(f"{game.who} to play, row,column: ")
        try:
            r, c = (int(x) for x in raw.split(","))
        except ValueError:
            print("🤔 I need two numbers with a comma, e.g. 2,3")
            continue
        if (r, c) not in game.cells:
            print("🚫 only 1 to 3, please")
        elif game.cells[r, c] != WHITE:
            print("🚫 occupied")
        else:
            return r, c


def main():
    while True:
        game = Game()
        while True:
            print(game)
            game.cells[read(game)] = game.who
            if game.line():
                print(game)
                print(f"🎉 {game.who} has three! 🎉")
                break
            if WHITE not in game.cells.values():
                print(game)
                print("🤝 Nobody has three.")
                break
            game.who = RING if game.who == CROSS else CROSS
        if input("🔁 again (j/n)? ") != "j":
            break


try:
    main()
except EOFError:
    pass
