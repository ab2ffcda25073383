import java.util.*;

public class Vingt {
    static final String[] NAMES = {"A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"};
    static final char[] SUITS = {'\u2660', '\u2665', '\u2666', '\u2663'};
    static List<Integer> shoe = new ArrayList<>();

    static int score(List<Integer> hand) {
        int sum = 0, aces = 0;
        for (int c : hand) {
            int v = Math.min(c % 13 + 1, 10);
            if (v == 1) { aces++; v = 11; }
            sum += v;
        }
        while (sum > 21 && aces > 0) { sum -= 10; aces--; }
        return sum;
    }

    static String text(List<Integer> hand) {
        StringBuilder b = new StringBuilder();
        for (int c : hand) b.append('[').append(NAMES[c % 13]).append(SUITS[c / 13]).append("] ");
        return b.toString().trim();
    }

    public static void main(String[] args) {
        Scanner in = new Scanner(System.in);
        for (int i = 0; i < 52; i++) shoe.add(i);
        Collections.shuffle(shoe);
        List<Integer> me = new ArrayList<>(), bank = new ArrayList<>();
        me.add(shoe.remove(0)); bank.add(shoe.remove(0)); me.add(shoe.remove(0)); bank.add(shoe.remove(0));
        System.out.println("Croupier : [" + NAMES[bank.get(0) % 13] + SUITS[bank.get(0) / 13] + "] [??]");
        System.out.println("Joueur   : " + text(me) + "  = " + score(me));
        if (score(me) == 21) {
            System.out.println("Croupier : " + text(bank) + "  = " + score(bank));
            System.out.println(score(bank) == 21 ? "Egalite." : "Blackjack ! Vous gagnez.");
            return;
        }
        while (score(me) < 21) {
            System.out.print("(T)irer ou (R)ester ? ");
            String s = in.nextLine().trim().toUpperCase();
            if (s.equals("T")) {
                me.add(shoe.remove(0));
                System.out.println("Joueur   : " + text(me) + "  = " + score(me));
            } else if (s.equals("R")) break;
            else System.out.println("Tapez T ou R.");
        }
        if (score(me) > 21) { System.out.println("Perdu, vous depassez 21."); return; }
        while (score(bank) < 17) bank.add(shoe.remove(0));
        System.out.println("Croupier : " + text(bank) + "  = " + score(bank));
        int a = score(me), b = score(bank);
        if (b == 21 && bank.size() == 2 && me.size() > 2) System.out.println("Le croupier a un blackjack, vous perdez.");
        else if (b > 21) System.out.println("Le croupier depasse 21, vous gagnez.");
        else if (a > b) System.out.println("Vous gagnez.");
        else if (a < b) System.out.println("Vous perdez.");
        else System.out.println("Egalite.");
    }
}
