import random

WORDS = ["planet", "ladder", "window", "pepper", "rocket", "garden", "button", "mirror"]
PICTURES = ["", "|", "|-", "|-o", "|-o-", "|-o-<", "|-o-< dead"]

def play():
    word = random.choice(WORDS)
    tried = set()
    wrong = 0
    while wrong < 6:
        print()
        print(PICTURES[wrong])
        print(" ".join(ch if ch in tried else "_" for ch in word))
        print("Tried so far:", ", ".join(sorted(tried)) or "nothing")
        letter = input("Next letter, please: ").lower().strip()
        if len(letter) != 1 or not letter.isalpha():
            print("One single letter!")
            continue
        if letter in tried:
            print("You had that one before.")
            continue
        tried.add(letter)
        if letter in word:
            print("Good guess.")
            if all(ch in tried for ch in word):
                print(word)
                print("You saved the poor fellow!")
                return
        else:
            wrong += 1
            print(f"Sorry, no {letter}. {6 - wrong} more and he swings.")
    print(PICTURES[6])
    print("He is gone. We were looking for", word)

while True:
    play()
    if input("Again (y/n)? ") != "y":
        break
