#include <stdio.h>
#include <ctype.h>
int main(void){
 char g[3][3]; int r,c,n=0; for(r=0;r<3;r++)for(c=0;c<3;c++)g[r][c]='_';
 char p='X'; char in[64];
 while(1){
  printf("   A B C\n");
  for(r=0;r<3;r++){printf("%d  ",r+1);for(c=0;c<3;c++)printf("%c ",g[r][c]);printf("\n");}
  if(n>4){ int w=0; char q=p=='X'?'O':'X'; for(r=0;r<3;r++) if((g[r][0]==q&&g[r][1]==q&&g[r][2]==q)||(g[0][r]==q&&g[1][r]==q&&g[2][r]==q)) w=1; if((g[0][0]==q&&g[1][1]==q&&g[2][2]==q)||(g[0][2]==q&&g[1][1]==q&&g[2][0]==q)) w=1; if(w){printf("Game over. The winner is player %c.\n",q);return 0;} }
  if(n==9){printf("Game over. No winner.\n");return 0;}
  printf("Player %c to move, column letter and row number (e.g. b2): ",p);
  if(!fgets(in,64,stdin)) return 0;
  c=toupper(in[0])-'A'; r=in[1]-'1';
  if(c<0||c>2||r<0||r>2||in[2]!='\n'){printf("Move not understood.\n");continue;}
  if(g[r][c]!='_'){printf("Square in use.\n");continue;}
  g[r][c]=p;n++; p=p=='X'?'O':'X';
 }
}
