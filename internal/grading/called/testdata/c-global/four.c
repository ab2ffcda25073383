#include <stdio.h>

#define ROWS 6
#define COLS 7

static int grid[ROWS][COLS];
int whose_turn = 1;

void start(void)
{
    for (int r = 0; r < ROWS; r++)
        for (int c = 0; c < COLS; c++)
            grid[r][c] = 0;
    whose_turn = 1;
}

static int run(int r, int c, int dr, int dc)
{
    int n = 0, mine = grid[r][c];
    for (r += dr, c += dc; r >= 0 && r < ROWS && c >= 0 && c < COLS && grid[r][c] == mine; r += dr, c += dc)
        n++;
    return n;
}

/* 0: nobody yet, 1 or 2: who has won, 3: a draw */
int state(void)
{
    int empty = 0;
    for (int r = 0; r < ROWS; r++)
        for (int c = 0; c < COLS; c++) {
            if (!grid[r][c]) {
                empty++;
                continue;
            }
            if (run(r, c, 0, 1) >= 3 || run(r, c, 1, 0) >= 3 || run(r, c, 1, 1) >= 3 || run(r, c, 1, -1) >= 3)
                return grid[r][c];
        }
    return empty ? 0 : 3;
}

/* Returns 1 when the disc was dropped, -1 for a wrong column, -2 for a full one, -3 after the end. */
int drop(int column)
{
    if (state() != 0)
        return -3;
    if (column < 1 || column > COLS)
        return -1;
    for (int r = ROWS - 1; r >= 0; r--)
        if (grid[r][column - 1] == 0) {
            grid[r][column - 1] = whose_turn;
            whose_turn = 3 - whose_turn;
            return 1;
        }
    return -2;
}

int cell(int row, int column)
{
    return grid[row - 1][column - 1];
}

int main(void)
{
    int column;
    start();
    while (state() == 0 && scanf("%d", &column) == 1)
        printf("%d\n", drop(column));
    return 0;
}
