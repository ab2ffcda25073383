#include <stdio.h>
#include <stdlib.h>
#include <time.h>
#include <unistd.h>

int deck[52], top = 0;

void shuffle(void) {
    for (int i = 0; i < 52; i++) deck[i] = i;
    for (int i = 51; i > 0; i--) { int j = rand() % (i + 1), t = deck[i]; deck[i] = deck[j]; deck[j] = t; }
}
const char *rank(int c) {
    static const char *r[] = {"Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Jack", "Queen", "King", "Ace"};
    return r[c % 13];
}
const char *suit(int c) {
    static const char *s[] = {"clubs", "diamonds", "hearts", "spades"};
    return s[c / 13];
}
int value(const int *h, int n) {
    int t = 0, a = 0;
    for (int i = 0; i < n; i++) {
        int r = h[i] % 13;
        if (r == 12) { a++; t += 11; }
        else if (r >= 8) t += 10;
        else t += r + 2;
    }
    while (t > 21 && a--) t -= 10;
    return t;
}
int main(void) {
    srand(time(NULL) ^ getpid());
    shuffle();
    int p[22], d[22], np = 0, nd = 0, choice;
    char line[64];
    p[np++] = deck[top++]; p[np++] = deck[top++];
    d[nd++] = deck[top++]; d[nd++] = deck[top++];
    printf("You were dealt the %s of %s and the %s of %s.\n", rank(p[0]), suit(p[0]), rank(p[1]), suit(p[1]));
    printf("The dealer's up card is the %s of %s.\n", rank(d[0]), suit(d[0]));
    for (;;) {
        printf("Your hand is worth %d.\n", value(p, np));
        if (value(p, np) > 21) { puts("You are bust. Dealer wins!"); return 0; }
        printf("1) Hit  2) Stand\nChoice: ");
        fflush(stdout);
        if (!fgets(line, sizeof line, stdin)) return 0;
        choice = atoi(line);
        if (choice == 1) {
            p[np++] = deck[top++];
            printf("You drew the %s of %s.\n", rank(p[np - 1]), suit(p[np - 1]));
        } else if (choice == 2) break;
        else puts("Please choose 1 or 2.");
    }
    printf("The dealer turns over the %s of %s.\n", rank(d[1]), suit(d[1]));
    while (value(d, nd) < 17) {
        d[nd++] = deck[top++];
        printf("The dealer drew the %s of %s.\n", rank(d[nd - 1]), suit(d[nd - 1]));
    }
    printf("The dealer's hand is worth %d.\n", value(d, nd));
    int a = value(p, np), b = value(d, nd);
    if (b > 21) puts("The dealer is bust. You win!");
    else if (a > b) puts("You win!");
    else if (b > a) puts("Dealer wins!");
    else puts("It is a push.");
    return 0;
}
