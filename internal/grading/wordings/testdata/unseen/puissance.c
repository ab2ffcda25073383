#include <ctype.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#define L 6
#define C 7
static char g[L][C];
static void affiche(void) {
    for (int l = 0; l < L; l++) {
        for (int c = 0; c < C; c++) printf("[%c]", g[l][c] ? g[l][c] : ' ');
        puts("");
    }
    for (int c = 0; c < C; c++) printf(" %d ", c);
    puts("");
}
static int aligne(int l, int c) {
    static const int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {-1, 1}};
    for (int i = 0; i < 4; i++) {
        int n = 1;
        for (int s = -1; s <= 1; s += 2)
            for (int k = 1; ; k++) {
                int y = l + s * k * d[i][0], x = c + s * k * d[i][1];
                if (y < 0 || x < 0 || y >= L || x >= C || g[y][x] != g[l][c]) break;
                n++;
            }
        if (n > 3) return 1;
    }
    return 0;
}
int main(void) {
    char ligne[80], pion = 'X';
    int coups = 0;
    for (;;) {
        affiche();
        printf("Joueur %c, quelle colonne (0 a 6) ? ", pion);
        fflush(stdout);
        if (!fgets(ligne, sizeof ligne, stdin)) return 0;
        char *fin;
        long c = strtol(ligne, &fin, 10);
        while (isspace((unsigned char)*fin)) fin++;
        if (fin == ligne || *fin) { puts("Il faut un nombre."); continue; }
        if (c < 0 || c >= C) { puts("Hors de la grille."); continue; }
        int l = L - 1;
        while (l >= 0 && g[l][c]) l--;
        if (l < 0) { puts("Colonne pleine."); continue; }
        g[l][c] = pion;
        coups++;
        if (aligne(l, (int)c)) { affiche(); printf("Le joueur %c a gagne en %d coups.\n", pion, coups); return 0; }
        if (coups == L * C) { affiche(); puts("Partie nulle."); return 0; }
        pion = pion == 'X' ? 'O' : 'X';
    }
}
