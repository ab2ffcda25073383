#include <stdio.h>

char field[10] = "         ";

void show(void)
{
    printf("\n%c|%c|%c\n", field[0], field[1], field[2]);
    printf("-----\n%c|%c|%c\n", field[3], field[4], field[5]);
    printf("-----\n%c|%c|%c\n", field[6], field[7], field[8]);
}

int same(int i, int j, int k)
{
    return field[i] != ' ' && field[i] == field[j] && field[j] == field[k];
}

int over(void)
{
    return same(0, 1, 2) || same(3, 4, 5) || same(6, 7, 8) || same(0, 3, 6) ||
           same(1, 4, 7) || same(2, 5, 8) || same(0, 4, 8) || same(2, 4, 6);
}

int main(void)
{
    char line[80];
    int player = 1, set = 0, n;

    show();
    while (set < 9) {
        printf("Player %d, number (1-9): ", player);
        if (!fgets(line, sizeof line, stdin))
            return 1;
        n = 0;
        sscanf(line, "%d", &n);
        if (n < 1 || n > 9 || field[n - 1] != ' ') {
            printf("Not allowed!\n");
        } else {
            field[n - 1] = player == 1 ? 'X' : 'O';
            set++;
            show();
            if (over()) {
                printf("Player %d has won.\n", player);
                return 0;
            }
        }
        player = 3 - player;
    }
    printf("Tie.\n");
    return 0;
}
