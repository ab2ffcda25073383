class Player:
    def __init__(self, name, symbol):
        self.name = name
        self.symbol = symbol


class Board:
    def __init__(self):
        self.cells = [None] * 9

    def is_free(self, index):
        return self.cells[index] is None

    def line(self, symbol):
        triples = ((0, 1, 2), (3, 4, 5), (6, 7, 8), (0, 3, 6), (1, 4, 7), (2, 5, 8), (0, 4, 8), (2, 4, 6))
        return any(all(self.cells[i] == symbol for i in t) for t in triples)


class TicTacToe:
    def __init__(self, first_name, second_name):
        self.board = Board()
        self.players = [Player(first_name, "X"), Player(second_name, "O")]
        self.turn_index = 0
        self.winner = None

    def current(self):
        return self.players[self.turn_index].symbol

    def play_turn(self, index):
        if self.winner is not None or self.is_draw():
            return "The game is over"
        if index not in range(9):
            return "There is no such cell"
        if not self.board.is_free(index):
            return "That cell is taken"
        self.board.cells[index] = self.current()
        if self.board.line(self.current()):
            self.winner = self.current()
        self.turn_index = 1 - self.turn_index
        return None

    def is_draw(self):
        return self.winner is None and None not in self.board.cells
