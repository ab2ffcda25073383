# Oxo, by class 9
class Oxo:
    WINS = [(0,1,2),(3,4,5),(6,7,8),(0,3,6),(1,4,7),(2,5,8),(0,4,8),(2,4,6)]
    def __init__(self):
        self.squares = list("abcdefghi")
        self.go = 0
    def draw(self):
        print()
        for r in range(3):
            print("\t" + "  ".join(self.squares[r*3:r*3+3]))
        print()
    def who(self):
        return "Noughts" if self.go % 2 else "Crosses"
    def sign(self):
        return "O" if self.go % 2 else "X"
    def play(self):
        self.draw()
        while True:
            sq = input(f"{self.who()}, which letter? ")
            if len(sq) != 1 or sq not in "abcdefghi":
                print("That is not one of the letters a to i.")
                continue
            i = "abcdefghi".index(sq)
            if self.squares[i] in "XO":
                print("Somebody is already there.")
                continue
            self.squares[i] = self.sign()
            self.draw()
            for a, b, c in self.WINS:
                if self.squares[a] == self.squares[b] == self.squares[c]:
                    print(f"Three in a row! {self.who()} take the match.")
                    return
            self.go += 1
            if self.go == 9:
                print("Stalemate - the board is full.")
                return
Oxo().play()
