import sys
word=sys.argv[1] if len(sys.argv)>1 else input("Word? ")
left=8
tried=[]
while True:
    print(''.join(c if not c.isalpha() or c.lower() in tried else '_' for c in word), ' ', left, 'guesses left')
    if all(not c.isalpha() or c.lower() in tried for c in word):
        print("You got it!"); break
    if left==0:
        print("Out of guesses. The word was", word); break
    g=input("letter: ").strip().lower()
    if len(g)!=1 or not g.isalpha(): print("One letter please"); continue
    if g in tried: print("You had that one"); continue
    tried.append(g)
    if g in word.lower(): print("Yes")
    else:
        left-=1; print("No")
