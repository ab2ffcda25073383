import java.util.Scanner;

public class Reihen {
    private final int[][] feld = new int[6][7];
    private int spieler = 1;

    public static void main(String[] args) {
        new Reihen().spielen(new Scanner(System.in));
    }

    void zeigen() {
        System.out.println("+---+---+---+---+---+---+---+");
        for (int z = 0; z < 6; z++) {
            for (int s = 0; s < 7; s++) System.out.print("| " + (feld[z][s] == 0 ? ' ' : feld[z][s] == 1 ? 'R' : 'G') + " ");
            System.out.println("|");
            System.out.println("+---+---+---+---+---+---+---+");
        }
        System.out.println("  1   2   3   4   5   6   7");
    }

    boolean gewonnen(int z, int s) {
        int[][] d = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int[] r : d) {
            int n = 1;
            for (int v = -1; v <= 1; v += 2)
                for (int k = 1; k < 4; k++) {
                    int y = z + v * k * r[0], x = s + v * k * r[1];
                    if (y < 0 || y > 5 || x < 0 || x > 6 || feld[y][x] != spieler) break;
                    n++;
                }
            if (n >= 4) return true;
        }
        return false;
    }

    void spielen(Scanner ein) {
        String[] namen = {"", "Rot", "Gelb"};
        zeigen();
        int zuege = 0;
        while (true) {
            System.out.print(namen[spieler] + " ist dran. Spalte (1-7): ");
            String t = ein.nextLine();
            int s;
            try { s = Integer.parseInt(t.trim()) - 1; } catch (NumberFormatException e) { System.out.println("Das ist keine Zahl!"); continue; }
            if (s < 0 || s > 6) { System.out.println("Es gibt nur die Spalten 1 bis 7!"); continue; }
            int z = 5;
            while (z >= 0 && feld[z][s] != 0) z--;
            if (z < 0) { System.out.println("Diese Spalte ist schon voll!"); continue; }
            feld[z][s] = spieler;
            zuege++;
            zeigen();
            if (gewonnen(z, s)) { System.out.println("Bravo " + namen[spieler] + ", vier Steine in einer Reihe!"); return; }
            if (zuege == 42) { System.out.println("Kein Platz mehr - niemand gewinnt."); return; }
            spieler = 3 - spieler;
        }
    }
}
