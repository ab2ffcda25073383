/* Completes a line of its own, but never looks at what the other one threatens. */
static const int lines[8][3] = {{0, 1, 2}, {3, 4, 5}, {6, 7, 8}, {0, 3, 6}, {1, 4, 7}, {2, 5, 8}, {0, 4, 8}, {2, 4, 6}};

int choose(char board[3][3], char player) {
    const char *cells = &board[0][0];
    for (int i = 0; i < 8; i++) {
        int own = 0, empty = -1;
        for (int k = 0; k < 3; k++) {
            if (cells[lines[i][k]] == player) own++;
            if (!cells[lines[i][k]]) empty = lines[i][k];
        }
        if (own == 2 && empty >= 0) return empty;
    }
    for (int i = 0; i < 9; i++)
        if (!cells[i]) return i;
    return -1;
}
