import java.util.Scanner;

public class TicTacToeGame {
    private static char[][] board = new char[3][3];
    private static char currentPlayer = 'X';
    private static final Scanner in = new Scanner(System.in);

    public static void main(String[] args) {
        System.out.println("Welcome to Tic Tac Toe!");
        System.out.print("Enter name of player 1 (X): ");
        String p1 = in.nextLine();
        System.out.print("Enter name of player 2 (O): ");
        String p2 = in.nextLine();
        initialize();
        boolean finished = false;
        while (!finished) {
            printBoard();
            String name = currentPlayer == 'X' ? p1 : p2;
            int row, col;
            while (true) {
                row = ask(name + ", enter row (0, 1 or 2): ");
                col = ask(name + ", enter column (0, 1 or 2): ");
                if (row < 0 || row > 2 || col < 0 || col > 2) {
                    System.out.println("Out of bounds! Try again.");
                } else if (board[row][col] != '-') {
                    System.out.println("Position is already taken! Try again.");
                } else break;
            }
            board[row][col] = currentPlayer;
            if (hasWon()) {
                printBoard();
                System.out.println(name + " WINS!!!");
                finished = true;
            } else if (full()) {
                printBoard();
                System.out.println("It's a DRAW!");
                finished = true;
            } else {
                currentPlayer = currentPlayer == 'X' ? 'O' : 'X';
            }
        }
    }

    static int ask(String q) {
        while (true) {
            System.out.print(q);
            if (!in.hasNextLine()) System.exit(0);
            try { return Integer.parseInt(in.nextLine().trim()); }
            catch (NumberFormatException e) { System.out.println("Please type a whole number."); }
        }
    }
    static void initialize() { for (char[] r : board) java.util.Arrays.fill(r, '-'); }
    static void printBoard() {
        System.out.println("-------------");
        for (int i = 0; i < 3; i++) {
            System.out.print("| ");
            for (int j = 0; j < 3; j++) System.out.print(board[i][j] + " | ");
            System.out.println();
            System.out.println("-------------");
        }
    }
    static boolean full() { for (char[] r : board) for (char c : r) if (c == '-') return false; return true; }
    static boolean hasWon() {
        char p = currentPlayer;
        for (int i = 0; i < 3; i++) {
            if (board[i][0] == p && board[i][1] == p && board[i][2] == p) return true;
            if (board[0][i] == p && board[1][i] == p && board[2][i] == p) return true;
        }
        return board[1][1] == p && (board[0][0] == p && board[2][2] == p || board[0][2] == p && board[2][0] == p);
    }
}
