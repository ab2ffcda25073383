# Rows are letters, columns are numbers.
board = {}


def show():
    print("    1   2   3")
    for r in "ABC":
        print(f"{r}   " + " | ".join(board.get(r + c, " ") for c in "123"))
        if r != "C":
            print("   ---+---+---")


def three(who):
    sets = [[r + c for c in "123"] for r in "ABC"] + [[r + c for r in "ABC"] for c in "123"]
    sets += [["A1", "B2", "C3"], ["A3", "B2", "C1"]]
    return any(all(board.get(k) == who for k in s) for s in sets)


who = "X"
show()
while True:
    k = input(f"Turn: {who}. Where to (such as A1)? ").strip().upper()
    if len(k) != 2 or k[0] not in "ABC" or k[1] not in "123":
        print("There is no such square.")
    elif k in board:
        print("Occupied!")
    else:
        board[k] = who
        show()
        if three(who):
            print(f"Three in a row for {who}! The winner is {who}.")
            break
        if len(board) == 9:
            print("All squares are used up: tie.")
            break
        who = "O" if who == "X" else "X"
