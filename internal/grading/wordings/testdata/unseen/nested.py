board = []
def line(b, p):
    d = [[b[i][0], b[i][1], b[i][2]] for i in range(3)] + [[b[0][i], b[1][i], b[2][i]] for i in range(3)]
    d += [[b[0][0], b[1][1], b[2][2]], [b[0][2], b[1][1], b[2][0]]]
    return [p, p, p] in d

def main():
    board = [[' ', ' ', ' '], [' ', ' ', ' '], [' ', ' ', ' ']]
    p = 'X'
    n = 0
    while n < 9:
        for r in board:
            print(r)
        ans = input('player ' + p + ' enter row,col starting at 0: ')
        try:
            r, c = ans.split(',')
            r = int(r)
            c = int(c)
        except ValueError:
            print('wrong format')
            continue
        if not (0 <= r <= 2 and 0 <= c <= 2):
            print('numbers from 0 to 2')
            continue
        if board[r][c] != ' ':
            print('not free')
            continue
        board[r][c] = p
        n += 1
        if line(board, p):
            for r in board:
                print(r)
            print('player', p, 'did it')
            break
        p = 'O' if p == 'X' else 'X'
    else:
        for r in board:
            print(r)
        print('no one did it')
    if input('one more? y/n: ') == 'y':
        main()
    else:
        print('bye')
main()
