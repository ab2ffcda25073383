# Blackjack; the deck comes from the keyboard first, so that we can test it.
print("*** B L A C K J A C K ***")
raw = input("Deck to play with (cards separated by blanks): ").split()
pos = 0


def draw():
    global pos
    pos += 1
    return raw[pos - 1]


def worth(cards):
    s = sum(11 if c[0] == "A" else 10 if c[0] in "TJQK" or c.startswith("10") else int(c[0]) for c in cards)
    n = sum(c[0] == "A" for c in cards)
    while s > 21 and n:
        s, n = s - 10, n - 1
    return s


you = [draw()]
dealer = [draw()]
you.append(draw())
dealer.append(draw())
print("dealer:", dealer[0], "XX")
done = natural = worth(you) == 21 or worth(dealer) == 21
if natural:
    print('you:   ', *you, f'({worth(you)})')
while not done:
    print("you:   ", *you, f"({worth(you)})")
    if worth(you) >= 21:
        break
    k = input("H=hit, S=stand: ").upper().strip()
    if k == "H":
        you.append(draw())
    elif k == "S":
        done = True
    else:
        print("H or S!")
if worth(you) > 21:
    print("You went over. Dealer wins.")
else:
    while not natural and worth(dealer) < 17:
        dealer.append(draw())
    print("dealer:", *dealer, f"({worth(dealer)})")
    a, b = worth(you), worth(dealer)
    print("You win!" if b > 21 or a > b else "Dealer wins." if b > a else "Push.")
