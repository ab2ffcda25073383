import java.util.ArrayList;
import java.util.List;

public class BlackjackRound {
    private final List<String> deck;
    private final List<String> playerHand = new ArrayList<>();
    private final List<String> dealerHand = new ArrayList<>();
    private boolean over;

    public BlackjackRound(List<String> deck) {
        this.deck = new ArrayList<>(deck);
        playerHand.add(draw());
        dealerHand.add(draw());
        playerHand.add(draw());
        dealerHand.add(draw());
        over = handValue(playerHand) == 21 || handValue(dealerHand) == 21;
    }

    private String draw() {
        return deck.remove(0);
    }

    public static int handValue(List<String> hand) {
        int sum = 0;
        int aces = 0;
        for (String card : hand) {
            String rank = card.substring(0, card.length() - 1);
            switch (rank) {
                case "A":
                    aces++;
                    sum += 11;
                    break;
                case "K":
                case "Q":
                case "J":
                    sum += 10;
                    break;
                default:
                    sum += Integer.parseInt(rank);
            }
        }
        for (; sum > 21 && aces > 0; aces--) {
            sum -= 10;
        }
        return sum;
    }

    public boolean hit() {
        if (over) {
            return false;
        }
        playerHand.add(draw());
        over = handValue(playerHand) > 21;
        return true;
    }

    public boolean stand() {
        if (over) {
            return false;
        }
        while (handValue(dealerHand) < 17) {
            dealerHand.add(draw());
        }
        over = true;
        return true;
    }

    public List<String> getPlayerHand() {
        return playerHand;
    }

    public List<String> getDealerHand() {
        return dealerHand;
    }

    public int getPlayerScore() {
        return handValue(playerHand);
    }

    public int getDealerScore() {
        return handValue(dealerHand);
    }

    public String getOutcome() {
        if (!over) {
            return "IN_PROGRESS";
        }
        int p = getPlayerScore();
        int d = getDealerScore();
        boolean playerNatural = p == 21 && playerHand.size() == 2;
        boolean dealerNatural = d == 21 && dealerHand.size() == 2;
        if (p > 21 || dealerNatural && !playerNatural) {
            return "DEALER_WINS";
        }
        if (playerNatural && !dealerNatural) {
            return "BLACKJACK";
        }
        if (d > 21 || p > d) {
            return "PLAYER_WINS";
        }
        return p == d ? "TIE" : "DEALER_WINS";
    }
}
