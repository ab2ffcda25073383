import java.util.Scanner;

class Verborgen {
    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        boolean more = true;
        while (more) {
            System.out.print("First player, type the hidden number (1 - 100): ");
            int hidden = Integer.parseInt(in.nextLine().trim());
            for (int i = 0; i < 30; i++) System.out.println();
            int tries = 0;
            boolean won = false;
            while (tries < 10 && !won) {
                System.out.print("Try " + (tries + 1) + " of 10 - second player: ");
                String text = in.nextLine().trim();
                if (!text.matches("-?[0-9]{1,9}")) {
                    System.out.println("   only digits");
                    continue;
                }
                int n = Integer.parseInt(text);
                if (n < 1 || n > 100) {
                    System.out.println("   outside of 1 - 100");
                    continue;
                }
                tries++;
                if (n == hidden) won = true;
                else if (n > hidden) System.out.println("   it is less");
                else System.out.println("   it is more");
            }
            if (won) System.out.println("Right! Second player wins.");
            else System.out.println("That was the tenth try, the number was " + hidden + ". Second player loses.");
            System.out.print("Another one? (y/n) ");
            more = in.hasNextLine() && in.nextLine().trim().equals("y");
        }
    }
}
