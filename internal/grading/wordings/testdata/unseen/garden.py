# noughts and crosses with a menu
def fresh():
    return [["" for _ in range(3)] for _ in range(3)]

def draw(b):
    print("      left  mid  right")
    for label, row in zip(("top   ", "middle", "bottom"), b):
        print(label, "|".join((c or ".").center(4) for c in row))

def three(b, p):
    for i in range(3):
        if all(b[i][j] == p for j in range(3)) or all(b[j][i] == p for j in range(3)):
            return True
    return all(b[i][i] == p for i in range(3)) or all(b[i][2 - i] == p for i in range(3))

def number(question):
    while True:
        text = input(question).strip()
        if text in ("1", "2", "3"):
            return int(text) - 1
        print("Only 1, 2 or 3 will do.")

def play(names):
    b = fresh()
    turn = 0
    used = 0
    while True:
        draw(b)
        print(f"{names[turn]} ({'XO'[turn]}), where to?")
        r = number("  down from the top (1-3): ")
        c = number("  from the left (1-3): ")
        if b[r][c]:
            print(f"There is a {b[r][c]} there already. Once more.")
            continue
        b[r][c] = "XO"[turn]
        used += 1
        if three(b, "XO"[turn]):
            draw(b)
            print(f"Three of a kind, well played {names[turn]}!")
            return
        if used == 9:
            draw(b)
            print("Stalemate.")
            return
        turn = 1 - turn

while True:
    print("1) new match  2) rules  3) leave")
    choice = input("> ").strip()
    if choice == "3":
        print("See you.")
        break
    if choice == "2":
        print("Make a row of three. X starts.")
        continue
    if choice != "1":
        print("Please choose from the menu.")
        continue
    names = [input("Who plays X? "), input("Who plays O? ")]
    play(names)
