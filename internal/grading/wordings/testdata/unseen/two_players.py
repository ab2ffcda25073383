# Hangman for two: one types the word, the other guesses.
import string

secret = input("Player one, enter a word (the other one looks away): ").strip().upper()
while not secret.isalpha():
    secret = input("Only letters, please: ").strip().upper()
print("\n" * 30)
wrong = []
right = set()
STAGES = ["nothing yet", "a pole", "a beam", "a rope", "a head", "a body", "two legs", "the end"]
while True:
    print("Drawn so far:", STAGES[len(wrong)])
    print(" ".join(c if c in right else "-" for c in secret))
    if set(secret) <= right:
        print("Player two has found the word!")
        break
    if len(wrong) == 6:
        print("Player two hangs. The word:", secret)
        break
    g = input("Player two, your letter: ").strip().upper()
    if len(g) != 1 or g not in string.ascii_uppercase:
        print("That is not a letter.")
    elif g in right or g in wrong:
        print("You said that one already.")
    elif g in secret:
        right.add(g)
        print("It is in there", secret.count(g), "time(s).")
    else:
        wrong.append(g)
        print("It is not in there.")
