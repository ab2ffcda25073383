import java.util.Scanner;

public class Grid3 {
    static char[][] g = new char[3][3];
    static Scanner in = new Scanner(System.in);

    static void clear() {
        for (int i = 0; i < 3; i++)
            for (int j = 0; j < 3; j++) g[i][j] = '.';
    }

    static void print() {
        System.out.println("    0  1  2");
        for (int i = 0; i < 3; i++) {
            System.out.print(i + "  ");
            for (int j = 0; j < 3; j++) System.out.print(" " + g[i][j] + " ");
            System.out.println();
        }
    }

    static int number(String what) {
        while (true) {
            System.out.print(what);
            if (!in.hasNextLine()) System.exit(0);
            String s = in.nextLine().trim();
            try {
                int n = Integer.parseInt(s);
                if (n >= 0 && n <= 2) return n;
                System.out.println("  -> 0, 1 or 2 please");
            } catch (NumberFormatException e) {
                System.out.println("  -> not a whole number");
            }
        }
    }

    static boolean line(char p) {
        for (int i = 0; i < 3; i++) {
            if (g[i][0] == p && g[i][1] == p && g[i][2] == p) return true;
            if (g[0][i] == p && g[1][i] == p && g[2][i] == p) return true;
        }
        return g[1][1] == p && (g[0][0] == p && g[2][2] == p || g[0][2] == p && g[2][0] == p);
    }

    public static void main(String[] args) {
        System.out.println("TIC TAC TOE");
        System.out.println("Player 1 has X, player 2 has O.");
        String again;
        do {
            clear();
            int player = 1, filled = 0;
            boolean over = false;
            while (!over) {
                print();
                System.out.println("Turn of player " + player);
                int r = number("  row: ");
                int c = number("  column: ");
                if (g[r][c] != '.') {
                    System.out.println("  -> occupied, pick another one");
                    continue;
                }
                char mark = player == 1 ? 'X' : 'O';
                g[r][c] = mark;
                filled++;
                if (line(mark)) {
                    print();
                    System.out.println("Game over: player " + player + " got three in a line.");
                    over = true;
                } else if (filled == 9) {
                    print();
                    System.out.println("Game over: the grid is full and no one got a line.");
                    over = true;
                }
                player = 3 - player;
            }
            System.out.print("New game (1) or quit (2)? ");
            again = in.hasNextLine() ? in.nextLine().trim() : "2";
        } while (again.equals("1"));
    }
}
