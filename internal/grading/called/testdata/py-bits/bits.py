WINS = [0b111, 0b111000, 0b111000000, 0b1001001, 0b10010010, 0b100100100, 0b100010001, 0b1010100]


class BitGame:
    def __init__(self):
        self.x = 0
        self.o = 0
        self.turn = 0

    def move(self, index):
        if index < 0 or index > 8:
            return False
        bit = 1 << index
        if (self.x | self.o) & bit or self.over():
            return False
        if self.turn == 0:
            self.x |= bit
        else:
            self.o |= bit
        self.turn = 1 - self.turn
        return True

    def wins(self, bits):
        return any(bits & w == w for w in WINS)

    def winner(self):
        if self.wins(self.x):
            return 0
        if self.wins(self.o):
            return 1
        return -1

    def over(self):
        return self.winner() >= 0 or (self.x | self.o) == 0b111111111
