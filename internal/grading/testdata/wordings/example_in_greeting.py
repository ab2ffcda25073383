def main():
    print("Enter moves as: row, column   for instance 2, 3")
    b = {}
    p = 0
    while 1:
        for r in 1,2,3:
            print(r, *[b.get((r,c),'.') for c in (1,2,3)])
        print("  1 2 3")
        s = input("XO"[p]+": ")
        try:
            r,c = map(int,s.split(","))
            if (r,c) in b or min(r,c)<1 or max(r,c)>3: raise ValueError
        except ValueError:
            print("?")
            continue
        b[r,c]="XO"[p]
        m=[k for k in b if b[k]=="XO"[p]]
        if any(all((r,c) in m for c in (1,2,3)) for r in (1,2,3)) or any(all((r,c) in m for r in (1,2,3)) for c in (1,2,3)) or all((i,i) in m for i in (1,2,3)) or all((i,4-i) in m for i in (1,2,3)):
            print("XO"[p], "wins"); return
        if len(b)==9: print("draw"); return
        p=1-p
main()
