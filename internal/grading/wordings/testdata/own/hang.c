#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <ctype.h>
#include <time.h>

static const char *words[] = {"rocket", "planet", "saturn", "comet", "galaxy", "orbit", "meteor"};

static void gallows(int n) {
    puts("  +---+");
    puts("  |   |");
    printf("  %c   |\n", n > 0 ? 'O' : ' ');
    printf(" %c%c%c  |\n", n > 2 ? '/' : ' ', n > 1 ? '|' : ' ', n > 3 ? '\\' : ' ');
    printf(" %c %c  |\n", n > 4 ? '/' : ' ', n > 5 ? '\\' : ' ');
    puts("      |");
    puts("=========");
}

int main(void) {
    srand(time(NULL) ^ (unsigned)clock());
    const char *w = words[rand() % 7];
    int n = strlen(w), miss = 0, open = 0;
    char seen[27] = "", missed[27] = "", line[200];
    char mask[32];
    memset(mask, '_', n); mask[n] = 0;
    for (;;) {
        gallows(miss);
        printf("Missed letters: %s\n", missed);
        for (int i = 0; i < n; i++) printf("%c ", mask[i]);
        printf("\nGuess a letter.\n");
        if (!fgets(line, sizeof line, stdin)) return 0;
        line[strcspn(line, "\n")] = 0;
        if (strlen(line) != 1 || !isalpha((unsigned char)line[0])) { puts("Please enter a single LETTER."); continue; }
        char c = tolower(line[0]);
        if (strchr(seen, c)) { puts("You have already guessed that letter. Choose again."); continue; }
        int k = strlen(seen); seen[k] = c; seen[k + 1] = 0;
        int hit = 0;
        for (int i = 0; i < n; i++) if (w[i] == c) { mask[i] = c; hit = 1; open++; }
        if (!hit) { int m = strlen(missed); missed[m] = c; missed[m + 1] = 0; miss++; }
        if (open == n) { printf("Yes! The secret word is \"%s\"! You have won!\n", w); return 0; }
        if (miss == 6) { gallows(miss); printf("You have run out of guesses!\nAfter %d missed guesses and %d correct guesses, the word was \"%s\"\n", miss, (int)strlen(seen) - miss, w); return 0; }
    }
}
