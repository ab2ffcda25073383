import java.util.Scanner;

public class Menus {
    static final Scanner in = new Scanner(System.in);

    static String next() {
        if (!in.hasNextLine()) System.exit(0);
        return in.nextLine().trim();
    }

    public static void main(String[] args) {
        while (true) {
            System.out.println("==== MAIN MENU ====");
            System.out.println("[P]lay   [R]ules   [Q]uit");
            System.out.print("> ");
            String c = next().toLowerCase();
            if (c.equals("q")) { System.out.println("Goodbye!"); return; }
            else if (c.equals("r")) System.out.println("Three of your marks in one line, any direction. Rows go down, columns go right.");
            else if (c.equals("p")) play();
            else System.out.println("P, R or Q?");
        }
    }

    static void play() {
        int[][] grid = new int[3][3];
        int turn = 1, n = 0;
        while (true) {
            print(grid);
            System.out.printf("Player %d%n", turn);
            int r = ask("  row    (1..3): ");
            int c = ask("  column (1..3): ");
            if (r < 1 || r > 3 || c < 1 || c > 3) { System.out.println("  ! outside"); continue; }
            if (grid[r - 1][c - 1] != 0) { System.out.println("  ! occupied"); continue; }
            grid[r - 1][c - 1] = turn;
            n++;
            if (won(grid, turn)) { print(grid); System.out.printf("+++ Player %d has three! +++%n", turn); return; }
            if (n == 9) { print(grid); System.out.println("--- stalemate ---"); return; }
            turn = 3 - turn;
        }
    }

    static int ask(String p) {
        while (true) {
            System.out.print(p);
            try { return Integer.parseInt(next()); }
            catch (NumberFormatException e) { System.out.println("  ! digits please"); }
        }
    }

    static boolean won(int[][] g, int t) {
        for (int i = 0; i < 3; i++) {
            if (g[i][0] == t && g[i][1] == t && g[i][2] == t) return true;
            if (g[0][i] == t && g[1][i] == t && g[2][i] == t) return true;
        }
        return g[1][1] == t && (g[0][0] == t && g[2][2] == t || g[0][2] == t && g[2][0] == t);
    }

    static void print(int[][] g) {
        for (int[] row : g) {
            StringBuilder b = new StringBuilder("      ");
            for (int x : row) b.append(x == 0 ? "_ " : x == 1 ? "# " : "@ ");
            System.out.println(b);
        }
    }
}
