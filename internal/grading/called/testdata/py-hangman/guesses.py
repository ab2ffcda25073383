class WordGame:
    def __init__(self, word, lives=6):
        self.word = word.lower()
        self.lives_left = lives
        self.tried = set()

    def guess(self, letter):
        letter = letter.lower()
        if self.is_over():
            raise ValueError("the game is over")
        if len(letter) != 1 or not letter.isalpha():
            raise ValueError("please guess one letter")
        if letter in self.tried:
            raise ValueError("you have tried that letter")
        self.tried.add(letter)
        if letter in self.word:
            return True
        self.lives_left -= 1
        return False

    def display(self):
        return " ".join(c if c in self.tried or not c.isalpha() else "_" for c in self.word)

    def is_won(self):
        return all(c in self.tried for c in self.word if c.isalpha())

    def is_lost(self):
        return self.lives_left <= 0

    def is_over(self):
        return self.is_won() or self.is_lost()
