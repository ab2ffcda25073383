import java.awt.*;
import java.util.*;
import javax.swing.*;

public class Secret {
    static String word;
    static Set<Character> letters = new TreeSet<>();
    static int chances = 6;
    static JLabel shown = new JLabel(), left = new JLabel(), said = new JLabel("Which letter?");
    static JTextField input = new JTextField(5);

    static String dashes() {
        StringBuilder b = new StringBuilder();
        for (char c : word.toCharArray()) b.append(!Character.isLetter(c) || letters.contains(Character.toLowerCase(c)) ? c : '_').append(' ');
        return b.toString().trim();
    }

    static void update() {
        shown.setText(dashes());
        left.setText("Chances: " + chances);
    }

    static void go() {
        String s = input.getText().trim().toLowerCase();
        input.setText("");
        input.requestFocus();
        if (chances == 0 || !dashes().contains("_")) return;
        if (s.length() != 1 || !Character.isLetter(s.charAt(0))) {
            said.setText("One letter, please");
            return;
        }
        char c = s.charAt(0);
        if (!letters.add(c)) {
            said.setText("You had " + c + " before");
            return;
        }
        if (word.toLowerCase().indexOf(c) >= 0) {
            said.setText(c + " is right");
        } else {
            chances--;
            said.setText(c + " is wrong");
        }
        update();
        if (!dashes().contains("_")) said.setText("You have won");
        else if (chances == 0) said.setText("You have lost, the word was " + word);
    }

    public static void main(String[] args) {
        word = args.length > 0 ? args[0] : "secret";
        JFrame f = new JFrame("Secret word");
        f.setLayout(new FlowLayout());
        shown.setFont(new Font("Monospaced", Font.PLAIN, 22));
        JButton ok = new JButton("OK"), next = new JButton("Again");
        f.add(shown);
        f.add(left);
        f.add(input);
        f.add(ok);
        f.add(said);
        f.add(next);
        ok.addActionListener(e -> go());
        input.addActionListener(e -> go());
        next.addActionListener(e -> {
            letters.clear();
            chances = 6;
            said.setText("Which letter?");
            update();
        });
        update();
        f.setSize(420, 200);
        f.setDefaultCloseOperation(JFrame.EXIT_ON_CLOSE);
        f.setVisible(true);
    }
}
