import java.util.InputMismatchException;
import java.util.Scanner;

public class Noughts {
    private final char[][] grid = new char[3][3];
    private char current = 'X';
    private final Scanner in = new Scanner(System.in);

    Noughts() {
        for (char[] row : grid) java.util.Arrays.fill(row, '-');
    }

    void print() {
        System.out.println("+---+---+---+");
        for (int r = 0; r < 3; r++) {
            System.out.print("| ");
            for (int c = 0; c < 3; c++) System.out.print(grid[r][c] + " | ");
            System.out.println();
            System.out.println("+---+---+---+");
        }
    }

    int ask(String what) {
        while (true) {
            System.out.print("Player " + current + " - enter the " + what + " (0, 1 or 2): ");
            if (!in.hasNextLine()) System.exit(0);
            String line = in.nextLine().trim();
            try {
                int n = Integer.parseInt(line);
                if (n >= 0 && n <= 2) return n;
                System.out.println("That " + what + " does not exist, try again.");
            } catch (NumberFormatException e) {
                System.out.println("Please type a whole number.");
            }
        }
    }

    boolean won() {
        for (int i = 0; i < 3; i++) {
            if (grid[i][0] == current && grid[i][1] == current && grid[i][2] == current) return true;
            if (grid[0][i] == current && grid[1][i] == current && grid[2][i] == current) return true;
        }
        return grid[0][0] == current && grid[1][1] == current && grid[2][2] == current
            || grid[0][2] == current && grid[1][1] == current && grid[2][0] == current;
    }

    boolean full() {
        for (char[] row : grid) for (char c : row) if (c == '-') return false;
        return true;
    }

    void run() {
        System.out.println("Welcome to Noughts and Crosses!");
        while (true) {
            print();
            int r = ask("row"), c = ask("column");
            if (grid[r][c] != '-') {
                System.out.println("Square occupied. Choose another one.");
                continue;
            }
            grid[r][c] = current;
            if (won()) {
                print();
                System.out.println("Game over! Player " + current + " is victorious!");
                break;
            }
            if (full()) {
                print();
                System.out.println("Game over! It's a stalemate.");
                break;
            }
            current = current == 'X' ? 'O' : 'X';
        }
    }

    public static void main(String[] args) {
        Scanner dummy = null;
        new Noughts().run();
    }
}
