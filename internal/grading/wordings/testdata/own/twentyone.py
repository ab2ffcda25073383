import random

class Card:
    def __init__(self, suit, rank):
        self.suit = suit
        self.rank = rank
    def value(self):
        if self.rank in ("Jack", "Queen", "King"):
            return 10
        if self.rank == "Ace":
            return 11
        return int(self.rank)
    def __str__(self):
        return f"{self.rank} of {self.suit}"

class Hand:
    def __init__(self):
        self.cards = []
    def add(self, card):
        self.cards.append(card)
    def points(self):
        total = sum(c.value() for c in self.cards)
        aces = len([c for c in self.cards if c.rank == "Ace"])
        while total > 21 and aces:
            total -= 10
            aces -= 1
        return total

ranks = ["Ace", "2", "3", "4", "5", "6", "7", "8", "9", "10", "Jack", "Queen", "King"]
suits = ["Clubs", "Diamonds", "Hearts", "Spades"]

def show(player, dealer, hide):
    print()
    print("--- Your hand ---")
    for c in player.cards:
        print(" *", c)
    print("Value:", player.points())
    print("--- House hand ---")
    if hide:
        print(" *", dealer.cards[0])
        print(" * (face down)")
    else:
        for c in dealer.cards:
            print(" *", c)
        print("Value:", dealer.points())

def play():
    deck = [Card(s, r) for s in suits for r in ranks]
    random.shuffle(deck)
    player, dealer = Hand(), Hand()
    for _ in range(2):
        player.add(deck.pop())
        dealer.add(deck.pop())
    show(player, dealer, True)
    while player.points() <= 21:
        choice = input("\nDo you want another card? [yes/no] ").strip().lower()
        if choice in ("yes", "y"):
            player.add(deck.pop())
            show(player, dealer, True)
        elif choice in ("no", "n"):
            break
        else:
            print("Answer yes or no, please.")
    if player.points() > 21:
        show(player, dealer, False)
        print("\nYou went over 21 - you lose!")
        return
    while dealer.points() < 17:
        dealer.add(deck.pop())
    show(player, dealer, False)
    if dealer.points() > 21:
        print("\nThe house went over 21 - you win!")
    elif dealer.points() > player.points():
        print("\nThe house is closer - you lose!")
    elif dealer.points() < player.points():
        print("\nYou are closer - you win!")
    else:
        print("\nNobody wins: it's a tie.")

if __name__ == "__main__":
    print("WELCOME TO TWENTY-ONE")
    play()
    while input("\nOne more game? [yes/no] ").strip().lower().startswith("y"):
        play()
    print("Thanks for coming.")
