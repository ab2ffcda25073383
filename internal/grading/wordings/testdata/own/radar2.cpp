#include <cstdlib>
#include <ctime>
#include <iostream>
#include <string>
#include <unistd.h>
using namespace std;
const int S = 9;
struct Boat { string kind; int size; int hits; };
Boat boats[4] = {{"Galleon", 5, 0}, {"Brig", 4, 0}, {"Sloop", 3, 0}, {"Skiff", 2, 0}};
int where_[S][S];
char seen[S][S];
bool fits(int r, int c, int dr, int dc, int n) {
    for (int i = 0; i < n; i++) { int y = r + i * dr, x = c + i * dc; if (y >= S || x >= S || where_[y][x]) return false; }
    return true;
}
int main() {
    srand(time(0) ^ getpid());
    for (int b = 0; b < 4; b++) {
        int r, c, dr, dc;
        do { r = rand() % S; c = rand() % S; dr = rand() % 2; dc = 1 - dr; } while (!fits(r, c, dr, dc, boats[b].size));
        for (int i = 0; i < boats[b].size; i++) where_[r + i * dr][c + i * dc] = b + 1;
    }
    for (auto &row : seen) for (char &x : row) x = ' ';
    cout << "PIRATES AHOY!" << endl << "Sink the Galleon (5), the Brig (4), the Sloop (3) and the Skiff (2)." << endl;
    int afloat = 4, cannonballs = 0;
    while (afloat > 0) {
        cout << "\n    A   B   C   D   E   F   G   H   I\n  +---+---+---+---+---+---+---+---+---+\n";
        for (int r = 0; r < S; r++) {
            cout << r + 1 << " |";
            for (int c = 0; c < S; c++) cout << ' ' << seen[r][c] << " |";
            cout << "\n  +---+---+---+---+---+---+---+---+---+\n";
        }
        cout << "Cannonball " << cannonballs + 1 << ", where to (like D4)? ";
        string t;
        if (!getline(cin, t)) return 0;
        if (t.size() < 2 || !isalpha(t[0]) || t.find_first_not_of("0123456789", 1) != string::npos) { cout << "Arr, speak plainly!" << endl; continue; }
        int c = toupper(t[0]) - 'A', r = t.size() > 4 ? 99 : stoi(t.substr(1)) - 1;
        if (c < 0 || c >= S || r < 0 || r >= S) { cout << "That be off the chart!" << endl; continue; }
        if (seen[r][c] != ' ') { cout << "Ye wasted no powder: that spot was hit before." << endl; continue; }
        cannonballs++;
        if (!where_[r][c]) { seen[r][c] = '~'; cout << "SPLASH!" << endl; continue; }
        seen[r][c] = '*';
        Boat &b = boats[where_[r][c] - 1];
        b.hits++;
        cout << "BOOM!" << endl;
        if (b.hits == b.size) { cout << "The " << b.kind << " sinks!" << endl; afloat--; }
    }
    cout << "All be sunk, the treasure is yours after " << cannonballs << " cannonballs." << endl;
}
