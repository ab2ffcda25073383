#include <algorithm>
#include <iostream>
#include <random>
#include <sstream>
#include <string>
#include <vector>
using namespace std;

struct Card { int rank; char suit; };
static string show(const Card &c) {
    static const char *r[] = {"", "A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"};
    return string(r[c.rank]) + "-" + c.suit;
}
static int value(const vector<Card> &h) {
    int v = 0; bool ace = false;
    for (auto &c : h) { v += min(c.rank, 10); if (c.rank == 1) ace = true; }
    return ace && v <= 11 ? v + 10 : v;
}
static string list(const vector<Card> &h, bool hide = false) {
    string s;
    for (size_t i = 0; i < h.size(); i++) s += (i ? " " : "") + (hide && i ? string("[?]") : show(h[i]));
    return s;
}
int main() {
    mt19937 gen(random_device{}());
    double cash = 100;
    string line;
    for (int round = 1; round <= 5 && cash >= 1; round++) {
        vector<Card> deck;
        for (char s : string("SHDC")) for (int r = 1; r <= 13; r++) deck.push_back({r, s});
        shuffle(deck.begin(), deck.end(), gen);
        cout << "\n--- Hand " << round << " of 5 --- cash: $" << cash << "\n";
        int bet = 0;
        while (true) {
            cout << "Wager: " << flush;
            if (!getline(cin, line)) return 0;
            istringstream is(line);
            string rest;
            if (is >> bet && !(is >> rest) && bet >= 1 && bet <= min(100.0, cash)) break;
            cout << "A whole number from 1 to your cash.\n";
        }
        vector<Card> you, bank;
        auto deal = [&](vector<Card> &h) { h.push_back(deck.back()); deck.pop_back(); };
        deal(you); deal(bank); deal(you); deal(bank);
        cout << "Bank: " << list(bank, true) << "\nYou:  " << list(you) << "  -> " << value(you) << "\n";
        bool mine = value(you) == 21, theirs = value(bank) == 21;
        if (mine || theirs) {
            cout << "Bank: " << list(bank) << "  -> " << value(bank) << "\n";
            if (mine && theirs) cout << "Two naturals: you keep your wager.\n";
            else if (mine) { cout << "Natural! Paid three to two.\n"; cash += 1.5 * bet; }
            else { cout << "The bank has a natural. You lose.\n"; cash -= bet; }
            continue;
        }
        bool over = false;
        int stake = bet;
        while (value(you) < 21) {
            bool can = you.size() == 2 && 2 * bet <= cash;
            cout << (can ? "[h]it [s]tand [d]ouble: " : "[h]it [s]tand: ") << flush;
            if (!getline(cin, line)) return 0;
            if (line == "h" || line == "H") { deal(you); cout << "You:  " << list(you) << "  -> " << value(you) << "\n"; }
            else if (line == "s" || line == "S") break;
            else if (can && (line == "d" || line == "D")) {
                stake = 2 * bet; deal(you);
                cout << "You:  " << list(you) << "  -> " << value(you) << "\n";
                break;
            } else cout << "Not an option.\n";
        }
        if (value(you) > 21) { cout << "Over 21. Your wager is gone.\n"; cash -= stake; continue; }
        while (value(bank) < 17) deal(bank);
        cout << "Bank: " << list(bank) << "  -> " << value(bank) << "\n";
        if (value(bank) > 21) { cout << "The bank is over 21. You win.\n"; cash += stake; }
        else if (value(bank) < value(you)) { cout << "You win.\n"; cash += stake; }
        else if (value(bank) > value(you)) { cout << "You lose.\n"; cash -= stake; }
        else cout << "Push.\n";
    }
    cout << "You leave with $" << cash << ".\n";
}
