# One player shoots at a fleet that this program has hidden.
import random

SIZE = 8
FLEET = [("carrier", 5), ("frigate", 4), ("cutter", 3), ("tug", 2)]


def cells(row, col, length, down):
    return [(row + i, col) if down else (row, col + i) for i in range(length)]


def hide():
    ships = {}
    taken = set()
    for name, length in FLEET:
        while True:
            down = random.random() < 0.5
            row = random.randrange(SIZE - (length - 1 if down else 0))
            col = random.randrange(SIZE - (0 if down else length - 1))
            place = cells(row, col, length, down)
            if not taken & set(place):
                break
        taken |= set(place)
        ships[name] = place
    return ships


def show(shots):
    print("   " + " ".join("ABCDEFGH"))
    for row in range(SIZE):
        print("%2d " % (row + 1) + " ".join(shots.get((row, col), ".") for col in range(SIZE)))


ships = hide()
shots = {}
left = {name: len(place) for name, place in ships.items()}
while any(left.values()):
    show(shots)
    text = input("Where do you shoot (A1 to H8)? ").strip().upper()
    if len(text) != 2 or text[0] not in "ABCDEFGH" or text[1] not in "12345678":
        print("That is not on the map.")
        continue
    cell = (int(text[1]) - 1, "ABCDEFGH".index(text[0]))
    if cell in shots:
        print("You have shot there already.")
        continue
    for name, place in ships.items():
        if cell in place:
            shots[cell] = "X"
            left[name] -= 1
            print("A hit!")
            if left[name] == 0:
                print("You have sunk the " + name + "!")
            break
    else:
        shots[cell] = "o"
        print("A miss.")
show(shots)
print("All ships are sunk. You win!")
