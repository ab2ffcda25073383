b=[' ']*9
t=0
def show():
    for r in range(3): print('|'.join(b[3*r:3*r+3]))
L=((0,1,2),(3,4,5),(6,7,8),(0,3,6),(1,4,7),(2,5,8),(0,4,8),(2,4,6))
while True:
    show()
    s=input(f"{'XO'[t]}: row and column, 1-3, or quit: ")
    if s=='quit': print('Bye'); break
    try: r,c=map(int,s.split())
    except ValueError: print('I expected two numbers.'); continue
    if not(1<=r<=3 and 1<=c<=3): print('Off the board.'); continue
    i=3*r+c-4
    if b[i]!=' ': print('Taken by',b[i]); continue
    b[i]='XO'[t]
    if any(b[x]==b[y]==b[z]!=' ' for x,y,z in L): show(); print('XO'[t],'wins'); break
    if ' ' not in b: show(); print('draw'); break
    t=1-t
