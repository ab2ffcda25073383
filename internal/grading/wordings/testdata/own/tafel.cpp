#include <iostream>
#include <string>
#include <vector>
#include <random>
#include <algorithm>
using namespace std;

struct Card { int rank; int suit; };
static const char* RANKS[] = {"A","2","3","4","5","6","7","8","9","10","J","Q","K"};
static const char* SUITS[] = {"♠","♥","♦","♣"};

int value(const vector<Card>& hand) {
    int sum = 0, aces = 0;
    for (auto& c : hand) {
        if (c.rank == 0) { aces++; sum += 11; }
        else sum += min(c.rank + 1, 10);
    }
    while (sum > 21 && aces) { sum -= 10; aces--; }
    return sum;
}

void print(const string& who, const vector<Card>& hand, bool hide) {
    cout << who << ": ";
    for (size_t i = 0; i < hand.size(); i++) {
        if (hide && i == 1) cout << "?? ";
        else cout << RANKS[hand[i].rank] << SUITS[hand[i].suit] << " ";
    }
    if (!hide) cout << "= " << value(hand);
    cout << "\n";
}

int main() {
    mt19937 rng(random_device{}());
    string again;
    do {
        vector<Card> deck;
        for (int s = 0; s < 4; s++) for (int r = 0; r < 13; r++) deck.push_back({r, s});
        shuffle(deck.begin(), deck.end(), rng);
        auto draw = [&] { Card c = deck.back(); deck.pop_back(); return c; };
        vector<Card> you{draw(), draw()}, house{draw(), draw()};
        bool over = false;
        cout << "\n=== New round ===\n";
        while (!over) {
            print("House", house, true);
            print("You", you, false);
            if (value(you) == 21) break;
            cout << "Take a card (t) or stay (s)? " << flush;
            string a;
            if (!getline(cin, a)) return 0;
            if (a == "t") {
                you.push_back(draw());
                if (value(you) > 21) {
                    print("You", you, false);
                    cout << "Over 21 - the house wins.\n";
                    over = true;
                }
            } else if (a == "s") break;
            else cout << "Type t or s.\n";
        }
        if (!over) {
            while (value(house) < 17) house.push_back(draw());
            print("House", house, false);
            print("You", you, false);
            int h = value(house), y = value(you);
            if (h > 21) cout << "The house is over 21 - you win.\n";
            else if (h > y) cout << "The house wins.\n";
            else if (h < y) cout << "You win.\n";
            else cout << "A tie, nobody wins.\n";
        }
        cout << "Another round (y/n)? " << flush;
        if (!getline(cin, again)) return 0;
    } while (again == "y");
}
