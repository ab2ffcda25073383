import random
def deck():
    d = [(r, s) for r in "23456789TJQKA" for s in "♠♥♦♣"]
    random.shuffle(d); return d
def value(hand):
    t = sum(11 if r == "A" else 10 if r in "TJQK" else int(r) for r, _ in hand)
    aces = sum(r == "A" for r, _ in hand)
    while t > 21 and aces: t -= 10; aces -= 1
    return t
def pretty(hand): return " ".join(("10" if r == "T" else r) + s for r, s in hand)
bank = 100
d = deck()
while True:
    b = input(f"You own {bank} chips. How many do you put down? ")
    if b.isdigit() and 1 <= int(b) <= bank: bet = int(b); break
    print("That bet is not possible.")
me, house = [d.pop(), d.pop()], [d.pop(), d.pop()]
print("House shows:", pretty(house[:1]))
print("You hold:", pretty(me), "=", value(me))
natural = value(me) == 21
if not natural:
    while True:
        a = input("(c)ard or (e)nough? ").strip().lower()
        if a == "c":
            me.append(d.pop())
            print("You hold:", pretty(me), "=", value(me))
            if value(me) >= 21: break
        elif a == "e": break
        else: print("c or e, please.")
if value(me) > 21:
    print("Over 21! Your chips are gone."); bank -= bet
else:
    if not natural:
        while value(house) < 17: house.append(d.pop())
    print("House holds:", pretty(house), "=", value(house))
    hn = len(house) == 2 and value(house) == 21
    if natural and not hn: print("A natural! Paid three to two."); bank += bet * 1.5
    elif value(house) > 21 or value(me) > value(house): print("You take the round."); bank += bet
    elif value(me) == value(house) and natural == hn: print("Nobody takes it."); 
    else: print("The house takes it."); bank -= bet
print(f"You leave with {bank:g} chips.")
