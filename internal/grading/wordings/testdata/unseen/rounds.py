import random
import sys

VALUES = {"A": 11, "J": 10, "Q": 10, "K": 10}


def worth(hand):
    total = sum(VALUES.get(c[:-1]) or int(c[:-1]) for c in hand)
    aces = sum(c[0] == "A" for c in hand)
    while total > 21 and aces:
        total -= 10
        aces -= 1
    return total


deck = sys.argv[1:] or [r + s for r in "A23456789JQK" for s in "SHDC"] + ["10" + s for s in "SHDC"]
if not sys.argv[1:]:
    random.shuffle(deck)
top = 0


def draw():
    global top
    top += 1
    return deck[top - 1]


while True:
    you, house = [draw()], [draw()]
    you.append(draw())
    house.append(draw())
    print("Dealer shows", house[0])
    print("Your cards:", " ".join(you), "which make", worth(you))
    while worth(you) < 21:
        word = input("Hit or stand? ").strip().lower()
        if word in ("h", "hit"):
            you.append(draw())
            print("Your cards:", " ".join(you), "which make", worth(you))
        elif word in ("s", "stand"):
            break
        else:
            print("Please say hit or stand.")
    if worth(you) > 21:
        print("You went over 21. The dealer wins.")
    else:
        while worth(house) < 17:
            house.append(draw())
        print("Dealer's cards:", " ".join(house), "which make", worth(house))
        if worth(house) > 21:
            print("The dealer went over 21. You win!")
        elif worth(house) > worth(you):
            print("The dealer wins.")
        elif worth(house) < worth(you):
            print("You win!")
        else:
            print("Nobody wins, it is a push.")
    if input("Another round? (yes/no) ").strip().lower() not in ("y", "yes"):
        break
