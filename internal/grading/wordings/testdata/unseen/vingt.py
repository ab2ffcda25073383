# Vingt-et-un: blackjack for one. First argument: the cards in a row, separated by blanks.
import random
import sys

FULL = [r + s for s in "SHDC" for r in "A 2 3 4 5 6 7 8 9 10 J Q K".split()]
if len(sys.argv) > 1:
    top = " ".join(sys.argv[1:]).split()
    shoe = top + [c for c in FULL if c not in top]
else:
    shoe = random.sample(FULL, 52)
shoe.reverse()


def worth(hand):
    n = sum({"A": 1, "J": 10, "Q": 10, "K": 10}.get(c[:-1]) or int(c[:-1]) for c in hand)
    return n + 10 if n < 12 and any(c[0] == "A" for c in hand) else n


def ask(question, options):
    while True:
        a = input(question).strip().lower()
        if a in options:
            return a
        print("Answers:", ", ".join(options))


class Hand:
    def __init__(self, cards, bet):
        self.cards, self.bet, self.done = cards, bet, False

    def __str__(self):
        return "-".join(self.cards) + f" ({worth(self.cards)})"


def round_(chips):
    while True:
        t = input(f"{chips:g} chips. Bet (1-100)? ").strip()
        try:
            bet = int(t)
        except ValueError:
            print("Only numbers count as bets.")
            continue
        if 1 <= bet <= 100 and bet <= chips:
            break
        print("That bet is not taken.")
    chips -= bet
    a, b, c, d = (shoe.pop() for _ in range(4))
    hands, dealer = [Hand([a, c], bet)], [b, d]
    print("Player", hands[0], "| Dealer", b + "-XX")
    if worth(dealer) == 21 or worth([a, c]) == 21:
        print("Dealer", "-".join(dealer), f"({worth(dealer)})")
        if worth(dealer) == worth([a, c]):
            print("Natural on both sides, push.")
            return chips + bet
        if worth(dealer) == 21:
            print("Dealer natural, bet lost.")
            return chips
        print("Player natural, 3:2.")
        return chips + 2.5 * bet
    i = 0
    while i < len(hands):
        h = hands[i]
        if worth(h.cards) >= 21 or h.done:
            if worth(h.cards) > 21:
                print("Player over 21, bet lost.")
            i += 1
            continue
        do = ask("Card, no card, double down or pair split (c/n/d/p)? ", ["c", "n", "d", "p"])
        if do == "n":
            h.done = True
            continue
        if do in "dp" and (len(h.cards) != 2 or chips < h.bet):
            print("Not with this hand.")
            continue
        if do == "p":
            if len(hands) > 1 or worth(h.cards[:1]) % 10 != worth(h.cards[1:]) % 10:
                print("Not with this hand.")
                continue
            chips -= bet
            aces = h.cards[0][0] == "A"
            second = Hand([h.cards.pop()], bet)
            h.cards.append(shoe.pop())
            second.cards.append(shoe.pop())
            h.done = second.done = aces
            hands.append(second)
            print("Player", h, "and", second)
            continue
        h.cards.append(shoe.pop())
        if do == "d":
            chips -= h.bet
            h.bet *= 2
            h.done = True
        print("Player", h)
    if any(worth(h.cards) <= 21 for h in hands):
        while worth(dealer) < 17:
            dealer.append(shoe.pop())
    print("Dealer", "-".join(dealer), f"({worth(dealer)})")
    for h in hands:
        if worth(h.cards) > 21:
            continue
        if worth(dealer) > 21 or worth(h.cards) > worth(dealer):
            print("Player ahead, bet doubled.")
            chips += 2 * h.bet
        elif worth(h.cards) == worth(dealer):
            print("Equal, push.")
            chips += h.bet
        else:
            print("Dealer ahead, bet lost.")
    return chips


try:
    chips = 100
    for _ in range(10):
        chips = round_(chips)
        if chips < 1:
            print("No chips left, the table closes.")
            break
    print(f"Final count: {chips:g} chips.")
except EOFError:
    pass
