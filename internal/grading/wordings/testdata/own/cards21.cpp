#include <algorithm>
#include <iostream>
#include <random>
#include <string>
#include <vector>
using namespace std;
struct Card { int r; char s; string str() const { static const char *n[] = {"A","2","3","4","5","6","7","8","9","10","J","Q","K"}; return string(n[r]) + s; } };
int value(const vector<Card> &h) { int t = 0, a = 0; for (auto &c : h) { t += c.r == 0 ? 1 : min(c.r + 1, 10); a += c.r == 0; } if (a && t + 10 <= 21) t += 10; return t; }
string text(const vector<Card> &h) { string s; for (auto &c : h) s += c.str() + " "; return s; }
int main() {
    mt19937 rng(random_device{}());
    double cash = 100;
    while (cash >= 1) {
        vector<Card> d;
        for (char s : string("SHDC")) for (int r = 0; r < 13; r++) d.push_back({r, s});
        shuffle(d.begin(), d.end(), rng);
        auto next = [&] { Card c = d.back(); d.pop_back(); return c; };
        cout << "Money: " << cash << "\nStake: " << flush;
        string line; double bet;
        while (true) {
            if (!getline(cin, line)) return 0;
            size_t used = 0;
            try { bet = stod(line, &used); } catch (...) { used = 0; }
            if (!used || used != line.size() || bet < 1 || bet > cash || bet != (int)bet) { cout << "Not a possible stake.\nStake: " << flush; continue; }
            break;
        }
        vector<Card> me{next()}, bank{next()};
        me.push_back(next()); bank.push_back(next());
        cout << "Bank: " << bank[0].str() << " ??\nYou: " << text(me) << "= " << value(me) << endl;
        bool nat = value(me) == 21, bnat = value(bank) == 21;
        if (!nat && !bnat) {
            while (value(me) < 21) {
                cout << "[c]ard or [e]nough? " << flush;
                if (!getline(cin, line)) return 0;
                if (line == "c") { me.push_back(next()); cout << "You: " << text(me) << "= " << value(me) << endl; }
                else if (line == "e") break;
                else cout << "c or e." << endl;
            }
            if (value(me) <= 21) while (value(bank) < 17) bank.push_back(next());
        }
        cout << "Bank: " << text(bank) << "= " << value(bank) << endl;
        int m = value(me), b = value(bank);
        if (m > 21) { cout << "Too many. You lose " << bet << "." << endl; cash -= bet; }
        else if (nat && !bnat) { cout << "Natural! You win " << 1.5 * bet << "." << endl; cash += 1.5 * bet; }
        else if (bnat && !nat) { cout << "The bank has a natural. You lose " << bet << "." << endl; cash -= bet; }
        else if (b > 21 || m > b) { cout << "You win " << bet << "." << endl; cash += bet; }
        else if (m < b) { cout << "You lose " << bet << "." << endl; cash -= bet; }
        else cout << "Even, nothing changes hands." << endl;
        cout << "Money: " << cash << "\nNext round (y/n)? " << flush;
        if (!getline(cin, line) || line != "y") break;
    }
}
