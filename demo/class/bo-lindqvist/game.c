#include <stdio.h>

char b[9];

void print_board(void)
{
    int i;
    for (i = 0; i < 9; i++) {
        if (b[i] == 0)
            printf(" %d ", i + 1);
        else
            printf(" %c ", b[i]);
        if (i % 3 == 2)
            printf("\n");
        else
            printf("|");
    }
}

int line(int a, int c, int d)
{
    return b[a] != 0 && b[a] == b[c] && b[c] == b[d];
}

int winner(void)
{
    int i;
    for (i = 0; i < 3; i++) {
        if (line(3 * i, 3 * i + 1, 3 * i + 2)) return 1;
        if (line(i, i + 3, i + 6)) return 1;
    }
    return line(0, 4, 8) || line(2, 4, 6);
}

void skip_rest(void)
{
    int c;
    do {
        c = getchar();
    } while (c != '\n' && c != EOF);
}

int main(void)
{
    int count = 0, n, got;
    char who = 'X';

    printf("TIC-TAC-TOE\n");
    while (1) {
        print_board();
        printf("%c> cell 1-9: ", who);
        got = scanf("%d", &n);
        if (got == EOF)
            return 0;
        skip_rest();
        if (got != 1) {
            printf("numbers only please\n");
            continue;
        }
        if (n < 1 || n > 9) {
            printf("out of range\n");
            continue;
        }
        if (b[n - 1] != 0) {
            printf("occupied\n");
            continue;
        }
        b[n - 1] = who;
        count++;
        if (winner()) {
            print_board();
            printf("*** %c HAS WON ***\n", who);
            return 0;
        }
        if (count == 9) {
            print_board();
            printf("*** TIE GAME ***\n");
            return 0;
        }
        who = who == 'X' ? 'O' : 'X';
    }
}
