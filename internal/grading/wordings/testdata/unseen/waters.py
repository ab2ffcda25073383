# ships.txt: one ship a line, its cells from the first to the last, as in a1-a4
import sys
ROWS = COLS = 7
ships = []
for line in open(sys.argv[1] if len(sys.argv) > 1 else 'ships.txt'):
    line = line.strip()
    if not line: continue
    a, b = line.split('-')
    c1, r1, c2, r2 = ord(a[0].lower()) - 97, int(a[1:]) - 1, ord(b[0].lower()) - 97, int(b[1:]) - 1
    ships.append({(r, c) for r in range(r1, r2 + 1) for c in range(c1, c2 + 1)})
left = [set(s) for s in ships]
shots = {}
NAME = {4: 'battleship', 3: 'cruiser', 2: 'destroyer'}
while True:
    print('   ' + ' '.join('abcdefg'))
    for r in range(ROWS):
        print(' ', r + 1, ' '.join(shots.get((r, c), '~') for c in range(COLS)))
    t = input('Fire at (e.g. c4): ').strip().lower()
    if len(t) != 2 or not t[0].isalpha() or not t[1].isdigit():
        print('I need a letter and a number.'); continue
    r, c = int(t[1]) - 1, ord(t[0]) - 97
    if not (0 <= r < ROWS and 0 <= c < COLS):
        print('That is outside of our waters.'); continue
    if (r, c) in shots:
        print('You have been there.'); continue
    for i, s in enumerate(left):
        if (r, c) in s:
            s.remove((r, c)); shots[r, c] = 'X'
            print('You hit something!')
            if not s: print('The', NAME[len(ships[i])], 'goes down.')
            break
    else:
        shots[r, c] = 'o'; print('Nothing but water.')
    if not any(left):
        print('Their fleet is gone. You win after', len(shots), 'shots.'); break
