package ttt;

import java.util.Scanner;

public class Noughts {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        do {
            round(in);
            System.out.print("Play again? (y/n) ");
        } while (in.nextLine().trim().equalsIgnoreCase("y"));
        System.out.println("Goodbye!");
    }

    static void round(Scanner in) {
        Board board = new Board();
        char player = 'X';
        while (true) {
            board.show();
            System.out.print("Player " + player + ", enter row and column (1-3): ");
            int row, col;
            try {
                String[] parts = in.nextLine().trim().split("\\s+");
                row = Integer.parseInt(parts[0]) - 1;
                col = Integer.parseInt(parts[1]) - 1;
            } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
                System.out.println("Invalid input, two numbers please.");
                continue;
            }
            if (row < 0 || row > 2 || col < 0 || col > 2) {
                System.out.println("Invalid position, it is out of range.");
                continue;
            }
            if (!board.free(row, col)) {
                System.out.println("That cell is already taken!");
                continue;
            }
            board.put(row, col, player);
            if (board.wins(player)) {
                board.show();
                System.out.println("Congratulations, player " + player + " wins!");
                return;
            }
            if (board.full()) {
                board.show();
                System.out.println("It's a draw!");
                return;
            }
            player = player == 'X' ? 'O' : 'X';
        }
    }
}
