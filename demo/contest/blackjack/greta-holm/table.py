"""Decides by a table that was learnt by heart: splits, doubles, soft and hard hands."""

SPLITS = {1: range(1, 11), 8: range(1, 11), 2: range(2, 8), 3: range(2, 8), 4: (5, 6), 6: range(2, 7), 7: range(2, 8), 9: (2, 3, 4, 5, 6, 8, 9)}
DOUBLES = {9: range(3, 7), 10: range(2, 10), 11: range(1, 11)}
SOFT_DOUBLES = {13: (5, 6), 14: (5, 6), 15: (4, 5, 6), 16: (4, 5, 6), 17: range(3, 7), 18: range(3, 7)}


def value(card):
    rank = card[:-1]
    return 1 if rank == "A" else int(rank) if rank.isdigit() else 10


def choose(hand, up):
    cards, dealer = [value(card) for card in hand], value(up)
    total = sum(cards)
    soft = 1 in cards and total <= 11
    if soft:
        total += 10
    if len(cards) == 2:
        if cards[0] == cards[1] and dealer in SPLITS.get(cards[0], ()):
            return "split"
        if dealer in (SOFT_DOUBLES if soft else DOUBLES).get(total, ()):
            return "double"
    if soft:
        return "stand" if total >= 19 or total == 18 and dealer in (1, 2, 7, 8) else "hit"
    if total >= 17 or total >= 13 and 2 <= dealer <= 6 or total == 12 and 4 <= dealer <= 6:
        return "stand"
    return "hit"
