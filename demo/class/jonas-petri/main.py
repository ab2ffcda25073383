rows = [[" ", " ", " "], [" ", " ", " "], [" ", " ", " "]]


def paint():
    print("    1   2   3")
    for i in range(3):
        print(i + 1, "|", rows[i][0], "|", rows[i][1], "|", rows[i][2], "|")


def three_in_a_row(p):
    for i in range(3):
        if rows[i][0] == p and rows[i][1] == p and rows[i][2] == p:
            return True
        if rows[0][i] == p and rows[1][i] == p and rows[2][i] == p:
            return True
    if rows[0][0] == p and rows[1][1] == p and rows[2][2] == p:
        return True
    if rows[0][2] == p and rows[1][1] == p and rows[2][0] == p:
        return True
    return False


p = "X"
turns = 0
paint()
while turns < 9:
    where = input("Turn of " + p + " - row and column, please: ")
    try:
        r, c = where.split()
        r = int(r)
        c = int(c)
    except ValueError:
        print("I need two numbers. Try again!")
        continue
    if r > 3 or c > 3:
        print("This is too big. Try again!")
        continue
    if rows[r - 1][c - 1] != " ":
        print("Not free. Try again!")
        continue
    rows[r - 1][c - 1] = p
    turns = turns + 1
    paint()
    if three_in_a_row(p):
        print("Winner:", p)
        break
    if p == "X":
        p = "O"
    else:
        p = "X"
else:
    print("Undecided.")
