import java.util.Scanner;

public class Sticks {
    static Scanner in = new Scanner(System.in);

    static int ask(int player, int left) {
        while (true) {
            System.out.print("Player " + player + ", take 1, 2 or 3: ");
            String line = in.nextLine().trim();
            int n;
            try {
                n = Integer.parseInt(line);
            } catch (NumberFormatException e) {
                System.out.println("I did not get that.");
                continue;
            }
            if (n < 1 || n > 3) System.out.println("One, two or three, nothing else!");
            else if (n > left) System.out.println("So many are not there.");
            else return n;
        }
    }

    public static void main(String[] args) {
        do {
            int left = 21, player = 1;
            while (true) {
                System.out.println(left == 1 ? "There is 1 stick on the table." : "There are " + left + " sticks on the table.");
                left -= ask(player, left);
                if (left == 0) break;
                player = 3 - player;
            }
            System.out.println("Player " + player + " had to take the last stick and loses. Player " + (3 - player) + " wins.");
            System.out.print("Play again? (yes/no) ");
        } while (in.hasNextLine() && in.nextLine().trim().equals("yes"));
    }
}
