#include <ctype.h>
#include <locale.h>
#include <stdio.h>
#include <string.h>
#include <wchar.h>
#include <wctype.h>

static wint_t low(wint_t c) { return towlower(c); }

int main(void) {
    setlocale(LC_ALL, "");
    wchar_t word[256], line[512], used[256];
    int lives = 6, count = 0;
    wprintf(L"Player 1, enter the secret word: ");
    fflush(stdout);
    if (!fgetws(word, 256, stdin)) return 1;
    word[wcscspn(word, L"\n")] = 0;
    int n = wcslen(word);
    for (;;) {
        int hidden = 0;
        wprintf(L"\n");
        for (int i = 0; i < n; i++) {
            int open = !iswalpha(word[i]);
            for (int k = 0; k < count; k++) open = open || used[k] == low(word[i]);
            if (open) wprintf(L"%lc", word[i]);
            else { wprintf(L"*"); hidden++; }
        }
        wprintf(L"\n%d lives\n", lives);
        if (!hidden) { wprintf(L"You guessed the word!\n"); return 0; }
        if (!lives) { wprintf(L"GAME OVER. It was: %ls\n", word); return 0; }
        wprintf(L"Your guess> ");
        fflush(stdout);
        if (!fgetws(line, 512, stdin)) return 0;
        line[wcscspn(line, L"\n")] = 0;
        if (wcslen(line) != 1 || !iswalpha(line[0])) { wprintf(L"Invalid guess.\n"); continue; }
        wchar_t c = low(line[0]);
        int again = 0, found = 0;
        for (int k = 0; k < count; k++) again = again || used[k] == c;
        if (again) { wprintf(L"Already tried, nothing happens.\n"); continue; }
        used[count++] = c;
        for (int i = 0; i < n; i++) found = found || low(word[i]) == c;
        if (!found) lives--;
    }
}
