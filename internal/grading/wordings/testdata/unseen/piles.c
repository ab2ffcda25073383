#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static int pile[3];

static void print_piles(void)
{
    printf("piles: [%d %d %d]\n", pile[0], pile[1], pile[2]);
}

int main(void)
{
    char line[200];
    for (;;) {
        int turn = 0;
        pile[0] = 3; pile[1] = 4; pile[2] = 5;
        while (pile[0] + pile[1] + pile[2] > 0) {
            int p, k;
            char rest;
            print_piles();
            printf("%s> pile (0-2), number: ", turn ? "black" : "white");
            fflush(stdout);
            if (!fgets(line, sizeof line, stdin))
                return 0;
            if (sscanf(line, "%d ,%d %c", &p, &k, &rest) != 2) {
                puts("? type it like 0,2");
                continue;
            }
            if (p < 0 || p > 2 || k < 1 || pile[p] < k) {
                puts("not possible");
                continue;
            }
            pile[p] -= k;
            turn = !turn;
        }
        print_piles();
        printf("%s wins\n", turn ? "white" : "black");
        printf("another game (y/n)? ");
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin) || line[0] != 'y')
            return 0;
    }
}
