#include <stdio.h>
#include <string.h>
#include <ctype.h>
/* jogo da forca: o primeiro jogador escreve a palavra */
int main(void) {
    char palavra[64], usadas[64] = "";
    int vidas = 6;
    printf("Jogador 1, escreva a palavra secreta: ");
    fflush(stdout);
    if (!fgets(palavra, sizeof palavra, stdin)) return 0;
    palavra[strcspn(palavra, "\r\n")] = 0;
    for (char *p = palavra; *p; p++) *p = toupper(*p);
    for (int i = 0; i < 40; i++) puts("");
    puts("Jogador 2, boa sorte!");
    for (;;) {
        int faltam = 0;
        printf("Palavra:");
        for (char *p = palavra; *p; p++) {
            if (strchr(usadas, *p)) printf(" %c", *p);
            else { printf(" _"); faltam++; }
        }
        printf("\nVidas restantes: %d\n", vidas);
        if (!faltam) { puts("Excelente! Voce conseguiu!"); return 0; }
        if (vidas == 0) { printf("Fim da linha, enforcado. Era \"%s\".\n", palavra); return 0; }
        printf("Diga uma letra: ");
        fflush(stdout);
        char linha[200];
        if (!fgets(linha, sizeof linha, stdin)) return 0;
        linha[strcspn(linha, "\r\n")] = 0;
        if (strlen(linha) != 1 || !isalpha((unsigned char)linha[0])) { puts("So uma letra de cada vez."); continue; }
        char c = toupper(linha[0]);
        if (strchr(usadas, c)) { puts("Essa ja foi."); continue; }
        int n = strlen(usadas);
        usadas[n] = c; usadas[n + 1] = 0;
        if (!strchr(palavra, c)) { vidas--; printf("Nao existe %c nessa palavra.\n", c); }
        else printf("Boa!\n");
    }
}
