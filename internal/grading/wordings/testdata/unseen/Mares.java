import java.io.*;
import java.nio.file.*;
import java.util.*;

/** Two fleets, in files that are named as arguments: name, row, column, direction on each line. */
public class Mares {
    static class Ship { String name; Set<Integer> left = new HashSet<>(); }

    static List<Ship> load(String file) throws IOException {
        List<Ship> fleet = new ArrayList<>();
        for (String line : Files.readAllLines(Path.of(file))) {
            if (line.isBlank()) continue;
            String[] w = line.trim().split("[ ,;]+");
            Ship s = new Ship();
            s.name = w[0];
            int n = Map.of("carrier", 5, "battleship", 4, "cruiser", 3, "submarine", 3, "destroyer", 2).get(w[0].toLowerCase());
            int row = w[1].toUpperCase().charAt(0) - 'A', col = Integer.parseInt(w[1].substring(1)) - 1;
            for (int i = 0; i < n; i++) s.left.add(w[2].equalsIgnoreCase("H") ? row * 10 + col + i : (row + i) * 10 + col);
            fleet.add(s);
        }
        return fleet;
    }

    public static void main(String[] a) throws IOException {
        List<List<Ship>> sea = List.of(load(a[0]), load(a[1]));
        List<Map<Integer, Character>> shots = List.of(new HashMap<>(), new HashMap<>());
        BufferedReader in = new BufferedReader(new InputStreamReader(System.in));
        int me = 0;
        while (true) {
            Map<Integer, Character> mine = shots.get(me);
            System.out.println("Admiral " + (me + 1) + ", your chart:");
            System.out.println("   1 2 3 4 5 6 7 8 9 10");
            for (int r = 0; r < 10; r++) {
                StringBuilder s = new StringBuilder((char) ('A' + r) + "  ");
                for (int c = 0; c < 10; c++) s.append(mine.getOrDefault(r * 10 + c, '~')).append(' ');
                System.out.println(s);
            }
            System.out.print("Fire at (row letter, column number): ");
            String t = in.readLine();
            if (t == null) return;
            t = t.trim().toUpperCase();
            if (!t.matches("[A-J]([1-9]|10)")) { System.out.println("There is no such spot on the chart."); continue; }
            int at = (t.charAt(0) - 'A') * 10 + Integer.parseInt(t.substring(1)) - 1;
            if (mine.containsKey(at)) { System.out.println("Already tried that one."); continue; }
            Ship struck = null;
            for (Ship s : sea.get(1 - me)) if (s.left.remove(at)) struck = s;
            if (struck == null) { mine.put(at, 'o'); System.out.println("Splash! Only water."); }
            else {
                mine.put(at, '*');
                System.out.println("Boom! Something burns.");
                if (struck.left.isEmpty()) System.out.println("Her " + struck.name + " goes down!");
                if (sea.get(1 - me).stream().allMatch(s -> s.left.isEmpty())) { System.out.println("Admiral " + (me + 1) + " rules the waves."); return; }
            }
            me = 1 - me;
        }
    }
}
