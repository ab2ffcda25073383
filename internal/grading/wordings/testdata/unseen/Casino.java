import java.util.*;

/** Blackjack; the deck is given as arguments, e.g. AS 10D 3C. */
public class Casino {
    static Deque<String> deck = new ArrayDeque<>();
    static Scanner in = new Scanner(System.in);
    static double chips = 100;

    static int points(List<String> hand) {
        int sum = 0, aces = 0;
        for (String c : hand) {
            String r = c.substring(0, c.length() - 1);
            if (r.equals("A")) { aces++; sum += 1; }
            else if ("JQK".contains(r)) sum += 10;
            else sum += Integer.parseInt(r);
        }
        return aces > 0 && sum + 10 <= 21 ? sum + 10 : sum;
    }

    static String line(String q) {
        System.out.print(q);
        if (!in.hasNextLine()) System.exit(0);
        return in.nextLine().trim();
    }

    static void mine(List<String> hand) {
        System.out.println("  you    : " + hand + " = " + points(hand));
    }

    static void theirs(List<String> hand, boolean open) {
        if (open) System.out.println("  dealer : " + hand + " = " + points(hand));
        else System.out.println("  dealer : [" + hand.get(0) + ", ??]");
    }

    public static void main(String[] args) {
        deck.addAll(Arrays.asList(args));
        for (int round = 1; round <= 10 && chips >= 1; round++) {
            System.out.println("== Round " + round + " of 10 == chips: " + chips);
            int bet;
            while (true) {
                try {
                    bet = Integer.parseInt(line("bet: "));
                    if (bet < 1 || bet > 100) System.out.println("  (limits are 1 and 100)");
                    else if (bet > chips) System.out.println("  (not enough chips)");
                    else break;
                } catch (NumberFormatException e) {
                    System.out.println("  (a bet is a number)");
                }
            }
            chips -= bet;
            List<List<String>> hands = new ArrayList<>();
            List<Integer> bets = new ArrayList<>();
            List<String> first = new ArrayList<>(), dealer = new ArrayList<>();
            first.add(deck.poll()); dealer.add(deck.poll());
            first.add(deck.poll()); dealer.add(deck.poll());
            hands.add(first); bets.add(bet);
            mine(first); theirs(dealer, false);
            boolean natural = points(first) == 21, dealt = points(dealer) == 21;
            boolean split = false;
            for (int h = 0; h < hands.size() && !natural && !dealt; h++) {
                List<String> hand = hands.get(h);
                if (split) { System.out.println("  hand " + (h + 1)); mine(hand); }
                while (points(hand) < 21 && !(split && hand.get(0).startsWith("A"))) {
                    String t = line("[H]it [S]tand [D]ouble s[P]lit: ").toUpperCase();
                    if (t.equals("S")) break;
                    if (t.equals("H")) { hand.add(deck.poll()); mine(hand); }
                    else if (t.equals("D") && hand.size() == 2 && bets.get(h) <= chips) {
                        chips -= bets.get(h);
                        bets.set(h, 2 * bets.get(h));
                        hand.add(deck.poll());
                        mine(hand);
                        break;
                    } else if (t.equals("P") && !split && hand.size() == 2 && bets.get(h) <= chips
                            && points(List.of(hand.get(0))) == points(List.of(hand.get(1)))) {
                        split = true;
                        chips -= bet;
                        List<String> second = new ArrayList<>();
                        second.add(hand.remove(1));
                        hand.add(deck.poll());
                        second.add(deck.poll());
                        hands.add(second); bets.add(bet);
                        System.out.println("  hand 1"); mine(hand);
                    } else if ("DP".contains(t) && t.length() == 1) System.out.println("  (you may not do that now)");
                    else System.out.println("  (type H, S, D or P)");
                }
                if (points(hand) > 21) System.out.println("  busted, the dealer takes " + bets.get(h));
            }
            boolean alive = false;
            for (List<String> hand : hands) alive |= points(hand) <= 21;
            if (alive && !natural && !dealt) while (points(dealer) < 17) dealer.add(deck.poll());
            theirs(dealer, true);
            for (int h = 0; h < hands.size(); h++) {
                int m = points(hands.get(h)), d = points(dealer), b = bets.get(h);
                if (m > 21) continue;
                if (natural && !dealt) { chips += 2.5 * b; System.out.println("  natural! you collect " + 2.5 * b); }
                else if (dealt && !natural) System.out.println("  the dealer has a natural, your bet is gone");
                else if (d > 21 || m > d) { chips += 2 * b; System.out.println("  you beat the dealer and collect " + 2 * b); }
                else if (m == d) { chips += b; System.out.println("  tie, you keep your bet"); }
                else System.out.println("  the dealer beats you, your bet is gone");
            }
        }
        System.out.println("That is all. chips: " + chips);
    }
}
