import java.util.*;
public class Gomoku {
    static final int N = 15;
    static char[][] g = new char[N][N];
    static void show() {
        StringBuilder s = new StringBuilder("    ");
        for (int c = 0; c < N; c++) s.append((char) ('a' + c)).append(' ');
        s.append('\n');
        for (int r = 0; r < N; r++) {
            s.append(String.format("%3d ", r + 1));
            for (int c = 0; c < N; c++) s.append(g[r][c]).append(' ');
            s.append('\n');
        }
        System.out.print(s);
    }
    static boolean five(int r, int c, char p) {
        int[][] dirs = {{0,1},{1,0},{1,1},{1,-1}};
        for (int[] d : dirs) {
            int n = 1;
            for (int k = 1; at(r + k*d[0], c + k*d[1]) == p; k++) n++;
            for (int k = 1; at(r - k*d[0], c - k*d[1]) == p; k++) n++;
            if (n >= 5) return true;
        }
        return false;
    }
    static char at(int r, int c) { return r < 0 || c < 0 || r >= N || c >= N ? '!' : g[r][c]; }
    public static void main(String[] args) {
        for (char[] row : g) Arrays.fill(row, '-');
        Scanner in = new Scanner(System.in);
        char p = 'X';
        int stones = 0;
        show();
        for (;;) {
            System.out.print("Stone of " + p + " (column letter, then row, e.g. c12): ");
            String t = in.nextLine().trim().toLowerCase();
            if (!t.matches("[a-z]\\d{1,3}")) { System.out.println("I cannot read that."); continue; }
            int c = t.charAt(0) - 'a', r = Integer.parseInt(t.substring(1)) - 1;
            if (at(r, c) == '!') { System.out.println("There is no such crossing."); continue; }
            if (g[r][c] != '-') { System.out.println("A stone lies there."); continue; }
            g[r][c] = p; stones++;
            show();
            if (five(r, c, p)) { System.out.println("Five stones of " + p + " in a line. The game is over."); return; }
            if (stones == N * N) { System.out.println("All crossings are filled, nobody has five."); return; }
            p = p == 'X' ? 'O' : 'X';
        }
    }
}
