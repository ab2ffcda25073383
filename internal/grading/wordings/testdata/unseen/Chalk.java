import java.util.*;

public class Chalk {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        for (;;) {
            int[] h = {3, 4, 5};
            boolean red = true;
            while (h[0] + h[1] + h[2] > 0) {
                System.out.printf("A=%d  B=%d  C=%d%n", h[0], h[1], h[2]);
                System.out.print((red ? "Red" : "Green") + " moves (e.g. B2): ");
                String s = in.nextLine().trim().toUpperCase();
                if (!s.matches("[A-Z]-?[0-9]{1,3}")) { System.out.println("Bad format!"); continue; }
                int i = s.charAt(0) - 'A', n = Integer.parseInt(s.substring(1));
                if (i > 2) { System.out.println("Bad heap!"); continue; }
                if (n < 1 || n > h[i]) { System.out.println("Bad number!"); continue; }
                h[i] -= n;
                red = !red;
            }
            System.out.println((red ? "Green" : "Red") + " took the last piece of chalk: victory!");
            System.out.print("New game (y/n)? ");
            if (!in.hasNextLine() || !in.nextLine().equals("y")) return;
        }
    }
}
