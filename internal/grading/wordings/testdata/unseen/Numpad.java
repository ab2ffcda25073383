import java.io.*;

public class Numpad {
    // the keys of a number pad: 7 8 9 on top
    static final int[][] KEYS = {{7, 8, 9}, {4, 5, 6}, {1, 2, 3}};
    static String[] v;

    static void board() {
        for (int[] row : KEYS) {
            for (int k : row) System.out.print(v[k] + " ");
            System.out.println();
        }
    }

    static boolean win(String w) {
        int[][] l = {{7, 8, 9}, {4, 5, 6}, {1, 2, 3}, {7, 4, 1}, {8, 5, 2}, {9, 6, 3}, {7, 5, 3}, {9, 5, 1}};
        for (int[] t : l) if (v[t[0]].equals(w) && v[t[1]].equals(w) && v[t[2]].equals(w)) return true;
        return false;
    }

    public static void main(String[] a) throws IOException {
        BufferedReader in = new BufferedReader(new InputStreamReader(System.in));
        String line;
        while (true) {
            v = new String[10];
            for (int i = 1; i < 10; i++) v[i] = "" + i;
            String who = "X";
            int free = 9;
            System.out.println("Use the number keys as they lie on the pad.");
            while (true) {
                board();
                System.out.print("(" + who + ") key: ");
                System.out.flush();
                if ((line = in.readLine()) == null) return;
                line = line.trim();
                if (!line.matches("[0-9]+")) { System.out.println("a key from 1 to 9"); continue; }
                if (!line.matches("[1-9]")) { System.out.println("there is no key " + line); continue; }
                int k = Integer.parseInt(line);
                if (!v[k].equals("" + k)) { System.out.println("key " + k + " was pressed before"); continue; }
                v[k] = who;
                free--;
                if (win(who)) { board(); System.out.println("--> " + who + " is the best"); break; }
                if (free == 0) { board(); System.out.println("--> no one is the best"); break; }
                who = who.equals("X") ? "O" : "X";
            }
            System.out.print("Start over? ");
            System.out.flush();
            if ((line = in.readLine()) == null || !line.trim().toLowerCase().startsWith("y")) return;
        }
    }
}
