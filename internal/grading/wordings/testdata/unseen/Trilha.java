import java.util.*;
// Jogo da velha com placar e três partidas (melhor de três).
public class Trilha {
    static final Scanner teclado = new Scanner(System.in);
    static char[] t;
    static void tela() {
        System.out.println();
        for (int i = 0; i < 3; i++) {
            System.out.printf(" %c | %c | %c %n", t[3 * i], t[3 * i + 1], t[3 * i + 2]);
            if (i < 2) System.out.println("---+---+---");
        }
    }
    static boolean venceu(char c) {
        int[][] w = {{0,1,2},{3,4,5},{6,7,8},{0,3,6},{1,4,7},{2,5,8},{0,4,8},{2,4,6}};
        for (int[] l : w) if (t[l[0]] == c && t[l[1]] == c && t[l[2]] == c) return true;
        return false;
    }
    public static void main(String[] a) {
        System.out.println("JOGO DA VELHA");
        System.out.print("Pressione Enter para começar");
        if (!teclado.hasNextLine()) return;
        teclado.nextLine();
        int x = 0, o = 0;
        String de = "s";
        while (de.equalsIgnoreCase("s")) {
            t = "         ".toCharArray();
            char vez = 'X';
            int jogadas = 0;
            while (true) {
                tela();
                System.out.printf("Vez de %c. Linha e coluna (ex.: 1 3): ", vez);
                if (!teclado.hasNextLine()) return;
                String[] p = teclado.nextLine().trim().split("\\s+");
                int l, c;
                try { l = Integer.parseInt(p[0]); c = Integer.parseInt(p[1]); if (p.length != 2) throw new NumberFormatException(); }
                catch (RuntimeException e) { System.out.println("Não entendi a jogada."); continue; }
                if (l < 1 || l > 3 || c < 1 || c > 3) { System.out.println("Essa posição não existe."); continue; }
                int k = 3 * (l - 1) + c - 1;
                if (t[k] != ' ') { System.out.println("Casa ocupada!"); continue; }
                t[k] = vez;
                jogadas++;
                if (venceu(vez)) { tela(); System.out.println(vez + " venceu a partida!"); if (vez == 'X') x++; else o++; break; }
                if (jogadas == 9) { tela(); System.out.println("Deu velha!"); break; }
                vez = vez == 'X' ? 'O' : 'X';
            }
            System.out.println("Placar: X " + x + " x " + o + " O");
            System.out.print("Jogar de novo? (s/n) ");
            de = teclado.hasNextLine() ? teclado.nextLine().trim() : "n";
        }
    }
}
