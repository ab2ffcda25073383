import java.util.*;

public class Radar {
    private static final int SIZE = 8;
    private static final String[] NAMES = {"tanker", "frigate", "cutter", "dinghy"};
    private static final int[] LENGTHS = {4, 3, 3, 2};

    private final int[][] ocean = new int[SIZE][SIZE];
    private final boolean[][] known = new boolean[SIZE][SIZE];
    private final int[] health = LENGTHS.clone();
    private int torpedoes = 0;

    Radar() {
        Random random = new Random();
        for (int s = 0; s < LENGTHS.length; s++) {
            boolean placed = false;
            while (!placed) {
                boolean down = random.nextBoolean();
                int r = random.nextInt(down ? SIZE - LENGTHS[s] + 1 : SIZE);
                int c = random.nextInt(down ? SIZE : SIZE - LENGTHS[s] + 1);
                placed = true;
                for (int i = 0; i < LENGTHS[s]; i++)
                    if (ocean[r + (down ? i : 0)][c + (down ? 0 : i)] != 0) placed = false;
                if (placed)
                    for (int i = 0; i < LENGTHS[s]; i++) ocean[r + (down ? i : 0)][c + (down ? 0 : i)] = s + 1;
            }
        }
    }

    void report() {
        System.out.println("   1 2 3 4 5 6 7 8");
        for (int r = 0; r < SIZE; r++) {
            StringBuilder line = new StringBuilder();
            line.append((char) ('A' + r)).append("  ");
            for (int c = 0; c < SIZE; c++)
                line.append(!known[r][c] ? ". " : ocean[r][c] > 0 ? "X " : "- ");
            System.out.println(line.toString().stripTrailing());
        }
        int afloat = 0;
        for (int h : health) if (h > 0) afloat++;
        System.out.println("Torpedoes used: " + torpedoes + "    Targets afloat: " + afloat);
    }

    public static void main(String[] args) {
        Scanner keyboard = new Scanner(System.in);
        Radar radar = new Radar();
        System.out.println("Four enemy ships (tanker 4, frigate 3, cutter 3, dinghy 2) are out there.");
        boolean over = false;
        while (!over) {
            radar.report();
            System.out.print("Enter target: ");
            if (!keyboard.hasNextLine()) return;
            String t = keyboard.nextLine().trim().toUpperCase();
            if (!t.matches("[A-Z][0-9]+")) { System.out.println("Bad target. Use a letter and a number like B5."); continue; }
            int r = t.charAt(0) - 'A';
            int c = t.length() > 3 ? 99 : Integer.parseInt(t.substring(1)) - 1;
            if (r >= SIZE || c < 0 || c >= SIZE) { System.out.println("Out of radar range."); continue; }
            if (radar.known[r][c]) { System.out.println("That sector was fired upon already."); continue; }
            radar.known[r][c] = true;
            radar.torpedoes++;
            int s = radar.ocean[r][c];
            if (s == 0) { System.out.println("... nothing there."); continue; }
            System.out.println("*** DIRECT HIT ***");
            if (--radar.health[s - 1] == 0) {
                System.out.println("You have destroyed the " + NAMES[s - 1] + "!");
                over = Arrays.stream(radar.health).sum() == 0;
            }
        }
        radar.report();
        System.out.println("Mission accomplished, captain.");
    }
}
