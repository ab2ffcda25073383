/* Connect four, columns are letters, discs R and Y. */
#include <stdio.h>
#include <string.h>

static char grid[6][7];

static void show(void)
{
    int r, c;
    for (r = 0; r < 6; r++) {
        for (c = 0; c < 7; c++)
            printf("|%c", grid[r][c] ? grid[r][c] : ' ');
        printf("|\n");
    }
    printf(" a b c d e f g\n");
}

static int count(int r, int c, int dr, int dc)
{
    int n = 0;
    char disc = grid[r][c];
    while (r >= 0 && r < 6 && c >= 0 && c < 7 && grid[r][c] == disc) {
        n++;
        r += dr;
        c += dc;
    }
    return n;
}

static int line(int r, int c)
{
    return count(r, c, 0, 1) + count(r, c, 0, -1) > 4 || count(r, c, 1, 0) >= 4 ||
           count(r, c, 1, 1) + count(r, c, -1, -1) > 4 || count(r, c, 1, -1) + count(r, c, -1, 1) > 4;
}

int main(void)
{
    char text[100];
    int moves = 0, r, c;
    while (1) {
        char disc = moves % 2 ? 'Y' : 'R';
        show();
        printf("%s's turn (%c), column letter: ", moves % 2 ? "Yellow" : "Red", disc);
        if (!fgets(text, sizeof text, stdin))
            return 0;
        if (strlen(text) != 2 || text[0] < 'a' || text[0] > 'g') {
            printf("Please type a letter from a to g.\n");
            continue;
        }
        c = text[0] - 'a';
        for (r = 5; r >= 0 && grid[r][c]; r--)
            ;
        if (r < 0) {
            printf("No room left in this column!\n");
            continue;
        }
        grid[r][c] = disc;
        moves++;
        if (line(r, c)) {
            show();
            printf("%s wins\n", disc == 'R' ? "Red" : "Yellow");
            return 0;
        }
        if (moves == 42) {
            show();
            printf("tie\n");
            return 0;
        }
    }
}
