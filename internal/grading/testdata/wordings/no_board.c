/* Shows no board until the end, and refuses without naming a player. */
#include <stdio.h>
#include <stdlib.h>

int main(void)
{
    int b[3][3] = {{0}}, p = 1, n = 0, r, c, i;
    char s[300];
    for (;;) {
        printf("Player %d's move\n", p);
        printf("  row (1-3): ");
        if (!fgets(s, sizeof s, stdin)) return 0;
        r = atoi(s);
        printf("  column (1-3): ");
        if (!fgets(s, sizeof s, stdin)) return 0;
        c = atoi(s);
        if (r < 1 || r > 3 || c < 1 || c > 3) { printf("Coordinates must be between 1 and 3!\n"); continue; }
        if (b[r - 1][c - 1]) { printf("Choose an empty cell!\n"); continue; }
        b[r - 1][c - 1] = p;
        n++;
        int won = 0;
        for (i = 0; i < 3; i++) {
            if (b[i][0] == p && b[i][1] == p && b[i][2] == p) won = 1;
            if (b[0][i] == p && b[1][i] == p && b[2][i] == p) won = 1;
        }
        if (b[0][0] == p && b[1][1] == p && b[2][2] == p) won = 1;
        if (b[0][2] == p && b[1][1] == p && b[2][0] == p) won = 1;
        if (won || n == 9) {
            for (i = 0; i < 3; i++)
                printf("[%c][%c][%c]\n", " XO"[b[i][0]], " XO"[b[i][1]], " XO"[b[i][2]]);
            printf(won ? "PLAYER %d IS THE WINNER\n" : "IT'S A DRAW, WELL PLAYED\n", p);
            return 0;
        }
        p = 3 - p;
    }
}
