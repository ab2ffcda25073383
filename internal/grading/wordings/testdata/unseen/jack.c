/* Black Jack. The file cards.dat has one rank a line: 2..10, J, Q, K, A. Suits do not matter. */
#include <ctype.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static int deck[60], top;
static double cash = 100;

static int card(void) { return deck[top++]; }
static const char *name(int c)
{
    static char s[4][4];
    static int k;
    k = (k + 1) % 4;
    if (c == 1) return "A";
    if (c == 11) return "J";
    if (c == 12) return "Q";
    if (c == 13) return "K";
    sprintf(s[k], "%d", c);
    return s[k];
}

typedef struct { int c[24], n, bet; } hand;

static int sum(const hand *h)
{
    int t = 0, a = 0;
    for (int i = 0; i < h->n; i++) {
        t += h->c[i] > 10 ? 10 : h->c[i];
        if (h->c[i] == 1) a = 1;
    }
    return a && t + 10 <= 21 ? t + 10 : t;
}

static void show(const char *who, const hand *h)
{
    printf("%-8s", who);
    for (int i = 0; i < h->n; i++) printf(" %s", name(h->c[i]));
    printf("  : %d\n", sum(h));
}

static char line[80];
static char *ask(const char *q)
{
    printf("%s", q);
    fflush(stdout);
    if (!fgets(line, sizeof line, stdin)) exit(0);
    line[strcspn(line, "\r\n")] = 0;
    return line;
}

int main(void)
{
    FILE *f = fopen("cards.dat", "r");
    char s[8];
    int n = 0;
    if (!f) { printf("cards.dat is missing\n"); return 1; }
    while (n < 52 && fscanf(f, "%7s", s) == 1)
        deck[n++] = s[0] == 'A' ? 1 : s[0] == 'J' ? 11 : s[0] == 'Q' ? 12 : s[0] == 'K' ? 13 : atoi(s);
    for (int round = 1; round <= 10 && cash >= 1; round++) {
        hand me[2] = {{{0}, 0, 0}, {{0}, 0, 0}}, them = {{0}, 0, 0};
        int hands = 1, nat, dnat, alive = 0;
        for (;;) {
            char *end;
            long b;
            printf("\nCash %.1f - round %d\n", cash, round);
            b = strtol(ask("Wager: "), &end, 10);
            if (end == line || *end) printf("That is not a wager.\n");
            else if (b < 1 || b > 100) printf("Wager something between 1 and 100.\n");
            else if (b > cash) printf("Your cash does not cover it.\n");
            else { me[0].bet = b; break; }
        }
        cash -= me[0].bet;
        me[0].c[0] = card(); them.c[0] = card(); me[0].c[1] = card(); them.c[1] = card();
        me[0].n = them.n = 2;
        show("Gambler", &me[0]);
        printf("%-8s %s and a hidden card\n", "Banker", name(them.c[0]));
        nat = sum(&me[0]) == 21;
        dnat = sum(&them) == 21;
        for (int i = 0; i < hands && !nat && !dnat; i++) {
            hand *h = &me[i];
            if (hands == 2) { printf("(hand %d)\n", i + 1); show("Gambler", h); }
            while (sum(h) < 21 && !(hands == 2 && h->c[0] == 1)) {
                char *t = ask("1 card, 2 enough, 3 double, 4 split: ");
                if (!strcmp(t, "1")) { h->c[h->n++] = card(); show("Gambler", h); }
                else if (!strcmp(t, "2")) break;
                else if (!strcmp(t, "3") && h->n == 2 && cash >= h->bet) {
                    cash -= h->bet; h->bet *= 2;
                    h->c[h->n++] = card(); show("Gambler", h);
                    break;
                } else if (!strcmp(t, "4") && hands == 1 && h->n == 2 && cash >= h->bet &&
                           (h->c[0] > 10 ? 10 : h->c[0]) == (h->c[1] > 10 ? 10 : h->c[1])) {
                    cash -= h->bet; hands = 2;
                    me[1].bet = h->bet; me[1].c[0] = h->c[1]; h->c[1] = card(); me[1].c[1] = card(); me[1].n = 2;
                    printf("(hand 1)\n"); show("Gambler", h);
                } else printf("Choose one of 1 to 4 that is possible.\n");
            }
            if (sum(h) > 21) printf("Gambler is over the top, wager lost.\n");
        }
        for (int i = 0; i < hands; i++) alive |= sum(&me[i]) <= 21;
        if (alive && !nat && !dnat) while (sum(&them) < 17) them.c[them.n++] = card();
        show("Banker", &them);
        for (int i = 0; i < hands; i++) {
            int a = sum(&me[i]), b = sum(&them);
            if (a > 21) continue;
            if (nat && !dnat) { cash += 2.5 * me[i].bet; printf("Gambler has the natural, one and a half.\n"); }
            else if (dnat && !nat) printf("Banker has the natural, wager lost.\n");
            else if (b > 21 || a > b) { cash += 2 * me[i].bet; printf("Gambler is better, wager won.\n"); }
            else if (a == b) { cash += me[i].bet; printf("Nobody is better, wager returned.\n"); }
            else printf("Banker is better, wager lost.\n");
        }
    }
    printf("\nCash %.1f - goodbye\n", cash);
    return 0;
}
