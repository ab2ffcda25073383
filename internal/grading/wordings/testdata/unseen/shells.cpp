#include <fstream>
#include <iostream>
#include <map>
#include <set>
#include <sstream>
#include <string>
#include <vector>
using namespace std;
// Battleship for two. ships.txt has ten lines, five for each player: length name column row H|V (column a letter)
struct Player {
    map<pair<int, int>, string> sea;
    map<string, int> alive;
    set<pair<int, int>> tried;
};
int main() {
    string again = "y";
    while (again == "y") {
        Player p[2];
        ifstream f("ships.txt");
        for (int i = 0; i < 10; i++) {
            int n, row;
            string name;
            char col, way;
            if (!(f >> n >> name >> col >> row >> way)) { cerr << "ships.txt is broken in line " << i + 1 << endl; return 1; }
            for (int k = 0; k < n; k++) p[i / 5].sea[{row - 1 + (way == 'V' ? k : 0), toupper(col) - 'A' + (way == 'H' ? k : 0)}] = name;
            p[i / 5].alive[name] = n;
        }
        int turn = 0;
        while (true) {
            Player &other = p[1 - turn];
            cout << "   ABCDEFGHIJ" << endl;
            for (int r = 0; r < 10; r++) {
                cout << (r < 9 ? " " : "") << r + 1 << " ";
                for (int c = 0; c < 10; c++) {
                    if (!other.tried.count({r, c})) cout << '?';
                    else cout << (other.sea.count({r, c}) ? '*' : ' ');
                }
                cout << endl;
            }
            cout << (turn ? "Port" : "Starboard") << " battery, where to? " << flush;
            string s;
            if (!getline(cin, s)) return 0;
            istringstream in(s);
            char c;
            int r;
            string rest;
            if (!(in >> c >> r) || !isalpha(c) || in >> rest) { cout << "Gibberish." << endl; continue; }
            pair<int, int> at{r - 1, toupper(c) - 'A'};
            if (at.first < 0 || at.first > 9 || at.second < 0 || at.second > 9) { cout << "Not in these waters." << endl; continue; }
            if (!other.tried.insert(at).second) { cout << "A waste of powder, that was done." << endl; continue; }
            if (other.sea.count(at)) {
                string name = other.sea[at];
                cout << "Timber flies!" << endl;
                if (--other.alive[name] == 0) { other.alive.erase(name); cout << "The enemy " << name << " sinks with all hands." << endl; }
                if (other.alive.empty()) { cout << (turn ? "Port" : "Starboard") << " battery carries the day!" << endl; break; }
            } else cout << "The ball hits nothing but foam." << endl;
            turn = 1 - turn;
        }
        cout << "Refit and fight again (y)? " << flush;
        if (!getline(cin, again)) return 0;
    }
}
