#include <stdio.h>
#include <stdlib.h>
#include <string.h>

/* connect four; the columns are chosen with the letters below them */
static char b[6][8];
static const char keys[] = "qwertyu";

static void out(void)
{
    for (int r = 0; r < 6; r++)
        printf("<%c%c%c%c%c%c%c>\n", b[r][0], b[r][1], b[r][2], b[r][3], b[r][4], b[r][5], b[r][6]);
    printf(" qwertyu\n");
}

static int chain(int r, int c, int dr, int dc)
{
    char p = b[r][c];
    int n = 0;
    while (r >= 0 && r < 6 && c >= 0 && c < 7 && b[r][c] == p) {
        n++;
        r += dr;
        c += dc;
    }
    return n;
}

static int four(int r, int c)
{
    static const int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {-1, 1}};
    for (int i = 0; i < 4; i++)
        if (chain(r, c, d[i][0], d[i][1]) + chain(r, c, -d[i][0], -d[i][1]) > 4)
            return 1;
    return 0;
}

int main(void)
{
    char line[64];
    do {
        int n = 0, over = 0;
        memset(b, '-', sizeof b);
        while (!over) {
            char p = n % 2 ? 'B' : 'A', *at;
            int c, r;
            out();
            printf("%c? ", p);
            fflush(stdout);
            if (!fgets(line, sizeof line, stdin))
                return 0;
            line[strcspn(line, "\n")] = 0;
            at = strlen(line) == 1 ? strchr(keys, line[0]) : NULL;
            if (!at) {
                puts("q w e r t y u!");
                continue;
            }
            c = (int)(at - keys);
            for (r = 5; r >= 0 && b[r][c] != '-'; r--)
                ;
            if (r < 0) {
                puts("up to the roof!");
                continue;
            }
            b[r][c] = p;
            n++;
            if (four(r, c)) {
                out();
                printf("%c builds four!\n", p);
                over = 1;
            } else if (n == 42) {
                out();
                puts("the house is full!");
                over = 1;
            }
        }
        printf("another house (y/n)? ");
        fflush(stdout);
    } while (fgets(line, sizeof line, stdin) && line[0] == 'y');
    return 0;
}
