#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static char sq[10] = {'o','1','2','3','4','5','6','7','8','9'};
int checkwin(void);
void board(void);

static void play(void)
{
    int player = 1, i, choice;
    char mark, line[64];
    for (i = 1; i < 10; i++) sq[i] = '0' + i;
    do {
        board();
        player = (player % 2) ? 1 : 2;
        printf("Player %d, enter a number:  ", player);
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin)) exit(0);
        char *end;
        choice = strtol(line, &end, 10);
        if (end == line || (*end && *end != '\n')) choice = 0;
        mark = (player == 1) ? 'X' : 'O';
        if (choice >= 1 && choice <= 9 && sq[choice] == '0' + choice) sq[choice] = mark;
        else { printf("Invalid move "); player--; printf("\n"); }
        i = checkwin();
        player++;
    } while (i == -1);
    board();
    if (i == 1) printf("==>\aPlayer %d win ", --player);
    else printf("==>\aGame draw");
    printf("\n");
}

int main(void)
{
    char line[64];
    for (;;) {
        printf("1. New game\n2. How to play\n3. Quit\nYour choice: ");
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin)) return 0;
        if (line[0] == '1') play();
        else if (line[0] == '2') puts("Get three in a row. Type the number of the square.");
        else if (line[0] == '3') return 0;
        else puts("No such choice.");
    }
}

int checkwin(void)
{
    static const int w[8][3] = {{1,2,3},{4,5,6},{7,8,9},{1,4,7},{2,5,8},{3,6,9},{1,5,9},{3,5,7}};
    int k;
    for (k = 0; k < 8; k++) if (sq[w[k][0]] == sq[w[k][1]] && sq[w[k][1]] == sq[w[k][2]]) return 1;
    for (k = 1; k < 10; k++) if (sq[k] == '0' + k) return -1;
    return 0;
}

void board(void)
{
    printf("\n\n\tTic Tac Toe\n\n");
    printf("Player 1 (X)  -  Player 2 (O)\n\n\n");
    printf("     |     |     \n");
    printf("  %c  |  %c  |  %c \n", sq[1], sq[2], sq[3]);
    printf("_____|_____|_____\n");
    printf("     |     |     \n");
    printf("  %c  |  %c  |  %c \n", sq[4], sq[5], sq[6]);
    printf("_____|_____|_____\n");
    printf("     |     |     \n");
    printf("  %c  |  %c  |  %c \n", sq[7], sq[8], sq[9]);
    printf("     |     |     \n\n");
}
