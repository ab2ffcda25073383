/** Draws to 17, as the dealer does. */
public class LikeTheDealer {
    static String choose(String[] hand, String up) {
        int total = 0;
        boolean ace = false;
        for (String card : hand) {
            String rank = card.substring(0, card.length() - 1);
            ace |= rank.equals("A");
            total += rank.equals("A") ? 1 : "JQK".contains(rank) ? 10 : Integer.parseInt(rank);
        }
        if (ace && total <= 11) total += 10;
        return total < 17 ? "hit" : "stand";
    }
}
