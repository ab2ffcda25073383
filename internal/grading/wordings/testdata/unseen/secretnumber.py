import sys

secret = int(sys.argv[1])


def game():
    left = 10
    print("I have chosen a number from 1 to 100.")
    while left > 0:
        print(f"You have {left} guesses.")
        text = input("Your guess: ")
        try:
            n = int(text)
        except ValueError:
            print("That was no number!")
            continue
        if n < 1 or n > 100:
            print("It lies between 1 and 100.")
            continue
        left -= 1
        if n == secret:
            print("Exactly! You have found it.")
            return
        print("Too low." if n < secret else "Too high.")
    print(f"No guesses left. I was thinking of {secret}.")


game()
while input("Shall we play another round? (y/n) ") == "y":
    game()
