import java.util.Scanner;
public class Crossings {
    static final int S = 10;
    static char[][] f = new char[S][S];
    static void print() {
        System.out.print("  ");
        for (int x = 0; x < S; x++) System.out.print(" " + x);
        System.out.println();
        for (int y = 0; y < S; y++) {
            System.out.print(y + " ");
            for (int x = 0; x < S; x++) System.out.print(" " + f[y][x]);
            System.out.println();
        }
    }
    static int run(int y, int x, int dy, int dx) {
        int n = 0;
        char c = f[y][x];
        while (y >= 0 && y < S && x >= 0 && x < S && f[y][x] == c) { n++; y += dy; x += dx; }
        return n;
    }
    static boolean five(int y, int x) {
        int[][] d = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int[] v : d) if (run(y, x, v[0], v[1]) + run(y, x, -v[0], -v[1]) - 1 >= 5) return true;
        return false;
    }
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        for (char[] row : f) java.util.Arrays.fill(row, '.');
        char p = 'X';
        int left = S * S;
        while (true) {
            print();
            System.out.print("Player " + p + ", type x and y (0 to 9, with a space): ");
            if (!in.hasNextLine()) return;
            String[] t = in.nextLine().trim().split("\\s+");
            int x, y;
            try {
                if (t.length != 2) throw new NumberFormatException();
                x = Integer.parseInt(t[0]);
                y = Integer.parseInt(t[1]);
            } catch (NumberFormatException e) {
                System.out.println("Two numbers, please.");
                continue;
            }
            if (x < 0 || y < 0 || x >= S || y >= S) { System.out.println("Both must be 0 to 9."); continue; }
            if (f[y][x] != '.') { System.out.println("This crossing is taken."); continue; }
            f[y][x] = p;
            left--;
            if (five(y, x)) { print(); System.out.println("Five! Player " + p + " is the winner."); return; }
            if (left == 0) { print(); System.out.println("The board is full. Draw."); return; }
            p = p == 'X' ? 'O' : 'X';
        }
    }
}
