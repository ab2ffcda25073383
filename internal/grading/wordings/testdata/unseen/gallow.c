#include <stdio.h>
#include <string.h>
#include <ctype.h>
#include <stdlib.h>
int main(int argc, char **argv) {
    FILE *f = fopen("word.txt", "r");
    char word[64] = "", in[128];
    int used[26] = {0}, lives = 6;
    if (!f) { puts("word.txt is missing"); return 1; }
    if (!fgets(word, sizeof word, f)) return 1;
    fclose(f);
    word[strcspn(word, "\r\n")] = 0;
    for (char *p = word; *p; p++) *p = tolower((unsigned char)*p);
    for (;;) {
        int hidden = 0;
        printf("[");
        for (char *p = word; *p; p++) {
            int open = !isalpha((unsigned char)*p) || used[*p - 'a'];
            hidden += !open;
            putchar(open ? *p : '*');
        }
        printf("] %d %s left\n", lives, lives == 1 ? "try" : "tries");
        if (!hidden) { puts("Solved."); return 0; }
        if (!lives) { printf("No tries left. \"%s\" was the word.\n", word); return 0; }
        printf("? ");
        if (!fgets(in, sizeof in, stdin)) return 0;
        in[strcspn(in, "\n")] = 0;
        int c = tolower((unsigned char)in[0]);
        if (strlen(in) != 1 || !isalpha(c)) { puts("(one letter)"); continue; }
        if (used[c - 'a']) { puts("(again?)"); continue; }
        used[c - 'a'] = 1;
        if (!strchr(word, c)) lives--;
    }
    (void)argc; (void)argv;
}
