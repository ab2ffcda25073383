ROWS, COLS = 6, 7


class ConnectFour:
    def __init__(self, player_one="Ada", player_two="Bo"):
        self.players = [player_one, player_two]
        self.board = [[0 for _ in range(COLS)] for _ in range(ROWS)]
        self.current_player = 1
        self.game_over = False

    def is_valid_move(self, col):
        return isinstance(col, int) and 0 <= col < COLS and self.board[0][col] == 0

    def make_move(self, col):
        if self.game_over:
            raise Exception("Game is already over")
        if not self.is_valid_move(col):
            raise ValueError(f"Invalid column: {col}")
        for row in range(ROWS - 1, -1, -1):
            if self.board[row][col] == 0:
                self.board[row][col] = self.current_player
                break
        if self.check_winner() or self.is_board_full():
            self.game_over = True
        self.current_player = 3 - self.current_player

    def check_winner(self):
        for r in range(ROWS):
            for c in range(COLS):
                p = self.board[r][c]
                if p == 0:
                    continue
                if c + 3 < COLS and all(self.board[r][c + i] == p for i in range(4)):
                    return p
                if r + 3 < ROWS and all(self.board[r + i][c] == p for i in range(4)):
                    return p
                if r + 3 < ROWS and c + 3 < COLS and all(self.board[r + i][c + i] == p for i in range(4)):
                    return p
                if r - 3 >= 0 and c + 3 < COLS and all(self.board[r - i][c + i] == p for i in range(4)):
                    return p
        return 0

    def is_board_full(self):
        return all(cell != 0 for cell in self.board[0])

    def print_board(self):
        for row in self.board:
            print(" ".join(str(c) for c in row))
