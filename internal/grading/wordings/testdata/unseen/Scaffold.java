import java.nio.charset.StandardCharsets;
import java.util.*;
import java.io.*;

/** Hangman. The secret word is the first argument. */
public class Scaffold {
    public static void main(String[] args) throws IOException {
        PrintStream out = new PrintStream(System.out, true, "UTF-8");
        BufferedReader in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
        if (args.length == 0) {
            out.println("usage: java Scaffold WORD");
            return;
        }
        String secret = String.join(" ", args);
        boolean more = true;
        while (more) {
            TreeSet<Character> good = new TreeSet<>(), bad = new TreeSet<>();
            boolean finished = false;
            while (!finished) {
                StringBuilder shown = new StringBuilder();
                boolean open = false;
                for (char ch : secret.toCharArray()) {
                    if (!Character.isLetter(ch) || good.contains(Character.toLowerCase(ch))) shown.append(ch);
                    else { shown.append('-'); open = true; }
                }
                out.println("[" + shown + "]   wrong so far: " + bad + " (" + bad.size() + " of 6)");
                if (!open) { out.println("You saved the man!"); break; }
                if (bad.size() == 6) { out.println("The man is dead. The word was " + secret + "."); break; }
                out.print("? ");
                out.flush();
                String line = in.readLine();
                if (line == null) return;
                line = line.trim().toLowerCase();
                if (line.length() != 1 || !Character.isLetter(line.charAt(0))) { out.println("A single letter, please."); continue; }
                char ch = line.charAt(0);
                if (good.contains(ch) || bad.contains(ch)) { out.println("You tried " + ch + " before."); continue; }
                if (secret.toLowerCase().indexOf(ch) >= 0) good.add(ch);
                else bad.add(ch);
            }
            out.print("Another round (y/n)? ");
            out.flush();
            String line = in.readLine();
            more = line != null && line.trim().equalsIgnoreCase("y");
        }
    }
}
