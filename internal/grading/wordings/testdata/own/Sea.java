import java.util.*;
public class Sea {
    public static void main(String[] a) {
        Random rnd = new Random();
        int[] len = {4, 3, 2};
        int[][] sea = new int[8][8];
        for (int s = 0; s < 3; s++) {
            for (;;) {
                boolean v = rnd.nextBoolean();
                int r = rnd.nextInt(8), c = rnd.nextInt(8); boolean ok = true;
                for (int i = 0; i < len[s]; i++) { int y = r + (v ? i : 0), x = c + (v ? 0 : i); if (y > 7 || x > 7 || sea[y][x] != 0) ok = false; }
                if (!ok) continue;
                for (int i = 0; i < len[s]; i++) sea[r + (v ? i : 0)][c + (v ? 0 : i)] = s + 1;
                break;
            }
        }
        boolean[][] shot = new boolean[8][8];
        int[] hp = len.clone(); int remaining = 9;
        Scanner in = new Scanner(System.in);
        while (remaining > 0) {
            System.out.print("  ");
            for (int c = 1; c <= 8; c++) System.out.print("| " + c + " ");
            System.out.println("|");
            for (int r = 0; r < 8; r++) {
                System.out.print((r + 1) + " ");
                for (int c = 0; c < 8; c++) System.out.print("| " + (!shot[r][c] ? " " : sea[r][c] > 0 ? "X" : "o") + " ");
                System.out.println("|");
            }
            System.out.print("Row: "); String rs = in.hasNextLine() ? in.nextLine().trim() : null; if (rs == null) return;
            System.out.print("Column: "); String cs = in.hasNextLine() ? in.nextLine().trim() : null; if (cs == null) return;
            int r, c;
            try { r = Integer.parseInt(rs) - 1; c = Integer.parseInt(cs) - 1; } catch (NumberFormatException e) { System.out.println("Numbers only!"); continue; }
            if (r < 0 || r > 7 || c < 0 || c > 7) { System.out.println("Outside the sea!"); continue; }
            if (shot[r][c]) { System.out.println("You have shot there before!"); continue; }
            shot[r][c] = true;
            if (sea[r][c] == 0) { System.out.println("Missed."); continue; }
            remaining--;
            System.out.println("You hit something!");
            if (--hp[sea[r][c] - 1] == 0) System.out.println("A ship of length " + len[sea[r][c] - 1] + " went down.");
        }
        System.out.println("All ships sunk - you win!");
    }
}
