import java.io.*;

public class Vier {
    static final int H = 6, B = 7;
    static int[][] feld = new int[H][B];
    static BufferedReader ein = new BufferedReader(new InputStreamReader(System.in));
    static final String ROT = "\u001b[31m●\u001b[0m", GELB = "\u001b[33m●\u001b[0m";

    static void zeige() {
        System.out.print("\u001b[2J\u001b[H");
        System.out.println("╔═══╦═══╦═══╦═══╦═══╦═══╦═══╗");
        for (int z = 0; z < H; z++) {
            StringBuilder s = new StringBuilder("║");
            for (int k = 0; k < B; k++) s.append(' ').append(feld[z][k] == 0 ? " " : feld[z][k] == 1 ? ROT : GELB).append(" ║");
            System.out.println(s);
            System.out.println(z < H - 1 ? "╠═══╬═══╬═══╬═══╬═══╬═══╬═══╣" : "╚═══╩═══╩═══╩═══╩═══╩═══╩═══╝");
        }
        System.out.println("  1   2   3   4   5   6   7");
    }

    static boolean vier(int z, int k) {
        int w = feld[z][k];
        int[][] r = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int[] d : r) {
            int n = 1;
            for (int v = -1; v <= 1; v += 2)
                for (int i = 1; i < 4; i++) {
                    int y = z + v * i * d[0], x = k + v * i * d[1];
                    if (y < 0 || x < 0 || y >= H || x >= B || feld[y][x] != w) break;
                    n++;
                }
            if (n >= 4) return true;
        }
        return false;
    }

    public static void main(String[] args) throws Exception {
        int spieler = 1, zuege = 0;
        while (true) {
            zeige();
            System.out.print((spieler == 1 ? "Rot" : "Gelb") + " ist dran. Spalte (1-7, q = Ende): ");
            String s = ein.readLine();
            if (s == null || s.equals("q")) { System.out.println("Abgebrochen."); return; }
            int k;
            try { k = Integer.parseInt(s.trim()) - 1; } catch (NumberFormatException e) { k = -1; }
            if (k < 0 || k >= B) { melde("Das ist keine Spalte."); continue; }
            int z = H - 1;
            while (z >= 0 && feld[z][k] != 0) z--;
            if (z < 0) { melde("Diese Spalte ist voll."); continue; }
            feld[z][k] = spieler;
            zuege++;
            if (vier(z, k)) { zeige(); System.out.println((spieler == 1 ? "Rot" : "Gelb") + " hat gewonnen!"); return; }
            if (zuege == H * B) { zeige(); System.out.println("Unentschieden!"); return; }
            spieler = 3 - spieler;
        }
    }

    static void melde(String s) throws Exception {
        System.out.println(s + " Weiter mit Enter ...");
        ein.readLine();
    }
}
