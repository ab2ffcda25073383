#include <stdio.h>
#include <string.h>
#include <stdlib.h>
#define N 15
char b[N][N];
static void show(void) {
    int r, c;
    printf("\n    ");
    for (c = 0; c < N; c++) printf("%c ", 'A' + c);
    printf("\n");
    for (r = 0; r < N; r++) {
        printf("%2d  ", N - r);
        for (c = 0; c < N; c++) printf("%c ", b[r][c]);
        printf("%d\n", N - r);
    }
}
static int run(int r, int c, int dr, int dc, char p) { int n = 0; while (r >= 0 && r < N && c >= 0 && c < N && b[r][c] == p) { n++; r += dr; c += dc; } return n; }
int main(void) {
    char in[64]; int moves = 0; char p = 'X';
    memset(b, '.', sizeof b);
    puts("Gomoku. Type a letter and a number, such as H8. Row 1 is at the bottom.");
    show();
    for (;;) {
        printf("%s to place a stone: ", p == 'X' ? "Black (X)" : "White (O)");
        if (!fgets(in, sizeof in, stdin)) return 0;
        in[strcspn(in, "\n")] = 0;
        int c = (in[0] & ~32) - 'A', row; char extra;
        if (sscanf(in + (in[0] != 0), "%d%c", &row, &extra) != 1 || c < 0 || c > 25) { puts("I do not understand."); continue; }
        if (c >= N || row < 1 || row > N) { puts("That point is off the board."); continue; }
        int r = N - row;
        if (b[r][c] != '.') { puts("There is a stone already."); continue; }
        b[r][c] = p; moves++; show();
        int d[4][2] = {{0,1},{1,0},{1,1},{1,-1}}, i, won = 0;
        for (i = 0; i < 4; i++) if (run(r, c, d[i][0], d[i][1], p) + run(r, c, -d[i][0], -d[i][1], p) - 1 >= 5) won = 1;
        if (won) { printf("%s wins with five in a row!\n", p == 'X' ? "Black" : "White"); return 0; }
        if (moves == N * N) { puts("The board is full. Draw."); return 0; }
        p = p == 'X' ? 'O' : 'X';
    }
}
