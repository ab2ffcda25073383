# Begins another game without asking.
def lines(b):
    d = [[b[i][i] for i in range(3)], [b[i][2 - i] for i in range(3)]]
    return [list(r) for r in b] + [list(c) for c in zip(*b)] + d


while True:
    b = [["."] * 3 for _ in range(3)]
    player = "X"
    print("NEW GAME")
    while True:
        for r in b:
            print("".join(r))
        try:
            row, col = (int(x) for x in input(f"Player {player} > row col: ").split())
            assert 1 <= row <= 3 and 1 <= col <= 3
        except (ValueError, AssertionError):
            print("I did not get that.")
            continue
        if b[row - 1][col - 1] != ".":
            print("Look again, that one has a mark.")
            continue
        b[row - 1][col - 1] = player
        if [player] * 3 in lines(b):
            for r in b:
                print("".join(r))
            print(f"GAME OVER: {player} won")
            break
        if all(c != "." for r in b for c in r):
            for r in b:
                print("".join(r))
            print("GAME OVER: nobody won")
            break
        player = "O" if player == "X" else "X"
