// Twenty-one; the deck is read from the file deck.txt
#include <fstream>
#include <iostream>
#include <string>
#include <vector>
using namespace std;
ifstream deck;
string card() { string c; deck >> c; return c; }
int worth(const string& c) {
    string r = c.substr(0, c.size() - 1);
    if (r == "A") return 11;
    if (r == "J" || r == "Q" || r == "K" || r == "T") return 10;
    return stoi(r);
}
int total(const vector<string>& h) {
    int t = 0, aces = 0;
    for (auto& c : h) { t += worth(c); aces += c[0] == 'A'; }
    while (t > 21 && aces--) t -= 10;
    return t;
}
string text(const vector<string>& h) { string s; for (auto& c : h) s += "[" + c + "]"; return s; }
bool ask(const string& q, string& a) { cout << q << flush; return (bool)getline(cin, a); }
int main() {
    deck.open("deck.txt");
    double money = 100;
    string a;
    for (int round = 1; round <= 10 && money >= 1; round++) {
        cout << "--- hand " << round << " of 10, you own " << money << " ---\n";
        int bet = 0;
        while (true) {
            if (!ask("Stake (1 to 100): ", a)) return 0;
            size_t used = 0;
            try { bet = stoi(a, &used); } catch (...) { used = 0; }
            if (!used || used != a.size()) { cout << "A whole number.\n"; continue; }
            if (bet < 1 || bet > 100 || bet > money) { cout << "You cannot stake that.\n"; continue; }
            break;
        }
        vector<vector<string>> mine(1);
        vector<string> bank;
        vector<int> bets{bet};
        mine[0].push_back(card()); bank.push_back(card()); mine[0].push_back(card()); bank.push_back(card());
        cout << "Yours: " << text(mine[0]) << " makes " << total(mine[0]) << "\n";
        cout << "Bank:  [" << bank[0] << "][??]\n";
        bool nat = total(mine[0]) == 21, bnat = total(bank) == 21;
        if (!nat && !bnat) {
            for (size_t i = 0; i < mine.size(); i++) {
                bool aces = mine.size() == 2 && worth(mine[i][0]) == 11;
                while (!aces && total(mine[i]) < 21) {
                    string q = mine.size() == 2 ? "Hand " + to_string(i + 1) + ": " : "";
                    if (!ask(q + "twist, stick, double or split? ", a)) return 0;
                    double spare = money;
                    for (int b : bets) spare -= b;
                    if (a == "twist") {
                        mine[i].push_back(card());
                        cout << "Yours: " << text(mine[i]) << " makes " << total(mine[i]) << "\n";
                    } else if (a == "stick") break;
                    else if (a == "double") {
                        if (mine[i].size() != 2 || spare < bets[i]) { cout << "Not now.\n"; continue; }
                        bets[i] *= 2;
                        mine[i].push_back(card());
                        cout << "Yours: " << text(mine[i]) << " makes " << total(mine[i]) << "\n";
                        break;
                    } else if (a == "split") {
                        if (mine.size() > 1 || mine[i].size() != 2 || worth(mine[i][0]) != worth(mine[i][1]) || spare < bet) { cout << "Not now.\n"; continue; }
                        mine.push_back({mine[0][1]});
                        bets.push_back(bet);
                        mine[0].pop_back();
                        mine[0].push_back(card());
                        mine[1].push_back(card());
                        for (auto& h : mine) cout << "Yours: " << text(h) << " makes " << total(h) << "\n";
                        if (worth(mine[0][0]) == 11) aces = true;
                    } else cout << "Say twist, stick, double or split.\n";
                }
                if (total(mine[i]) > 21) cout << "Over the top.\n";
            }
        }
        bool alive = false;
        for (auto& h : mine) alive |= total(h) <= 21;
        if (alive && !nat && !bnat) while (total(bank) < 17) bank.push_back(card());
        cout << "Bank:  " << text(bank) << " makes " << total(bank) << "\n";
        for (size_t i = 0; i < mine.size(); i++) {
            int m = total(mine[i]), b = total(bank);
            if (m > 21) { money -= bets[i]; cout << "Stake gone.\n"; }
            else if (nat && !bnat) { money += 1.5 * bets[i]; cout << "Royal! Paid three to two.\n"; }
            else if (bnat && !nat) { money -= bets[i]; cout << "The bank has a royal. Stake gone.\n"; }
            else if (b > 21 || m > b) { money += bets[i]; cout << "You take it.\n"; }
            else if (m == b) cout << "Level. Stake back.\n";
            else { money -= bets[i]; cout << "Bank takes it. Stake gone.\n"; }
        }
    }
    cout << "You go home with " << money << ".\n";
}
