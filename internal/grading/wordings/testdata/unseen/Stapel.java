import java.util.Scanner;

/** Vier gewinnt: zwei Farben, ein Zeichen. */
public class Stapel {
    static final String ROT = "\u001b[31mO\u001b[0m", BLAU = "\u001b[34mO\u001b[0m";
    static int[][] feld;

    static void zeige() {
        System.out.println("  A B C D E F G");
        for (int r = 5; r >= 0; r--) {
            StringBuilder z = new StringBuilder("| ");
            for (int c = 0; c < 7; c++) z.append(feld[r][c] == 0 ? "-" : feld[r][c] == 1 ? ROT : BLAU).append(' ');
            System.out.println(z + "|");
        }
    }

    static boolean vier(int r, int c, int dr, int dc) {
        int wer = feld[r][c], n = 1;
        for (int s = -1; s <= 1; s += 2)
            for (int y = r + s * dr, x = c + s * dc; y >= 0 && y < 6 && x >= 0 && x < 7 && feld[y][x] == wer; y += s * dr, x += s * dc) n++;
        return n >= 4;
    }

    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        System.out.println("Willkommen bei Vier gewinnt!");
        while (true) {
            feld = new int[6][7];
            int wer = 1, zuege = 0;
            while (true) {
                zeige();
                System.out.print((wer == 1 ? "Rot" : "Blau") + " wirft in Spalte: ");
                if (!in.hasNextLine()) return;
                String t = in.nextLine().trim().toUpperCase();
                if (t.length() != 1 || t.charAt(0) < 'A' || t.charAt(0) > 'G') { System.out.println("Nur A bis G!"); continue; }
                int c = t.charAt(0) - 'A', r = 0;
                while (r < 6 && feld[r][c] != 0) r++;
                if (r == 6) { System.out.println("Da passt nichts mehr hinein."); continue; }
                feld[r][c] = wer;
                zuege++;
                if (vier(r, c, 0, 1) || vier(r, c, 1, 0) || vier(r, c, 1, 1) || vier(r, c, 1, -1)) {
                    zeige();
                    System.out.println("Sieg für " + (wer == 1 ? "Rot" : "Blau") + " nach " + zuege + " Zügen");
                    break;
                }
                if (zuege == 42) { zeige(); System.out.println("Alles voll - unentschieden"); break; }
                wer = 3 - wer;
            }
            System.out.print("Noch einmal (j/n)? ");
            if (!in.hasNextLine() || !in.nextLine().trim().equalsIgnoreCase("j")) return;
        }
    }
}
