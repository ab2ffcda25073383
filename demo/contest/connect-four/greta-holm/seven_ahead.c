/* Looks seven moves ahead (alpha-beta) and counts open lines of four there. */
#include <string.h>

static char b[6][7];
static int height[7];
static const int order[7] = {3, 2, 4, 1, 5, 0, 6};

static int wins(int row, int col) {
    static const int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
    for (int i = 0; i < 4; i++) {
        int n = 1;
        for (int s = -1; s <= 1; s += 2)
            for (int k = 1; k < 4; k++) {
                int r = row + s * k * d[i][0], c = col + s * k * d[i][1];
                if (r < 0 || r > 5 || c < 0 || c > 6 || b[r][c] != b[row][col]) break;
                n++;
            }
        if (n >= 4) return 1;
    }
    return 0;
}

static int count(char me) {
    static const int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
    int sum = 0;
    for (int r = 0; r < 6; r++)
        for (int c = 0; c < 7; c++)
            for (int i = 0; i < 4; i++) {
                int er = r + 3 * d[i][0], ec = c + 3 * d[i][1], own = 0, theirs = 0;
                if (er > 5 || ec > 6 || ec < 0) continue;
                for (int k = 0; k < 4; k++) {
                    char m = b[r + k * d[i][0]][c + k * d[i][1]];
                    own += m == me;
                    theirs += m && m != me;
                }
                if (!theirs) sum += own * own;
                if (!own) sum -= theirs * theirs;
            }
    return sum;
}

static int search(char me, char other, int depth, int alpha, int beta) {
    if (!depth) return count(me);
    int moved = 0;
    for (int i = 0; i < 7; i++) {
        int col = order[i], row = 5 - height[col];
        if (row < 0) continue;
        moved = 1;
        b[row][col] = me;
        height[col]++;
        int value = wins(row, col) ? 10000 + depth : -search(other, me, depth - 1, -beta, -alpha);
        b[row][col] = 0;
        height[col]--;
        if (value > alpha) alpha = value;
        if (alpha >= beta) return alpha;
    }
    return moved ? alpha : 0;
}

int choose(char board[6][7], char player) {
    char other = player == 'X' ? 'O' : 'X';
    int best = -1, most = -100000;
    memcpy(b, board, sizeof b);
    for (int col = 0; col < 7; col++) {
        height[col] = 0;
        for (int row = 5; row >= 0 && b[row][col]; row--) height[col]++;
    }
    for (int i = 0; i < 7; i++) {
        int col = order[i], row = 5 - height[col];
        if (row < 0) continue;
        b[row][col] = player;
        height[col]++;
        int value = wins(row, col) ? 20000 : -search(other, player, 6, -100000, -most);
        b[row][col] = 0;
        height[col]--;
        if (value > most) best = col, most = value;
    }
    return best;
}
