# Marks are 1 and 2 on a board of zeros, rows and columns count from 0.
m = [[0, 0, 0], [0, 0, 0], [0, 0, 0]]


def winner(p):
    for i in range(3):
        if m[i] == [p] * 3 or [m[0][i], m[1][i], m[2][i]] == [p] * 3:
            return True
    return [m[0][0], m[1][1], m[2][2]] == [p] * 3 or [m[0][2], m[1][1], m[2][0]] == [p] * 3


p = 1
print("Tic-tac-toe. Player 1 begins. Get 3 in a row to win!")
for line in m:
    print(line)
while True:
    text = input("Player " + str(p) + ", enter row, column (0-2): ")
    try:
        r, c = [int(t) for t in text.replace(",", " ").split()]
        if r < 0 or c < 0:
            raise IndexError
        if m[r][c] != 0:
            print("Cell not empty")
            continue
    except (ValueError, IndexError):
        print("Error, try once more")
        continue
    m[r][c] = p
    for line in m:
        print(line)
    if winner(p):
        print("Player " + str(p) + " won the game")
        break
    if all(0 not in line for line in m):
        print("Drawn game")
        break
    p = 3 - p
