def create_board():
    return [" "] * 9


def make_move(board, position, player):
    """Writes the player's mark and says whether that was possible."""
    if position < 0 or position >= 9 or board[position] != " " or check_winner(board) is not None:
        return False
    board[position] = player
    return True


def check_winner(board):
    for a, b, c in [(0, 1, 2), (3, 4, 5), (6, 7, 8), (0, 3, 6), (1, 4, 7), (2, 5, 8), (0, 4, 8), (2, 4, 6)]:
        if board[a] != " " and board[a] == board[b] == board[c]:
            return board[a]
    return None


def is_full(board):
    return " " not in board
