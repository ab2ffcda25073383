#include <stdio.h>
#include <stdlib.h>
#include <time.h>
#include <unistd.h>
#define N 7
static const int len[3] = {4, 3, 2};
static int sea[N][N], shot[N][N], left[3];
static void hide(void) {
    for (int s = 0; s < 3; s++) {
        for (;;) {
            int d = rand() % 2, x = rand() % N, y = rand() % N, ok = 1;
            for (int i = 0; i < len[s]; i++) { int a = x + (d ? 0 : i), b = y + (d ? i : 0); if (a >= N || b >= N || sea[b][a]) ok = 0; }
            if (!ok) continue;
            for (int i = 0; i < len[s]; i++) sea[y + (d ? i : 0)][x + (d ? 0 : i)] = s + 1;
            break;
        }
        left[s] = len[s];
    }
}
int main(void) {
    srand(time(NULL) * 31 + getpid());
    hide();
    printf("Three submarines (4, 3 and 2 long) hide in a 7 by 7 sea. Numbers run from 0 to 6.\n");
    int open = 9, tries = 0;
    char line[100];
    while (open) {
        for (int y = 0; y < N; y++) { for (int x = 0; x < N; x++) putchar(!shot[y][x] ? '-' : sea[y][x] ? '*' : 'o'); putchar('\n'); }
        printf("x y: ");
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin)) return 0;
        int x, y; char rest;
        if (sscanf(line, "%d %d %c", &x, &y, &rest) != 2) { puts("Two numbers with a blank between them, please."); continue; }
        if (x < 0 || y < 0 || x >= N || y >= N) { puts("There is no water."); continue; }
        if (shot[y][x]) { puts("Again? You were there."); continue; }
        shot[y][x] = 1; tries++;
        if (!sea[y][x]) { puts("Water."); continue; }
        open--;
        if (--left[sea[y][x] - 1]) puts("Metal!"); else printf("Metal! That was the end of a submarine of %d.\n", len[sea[y][x] - 1]);
    }
    printf("Sea cleared in %d torpedoes.\n", tries);
    return 0;
}
