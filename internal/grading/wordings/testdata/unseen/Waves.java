import java.util.*;

/** Two players, two oceans. They type where their ships lie before they shoot. */
public class Waves {
    static final Scanner IN = new Scanner(System.in);
    static final String[] SHIP = {"carrier", "battleship", "cruiser", "submarine", "destroyer"};
    static final int[] LONG = {5, 4, 3, 3, 2};

    static String ask(String q) {
        System.out.print(q);
        System.out.flush();
        if (!IN.hasNextLine()) System.exit(0);
        return IN.nextLine().trim().toUpperCase();
    }

    static int[] cell(String s) {
        if (!s.matches("[A-Z][0-9]{1,2}")) return null;
        return new int[] {Integer.parseInt(s.substring(1)) - 1, s.charAt(0) - 'A'};
    }

    static int[][] fleet(int player) {
        int[][] sea = new int[10][10];
        for (int k = 0; k < 5; k++) {
            int[] at = cell(ask("P" + player + ": first cell of the " + SHIP[k] + " of length " + LONG[k] + ": "));
            String way = at == null ? "" : ask("P" + player + ": (R)ight or (D)own? ");
            boolean ok = at != null && (way.equals("R") || way.equals("D"));
            for (int i = 0; ok && i < LONG[k]; i++) {
                int r = at[0] + (way.equals("D") ? i : 0), c = at[1] + (way.equals("R") ? i : 0);
                ok = r >= 0 && r < 10 && c < 10 && sea[r][c] == 0;
            }
            if (!ok) { System.out.println("That does not work, once more."); k--; continue; }
            for (int i = 0; i < LONG[k]; i++) sea[at[0] + (way.equals("D") ? i : 0)][at[1] + (way.equals("R") ? i : 0)] = k + 1;
        }
        return sea;
    }

    public static void main(String[] args) {
        int[][][] sea = {fleet(1), fleet(2)};
        int[][] hit = new int[2][5];
        boolean[][][] shot = new boolean[2][10][10];
        for (int p = 0;;) {
            String s = ask("P" + (p + 1) + " fires at: ");
            int[] at = cell(s);
            if (at == null) { System.out.println("A letter and a number!"); continue; }
            if (at[0] < 0 || at[0] > 9 || at[1] > 9) { System.out.println("Too far out!"); continue; }
            int q = 1 - p;
            if (shot[q][at[0]][at[1]]) { System.out.println("Fired there once already!"); continue; }
            shot[q][at[0]][at[1]] = true;
            int k = sea[q][at[0]][at[1]];
            if (k == 0) System.out.println("...nothing.");
            else {
                System.out.println("...it burns!");
                if (++hit[q][k - 1] == LONG[k - 1]) {
                    System.out.println("...and P" + (q + 1) + " has no " + SHIP[k - 1] + " any longer.");
                    boolean all = true;
                    for (int i = 0; i < 5; i++) all &= hit[q][i] == LONG[i];
                    if (all) { System.out.println("P" + (p + 1) + " commands the ocean."); return; }
                }
            }
            p = q;
        }
    }
}
