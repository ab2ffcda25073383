// Connect four that speaks the protocol of docs/wire.md.
import java.util.Scanner;

public class ConnectFour {
    static int[][] board;
    static int turn, count, winner;

    static int run(int r, int c, int dr, int dc) {
        int n = 0;
        for (int i = r + dr, k = c + dc; i >= 0 && i < 6 && k >= 0 && k < 7 && board[i][k] == turn; i += dr, k += dc) n++;
        return n;
    }

    static boolean wins(int r, int c) {
        int[][] ways = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int[] w : ways) if (1 + run(r, c, w[0], w[1]) + run(r, c, -w[0], -w[1]) >= 4) return true;
        return false;
    }

    static void move(String text) {
        int col = text.length() == 1 ? text.charAt(0) - 'a' : -1;
        if (winner > 0 || count == 42 || col < 0 || col > 6 || board[0][col] != 0) {
            System.out.println("refused");
        } else {
            int row = 5;
            while (board[row][col] != 0) row--;
            board[row][col] = turn;
            count++;
            if (wins(row, col)) System.out.println("won " + (winner = turn));
            else if (count == 42) System.out.println("drawn");
            turn = 3 - turn;
        }
        if (winner == 0 && count < 42) System.out.println("turn " + turn);
    }

    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        while (in.hasNextLine()) {
            String[] words = in.nextLine().split(" ", 2);
            switch (words[0]) {
                case "end": return;
                case "new": case "again":
                    board = new int[6][7];
                    turn = 1;
                    count = winner = 0;
                    break;
                case "move": move(words[1]); break;
                case "show":
                    for (int r = 0; r < 6; r++)
                        for (int c = 0; c < 7; c++) System.out.println("cell " + (char) ('a' + c) + (r + 1) + " " + board[r][c]);
            }
            System.out.println(".");
        }
    }
}
