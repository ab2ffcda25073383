def ask_names():
    return [input("Name of the first player: ") or "One", input("Name of the second player: ") or "Two"]

def row(n):
    return "(empty)" if n == 0 else "* " * n

names = ask_names()
again = "y"
while again == "y":
    piles, turn = [3, 4, 5], 0
    while any(piles):
        print("-" * 20)
        for k, n in enumerate(piles):
            print("pile", k + 1, "->", row(n), f"[{n}]")
        entry = input(f"{names[turn]}: pile-number? ")
        parts = entry.split("-")
        if len(parts) != 2 or not parts[0].isdigit() or not parts[1].isdigit():
            print("Write it like 2-1, pile and number.")
            continue
        k, n = int(parts[0]) - 1, int(parts[1])
        if k not in (0, 1, 2):
            print("Such a pile is not on the table.")
        elif n == 0 or n > piles[k]:
            print("You cannot do that here.")
        else:
            piles[k] -= n
            turn = 1 - turn
    print("-" * 20)
    print("Finished.", names[1 - turn], "cleared the table and is the winner.")
    again = input("One more? y/n ")
