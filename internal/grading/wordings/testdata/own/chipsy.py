import random

def deck():
    d = [(r, s) for s in ("hearts", "spades", "clubs", "diamonds")
         for r in ("ace", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "jack", "queen", "king")]
    random.shuffle(d)
    return d

VALUES = dict(two=2, three=3, four=4, five=5, six=6, seven=7, eight=8, nine=9, ten=10, jack=10, queen=10, king=10, ace=11)

def total(hand):
    t = sum(VALUES[r] for r, _ in hand)
    aces = sum(r == "ace" for r, _ in hand)
    while t > 21 and aces:
        t, aces = t - 10, aces - 1
    return t

def tell(hand):
    return ", ".join(f"{r} of {s}" for r, s in hand)

money = 100
rounds = 0
while money >= 1 and rounds < 10:
    rounds += 1
    print(f"\nRound {rounds}. You own {money} coins.")
    while True:
        text = input("How many coins do you put in? ")
        if text.isdigit() and 1 <= int(text) <= min(100, money):
            bet = int(text)
            break
        print("You cannot put that in.")
    cards = deck()
    mine = [cards.pop(), cards.pop()]
    theirs = [cards.pop(), cards.pop()]
    print("You hold", tell(mine), "- worth", total(mine))
    print("The bank shows", tell(theirs[:1]))
    natural = total(mine) == 21
    if natural or total(theirs) == 21:
        print("The bank holds", tell(theirs), "- worth", total(theirs))
        if natural and total(theirs) == 21:
            print("Both have blackjack, the coins come back.")
        elif natural:
            print("Blackjack! That pays three to two.")
            money += bet * 1.5
            money = int(money) if money == int(money) else money
        else:
            print("The bank has blackjack, the coins are gone.")
            money -= bet
        continue
    gone = False
    first = True
    while total(mine) < 21:
        can = first and 2 * bet <= money
        text = input("Card, stop or double? " if can else "Card or stop? ").strip().lower()
        if text == "card":
            mine.append(cards.pop())
        elif text == "stop":
            break
        elif text == "double" and can:
            bet *= 2
            mine.append(cards.pop())
        else:
            print("That is not possible.")
            continue
        first = False
        print("You hold", tell(mine), "- worth", total(mine))
        if total(mine) > 21:
            gone = True
            break
        if text == "double":
            break
    if gone:
        print("Too much! The coins are gone.")
        money -= bet
        continue
    while total(theirs) < 17:
        theirs.append(cards.pop())
    print("The bank holds", tell(theirs), "- worth", total(theirs))
    a, b = total(mine), total(theirs)
    if b > 21 or a > b:
        print("You win the round.")
        money += bet
    elif a == b:
        print("Same value, the coins come back.")
    else:
        print("The bank wins the round.")
        money -= bet
print(f"The evening is over. You leave with {money} coins.")
