#include <stdio.h>
#include <stdlib.h>
#include <string.h>

char square[10] = { 'o', '1', '2', '3', '4', '5', '6', '7', '8', '9' };

int checkwin(void) {
    int l[8][3] = {{1,2,3},{4,5,6},{7,8,9},{1,4,7},{2,5,8},{3,6,9},{1,5,9},{3,5,7}};
    for (int i = 0; i < 8; i++)
        if (square[l[i][0]] == square[l[i][1]] && square[l[i][1]] == square[l[i][2]]) return 1;
    for (int i = 1; i <= 9; i++)
        if (square[i] == '0' + i) return -1;
    return 0;
}

void board(void) {
    printf("\033[2J\033[H");
    printf("\n\n\tTic Tac Toe\n\n");
    printf("Player 1 (X)  -  Player 2 (O)\n\n\n");
    printf("     |     |     \n");
    printf("  %c  |  %c  |  %c \n", square[1], square[2], square[3]);
    printf("_____|_____|_____\n");
    printf("     |     |     \n");
    printf("  %c  |  %c  |  %c \n", square[4], square[5], square[6]);
    printf("_____|_____|_____\n");
    printf("     |     |     \n");
    printf("  %c  |  %c  |  %c \n", square[7], square[8], square[9]);
    printf("     |     |     \n\n");
}

int main(void) {
    int player = 1, i, choice;
    char mark, line[100];
    do {
        board();
        player = (player % 2) ? 1 : 2;
        printf("Player %d, enter a number:  ", player);
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin)) return 0;
        char *end;
        choice = (int)strtol(line, &end, 10);
        if (end == line || (*end != '\n' && *end != 0)) choice = 0;
        mark = (player == 1) ? 'X' : 'O';
        if (choice >= 1 && choice <= 9 && square[choice] == '0' + choice)
            square[choice] = mark;
        else {
            printf("Invalid move ");
            player--;
            printf("press enter");
            fflush(stdout);
            if (!fgets(line, sizeof line, stdin)) return 0;
        }
        i = checkwin();
        player++;
    } while (i == -1);
    board();
    if (i == 1)
        printf("==>\aPlayer %d win ", --player);
    else
        printf("==>\aGame draw");
    printf("\n");
    return 0;
}
