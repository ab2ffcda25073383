/* Functions on an array of nine cells: 0 is empty, 1 is the cross and 2 the nought. */
#include <stddef.h>

static const int lines[8][3] = {
    {0, 1, 2}, {3, 4, 5}, {6, 7, 8}, {0, 3, 6}, {1, 4, 7}, {2, 5, 8}, {0, 4, 8}, {2, 4, 6},
};

int find_winner(const int *cells)
{
    for (size_t i = 0; i < 8; i++) {
        int a = cells[lines[i][0]];
        if (a && a == cells[lines[i][1]] && a == cells[lines[i][2]])
            return a;
    }
    return 0;
}

int is_full(const int *cells)
{
    for (int i = 0; i < 9; i++)
        if (!cells[i])
            return 0;
    return 1;
}

int can_place(const int *cells, int index)
{
    return index >= 0 && index < 9 && cells[index] == 0 && !find_winner(cells);
}
