import java.awt.*;
import java.awt.event.*;
import javax.swing.*;

public class Main extends JFrame implements ActionListener {
    private final JButton[] fields = new JButton[9];
    private final JLabel status = new JLabel("Player X begins", SwingConstants.CENTER);
    private String player = "X";
    private int moves = 0;
    private boolean over = false;

    Main() {
        super("Tic-Tac-Toe");
        setDefaultCloseOperation(EXIT_ON_CLOSE);
        JPanel board = new JPanel(new GridLayout(3, 3));
        for (int i = 0; i < 9; i++) {
            fields[i] = new JButton("");
            fields[i].setFont(new Font("SansSerif", Font.BOLD, 30));
            fields[i].addActionListener(this);
            board.add(fields[i]);
        }
        JButton again = new JButton("New game");
        again.addActionListener(e -> restart());
        add(status, BorderLayout.NORTH);
        add(board, BorderLayout.CENTER);
        add(again, BorderLayout.SOUTH);
        setSize(300, 360);
        setVisible(true);
    }

    private void restart() {
        for (JButton f : fields) f.setText("");
        player = "X";
        moves = 0;
        over = false;
        status.setText("Player X begins");
    }

    private boolean line(int a, int b, int c) {
        return fields[a].getText().equals(player) && fields[b].getText().equals(player) && fields[c].getText().equals(player);
    }

    private boolean won() {
        return line(0, 1, 2) || line(3, 4, 5) || line(6, 7, 8) || line(0, 3, 6) || line(1, 4, 7) || line(2, 5, 8)
            || line(0, 4, 8) || line(2, 4, 6);
    }

    public void actionPerformed(ActionEvent e) {
        JButton f = (JButton) e.getSource();
        if (over) return;
        if (!f.getText().isEmpty()) {
            JOptionPane.showMessageDialog(this, "This field is not free!");
            return;
        }
        f.setText(player);
        moves++;
        if (won()) {
            over = true;
            status.setText("Player " + player + " has won!");
        } else if (moves == 9) {
            over = true;
            status.setText("The game ends in a draw");
        } else {
            player = player.equals("X") ? "O" : "X";
            status.setText("Now player " + player);
        }
    }

    public static void main(String[] args) {
        SwingUtilities.invokeLater(Main::new);
    }
}
