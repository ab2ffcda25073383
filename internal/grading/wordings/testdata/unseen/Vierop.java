import java.util.*;

public class Vierop {
    static final int ROWS = 6, COLS = 7;
    static char[][] b;
    static Scanner sc = new Scanner(System.in);

    static void draw() {
        System.out.println();
        for (int r = 0; r < ROWS; r++) {
            StringBuilder s = new StringBuilder();
            for (int c = 0; c < COLS; c++) s.append("|").append(b[r][c]);
            System.out.println(s.append("|"));
        }
        System.out.println("---------------");
        System.out.println(" 1 2 3 4 5 6 7");
    }

    static boolean four(int r, int c, char p) {
        int[][] d = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int[] v : d) {
            int n = 1;
            for (int s = -1; s <= 1; s += 2)
                for (int i = r + s * v[0], j = c + s * v[1]; i >= 0 && i < ROWS && j >= 0 && j < COLS && b[i][j] == p; i += s * v[0], j += s * v[1]) n++;
            if (n >= 4) return true;
        }
        return false;
    }

    static void play() {
        b = new char[ROWS][COLS];
        for (char[] r : b) Arrays.fill(r, ' ');
        boolean red = true;
        int n = 0;
        draw();
        while (true) {
            System.out.print((red ? "RED" : "YELLOW") + " player, choose a column between 1 and 7: ");
            if (!sc.hasNextLine()) return;
            int c;
            try {
                c = Integer.parseInt(sc.nextLine().trim()) - 1;
            } catch (NumberFormatException e) {
                System.out.println("That was not a column number.");
                continue;
            }
            if (c < 0 || c >= COLS) {
                System.out.println("Column must be between 1 and 7.");
                continue;
            }
            if (b[0][c] != ' ') {
                System.out.println("Column is full, pick a different one.");
                continue;
            }
            int r = ROWS - 1;
            while (b[r][c] != ' ') r--;
            char p = red ? 'R' : 'Y';
            b[r][c] = p;
            n++;
            draw();
            if (four(r, c, p)) {
                System.out.println((red ? "RED" : "YELLOW") + " connects four and wins the game!");
                return;
            }
            if (n == ROWS * COLS) {
                System.out.println("The board is full: nobody wins.");
                return;
            }
            red = !red;
        }
    }

    public static void main(String[] args) {
        do {
            play();
            System.out.print("Play again? [Y]es / [N]o: ");
        } while (sc.hasNextLine() && sc.nextLine().trim().equalsIgnoreCase("y"));
    }
}
