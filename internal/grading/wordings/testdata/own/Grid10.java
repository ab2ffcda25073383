import java.util.Random;
import java.util.Scanner;

/** One player against a fleet that hides. */
public class Grid10 {
    static int[][] ship = new int[10][10];
    static boolean[][] shot = new boolean[10][10];
    static final int[] LENGTH = {5, 4, 3, 3, 2};
    static final String[] NAME = {"aircraft carrier", "battleship", "cruiser", "submarine", "patrol boat"};
    static int[] hits = new int[5];

    static void place(Random rnd) {
        for (int s = 0; s < 5; s++) {
            boolean ok = false;
            while (!ok) {
                boolean h = rnd.nextBoolean();
                int r = rnd.nextInt(10), c = rnd.nextInt(10);
                ok = true;
                for (int k = 0; k < LENGTH[s] && ok; k++) {
                    int rr = h ? r : r + k, cc = h ? c + k : c;
                    if (rr > 9 || cc > 9 || ship[rr][cc] != 0) ok = false;
                }
                if (ok) for (int k = 0; k < LENGTH[s]; k++) ship[h ? r : r + k][h ? c + k : c] = s + 1;
            }
        }
    }

    static void print() {
        System.out.println("    0 1 2 3 4 5 6 7 8 9");
        System.out.println("   --------------------");
        for (int r = 0; r < 10; r++) {
            System.out.print(" " + r + "|");
            for (int c = 0; c < 10; c++) System.out.print(" " + (!shot[r][c] ? '.' : ship[r][c] == 0 ? '-' : '*'));
            System.out.println();
        }
    }

    static Integer number(Scanner in, String prompt) {
        System.out.print(prompt);
        if (!in.hasNextLine()) System.exit(0);
        try {
            return Integer.valueOf(in.nextLine().trim());
        } catch (NumberFormatException e) {
            return null;
        }
    }

    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        place(new Random());
        int sunk = 0, tries = 0;
        while (sunk < 5) {
            print();
            System.out.println("Ships left: " + (5 - sunk) + ", shots fired: " + tries);
            Integer r = number(in, "Row (0-9)? ");
            if (r == null || r < 0 || r > 9) {
                System.out.println("Rows are 0 to 9.");
                continue;
            }
            Integer c = number(in, "Column (0-9)? ");
            if (c == null || c < 0 || c > 9) {
                System.out.println("Columns are 0 to 9.");
                continue;
            }
            if (shot[r][c]) {
                System.out.println("You already bombed that square, captain.");
                continue;
            }
            shot[r][c] = true;
            tries++;
            int s = ship[r][c];
            if (s == 0) System.out.println("Missed!");
            else if (++hits[s - 1] == LENGTH[s - 1]) {
                sunk++;
                System.out.println("Hit, and the " + NAME[s - 1] + " sinks!");
            } else System.out.println("Hit!");
        }
        print();
        System.out.println("The whole fleet is destroyed after " + tries + " shots. You win!");
    }
}
