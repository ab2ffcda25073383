import java.util.Scanner;

/** Two captains at one keyboard; asks each for the places of the ships, then clears the screen. */
public class Broadside {
    static final int SIZE = 10;
    static final String[] NAMES = {"carrier", "battleship", "cruiser", "submarine", "destroyer"};
    static final int[] LENGTHS = {5, 4, 3, 3, 2};
    static final Scanner in = new Scanner(System.in);

    static class Sea {
        final int[][] ship = new int[SIZE][SIZE];
        final boolean[][] shot = new boolean[SIZE][SIZE];

        boolean afloat(int number) {
            for (int r = 0; r < SIZE; r++)
                for (int c = 0; c < SIZE; c++)
                    if ((number == 0 ? ship[r][c] > 0 : ship[r][c] == number) && !shot[r][c]) return true;
            return false;
        }

        void show(String caption) {
            System.out.println(caption);
            System.out.println("  | 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8 | 9 |10 |");
            for (int r = 0; r < SIZE; r++) {
                StringBuilder line = new StringBuilder();
                line.append((char) ('A' + r)).append(" |");
                for (int c = 0; c < SIZE; c++) {
                    char sign = !shot[r][c] ? ' ' : ship[r][c] > 0 ? '#' : '-';
                    line.append(' ').append(sign).append(" |");
                }
                System.out.println(line);
            }
        }
    }

    static void place(Sea sea, int captain) {
        for (int s = 0; s < NAMES.length; s++) {
            System.out.print("Captain " + captain + ", place your " + NAMES[s] + " (like C4 down): ");
            String[] words = in.nextLine().trim().split(" ");
            int row = words[0].charAt(0) - 'A', col = Integer.parseInt(words[0].substring(1)) - 1;
            for (int i = 0; i < LENGTHS[s]; i++)
                sea.ship[words[1].equals("down") ? row + i : row][words[1].equals("right") ? col + i : col] = s + 1;
        }
        System.out.print("\033[2J\033[H");
    }

    static void play() {
        Sea[] seas = {new Sea(), new Sea()};
        place(seas[0], 1);
        place(seas[1], 2);
        int turn = 0;
        while (true) {
            Sea sea = seas[1 - turn];
            sea.show("Shots of captain " + (turn + 1) + ":");
            System.out.print("Captain " + (turn + 1) + " fires at (A1 to J10): ");
            if (!in.hasNextLine()) return;
            String text = in.nextLine().trim().toUpperCase();
            if (!text.matches("[A-Z]\\d{1,2}")) {
                System.out.println("I do not understand \"" + text + "\".");
                continue;
            }
            int row = text.charAt(0) - 'A', col = Integer.parseInt(text.substring(1)) - 1;
            if (row >= SIZE || col < 0 || col >= SIZE) {
                System.out.println("There is no such cell.");
                continue;
            }
            if (sea.shot[row][col]) {
                System.out.println("That cell was shot at already.");
                continue;
            }
            sea.shot[row][col] = true;
            int ship = sea.ship[row][col];
            if (ship == 0) System.out.println(text + " is a miss.");
            else if (sea.afloat(ship)) System.out.println(text + " is a hit.");
            else System.out.println(text + " is a hit, and the " + NAMES[ship - 1] + " went down.");
            if (!sea.afloat(0)) {
                sea.show("Shots of captain " + (turn + 1) + ":");
                System.out.println("Victory for captain " + (turn + 1) + "!");
                return;
            }
            turn = 1 - turn;
        }
    }

    public static void main(String[] args) {
        do {
            play();
            System.out.print("Play again? ");
        } while (in.hasNextLine() && in.nextLine().startsWith("y"));
    }
}
