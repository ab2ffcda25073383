# The game lives in this module. Cells are numbered from 1 to 9.
board = ["#"] + ["-"] * 9
player = "X"
over = False


def make_move(position):
    global player, over
    if over or position < 1 or position > 9 or board[position] != "-":
        return False
    board[position] = player
    if check_win("X") or check_win("O") or board_full():
        over = True
    else:
        player = "O" if player == "X" else "X"
    return True


def check_win(mark):
    wins = [(1, 2, 3), (4, 5, 6), (7, 8, 9), (1, 4, 7), (2, 5, 8), (3, 6, 9), (1, 5, 9), (3, 5, 7)]
    return any(board[a] == board[b] == board[c] == mark for a, b, c in wins)


def board_full():
    return "-" not in board


def is_tie():
    return board_full() and not check_win("X") and not check_win("O")
