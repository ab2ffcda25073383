#include <iostream>
#include <sstream>
#include <string>
#include <vector>
using namespace std;

class Board {
    vector<string> col = vector<string>(7);
public:
    bool full(int c) const { return col[c].size() == 6; }
    bool full() const { for (int c = 0; c < 7; c++) if (!full(c)) return false; return true; }
    void drop(int c, char p) { col[c] += p; }
    char at(int r, int c) const { return c >= 0 && c < 7 && r >= 0 && r < (int)col[c].size() ? col[c][r] : '-'; }
    bool wins(char p) const {
        const int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
        for (int r = 0; r < 6; r++)
            for (int c = 0; c < 7; c++)
                for (auto &v : d) {
                    int n = 0;
                    while (n < 4 && at(r + n * v[0], c + n * v[1]) == p) n++;
                    if (n == 4) return true;
                }
        return false;
    }
    void show() const {
        cout << "A B C D E F G\n";
        for (int r = 5; r >= 0; r--) {
            for (int c = 0; c < 7; c++) cout << at(r, c) << ' ';
            cout << '\n';
        }
    }
};

int main() {
    string line;
    for (;;) {
        Board b;
        char p = 'o';
        for (;;) {
            b.show();
            cout << "[" << p << "] letter of a slot: " << flush;
            if (!getline(cin, line)) return 0;
            if (line.size() != 1 || !isalpha(line[0])) { cout << "!! one letter, A to G\n"; continue; }
            int c = toupper(line[0]) - 'A';
            if (c > 6) { cout << "!! the last slot is G\n"; continue; }
            if (b.full(c)) { cout << "!! this slot has no room\n"; continue; }
            b.drop(c, p);
            if (b.wins(p)) { b.show(); cout << "*** " << p << " made a row of four ***\n"; break; }
            if (b.full()) { b.show(); cout << "*** drawn game ***\n"; break; }
            p = p == 'o' ? 'x' : 'o';
        }
        cout << "Type r to play a rematch, anything else ends: " << flush;
        if (!getline(cin, line) || line != "r") return 0;
    }
}
