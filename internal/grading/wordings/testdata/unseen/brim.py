R,C=5,6
b=[[' ']*C for _ in range(R)]
t='X'
def show():
    print(' '.join(str(i+1) for i in range(C)))
    for r in b: print('|'+'|'.join(r)+'|')
def win(p):
    for r in range(R):
        for c in range(C):
            for dr,dc in((0,1),(1,0),(1,1),(1,-1)):
                if all(0<=r+dr*k<R and 0<=c+dc*k<C and b[r+dr*k][c+dc*k]==p for k in range(4)): return True
while True:
    show()
    s=input('Disc for '+t+', column? ')
    if not s.isdigit() or not 1<=int(s)<=C:
        print('There is no column like that.'); continue
    c=int(s)-1
    if b[0][c]!=' ':
        print('That one is up to the brim.'); continue
    for r in range(R-1,-1,-1):
        if b[r][c]==' ': b[r][c]=t; break
    if win(t): show(); print('Four for',t,'- well played'); break
    if all(x!=' ' for x in b[0]): show(); print('No more room, nobody wins'); break
    t='O' if t=='X' else 'X'
