#include <stdio.h>
#include <string.h>

#define N 3

static char grid[N][N];

static void clear(void)
{
    memset(grid, ' ', sizeof grid);
}

static void draw(void)
{
    int r, c;
    printf("\n      1   2   3\n");
    printf("    +---+---+---+\n");
    for (r = 0; r < N; r++) {
        printf("  %d |", r + 1);
        for (c = 0; c < N; c++)
            printf(" %c |", grid[r][c]);
        printf("\n    +---+---+---+\n");
    }
}

static int run(int r, int c, int dr, int dc, char who)
{
    int i;
    for (i = 0; i < N; i++)
        if (grid[r + i * dr][c + i * dc] != who)
            return 0;
    return 1;
}

static int wins(char who)
{
    int i;
    for (i = 0; i < N; i++)
        if (run(i, 0, 0, 1, who) || run(0, i, 1, 0, who))
            return 1;
    return run(0, 0, 1, 1, who) || run(0, N - 1, 1, -1, who);
}

static int one_game(void)
{
    char line[200];
    int moves = 0, r, c;
    char who = 'X';

    clear();
    draw();
    for (;;) {
        printf("It's %c's turn. Row and column? ", who);
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin))
            return 0;
        if (sscanf(line, "%d %d", &r, &c) != 2 || r < 1 || r > N || c < 1 || c > N) {
            printf("Invalid input.\n");
            continue;
        }
        if (grid[r - 1][c - 1] != ' ') {
            printf("Invalid move: not empty.\n");
            continue;
        }
        grid[r - 1][c - 1] = who;
        moves++;
        draw();
        if (wins(who)) {
            printf("The winner is: %c\n", who);
            return 1;
        }
        if (moves == N * N) {
            printf("Stalemate!\n");
            return 1;
        }
        who = (who == 'X') ? 'O' : 'X';
    }
}

int main(void)
{
    char line[200];
    while (one_game()) {
        printf("Rematch? (y/n): ");
        if (!fgets(line, sizeof line, stdin) || line[0] != 'y')
            break;
    }
    return 0;
}
