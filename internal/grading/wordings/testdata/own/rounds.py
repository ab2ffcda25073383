import random
wins = losses = ties = 0
def value(cards):
    v = 0; aces = 0
    for c in cards:
        if c in ("J", "Q", "K"): v += 10
        elif c == "A": v += 11; aces += 1
        else: v += int(c)
    while v > 21 and aces > 0:
        v -= 10; aces -= 1
    return v
while True:
    deck = ["A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"] * 4
    random.shuffle(deck)
    player = [deck.pop(), deck.pop()]
    dealer = [deck.pop(), deck.pop()]
    print(f"\nYour cards: {player}, current score: {value(player)}")
    print(f"Computer's first card: {dealer[0]}")
    while value(player) < 21:
        more = input("Type 'y' to get another card, type 'n' to pass: ").lower()
        if more == "y":
            player.append(deck.pop())
            print(f"Your cards: {player}, current score: {value(player)}")
        elif more == "n":
            break
        else:
            print("Just y or n.")
    if value(player) <= 21:
        while value(dealer) < 17:
            dealer.append(deck.pop())
    print(f"Your final hand: {player}, final score: {value(player)}")
    print(f"Computer's final hand: {dealer}, final score: {value(dealer)}")
    if value(player) > 21:
        print("You went over. You lose.")
        losses += 1
    elif value(dealer) > 21:
        print("Opponent went over. You win.")
        wins += 1
    elif value(player) > value(dealer):
        print("You win.")
        wins += 1
    elif value(player) < value(dealer):
        print("You lose.")
        losses += 1
    else:
        print("Draw.")
        ties += 1
    print(f"Wins: {wins}  Losses: {losses}  Draws: {ties}")
    if input("Do you want to play another game? Type 'y' or 'n': ") != "y":
        print("Goodbye!")
        break
