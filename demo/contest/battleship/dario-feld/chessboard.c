/* The dark cells first, then the light ones. */
int choose(char board[10][10]) {
    for (int light = 0; light < 2; light++)
        for (int i = 0; i < 100; i++)
            if ((i / 10 + i % 10) % 2 == light && !board[i / 10][i % 10]) return i;
    return -1;
}
