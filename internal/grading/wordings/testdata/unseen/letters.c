/* noughts and crosses: the squares have the letters a to i */
#include <stdio.h>
#include <string.h>
#include <ctype.h>

static char sq[10];

static void show(void)
{
    int i;
    putchar('\n');
    for (i = 0; i < 9; i++) {
        printf("  %c", sq[i]);
        if (i % 3 == 2)
            putchar('\n');
    }
    putchar('\n');
}

static int same(int a, int b, int c) { return sq[a] == sq[b] && sq[b] == sq[c]; }

static int won(void)
{
    return same(0, 1, 2) || same(3, 4, 5) || same(6, 7, 8) || same(0, 3, 6) ||
           same(1, 4, 7) || same(2, 5, 8) || same(0, 4, 8) || same(2, 4, 6);
}

int main(void)
{
    char line[128];
    int turn = 0, count = 0;
    strcpy(sq, "abcdefghi");
    printf("Crosses start. Give the letter of the square you want.\n");
    for (;;) {
        int at;
        show();
        printf("%s > ", turn ? "Noughts" : "Crosses");
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin))
            return 0;
        line[strcspn(line, "\r\n")] = 0;
        if (strlen(line) != 1 || tolower(line[0]) < 'a' || tolower(line[0]) > 'i') {
            printf("There is no square called that.\n");
            continue;
        }
        at = tolower(line[0]) - 'a';
        if (sq[at] == 'X' || sq[at] == 'O') {
            printf("That square is gone.\n");
            continue;
        }
        sq[at] = turn ? 'O' : 'X';
        count++;
        if (won()) {
            show();
            printf("%s have it!\n", turn ? "Noughts" : "Crosses");
            break;
        }
        if (count == 9) {
            show();
            printf("Cat's game.\n");
            break;
        }
        turn = !turn;
    }
    return 0;
}
