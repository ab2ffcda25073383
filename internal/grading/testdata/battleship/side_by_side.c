/* Reads both fleets from fleets.txt: a line "row column h|v" for each ship, counted from 0.
   Shows a player's own ships beside what is known of the enemy's. */
#include <stdio.h>
#include <string.h>

#define SIZE 10

static const int lengths[5] = {5, 4, 3, 3, 2};
static const char *names[5] = {"Carrier", "Battleship", "Cruiser", "Submarine", "Destroyer"};

static int ship[2][SIZE][SIZE]; /* number of the ship, from 1 */
static int shot[2][SIZE][SIZE];

static void load(void) {
    FILE *f = fopen("fleets.txt", "r");
    memset(ship, 0, sizeof ship);
    memset(shot, 0, sizeof shot);
    for (int p = 0; p < 2; p++)
        for (int s = 0; s < 5; s++) {
            int row, col;
            char way;
            if (fscanf(f, "%d %d %c", &row, &col, &way) != 3) return;
            for (int i = 0; i < lengths[s]; i++)
                ship[p][way == 'v' ? row + i : row][way == 'h' ? col + i : col] = s + 1;
        }
    fclose(f);
}

static char own(int p, int r, int c) {
    if (shot[p][r][c]) return ship[p][r][c] ? '*' : 'o';
    return ship[p][r][c] ? 'S' : '.';
}

static char enemy(int p, int r, int c) {
    if (!shot[p][r][c]) return '.';
    return ship[p][r][c] ? '*' : 'o';
}

static void show(int player) {
    printf("\nPlayer %d, it's your turn.\n", player + 1);
    printf("   %-20s      %s\n", "Your fleet", "Enemy waters");
    printf("   0 1 2 3 4 5 6 7 8 9         0 1 2 3 4 5 6 7 8 9\n");
    for (int r = 0; r < SIZE; r++) {
        printf("%d ", r);
        for (int c = 0; c < SIZE; c++) printf(" %c", own(player, r, c));
        printf("      %d ", r);
        for (int c = 0; c < SIZE; c++) printf(" %c", enemy(1 - player, r, c));
        printf("\n");
    }
}

static int left(int p) {
    int n = 0;
    for (int r = 0; r < SIZE; r++)
        for (int c = 0; c < SIZE; c++) n += ship[p][r][c] && !shot[p][r][c];
    return n;
}

static int afloat(int p, int s) {
    for (int r = 0; r < SIZE; r++)
        for (int c = 0; c < SIZE; c++)
            if (ship[p][r][c] == s && !shot[p][r][c]) return 1;
    return 0;
}

static void play(void) {
    int turn = 0;
    load();
    for (;;) {
        char line[100];
        int row, col, target = 1 - turn;
        show(turn);
        for (;;) {
            printf("Row and column of your shot (0-9 0-9): ");
            fflush(stdout);
            if (!fgets(line, sizeof line, stdin)) return;
            if (sscanf(line, "%d %d", &row, &col) != 2)
                printf("Please type two numbers.\n");
            else if (row < 0 || row >= SIZE || col < 0 || col >= SIZE)
                printf("Numbers from 0 to 9, please: that is off the map.\n");
            else if (shot[target][row][col])
                printf("You have been there before.\n");
            else
                break;
        }
        shot[target][row][col] = 1;
        if (ship[target][row][col]) {
            printf("BOOM! A hit.\n");
            if (!afloat(target, ship[target][row][col]))
                printf("You sank the %s.\n", names[ship[target][row][col] - 1]);
        } else
            printf("Splash... nothing there.\n");
        if (!left(target)) {
            printf("All ships of player %d are gone. Player %d has won!\n", target + 1, turn + 1);
            return;
        }
        turn = target;
    }
}

int main(void) {
    char line[100];
    do {
        play();
        printf("Another game? [yes/no] ");
        fflush(stdout);
    } while (fgets(line, sizeof line, stdin) && line[0] == 'y');
    return 0;
}
