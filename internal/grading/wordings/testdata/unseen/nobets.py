import random
def total(h):
    t = sum(min(c, 10) for c in h)
    return t + 10 if 1 in h and t + 10 <= 21 else t
names = {1: "A", 11: "J", 12: "Q", 13: "K"}
show = lambda h: " ".join(str(names.get(c, c)) for c in h)
deck = [r for r in range(1, 14)] * 4
random.shuffle(deck)
me, dealer = [deck.pop(), deck.pop()], [deck.pop(), deck.pop()]
print("Dealer shows", show(dealer[:1]))
while total(me) < 21:
    print("You have", show(me), "- total", total(me))
    a = input("Hit or stand (h/s)? ")
    if a == "h":
        me.append(deck.pop())
    elif a == "s":
        break
    else:
        print("Please type h or s.")
print("You have", show(me), "- total", total(me))
if total(me) > 21:
    print("Bust, the dealer wins.")
else:
    while total(dealer) < 17:
        dealer.append(deck.pop())
    print("Dealer has", show(dealer), "- total", total(dealer))
    if total(dealer) > 21 or total(dealer) < total(me):
        print("You win.")
    elif total(dealer) > total(me):
        print("The dealer wins.")
    else:
        print("Push.")
