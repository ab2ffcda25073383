# Two friends share one keyboard.
import sys

def show(cells):
    print()
    for r in range(3):
        print("    " + "  :  ".join(cells[r * 3:r * 3 + 3]))
        if r < 2:
            print("   ....:.....:....")
    print()

def someone_has_three(cells):
    for a, b, c in ((0,1,2),(3,4,5),(6,7,8),(0,3,6),(1,4,7),(2,5,8),(0,4,8),(2,4,6)):
        if cells[a] == cells[b] == cells[c]:
            return True
    return False

def one_game(first, second):
    cells = list("qweasdzxc")
    keys = "qweasdzxc"
    people = [(first, "O"), (second, "#")]
    moves = 0
    while True:
        who, mark = people[moves % 2]
        show(cells)
        sys.stdout.write(f"{who}, press the key of a free square > ")
        sys.stdout.flush()
        key = sys.stdin.readline()
        if not key:
            return
        key = key.strip()
        if len(key) != 1 or key not in keys:
            print("There is no square with that key.")
            continue
        spot = keys.index(key)
        if cells[spot] in "O#":
            print("Somebody is sitting there already!")
            continue
        cells[spot] = mark
        moves += 1
        if someone_has_three(cells):
            show(cells)
            print(f"Hooray, {who} takes the cake!")
            return
        if moves == 9:
            show(cells)
            print("No cake for anybody today.")
            return

first = input("Who sits on the left? ").strip() or "Left"
second = input("Who sits on the right? ").strip() or "Right"
while True:
    one_game(first, second)
    if input("One more round (yes/no)? ").strip().lower() not in ("yes", "y"):
        break
print("Thanks for playing.")
