import random
N, TURNS = 5, 12
while True:
    r, c, down = random.randrange(N), random.randrange(N), random.random() < .5
    ship = [(r + i, c) if down else (r, c + i) for i in range(3)]
    if all(x < N and y < N for x, y in ship): break
seen = {}
for turn in range(TURNS):
    while True:
        print('\n    1 2 3 4 5')
        for y in range(N): print('  ' + 'ABCDE'[y], ' '.join(seen.get((y, x), '.') for x in range(N)))
        guess = input(f'Torpedo {turn + 1} of {TURNS}, target (row letter, column number): ').upper().replace(' ', '')
        if len(guess) == 2 and guess[0].isalpha() and guess[1].isdigit():
            y, x = ord(guess[0]) - 65, int(guess[1]) - 1
            if not (0 <= y < N and 0 <= x < N): print('That is dry land.')
            elif (y, x) in seen: print('You fired there already.')
            else: break
        else: print('Please give a target like C2.')
    if (y, x) in ship:
        seen[y, x] = '#'
        print('A hit!')
        if all(p in seen for p in ship): print('The submarine is sunk. You win!'); break
    else:
        seen[y, x] = 'o'
        print('Missed.')
else:
    print('No torpedoes left. You lose.')
