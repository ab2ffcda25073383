import random

SUITS = ("Hearts", "Diamonds", "Spades", "Clubs")
RANKS = ("Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Jack", "Queen", "King", "Ace")
VALUES = dict(zip(RANKS, (2, 3, 4, 5, 6, 7, 8, 9, 10, 10, 10, 10, 11)))


class Card:
    def __init__(self, suit, rank):
        self.suit, self.rank = suit, rank

    def __str__(self):
        return self.rank + " of " + self.suit


class Hand:
    def __init__(self):
        self.cards, self.value, self.aces = [], 0, 0

    def add(self, card):
        self.cards.append(card)
        self.value += VALUES[card.rank]
        if card.rank == "Ace":
            self.aces += 1
        while self.value > 21 and self.aces:
            self.value -= 10
            self.aces -= 1


chips = 100
print("Welcome to BlackJack! Get as close to 21 as you can without going over!")
print("Dealer hits until she reaches 17. Aces count as 1 or 11.")
while True:
    deck = [Card(s, r) for s in SUITS for r in RANKS]
    random.shuffle(deck)
    player, dealer = Hand(), Hand()
    for _ in range(2):
        player.add(deck.pop())
        dealer.add(deck.pop())
    while True:
        try:
            bet = int(input("How many chips would you like to bet? "))
        except ValueError:
            print("Sorry, a bet must be an integer!")
            continue
        if bet > chips:
            print("Sorry, your bet can't exceed", chips)
        elif bet < 1:
            print("Sorry, bet at least one chip.")
        else:
            break
    print("\nDealer's Hand:")
    print(" <card hidden>")
    print("", dealer.cards[1])
    print("\nPlayer's Hand:", *player.cards, sep="\n ")
    natural = player.value == 21
    while player.value < 21:
        x = input("Would you like to Hit or Stand? Enter 'h' or 's' ")
        if x.lower() == "h":
            player.add(deck.pop())
            print("\nPlayer's Hand:", *player.cards, sep="\n ")
            print("Player's Hand =", player.value)
        elif x.lower() == "s":
            print("Player stands. Dealer is playing.")
            break
        else:
            print("Sorry, please try again.")
    if player.value > 21:
        print("Player busts!")
        chips -= bet
    else:
        if not natural:
            while dealer.value < 17:
                dealer.add(deck.pop())
        print("\nDealer's Hand:", *dealer.cards, sep="\n ")
        print("Dealer's Hand =", dealer.value)
        print("\nPlayer's Hand:", *player.cards, sep="\n ")
        print("Player's Hand =", player.value)
        dealer_natural = dealer.value == 21 and len(dealer.cards) == 2
        if natural and not dealer_natural:
            print("BlackJack! Paid three to two.")
            chips += bet * 3 // 2 if bet * 3 % 2 == 0 else bet * 1.5
        elif dealer_natural and not natural:
            print("Dealer wins!")
            chips -= bet
        elif dealer.value > 21:
            print("Dealer busts!")
            chips += bet
        elif dealer.value > player.value:
            print("Dealer wins!")
            chips -= bet
        elif dealer.value < player.value:
            print("Player wins!")
            chips += bet
        else:
            print("Dealer and Player tie! It's a push.")
    print("\nPlayer's winnings stand at", chips)
    if chips < 1:
        print("No chips left.")
        break
    if input("Would you like to play another hand? Enter 'y' or 'n' ").lower() != "y":
        print("Thanks for playing!")
        break
