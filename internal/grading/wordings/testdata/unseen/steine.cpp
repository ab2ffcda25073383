#include <iostream>
#include <string>
#include <sstream>
using namespace std;

int main() {
    string line;
    while (true) {
        int haufen[3] = {3, 4, 5};
        int spieler = 0;
        const char *namen[] = {"Weiß", "Schwarz"};
        while (haufen[0] || haufen[1] || haufen[2]) {
            for (int i = 0; i < 3; i++) {
                cout << i << ") ";
                for (int k = 0; k < haufen[i]; k++) cout << "#";
                cout << endl;
            }
            cout << namen[spieler] << ", wie viele Steine? " << flush;
            if (!getline(cin, line)) return 0;
            int n, h;
            char rest;
            istringstream a(line);
            if (!(a >> n) || a >> rest) { cout << "Eine Zahl bitte!" << endl; continue; }
            cout << "Von welchem Haufen (0 bis 2)? " << flush;
            if (!getline(cin, line)) return 0;
            istringstream b(line);
            if (!(b >> h) || b >> rest) { cout << "Eine Zahl bitte!" << endl; continue; }
            if (h < 0 || h > 2) { cout << "Den Haufen gibt es nicht." << endl; continue; }
            if (n < 1 || n > haufen[h]) { cout << "So viele kannst du nicht nehmen." << endl; continue; }
            haufen[h] -= n;
            spieler = 1 - spieler;
        }
        cout << namen[1 - spieler] << " gewinnt das Spiel." << endl << "Nochmal (j/n)? " << flush;
        if (!getline(cin, line) || line != "j") return 0;
    }
}
