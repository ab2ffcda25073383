/* Tic-tac-toe that speaks the protocol of docs/wire.md. */
#include <stdio.h>
#include <string.h>

static int board[3][3], turn, count, winner;

static int wins(int p) {
    for (int i = 0; i < 3; i++) {
        if (board[i][0] == p && board[i][1] == p && board[i][2] == p) return 1;
        if (board[0][i] == p && board[1][i] == p && board[2][i] == p) return 1;
    }
    return board[1][1] == p && ((board[0][0] == p && board[2][2] == p) || (board[0][2] == p && board[2][0] == p));
}

static void move(const char *text) {
    int col = text[0] - 'a', row = text[1] - '1', over = winner || count == 9;
    if (over || strlen(text) != 2 || col < 0 || col > 2 || row < 0 || row > 2 || board[row][col]) {
        puts("refused");
    } else {
        board[row][col] = turn;
        count++;
        if (wins(turn)) printf("won %d\n", winner = turn);
        else if (count == 9) puts("drawn");
        turn = 3 - turn;
    }
    if (!winner && count < 9) printf("turn %d\n", turn);
}

int main(void) {
    char line[256];
    while (fgets(line, sizeof line, stdin) && strcmp(line, "end\n") != 0) {
        line[strcspn(line, "\n")] = 0;
        if (strncmp(line, "new ", 4) == 0 || strcmp(line, "again") == 0) {
            memset(board, 0, sizeof board);
            turn = 1, count = winner = 0;
        } else if (strncmp(line, "move ", 5) == 0) {
            move(line + 5);
        } else if (strcmp(line, "show") == 0) {
            for (int r = 0; r < 3; r++)
                for (int c = 0; c < 3; c++) printf("cell %c%d %d\n", 'a' + c, r + 1, board[r][c]);
        }
        puts(".");
        fflush(stdout);
    }
    return 0;
}
