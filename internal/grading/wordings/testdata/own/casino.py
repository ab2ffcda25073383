import random
def new_deck():
    d = [(r, s) for r in "23456789TJQKA" for s in "cdhs"]
    random.shuffle(d)
    return d
def total(hand):
    t = sum(11 if r == "A" else 10 if r in "TJQK" else int(r) for r, _ in hand)
    for r, _ in hand:
        if r == "A" and t > 21:
            t -= 10
    return t
def txt(hand):
    return " ".join(r + s for r, s in hand)
money = 100
for rnd in range(1):
    print(f"You have {money} chips.")
    while True:
        bet = input("How many chips do you bet? ")
        if bet.isdigit() and 1 <= int(bet) <= money:
            bet = int(bet)
            break
        print("You cannot bet that.")
    deck = new_deck()
    me, dealer = [deck.pop(), deck.pop()], [deck.pop(), deck.pop()]
    print("Dealer:", dealer[0][0] + dealer[0][1], "--")
    print("You:", txt(me), "=", total(me))
    if total(me) == 21:
        print("Dealer:", txt(dealer), "=", total(dealer))
        if total(dealer) == 21:
            print("Both have blackjack, push.")
        else:
            print("Blackjack!")
            money += bet * 1.5
    else:
        while total(me) < 21:
            c = input("(h)it or (s)tand or (d)ouble? ").lower()
            if c == "h":
                me.append(deck.pop()); print("You:", txt(me), "=", total(me))
            elif c == "s":
                break
            elif c == "d" and len(me) == 2 and money >= 2 * bet:
                bet *= 2
                me.append(deck.pop()); print("You:", txt(me), "=", total(me))
                break
            else:
                print("Not possible.")
        if total(me) > 21:
            print("Too many, you lose.")
            money -= bet
        else:
            while total(dealer) < 17:
                dealer.append(deck.pop())
            print("Dealer:", txt(dealer), "=", total(dealer))
            if len(dealer) == 2 and total(dealer) == 21:
                print("Dealer has blackjack, you lose."); money -= bet
            elif total(dealer) > 21:
                print("Dealer is bust, you win."); money += bet
            elif total(dealer) > total(me):
                print("Dealer wins."); money -= bet
            elif total(dealer) < total(me):
                print("You win."); money += bet
            else:
                print("Push.")
print(f"You leave with {money} chips.")
