#include <algorithm>
#include <iostream>
#include <random>
#include <string>
#include <vector>
using namespace std;
struct Card { int rank; char suit; };
string name(const Card& c) {
    static const string r[] = {"", "A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"};
    return r[c.rank] + string(1, c.suit);
}
int worth(const vector<Card>& h) {
    int sum = 0, aces = 0;
    for (auto& c : h) { sum += min(c.rank, 10); if (c.rank == 1) aces++; }
    while (aces-- > 0 && sum + 10 <= 21) sum += 10;
    return sum;
}
void show(const string& who, const vector<Card>& h, bool hide) {
    cout << who << ": ";
    for (size_t i = 0; i < h.size(); i++) cout << (hide && i == 1 ? "??" : name(h[i])) << ' ';
    if (!hide) cout << "= " << worth(h);
    cout << endl;
}
int main() {
    vector<Card> deck;
    for (char s : string("SHDC")) for (int r = 1; r <= 13; r++) deck.push_back({r, s});
    shuffle(deck.begin(), deck.end(), mt19937(random_device{}()));
    vector<Card> me, dealer;
    auto draw = [&](vector<Card>& h) { h.push_back(deck.back()); deck.pop_back(); };
    draw(me); draw(dealer); draw(me); draw(dealer);
    show("Dealer", dealer, true);
    show("You", me, false);
    string line;
    while (worth(me) < 21) {
        cout << "Hit or stand (h/s)? " << flush;
        if (!getline(cin, line)) return 0;
        if (line == "h" || line == "H") { draw(me); show("You", me, false); }
        else if (line == "s" || line == "S") break;
        else cout << "Only h or s." << endl;
    }
    if (worth(me) > 21) { cout << "Bust! The dealer takes it." << endl; return 0; }
    show("Dealer", dealer, false);
    while (worth(dealer) < 17) { draw(dealer); show("Dealer", dealer, false); }
    int a = worth(me), b = worth(dealer);
    if (b > 21 || a > b) cout << "You win." << endl;
    else if (a == b) cout << "Push." << endl;
    else cout << "The dealer wins." << endl;
}
