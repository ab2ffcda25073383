import random
W = 8
names = {"battleship": 4, "cruiser": 3, "destroyer": 2}
def put():
    used = {}
    for n, k in names.items():
        ok = False
        while not ok:
            v = random.choice([True, False])
            r = random.randint(0, W - (k if v else 1)); c = random.randint(0, W - (1 if v else k))
            cells = [(r + i, c) if v else (r, c + i) for i in range(k)]
            ok = all(x not in used for x in cells)
        for x in cells: used[x] = n
    return used
def main():
    sea = put(); seen = {}
    print("Hunt the three ships on the 8 x 8 sea.")
    while sea:
        print("\n    " + " ".join("ABCDEFGH"))
        for r in range(W):
            print(f" {r+1}  " + " ".join(seen.get((r, c), "-") for c in range(W)))
        s = input("Your shot> ").strip().upper()
        if len(s) != 2 or s[0] not in "ABCDEFGH" or s[1] not in "12345678":
            print("I need a column letter A-H and a row number 1-8."); continue
        at = (int(s[1]) - 1, ord(s[0]) - 65)
        if at in seen:
            print("That spot was tried."); continue
        n = sea.pop(at, None)
        if n is None:
            seen[at] = "o"; print("Only water.")
        else:
            seen[at] = "*"
            print("Boom, a hit!" if n in sea.values() else f"Boom, the {n} goes down!")
    print(f"The sea is clear after {len(seen)} shots - well played!")
main()
