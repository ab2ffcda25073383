def value(card):
    rank = card[:-1]
    if rank in ("J", "Q", "K"):
        return 10
    if rank == "A":
        return 11
    return int(rank)


def total(hand):
    points = sum(value(card) for card in hand)
    aces = sum(1 for card in hand if card[:-1] == "A")
    while points > 21 and aces:
        points -= 10
        aces -= 1
    return points


class Round:
    """One round. The deck is a list from which cards are taken from the front."""

    def __init__(self, deck):
        self.deck = list(deck)
        self.player = [self.deck.pop(0)]
        self.dealer = [self.deck.pop(0)]
        self.player.append(self.deck.pop(0))
        self.dealer.append(self.deck.pop(0))
        self.finished = total(self.player) == 21 or total(self.dealer) == 21

    def hit(self):
        if self.finished:
            raise ValueError("the round is over")
        self.player.append(self.deck.pop(0))
        if total(self.player) > 21:
            self.finished = True

    def stand(self):
        if self.finished:
            raise ValueError("the round is over")
        while total(self.dealer) < 17:
            self.dealer.append(self.deck.pop(0))
        self.finished = True

    def player_total(self):
        return total(self.player)

    def dealer_total(self):
        return total(self.dealer)

    def result(self):
        if not self.finished:
            return None
        p, d = total(self.player), total(self.dealer)
        if p > 21:
            return "lose"
        if p == 21 and len(self.player) == 2 and not (d == 21 and len(self.dealer) == 2):
            return "blackjack"
        if d == 21 and len(self.dealer) == 2 and not (p == 21 and len(self.player) == 2):
            return "lose"
        if d > 21 or p > d:
            return "win"
        return "lose" if p < d else "push"
