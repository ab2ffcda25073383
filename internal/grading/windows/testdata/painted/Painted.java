import java.awt.*;
import java.awt.event.*;
import javax.swing.*;

class Painted extends JPanel {
    static final int ROWS = 6, COLS = 7, S = 64;
    int[][] grid = new int[ROWS][COLS];
    int turn = 1;
    boolean ended;
    final JLabel text = new JLabel("Blue is on move");

    Painted() {
        setPreferredSize(new Dimension(COLS * S, ROWS * S));
        addMouseListener(new MouseAdapter() {
            @Override
            public void mousePressed(MouseEvent e) {
                play(e.getX() / S);
            }
        });
    }

    String name() { return turn == 1 ? "Blue" : "Orange"; }

    void play(int col) {
        if (ended || col < 0 || col >= COLS) return;
        int row = ROWS - 1;
        while (row >= 0 && grid[row][col] != 0) row--;
        if (row < 0) {
            text.setText("No room in this column, " + name() + " is on move");
            return;
        }
        grid[row][col] = turn;
        if (four(row, col)) {
            ended = true;
            text.setText(name() + " wins this game");
        } else if (full()) {
            ended = true;
            text.setText("Undecided: a draw");
        } else {
            turn = 3 - turn;
            text.setText(name() + " is on move");
        }
        repaint();
    }

    boolean full() {
        for (int c = 0; c < COLS; c++) if (grid[0][c] == 0) return false;
        return true;
    }

    int run(int row, int col, int dr, int dc) {
        int n = 0;
        while (row >= 0 && row < ROWS && col >= 0 && col < COLS && grid[row][col] == turn) {
            n++;
            row += dr;
            col += dc;
        }
        return n;
    }

    boolean four(int r, int c) {
        int[][] ways = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int[] w : ways) if (run(r, c, w[0], w[1]) + run(r, c, -w[0], -w[1]) - 1 >= 4) return true;
        return false;
    }

    void clear() {
        grid = new int[ROWS][COLS];
        turn = 1;
        ended = false;
        text.setText("Blue is on move");
        repaint();
    }

    @Override
    protected void paintComponent(Graphics g) {
        super.paintComponent(g);
        for (int r = 0; r < ROWS; r++)
            for (int c = 0; c < COLS; c++) {
                g.setColor(grid[r][c] == 0 ? Color.WHITE : grid[r][c] == 1 ? Color.BLUE : Color.ORANGE);
                g.fillOval(c * S + 5, r * S + 5, S - 10, S - 10);
                g.setColor(Color.DARK_GRAY);
                g.drawOval(c * S + 5, r * S + 5, S - 10, S - 10);
            }
    }

    public static void main(String[] args) {
        JFrame frame = new JFrame("Four");
        Painted panel = new Painted();
        JButton restart = new JButton("Restart");
        restart.addActionListener(e -> panel.clear());
        JPanel below = new JPanel();
        below.add(panel.text);
        below.add(restart);
        frame.add(panel, BorderLayout.CENTER);
        frame.add(below, BorderLayout.SOUTH);
        frame.pack();
        frame.setDefaultCloseOperation(JFrame.EXIT_ON_CLOSE);
        frame.setVisible(true);
    }
}
