import java.util.*;

/** A round of twenty-one. The environment variable DECK lists the cards, e.g. DECK=AS,10D,7C */
public class Pontoon {
    static Deque<String> deck = new ArrayDeque<>();

    static int points(List<String> hand) {
        int sum = 0, aces = 0;
        for (String c : hand) {
            String r = c.substring(0, c.length() - 1);
            switch (r) {
                case "A": aces++; sum += 1; break;
                case "J": case "Q": case "K": sum += 10; break;
                default: sum += Integer.parseInt(r);
            }
        }
        if (aces > 0 && sum + 10 <= 21) sum += 10;
        return sum;
    }

    static void show(String who, List<String> hand, boolean hide) {
        StringBuilder b = new StringBuilder(who + " ");
        for (int i = 0; i < hand.size(); i++) b.append('[').append(hide && i == 1 ? "??" : hand.get(i)).append(']');
        if (!hide) b.append(" = ").append(points(hand));
        System.out.println(b);
    }

    public static void main(String[] args) {
        String text = System.getenv("DECK");
        if (text == null) {
            System.out.println("Set DECK first.");
            return;
        }
        deck.addAll(Arrays.asList(text.split(",")));
        Scanner in = new Scanner(System.in);
        List<String> player = new ArrayList<>(), dealer = new ArrayList<>();
        player.add(deck.poll());
        player.add(deck.poll());
        dealer.add(deck.poll());
        dealer.add(deck.poll());
        show("DEALER", dealer, true);
        show("PLAYER", player, false);
        boolean natural = points(player) == 21 || points(dealer) == 21;
        while (!natural && points(player) < 21) {
            System.out.print("Card? (yes/no): ");
            if (!in.hasNextLine()) return;
            String a = in.nextLine().trim().toLowerCase();
            if (a.equals("no")) break;
            if (!a.equals("yes")) {
                System.out.println("Answer yes or no.");
                continue;
            }
            player.add(deck.poll());
            show("PLAYER", player, false);
        }
        if (points(player) > 21) {
            System.out.println("More than 21: dealer wins.");
            return;
        }
        while (!natural && points(dealer) < 17) dealer.add(deck.poll());
        show("DEALER", dealer, false);
        int p = points(player), d = points(dealer);
        System.out.println(d > 21 || p > d ? "Player wins." : p < d ? "Dealer wins." : "A standoff.");
    }
}
