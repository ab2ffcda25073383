/* Guess the word before the balloon bursts. usage: guessword WORD */
#include <locale.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <wchar.h>
#include <wctype.h>

#define LIMIT 6

int main(int argc, char **argv)
{
    wchar_t word[200], line[200], tried[200];
    setlocale(LC_ALL, "C.UTF-8");
    if (argc < 2 || mbstowcs(word, argv[1], 199) == (size_t)-1) {
        fprintf(stderr, "Give me a word.\n");
        return 2;
    }
    for (;;) {
        int puffs = 0, n = 0;
        tried[0] = 0;
        wprintf(L"A balloon is being blown up. It bursts with puff number %d.\n", LIMIT);
        for (;;) {
            int open = 0;
            wint_t c;
            wprintf(L"> ");
            for (int i = 0; word[i]; i++) {
                int hide = iswalpha(word[i]) && !wcschr(tried, towlower(word[i]));
                open += hide;
                wprintf(L"%lc", hide ? L'.' : word[i]);
            }
            wprintf(L"   puffs: %d\n", puffs);
            if (!open) {
                wprintf(L"The balloon is yours.\n");
                break;
            }
            if (puffs == LIMIT) {
                wprintf(L"BANG! The word would have been %ls.\n", word);
                break;
            }
            wprintf(L"letter: ");
            fflush(stdout);
            if (!fgetws(line, 200, stdin))
                return 0;
            line[wcscspn(line, L"\n")] = 0;
            c = towlower(line[0]);
            if (wcslen(line) != 1 || !iswalpha(c)) {
                wprintf(L"  one letter only\n");
                continue;
            }
            if (wcschr(tried, c)) {
                wprintf(L"  not again\n");
                continue;
            }
            tried[n++] = c;
            tried[n] = 0;
            int in = 0;
            for (int i = 0; word[i]; i++)
                in |= towlower(word[i]) == (wint_t)c;
            if (!in)
                puffs++;
        }
        wprintf(L"again? (1 = yes) ");
        fflush(stdout);
        if (!fgetws(line, 200, stdin) || line[0] != L'1')
            return 0;
    }
}
