class Hangman:
    MAX_ATTEMPTS = 6

    def __init__(self, secret_word):
        self._secret = secret_word.lower()
        self._guessed = []
        self.remaining_attempts = self.MAX_ATTEMPTS

    def make_guess(self, letter):
        letter = letter.lower()
        if self.game_over():
            return "The game is over."
        if len(letter) != 1 or not letter.isalpha():
            return "Please enter a single letter."
        if letter in self._guessed:
            return "You already guessed that letter."
        self._guessed.append(letter)
        if letter in self._secret:
            return "Good guess!"
        self.remaining_attempts -= 1
        return "Wrong guess."

    def get_word_state(self):
        return [c if c in self._guessed or not c.isalpha() else "_" for c in self._secret]

    def has_won(self):
        return "_" not in self.get_word_state()

    def game_over(self):
        return self.has_won() or self.remaining_attempts == 0
