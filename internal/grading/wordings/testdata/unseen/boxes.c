#include <stdio.h>
#include <string.h>
#include <ctype.h>
/* the board is nine characters; moves are like b2 */
static char s[10];
static const char *lines[8] = {"012","345","678","036","147","258","048","246"};
static int wins(char p) {
    for (int i = 0; i < 8; i++) {
        int k = 0;
        for (int j = 0; j < 3; j++) k += s[lines[i][j]-'0'] == p;
        if (k == 3) return 1;
    }
    return 0;
}
static void picture(void) {
    puts("+---+---+---+");
    for (int r = 2; r >= 0; r--) {
        printf("| %c | %c | %c | %d\n", s[r*3], s[r*3+1], s[r*3+2], r + 1);
        puts("+---+---+---+");
    }
    puts("  a   b   c");
}
int main(void) {
    char buf[200];
    setvbuf(stdout, NULL, _IONBF, 0);
    for (;;) {
        strcpy(s, "         ");
        char p = 'X';
        int left = 9;
        for (;;) {
            picture();
            printf("%s to play, e.g. b2: ", p == 'X' ? "Crosses" : "Noughts");
            if (!fgets(buf, sizeof buf, stdin)) return 0;
            int c = tolower((unsigned char)buf[0]) - 'a', r = buf[0] ? buf[1] - '1' : -1;
            if (strlen(buf) != 3 || c < 0 || c > 2 || r < 0 || r > 2) { puts("That square does not exist."); continue; }
            if (s[r*3+c] != ' ') { puts("That square is filled."); continue; }
            s[r*3+c] = p; left--;
            if (wins(p)) { picture(); printf("The game goes to %s.\n", p == 'X' ? "crosses" : "noughts"); break; }
            if (!left) { picture(); puts("Full up and nothing to show for it."); break; }
            p = p == 'X' ? 'O' : 'X';
        }
        printf("Rematch? ");
        if (!fgets(buf, sizeof buf, stdin) || tolower((unsigned char)buf[0]) != 'y') break;
    }
    puts("Thanks.");
    return 0;
}
