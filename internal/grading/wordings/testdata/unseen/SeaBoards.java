import java.util.*;

public class SeaBoards {
    static String[] names = {"carrier", "battleship", "cruiser", "submarine", "destroyer"};
    static int[] sizes = {5, 4, 3, 3, 2};
    static Scanner in = new Scanner(System.in);

    static class Ocean {
        int[][] ship = new int[10][10];
        boolean[][] shot = new boolean[10][10];
        int[] hits = new int[5];
        int sunk;
    }

    static String next(String q) {
        System.out.print(q);
        System.out.flush();
        if (!in.hasNextLine()) System.exit(0);
        return in.nextLine().trim();
    }

    static Ocean set(String who) {
        Ocean o = new Ocean();
        System.out.println(who + " sets up the fleet.");
        for (int k = 0; k < 5; k++) {
            String[] t = next("Where is your " + names[k] + " (row col across/down)? ").split(" +");
            boolean ok = t.length == 3 && t[0].matches("\\d+") && t[1].matches("\\d+") && (t[2].equals("across") || t[2].equals("down"));
            for (int i = 0; ok && i < sizes[k]; i++) {
                int r = Integer.parseInt(t[0]) + (t[2].equals("down") ? i : 0), c = Integer.parseInt(t[1]) + (t[2].equals("across") ? i : 0);
                ok = r < 10 && c < 10 && o.ship[r][c] == 0;
            }
            if (!ok) { System.out.println("It cannot lie like that."); k--; continue; }
            for (int i = 0; i < sizes[k]; i++) o.ship[Integer.parseInt(t[0]) + (t[2].equals("down") ? i : 0)][Integer.parseInt(t[1]) + (t[2].equals("across") ? i : 0)] = k + 1;
        }
        return o;
    }

    static void show(String title, Ocean o, boolean own) {
        System.out.println(title);
        for (int r = -1; r < 10; r++) {
            StringBuilder s = new StringBuilder(r < 0 ? " " : "" + r);
            for (int c = 0; c < 10; c++) {
                char ch = r < 0 ? (char) ('0' + c) : !o.shot[r][c] ? (own && o.ship[r][c] > 0 ? 'S' : '.') : o.ship[r][c] > 0 ? 'X' : 'o';
                s.append(' ').append(ch);
            }
            System.out.println(s);
        }
    }

    public static void main(String[] args) {
        Ocean[] o = {set("Player A"), set("Player B")};
        int p = 0;
        while (true) {
            String me = p == 0 ? "Player A" : "Player B";
            System.out.println("It is up to " + me + ".");
            show("What is known of the enemy:", o[1 - p], false);
            String[] t = next("Row and column (0 to 9): ").split(" +");
            if (t.length != 2 || !t[0].matches("-?\\d+") || !t[1].matches("-?\\d+")) { System.out.println("Two numbers are needed."); continue; }
            int r = Integer.parseInt(t[0]), c = Integer.parseInt(t[1]);
            if (r < 0 || r > 9 || c < 0 || c > 9) { System.out.println("There is land out there."); continue; }
            Ocean q = o[1 - p];
            if (q.shot[r][c]) { System.out.println("No shell falls twice on one spot."); continue; }
            q.shot[r][c] = true;
            int k = q.ship[r][c];
            if (k == 0) System.out.println("Far off.");
            else if (++q.hits[k - 1] < sizes[k - 1]) System.out.println("Smoke rises.");
            else {
                System.out.println("Smoke rises. Their " + names[k - 1] + " capsizes.");
                if (++q.sunk == 5) { System.out.println("The sea belongs to " + me + "."); return; }
            }
            p = 1 - p;
        }
    }
}
