# Blackjack. The cards come from deck.txt, one card a line (like 10H or QS).
VALUES = {"J": 10, "Q": 10, "K": 10, "A": 11}


def rank(card):
    return card[:-1]


def total(cards):
    t = sum(VALUES.get(rank(c)) or int(rank(c)) for c in cards)
    aces = sum(rank(c) == "A" for c in cards)
    while t > 21 and aces:
        t -= 10
        aces -= 1
    return t


def euros(x):
    return f"{x:g} euros"


deck = open("deck.txt").read().split()
purse = 100


def play_hand(hand, bet, first):
    """plays one hand, returns (cards, bet, hands made by a split)"""
    global purse
    while True:
        print("You hold", " ".join(hand), "which makes", total(hand))
        if total(hand) > 21:
            print("Too many! This hand is lost.")
            return [(hand, bet)]
        if total(hand) == 21:
            return [(hand, bet)]
        can_double = len(hand) == 2 and purse >= bet
        can_split = first and can_double and VALUES.get(rank(hand[0]), rank(hand[0])) == VALUES.get(rank(hand[1]), rank(hand[1]))
        do = input("What now: hit, stand, double or split? ").strip().lower()
        if do == "hit":
            hand.append(deck.pop(0))
        elif do == "stand":
            return [(hand, bet)]
        elif do == "double":
            if not can_double:
                print("Doubling is not allowed now.")
                continue
            purse -= bet
            hand.append(deck.pop(0))
            print("You hold", " ".join(hand), "which makes", total(hand))
            if total(hand) > 21:
                print("Too many! This hand is lost.")
            return [(hand, 2 * bet)]
        elif do == "split":
            if not can_split:
                print("Splitting is not allowed now.")
                continue
            purse -= bet
            hands = [[hand[0], deck.pop(0)], [hand[1], deck.pop(0)]]
            out = []
            for n, h in enumerate(hands, 1):
                print("Hand number", n)
                out += play_split(h, bet) if rank(hand[0]) == "A" else play_hand(h, bet, False)
            return out
        else:
            print("I do not know that word.")


def play_split(hand, bet):
    print("You hold", " ".join(hand), "which makes", total(hand))
    return [(hand, bet)]


try:
    for n in range(1, 11):
        if purse < 1:
            break
        print(f"Round {n}. Your purse holds {euros(purse)}.")
        while True:
            try:
                bet = int(input("How much do you risk? "))
            except ValueError:
                print("A whole number of euros, please.")
                continue
            if bet < 1 or bet > 100:
                print("The house takes 1 to 100 euros.")
            elif bet > purse:
                print("You do not have that much.")
            else:
                break
        purse -= bet
        a, b, c, d = (deck.pop(0) for _ in range(4))
        me, house = [a, c], [b, d]
        print("The croupier shows", house[0])
        if total(me) == 21 or total(house) == 21:
            print("You hold", " ".join(me), "which makes", total(me))
            print("The croupier has", " ".join(house), "which makes", total(house))
            if total(me) == total(house):
                print("Two blackjacks: your bet comes back.")
                purse += bet
            elif total(me) == 21:
                print("Blackjack! You are paid three to two.")
                purse += 2.5 * bet
            else:
                print("The croupier's blackjack takes your bet.")
            continue
        hands = play_hand(me, bet, True)
        if any(total(h) <= 21 for h, _ in hands):
            while total(house) < 17:
                house.append(deck.pop(0))
        print("The croupier has", " ".join(house), "which makes", total(house))
        for h, b in hands:
            if total(h) > 21:
                continue
            if total(house) > 21:
                print("The croupier went over, you win", euros(b))
                purse += 2 * b
            elif total(h) > total(house):
                print("You win", euros(b))
                purse += 2 * b
            elif total(h) == total(house):
                print("Same total, nobody wins.")
                purse += b
            else:
                print("You lose", euros(b))
    print(f"You leave the table with {euros(purse)}.")
except EOFError:
    pass
