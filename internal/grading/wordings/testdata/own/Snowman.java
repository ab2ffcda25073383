import java.util.*;
class Snowman {
    static final List<String> WORDS = List.of("winter", "carrot", "mitten", "blizzard", "icicle", "penguin", "sledge");
    static String[] parts = {"hat", "scarf", "carrot nose", "left arm", "right arm", "body"};
    public static void main(String[] a) {
        Scanner s = new Scanner(System.in);
        String secret = WORDS.get(new Random().nextInt(WORDS.size()));
        TreeSet<Character> used = new TreeSet<>();
        int melted = 0;
        System.out.println("Save the snowman! Guess the word before the sun melts him.");
        while (true) {
            StringBuilder v = new StringBuilder();
            for (char c : secret.toCharArray()) v.append(used.contains(c) ? Character.toUpperCase(c) : '.').append(' ');
            System.out.println("\n  " + v.toString().trim());
            System.out.println("  used: " + used);
            if (v.indexOf(".") < 0) { System.out.println("The snowman dances with joy!"); return; }
            if (melted == parts.length) { System.out.println("Only a puddle is left. You were looking for " + secret.toUpperCase() + "."); return; }
            System.out.println("  the snowman still has: " + String.join(", ", Arrays.copyOfRange(parts, melted, parts.length)));
            System.out.print("letter> ");
            if (!s.hasNextLine()) return;
            String t = s.nextLine().trim().toLowerCase();
            if (t.length() != 1 || t.charAt(0) < 'a' || t.charAt(0) > 'z') { System.out.println("One letter from A to Z!"); continue; }
            char c = t.charAt(0);
            if (!used.add(c)) { System.out.println("You have used " + Character.toUpperCase(c) + " already."); continue; }
            if (secret.indexOf(c) < 0) { System.out.println("Oh no, the " + parts[melted] + " melts away."); melted++; }
            else System.out.println("Brrr, well guessed.");
        }
    }
}
