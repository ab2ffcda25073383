import java.util.*;

public class Galgen {
    static final String[] WOERTER = {"apfel", "birne", "garten", "schule", "fenster", "lampe", "tisch", "kaffee"};

    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        String wort = WOERTER[new Random().nextInt(WOERTER.length)];
        StringBuilder bild = new StringBuilder("-".repeat(wort.length()));
        Set<Character> schon = new TreeSet<>();
        int fehler = 0;
        System.out.println("Willkommen beim Galgenraten!");
        while (fehler < 6 && bild.indexOf("-") >= 0) {
            System.out.println("Wort: " + bild + "   Fehler: " + fehler + " von 6");
            System.out.print("Dein Buchstabe > ");
            if (!in.hasNextLine()) return;
            String zeile = in.nextLine().trim().toLowerCase();
            if (zeile.length() != 1 || !Character.isLetter(zeile.charAt(0))) {
                System.out.println("Bitte genau einen Buchstaben eingeben.");
                continue;
            }
            char c = zeile.charAt(0);
            if (!schon.add(c)) {
                System.out.println("Den Buchstaben " + c + " hattest du schon.");
                continue;
            }
            boolean drin = false;
            for (int i = 0; i < wort.length(); i++)
                if (wort.charAt(i) == c) { bild.setCharAt(i, c); drin = true; }
            if (!drin) { fehler++; System.out.println("Leider daneben."); }
            else System.out.println("Treffer!");
        }
        if (bild.indexOf("-") < 0) System.out.println("Geschafft! Das Wort war " + wort + ".");
        else System.out.println("Du baumelst. Gesucht war " + wort + ".");
    }
}
