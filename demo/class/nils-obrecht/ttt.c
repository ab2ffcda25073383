#include <stdio.h>

int f[3][3];

void print(void)
{
    for (int i = 0; i < 3; i++) {
        for (int k = 0; k < 3; k++)
            printf("|%c", " XO"[f[i][k]]);
        printf("|\n");
    }
}

int check(int p)
{
    int d = 0, e = 0;
    for (int i = 0; i < 3; i++) {
        int r = 0, s = 0;
        for (int k = 0; k < 3; k++) {
            r += f[i][k] == p;
            s += f[k][i] == p;
        }
        if (r == 3 || s == 3)
            return 1;
        d += f[i][i] == p;
        e += f[i][2 - i] == p;
    }
    return d == 3 || e == 3;
}

int main(void)
{
    int n = 0, z, s;
    char in[128];

    print();
    while (n < 9) {
        int p = n % 2 + 1;
        printf("%c - type row and column (1, 2, 3): ", " XO"[p]);
        if (fgets(in, sizeof in, stdin) == 0)
            break;
        if (sscanf(in, "%d %d", &z, &s) < 2 || z < 1 || s < 1 || z > 3 || s > 3) {
            printf("That does not work, once again.\n");
            continue;
        }
        if (f[z - 1][s - 1]) {
            printf("There is something already.\n");
            continue;
        }
        f[z - 1][s - 1] = p;
        n++;
        print();
        if (check(p))
            printf("%c wins! Hooray!\n", " XO"[p]);
        else if (n == 9)
            printf("A draw.\n");
    }
    return 0;
}
