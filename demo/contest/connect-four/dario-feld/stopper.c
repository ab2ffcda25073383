/* Completes four, stops four, and else drops into the middle. */
static int wins(char b[6][7], int row, int col) {
    static const int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
    for (int i = 0; i < 4; i++) {
        int n = 1;
        for (int s = -1; s <= 1; s += 2)
            for (int k = 1; k < 4; k++) {
                int r = row + s * k * d[i][0], c = col + s * k * d[i][1];
                if (r < 0 || r > 5 || c < 0 || c > 6 || b[r][c] != b[row][col]) break;
                n++;
            }
        if (n >= 4) return 1;
    }
    return 0;
}

static int completes(char b[6][7], int col, char mark) {
    int row = 5;
    while (row >= 0 && b[row][col]) row--;
    if (row < 0) return 0;
    b[row][col] = mark;
    int won = wins(b, row, col);
    b[row][col] = 0;
    return won;
}

int choose(char board[6][7], char player) {
    static const int order[7] = {3, 2, 4, 1, 5, 0, 6};
    char other = player == 'X' ? 'O' : 'X';
    for (int i = 0; i < 7; i++)
        if (completes(board, i, player)) return i;
    for (int i = 0; i < 7; i++)
        if (completes(board, i, other)) return i;
    for (int i = 0; i < 7; i++)
        if (!board[0][order[i]]) return order[i];
    return -1;
}
