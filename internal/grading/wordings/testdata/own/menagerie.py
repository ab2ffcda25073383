import random
HANGMANPICS = ['''
  +---+
  |   |
      |
      |
      |
      |
=========''', '''
  +---+
  |   |
  O   |
      |
      |
      |
=========''', '''
  +---+
  |   |
  O   |
  |   |
      |
      |
=========''', '''
  +---+
  |   |
  O   |
 /|   |
      |
      |
=========''', '''
  +---+
  |   |
  O   |
 /|\\  |
      |
      |
=========''', '''
  +---+
  |   |
  O   |
 /|\\  |
 /    |
      |
=========''', '''
  +---+
  |   |
  O   |
 /|\\  |
 / \\  |
      |
=========''']
words = 'ant baboon badger bat bear beaver camel cat clam cobra cougar coyote crow deer dog donkey duck eagle ferret fox frog goat goose hawk lion lizard llama mole monkey moose mouse mule newt otter owl panda parrot pigeon python rabbit ram rat raven rhino salmon seal shark sheep skunk sloth snake spider stork swan tiger toad trout turkey turtle weasel whale wolf wombat zebra'.split()

def display(missed, correct, secret):
    print(HANGMANPICS[len(missed)])
    print('Missed letters:', end=' ')
    for letter in missed:
        print(letter, end=' ')
    print()
    blanks = '_' * len(secret)
    for i in range(len(secret)):
        if secret[i] in correct:
            blanks = blanks[:i] + secret[i] + blanks[i+1:]
    for letter in blanks:
        print(letter, end=' ')
    print()

def get_guess(already):
    while True:
        print('Guess a letter.')
        guess = input().lower()
        if len(guess) != 1:
            print('Please enter a single letter.')
        elif guess in already:
            print('You have already guessed that letter. Choose again.')
        elif guess not in 'abcdefghijklmnopqrstuvwxyz':
            print('Please enter a LETTER.')
        else:
            return guess

print('H A N G M A N')
missed = ''
correct = ''
secret = random.choice(words)
done = False
while True:
    display(missed, correct, secret)
    guess = get_guess(missed + correct)
    if guess in secret:
        correct += guess
        if all(c in correct for c in secret):
            print('Yes! The secret word is "' + secret + '"! You have won!')
            done = True
    else:
        missed += guess
        if len(missed) == len(HANGMANPICS) - 1:
            display(missed, correct, secret)
            print('You have run out of guesses!\nAfter ' + str(len(missed)) + ' missed guesses and ' + str(len(correct)) + ' correct guesses, the word was "' + secret + '"')
            done = True
    if done:
        print('Do you want to play again? (yes or no)')
        if input().lower().startswith('y'):
            missed = ''
            correct = ''
            done = False
            secret = random.choice(words)
        else:
            break
