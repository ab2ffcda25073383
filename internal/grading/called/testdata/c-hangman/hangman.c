#include <ctype.h>
#include <string.h>

struct hangman {
    char word[64];
    char used[27];
    int lives;
};

static char masked[64];

void hangman_start(struct hangman *h, const char *word)
{
    strncpy(h->word, word, sizeof h->word - 1);
    h->word[sizeof h->word - 1] = 0;
    h->used[0] = 0;
    h->lives = 6;
}

const char *hangman_masked(const struct hangman *h)
{
    size_t i;
    for (i = 0; h->word[i]; i++)
        masked[i] = isalpha((unsigned char)h->word[i]) && !strchr(h->used, tolower((unsigned char)h->word[i])) ? '_' : h->word[i];
    masked[i] = 0;
    return masked;
}

int hangman_won(const struct hangman *h)
{
    return strchr(hangman_masked(h), '_') == NULL;
}

int hangman_lost(const struct hangman *h)
{
    return h->lives == 0;
}

/* 1: the letter is in the word, 0: it is not, -1: it was guessed before, -2: it is no letter, -3: the game is over */
int hangman_guess(struct hangman *h, char letter)
{
    size_t n = strlen(h->used);
    if (hangman_won(h) || hangman_lost(h))
        return -3;
    if (!isalpha((unsigned char)letter))
        return -2;
    letter = (char)tolower((unsigned char)letter);
    if (strchr(h->used, letter))
        return -1;
    h->used[n] = letter;
    h->used[n + 1] = 0;
    for (size_t i = 0; h->word[i]; i++)
        if (tolower((unsigned char)h->word[i]) == letter)
            return 1;
    h->lives--;
    return 0;
}
