import sys

STAGES = ["|/", "|/ O", "|/ O\n| |", "|/ O\n|/|", "|/ O\n|/|\\", "|/ O\n|/|\\\n|/", "|/ O\n|/|\\\n|/ \\"]

def play(word):
    lives = 6
    guessed = []
    while True:
        shown = [c if not c.isalpha() or c.casefold() in guessed else "_" for c in word]
        print()
        print(STAGES[6 - lives])
        print("Word: " + " ".join(shown))
        print("Guessed letters:", ", ".join(guessed))
        print("Lives left:", lives)
        if "_" not in shown:
            print("Congratulations, you won!")
            return
        if lives == 0:
            print("You lost! The word was " + word + ".")
            return
        guess = input("Guess a letter: ").strip()
        if len(guess) != 1 or not guess.isalpha():
            print("Please enter exactly one letter.")
            continue
        guess = guess.casefold()
        if guess in guessed:
            print("You already guessed that.")
            continue
        guessed.append(guess)
        if guess in word.casefold():
            print("Good guess!")
        else:
            print("Sorry, there is no " + guess + ".")
            lives -= 1

word = sys.argv[1]
while True:
    play(word)
    if input("Play again (yes/no)? ").strip().lower() != "yes":
        break
