/* Blackjack with ranks only. The order of the cards is read from cards.txt. */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static const char *ranks[] = {"", "A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"};
static int shoe[52], next;

static void load(void) {
    int left[14], n = 0;
    char word[8];
    FILE *f = fopen("cards.txt", "r");
    for (int r = 1; r <= 13; r++) left[r] = 4;
    while (f && n < 52 && fscanf(f, "%7s", word) == 1) {
        word[strlen(word) - 1] = 0; /* the suit counts for nothing */
        for (int r = 1; r <= 13; r++)
            if (!strcmp(word, ranks[r])) {
                shoe[n++] = r;
                left[r]--;
            }
    }
    for (int r = 1; r <= 13; r++)
        while (left[r]-- > 0) shoe[n++] = r;
}

typedef struct {
    int card[22], n;
} Hand;

static void take(Hand *h) { h->card[h->n++] = shoe[next++]; }

static int value(const Hand *h) {
    int sum = 0, ace = 0;
    for (int i = 0; i < h->n; i++) {
        sum += h->card[i] > 10 ? 10 : h->card[i];
        ace |= h->card[i] == 1;
    }
    return ace && sum <= 11 ? sum + 10 : sum;
}

static void show(const char *who, const Hand *h, int shown) {
    printf("%s: [", who);
    for (int i = 0; i < h->n; i++) printf("%s%s", i ? ", " : "", i < shown ? ranks[h->card[i]] : "?");
    printf("]");
    if (shown == h->n) printf(" (%d)", value(h));
    printf("\n");
}

static char *ask(const char *question) {
    static char line[100];
    printf("%s", question);
    fflush(stdout);
    if (!fgets(line, sizeof line, stdin)) exit(0);
    line[strcspn(line, "\n")] = 0;
    return line;
}

int main(void) {
    double money = 100;
    load();
    for (int round = 0; round < 10 && money >= 1; round++) {
        Hand me = {.n = 0}, house = {.n = 0};
        int bet, natural, dealt;
        char rest;
        for (;;) {
            printf("Money: %.2f\n", money);
            if (sscanf(ask("Stake? "), "%d%c", &bet, &rest) != 1)
                printf("I need a number.\n");
            else if (bet < 1 || bet > 100)
                printf("Out of range: the stake is 1 to 100.\n");
            else if (bet > money)
                printf("Not enough money.\n");
            else
                break;
        }
        money -= bet;
        take(&me);
        take(&house);
        take(&me);
        take(&house);
        show("Player", &me, 2);
        show("House", &house, 1);
        natural = value(&me) == 21;
        dealt = value(&house) == 21;
        while (!natural && !dealt && value(&me) < 21) {
            char *line = ask("(h)it, (s)tand or (d)ouble: ");
            if (!strcmp(line, "s")) break;
            if (!strcmp(line, "h"))
                take(&me);
            else if (!strcmp(line, "d") && me.n == 2 && bet <= money) {
                money -= bet;
                bet *= 2;
                take(&me);
                show("Player", &me, me.n);
                break;
            } else {
                printf("You cannot do that.\n");
                continue;
            }
            show("Player", &me, me.n);
        }
        int mine = value(&me);
        if (mine <= 21 && !natural && !dealt)
            while (value(&house) < 17) take(&house);
        show("House", &house, house.n);
        int theirs = value(&house);
        if (mine > 21)
            printf("Over 21, you lose.\n");
        else if (natural && !dealt) {
            money += 2.5 * bet;
            printf("A natural, you win.\n");
        } else if (dealt && !natural)
            printf("House wins.\n");
        else if (theirs > 21 || mine > theirs) {
            money += 2 * bet;
            printf("You win.\n");
        } else if (mine == theirs) {
            money += bet;
            printf("A draw.\n");
        } else
            printf("House wins.\n");
    }
    printf("Money: %.2f\n", money);
    if (money < 1) printf("You are broke.\n");
    return 0;
}
