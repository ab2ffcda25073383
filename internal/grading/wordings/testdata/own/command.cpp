#include <iostream>
#include <vector>
#include <string>
#include <random>
#include <algorithm>
using namespace std;

struct Card { int rank; char suit; };
ostream &operator<<(ostream &o, const Card &c) {
    static const string r = "?A23456789TJQK";
    return o << r[c.rank] << c.suit;
}
int best(const vector<Card> &h) {
    int s = 0; bool ace = false;
    for (auto &c : h) { s += min(c.rank, 10); ace |= c.rank == 1; }
    return ace && s <= 11 ? s + 10 : s;
}
void print(const string &who, const vector<Card> &h) {
    cout << who << ":";
    for (auto &c : h) cout << " " << c;
    cout << " (" << best(h) << ")" << endl;
}
int main() {
    vector<Card> deck;
    for (char s : {'s', 'h', 'd', 'c'}) for (int r = 1; r <= 13; r++) deck.push_back({r, s});
    shuffle(deck.begin(), deck.end(), mt19937(random_device{}()));
    auto draw = [&] { Card c = deck.back(); deck.pop_back(); return c; };
    vector<Card> me{draw(), draw()}, dealer{draw(), draw()};
    cout << "Dealer: " << dealer[0] << " ##" << endl;
    print("Player", me);
    string cmd;
    while (best(me) < 21) {
        cout << "hit or stand? ";
        if (!(cin >> cmd)) return 0;
        if (cmd == "hit") { me.push_back(draw()); print("Player", me); }
        else if (cmd == "stand") break;
        else cout << "unknown command " << cmd << endl;
    }
    if (best(me) > 21) { cout << "BUST - dealer wins" << endl; return 0; }
    print("Dealer", dealer);
    while (best(dealer) < 17) { dealer.push_back(draw()); print("Dealer", dealer); }
    if (best(dealer) > 21) cout << "dealer BUST - player wins" << endl;
    else if (best(dealer) > best(me)) cout << "dealer wins" << endl;
    else if (best(dealer) < best(me)) cout << "player wins" << endl;
    else cout << "push" << endl;
}
