import random

WORDS = ["python", "garden", "window", "bottle", "lantern", "pepper", "balloon", "kitchen"]

def show(word, found):
    return " ".join(c if c in found else "_" for c in word)

def main():
    word = random.choice(WORDS)
    found, wrong = set(), set()
    tries = 6
    print("=== HANGMAN ===")
    print("I am thinking of a word with", len(word), "letters.")
    while tries > 0:
        print()
        print(show(word, found))
        print("Tries left:", tries)
        guess = input("Enter a letter: ").strip().lower()
        if len(guess) != 1 or not guess.isalpha():
            print("Please type exactly one letter.")
            continue
        if guess in found or guess in wrong:
            print("You tried", guess, "already!")
            continue
        if guess in word:
            found.add(guess)
            print("Good guess!")
            if all(c in found for c in word):
                print("Well done, you saved him! It was", word)
                return
        else:
            wrong.add(guess)
            tries -= 1
            print("Nope,", guess, "is not in there.")
    print("He hangs! The secret word was", word)

main()
