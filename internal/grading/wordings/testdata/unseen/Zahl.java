import java.nio.file.*;
import java.util.*;

class Zahl {
    public static void main(String[] args) throws Exception {
        int geheim = Integer.parseInt(Files.readString(Path.of(args.length > 0 ? args[0] : "geheim.txt")).trim());
        Scanner in = new Scanner(System.in);
        int versuch = 1;
        while (versuch <= 10) {
            System.out.print(versuch + ". Versuch: ");
            String text = in.nextLine().trim();
            int n;
            try {
                n = Integer.parseInt(text);
            } catch (NumberFormatException e) {
                System.out.println("Keine Zahl.");
                continue;
            }
            if (n < 1 || n > 100) {
                System.out.println("Nur Zahlen von 1 bis 100!");
                continue;
            }
            if (n == geheim) {
                System.out.println("Treffer im " + versuch + ". Versuch, gewonnen!");
                return;
            }
            System.out.println(n < geheim ? "Zu klein." : "Zu groß.");
            versuch++;
        }
        System.out.println("Verloren. Gesucht war " + geheim + ".");
    }
}
