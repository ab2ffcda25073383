# Blackjack against the dealer. The cards come on the command line, as in "AS 10D 7H".
import sys

RANKS = ["A"] + [str(n) for n in range(2, 11)] + ["J", "Q", "K"]
SUITS = {"S": "♠", "H": "♥", "D": "♦", "C": "♣"}


def new_shoe():
    shoe = sys.argv[1].split()
    return shoe + [r + s for s in "SHDC" for r in RANKS if r + s not in shoe]


def total(hand):
    points = sum(1 if c[:-1] == "A" else 10 if c[:-1] in "JQK" else int(c[:-1]) for c in hand)
    if points <= 11 and any(c[:-1] == "A" for c in hand):
        points += 10
    return points


def show(hand):
    return " ".join(c[:-1] + SUITS[c[-1]] for c in hand)


def ask_bet(bank):
    while True:
        text = input(f"You have {bank:g} chips. Your bet (1-100): ")
        try:
            bet = int(text)
        except ValueError:
            print("Please type a whole number.")
            continue
        if bet < 1 or bet > 100:
            print("Bets are from 1 to 100, that is not allowed.")
        elif bet > bank:
            print("You do not have that many chips.")
        else:
            return bet


def play_round(shoe, bank):
    bet = ask_bet(bank)
    bank -= bet
    me, dealer = [shoe.pop(0)], [shoe.pop(0)]
    me.append(shoe.pop(0))
    dealer.append(shoe.pop(0))
    natural = total(me) == 21
    done = natural or total(dealer) == 21
    print(f"Dealer: {show(dealer[:1])} ??")
    print(f"You: {show(me)} = {total(me)}")
    while not done:
        move = input("hit, stand, double or split? ").strip().lower()
        if move == "hit":
            me.append(shoe.pop(0))
        elif move == "stand":
            break
        elif move == "double" and len(me) == 2 and bet <= bank:
            bank -= bet
            bet *= 2
            me.append(shoe.pop(0))
            done = True
        else:
            print("Sorry, that is not possible.")
            continue
        print(f"You: {show(me)} = {total(me)}")
        done = done or total(me) >= 21
    mine = total(me)
    if mine <= 21 and not natural and not (total(dealer) == 21 and len(dealer) == 2):
        while total(dealer) < 17:
            dealer.append(shoe.pop(0))
    house = total(dealer)
    dealt = house == 21 and len(dealer) == 2
    print(f"Dealer: {show(dealer)} = {house}")
    if mine > 21:
        print("Bust! You lose.")
    elif natural and not dealt:
        bank += bet * 2.5
        print("A natural! You win.")
    elif dealt and not natural:
        print("The dealer has a natural. You lose.")
    elif house > 21:
        bank += 2 * bet
        print("The dealer is bust, you win!")
    elif mine > house:
        bank += 2 * bet
        print("You win!")
    elif mine == house:
        bank += bet
        print("Push.")
    else:
        print("You lose.")
    return bank


def main():
    shoe, bank = new_shoe(), 100
    for _ in range(10):
        bank = play_round(shoe, bank)
        if bank < 1:
            print("You are out of chips. Game over.")
            return
    print(f"You leave with {bank:g} chips.")


main()
