import sys

field = {}


def output():
    for y in (1, 2, 3):
        text = ""
        for x in (1, 2, 3):
            text = text + field.get((y, x), "_") + " "
        print(text)


def winning(who):
    for i in (1, 2, 3):
        if field.get((i, 1)) == field.get((i, 2)) == field.get((i, 3)) == who:
            return True
        if field.get((1, i)) == field.get((2, i)) == field.get((3, i)) == who:
            return True
    if field.get((1, 1)) == field.get((2, 2)) == field.get((3, 3)) == who:
        return True
    return field.get((1, 3)) == field.get((2, 2)) == field.get((3, 1)) == who


def round_of(who):
    while True:
        print("Now it is the turn of", who)
        y = int(input("Which row (1 to 3)? "))
        x = int(input("Which column (1 to 3)? "))
        if y < 1 or y > 3 or x < 1 or x > 3:
            print("That place does not exist.")
        elif (y, x) in field:
            print("That place is taken.")
        else:
            field[(y, x)] = who
            return


output()
while True:
    for who in ("X", "O"):
        round_of(who)
        output()
        if winning(who):
            print(who, "wins.")
            sys.exit()
        if len(field) == 9:
            print("No winner, a draw.")
            sys.exit()
