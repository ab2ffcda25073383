import java.util.*;

public class Used {
    public static void main(String[] args) {
        String word = args.length > 0 ? args[0] : "keyboard";
        Set<Character> used = new TreeSet<>();
        int attempts = 6;
        Scanner sc = new Scanner(System.in);
        while (attempts > 0) {
            StringBuilder shown = new StringBuilder();
            for (char c : word.toCharArray()) shown.append(used.contains(c) ? c : '*');
            System.out.println("Word: " + shown);
            System.out.println("Attempts remaining: " + attempts);
            System.out.println("Used: " + used);
            if (shown.indexOf("*") < 0) {
                System.out.println("Well done! You guessed the word.");
                return;
            }
            System.out.print("Enter letter: ");
            if (!sc.hasNextLine()) return;
            String s = sc.nextLine().trim().toLowerCase();
            if (s.length() != 1 || !Character.isLetter(s.charAt(0))) {
                System.out.println("One letter, please.");
                continue;
            }
            char g = s.charAt(0);
            if (!used.add(g)) {
                System.out.println("You already tried '" + g + "'.");
                continue;
            }
            if (word.indexOf(g) >= 0) System.out.println("Good guess!");
            else {
                attempts--;
                System.out.println("Sorry, no '" + g + "'.");
            }
        }
        System.out.println("Game over. The word was: " + word);
    }
}
