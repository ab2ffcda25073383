/* Connect four at sea: pegs # and @ are dropped into slots counted from 0. */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static char hold[6][7];

static void chart(void) {
    for (int r = 0; r < 6; r++) {
        for (int c = 0; c < 7; c++) printf("%c ", hold[r][c]);
        printf("\n");
    }
    printf("0 1 2 3 4 5 6\n");
}

static int four(char peg, int r, int c) {
    static const int way[4][2] = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
    for (int w = 0; w < 4; w++) {
        int n = 1;
        for (int sign = -1; sign <= 1; sign += 2)
            for (int i = 1; i < 4; i++) {
                int y = r + sign * i * way[w][0], x = c + sign * i * way[w][1];
                if (y < 0 || y > 5 || x < 0 || x > 6 || hold[y][x] != peg) break;
                n++;
            }
        if (n >= 4) return 1;
    }
    return 0;
}

int main(void) {
    char line[80];
    do {
        int pegs = 0;
        char peg = '#';
        memset(hold, '.', sizeof hold);
        for (;;) {
            int slot, row = 5;
            char rest;
            chart();
            printf("%s: slot 0-6? ", peg == '#' ? "Captain" : "Pirate");
            fflush(stdout);
            if (!fgets(line, sizeof line, stdin)) return 0;
            if (sscanf(line, "%d%c", &slot, &rest) < 1 || slot < 0 || slot > 6) {
                printf("Arrr, that be no slot, matey\n");
                continue;
            }
            while (row >= 0 && hold[row][slot] != '.') row--;
            if (row < 0) {
                printf("Arrr, that slot be brimming\n");
                continue;
            }
            hold[row][slot] = peg;
            pegs++;
            if (four(peg, row, slot)) {
                chart();
                printf("The treasure be the %s's!\n", peg == '#' ? "Captain" : "Pirate");
                break;
            }
            if (pegs == 42) {
                chart();
                printf("Nary a treasure for anyone.\n");
                break;
            }
            peg = peg == '#' ? '@' : '#';
        }
        printf("Sail once more? (aye/nay) ");
        fflush(stdout);
    } while (fgets(line, sizeof line, stdin) && !strncmp(line, "aye", 3));
    return 0;
}
