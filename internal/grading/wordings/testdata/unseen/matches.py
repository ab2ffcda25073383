# Three heaps of matches.
heaps = {"A": 3, "B": 4, "C": 5}
names = ["Anna", "Ben"]


def show():
    print()
    for name, n in heaps.items():
        print(f"  {name}  " + "|" * n)
    print()


def play():
    heaps.update(A=3, B=4, C=5)
    who = 0
    while True:
        show()
        while True:
            heap = input(f"{names[who]}, from which heap do you take? ").strip().upper()
            if heap not in heaps:
                print("There are only the heaps A, B and C.")
                continue
            try:
                n = int(input("How many matches? "))
            except ValueError:
                print("Please give a number.")
                continue
            if heaps[heap] == 0:
                print("Nothing lies there any more.")
            elif n < 1 or n > heaps[heap]:
                print("That many cannot be taken.")
            else:
                break
        heaps[heap] -= n
        if sum(heaps.values()) == 0:
            print(f"The last match goes to {names[who]}, who wins the game!")
            return
        who = 1 - who


while True:
    play()
    if input("Once more (y/n)? ") != "y":
        break
