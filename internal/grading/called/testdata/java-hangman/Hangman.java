import java.util.HashSet;
import java.util.Set;

public class Hangman {
    private final String word;
    private final Set<Character> guesses = new HashSet<>();
    private int mistakesLeft;

    public Hangman(String word, int mistakesAllowed) {
        this.word = word.toLowerCase();
        this.mistakesLeft = mistakesAllowed;
    }

    public boolean guessLetter(char letter) {
        char c = Character.toLowerCase(letter);
        if (!Character.isLetter(c)) {
            throw new IllegalArgumentException("Not a letter: " + letter);
        }
        if (isGameOver()) {
            throw new IllegalStateException("The game is over");
        }
        if (!guesses.add(c)) {
            throw new IllegalArgumentException("Already guessed: " + c);
        }
        if (word.indexOf(c) >= 0) {
            return true;
        }
        mistakesLeft--;
        return false;
    }

    public String getMaskedWord() {
        StringBuilder text = new StringBuilder();
        for (char c : word.toCharArray()) {
            text.append(!Character.isLetter(c) || guesses.contains(c) ? c : '*');
        }
        return text.toString();
    }

    public int getMistakesLeft() {
        return mistakesLeft;
    }

    public boolean hasWon() {
        return getMaskedWord().indexOf('*') < 0;
    }

    public boolean hasLost() {
        return mistakesLeft == 0;
    }

    public boolean isGameOver() {
        return hasWon() || hasLost();
    }
}
