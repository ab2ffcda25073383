/* The state of a board: 0 open, 1 and 2 won, -1 drawn. */
#include <stdbool.h>
#include <stdio.h>

#define N 3

int line(char board[N][N], int r, int c, int dr, int dc) {
    char mark = board[r][c];
    for (int i = 1; i < N; i++)
        if (board[r + i * dr][c + i * dc] != mark) return 0;
    return mark == 'X' ? 1 : mark == 'O' ? 2 : 0;
}

int state(char board[N][N]) {
    int found = 0, full = 1;
    for (int i = 0; i < N; i++) {
        found = found ? found : line(board, i, 0, 0, 1);
        found = found ? found : line(board, 0, i, 1, 0);
        for (int k = 0; k < N; k++) full = full && board[i][k] != ' ';
    }
    found = found ? found : line(board, 0, 0, 1, 1);
    found = found ? found : line(board, 0, N - 1, 1, -1);
    printf("state of a board: %d\n", found);
    return found ? found : full ? -1 : 0;
}

bool may_move(char board[N][N], int row, int col) {
    return row >= 1 && row <= N && col >= 1 && col <= N && board[row - 1][col - 1] == ' ';
}

int main(void) {
    char empty[N][N] = {"   ", "   ", "   "};
    printf("%d\n", state(empty));
    return 0;
}
