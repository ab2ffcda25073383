import java.util.*;

public class Woord {
    public static void main(String[] args) {
        if (args.length < 1) {
            System.err.println("usage: java Woord WORD");
            System.exit(2);
        }
        String secret = args[0];
        Scanner in = new Scanner(System.in, java.nio.charset.StandardCharsets.UTF_8);
        int lives = 6;
        Set<String> guessed = new LinkedHashSet<>();
        while (true) {
            StringBuilder out = new StringBuilder();
            boolean open = false;
            for (int cp : secret.codePoints().toArray()) {
                String ch = new String(Character.toChars(cp));
                if (!Character.isLetter(cp) || guessed.contains(ch.toLowerCase())) out.append(ch);
                else {
                    out.append('*');
                    open = true;
                }
            }
            System.out.println("Word: " + out);
            if (!open) {
                System.out.println("Solved with " + lives + " lives to spare. Well done!");
                return;
            }
            if (lives == 0) {
                System.out.println("Out of lives... it was '" + secret + "'.");
                return;
            }
            System.out.println("Lives: " + "♥".repeat(lives));
            System.out.print("Guess> ");
            if (!in.hasNextLine()) return;
            String g = in.nextLine().trim().toLowerCase();
            if (g.codePointCount(0, g.length()) != 1 || !Character.isLetter(g.codePointAt(0))) {
                System.out.println("A guess is exactly one letter.");
                continue;
            }
            if (!guessed.add(g)) {
                System.out.println("'" + g + "' was guessed already.");
                continue;
            }
            if (!secret.toLowerCase().contains(g)) {
                lives--;
                System.out.println("Nope.");
            } else System.out.println("Yep.");
        }
    }
}
