#include <stdbool.h>
#include <string.h>
#include "ttt.h"

void ttt_init(struct ttt *game)
{
    memset(game->cells, '.', sizeof game->cells);
    game->player = 'X';
}

bool ttt_play(struct ttt *game, int row, int col)
{
    if (row < 0 || row >= 3 || col < 0 || col >= 3)
        return false;
    if (game->cells[row][col] != '.' || ttt_winner(game) != 0)
        return false;
    game->cells[row][col] = game->player;
    game->player = game->player == 'X' ? 'O' : 'X';
    return true;
}

char ttt_winner(const struct ttt *game)
{
    for (int i = 0; i < 3; i++) {
        char a = game->cells[i][0], b = game->cells[0][i];
        if (a != '.' && a == game->cells[i][1] && a == game->cells[i][2])
            return a;
        if (b != '.' && b == game->cells[1][i] && b == game->cells[2][i])
            return b;
    }
    char m = game->cells[1][1];
    if (m != '.' && m == game->cells[0][0] && m == game->cells[2][2])
        return m;
    if (m != '.' && m == game->cells[0][2] && m == game->cells[2][0])
        return m;
    return 0;
}

bool ttt_full(const struct ttt *game)
{
    return memchr(game->cells, '.', sizeof game->cells) == NULL;
}
