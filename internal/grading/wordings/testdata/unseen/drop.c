#include <stdio.h>
#include <string.h>
#include <ctype.h>
#define W 7
#define H 6
char g[H][W];
void show(void) {
    printf("\n A B C D E F G\n");
    for (int r = H - 1; r >= 0; r--) {
        for (int c = 0; c < W; c++) printf(" %c", g[r][c] ? g[r][c] : '.');
        puts("");
    }
}
int line(int r, int c, int dr, int dc) {
    char p = g[r][c]; int n = 0;
    while (r >= 0 && r < H && c >= 0 && c < W && g[r][c] == p) { n++; r += dr; c += dc; }
    return n;
}
int won(int r, int c) {
    int d[4][2] = {{0,1},{1,0},{1,1},{1,-1}};
    for (int i = 0; i < 4; i++)
        if (line(r, c, d[i][0], d[i][1]) + line(r, c, -d[i][0], -d[i][1]) - 1 >= 4) return 1;
    return 0;
}
int main(void) {
    char name[2][32], in[80];
    printf("Name of player one (plays *): "); fgets(name[0], 32, stdin); name[0][strcspn(name[0], "\n")] = 0;
    printf("Name of player two (plays #): "); fgets(name[1], 32, stdin); name[1][strcspn(name[1], "\n")] = 0;
    int p = 0, moves = 0;
    show();
    for (;;) {
        printf("%s, drop in column (A-G): ", name[p]);
        if (!fgets(in, sizeof in, stdin)) return 0;
        in[strcspn(in, "\n")] = 0;
        int c = toupper((unsigned char)in[0]) - 'A';
        if (strlen(in) != 1 || c < 0 || c >= W) { puts("Type one letter from A to G."); continue; }
        int r = 0;
        while (r < H && g[r][c]) r++;
        if (r == H) { puts("No room left in that column."); continue; }
        g[r][c] = p ? '#' : '*';
        moves++;
        show();
        if (won(r, c)) { printf("Congratulations, %s! That is four.\n", name[p]); return 0; }
        if (moves == W * H) { puts("The grid is full and nobody has four."); return 0; }
        p = !p;
    }
}
