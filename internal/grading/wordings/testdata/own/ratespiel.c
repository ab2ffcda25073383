#include <stdio.h>
#include <stdlib.h>
#include <time.h>

int main(void)
{
    int number, guess, count = 0;
    char line[100];
    srand((unsigned)time(NULL) ^ (unsigned)clock());
    number = 1 + rand() % 100;
    printf("Which number between 1 and 100 am I thinking of?\n");
    for (;;) {
        printf("> ");
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin))
            return 0;
        if (sscanf(line, "%d", &guess) != 1) {
            printf("That is not a number.\n");
            continue;
        }
        count++;
        if (guess == number)
            break;
        printf("No, my number is %s.\n", guess < number ? "higher" : "lower");
    }
    printf("Yes! You needed %d guesses.\n", count);
    return 0;
}
