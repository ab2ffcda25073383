# Tic Tac Toe - pizza edition (group 4)
LEGEND = """
 a | b | c
---+---+---
 d | e | f
---+---+---
 g | h | i
"""
toppings = {"first": "X", "second": "O"}
order = "abcdefghi"


class Game:
    def __init__(self):
        self.fields = dict.fromkeys(order, None)
        self.who = "first"
        self.count = 0

    def draw(self):
        rows = [order[i:i + 3] for i in (0, 3, 6)]
        print()
        for r in rows:
            print("   " + "  ".join(self.fields[k] or "." for k in r))
        print()

    def finished(self):
        wins = ["abc", "def", "ghi", "adg", "beh", "cfi", "aei", "ceg"]
        for w in wins:
            marks = {self.fields[k] for k in w}
            if len(marks) == 1 and None not in marks:
                return True
        return False


def main():
    print("*** PIZZA TIC TAC TOE ***")
    print("These letters are the slices:")
    print(LEGEND)
    g = Game()
    while True:
        g.draw()
        want = input("%s chef, which slice gets your %s? " % (g.who.capitalize(), toppings[g.who])).strip().lower()
        if want not in g.fields:
            print("No such slice on this pizza!")
            continue
        if g.fields[want] is not None:
            print("Somebody already put a topping there!")
            continue
        g.fields[want] = toppings[g.who]
        g.count += 1
        if g.finished():
            g.draw()
            print("Mamma mia! The %s chef takes it all." % g.who)
            return
        if g.count == 9:
            g.draw()
            print("Pizza is full and nobody is happy.")
            return
        g.who = "second" if g.who == "first" else "first"


if __name__ == "__main__":
    main()
