#include <stdio.h>
#include <stdlib.h>

int main(void)
{
    char a[3][3] = {{'.', '.', '.'}, {'.', '.', '.'}, {'.', '.', '.'}};
    char text[100];
    char player = 'X';
    int turn, i, j, x, y, won;

    for (turn = 0; turn < 9; turn++) {
        for (i = 0; i < 3; i++) {
            for (j = 0; j < 3; j++)
                printf("%c ", a[i][j]);
            printf("\n");
        }
        do {
            printf("Player %c, row and column: ", player);
            if (fgets(text, 100, stdin) == NULL)
                exit(0);
            x = y = 0;
            sscanf(text, "%d %d", &x, &y);
            if (x < 1 || x > 3 || y < 1 || y > 3)
                printf("This is outside the board, again please.\n");
            else if (a[x - 1][y - 1] != '.')
                printf("This cell is not free, again please.\n");
            else
                break;
        } while (1);
        a[x - 1][y - 1] = player;

        won = 0;
        for (i = 0; i < 3; i++) {
            if (a[i][0] == player && a[i][1] == player && a[i][2] == player)
                won = 1;
            if (a[0][i] == player && a[1][i] == player && a[2][i] == player)
                won = 1;
        }
        if (a[0][0] == player && a[1][1] == player && a[2][2] == player)
            won = 1;
        if (won) {
            printf("Player %c wins\n", player);
            return 0;
        }
        if (player == 'X')
            player = 'O';
        else
            player = 'X';
    }
    printf("It's a tie\n");
    return 0;
}
