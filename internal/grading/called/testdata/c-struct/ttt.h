#ifndef TTT_H
#define TTT_H
#include <stdbool.h>

struct ttt {
    char cells[3][3];
    char player;
};

void ttt_init(struct ttt *game);
bool ttt_play(struct ttt *game, int row, int col);
char ttt_winner(const struct ttt *game);
bool ttt_full(const struct ttt *game);

#endif
