#include <stdio.h>
#include <string.h>
#include <ctype.h>
int main(int argc, char **argv) {
    char word[100] = "", known[100], line[100], used[30] = "";
    int lives = 10;
    if (argc > 1) strcpy(word, argv[1]);
    else { printf("Word for the other player: "); fgets(word, 100, stdin); word[strcspn(word, "\n")] = 0; }
    int n = strlen(word);
    for (int i = 0; i < n; i++) known[i] = isalpha(word[i]) ? '-' : word[i];
    known[n] = 0;
    while (lives > 0) {
        printf("\n%s   (lives: %d)\nWhich letter? ", known, lives);
        fflush(stdout);
        if (!fgets(line, 100, stdin)) return 0;
        line[strcspn(line, "\n")] = 0;
        if (strlen(line) != 1 || !isalpha(line[0])) { puts("Just one letter of the alphabet!"); continue; }
        char g = tolower(line[0]);
        int hit = 0;
        for (int i = 0; i < n; i++) if (tolower(word[i]) == g) { known[i] = word[i]; hit = 1; }
        if (hit) puts("Well guessed.");
        else { lives--; puts("It has no such letter."); }
        if (!strcmp(known, word)) { printf("\n%s - you have found it, congratulations!\n", word); return 0; }
    }
    printf("\nHanged. It was \"%s\".\n", word);
    return 0;
}
