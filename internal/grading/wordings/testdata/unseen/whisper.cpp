#include <algorithm>
#include <fstream>
#include <iostream>
#include <string>
using namespace std;

int main(int argc, char **argv) {
    string secret;
    cout << "Player one, type the secret word: ";
    getline(cin, secret);
    for (auto &c : secret) c = tolower(c);
    for (int i = 0; i < 40; i++) cout << '\n';
    string mask(secret.size(), '-'), tried;
    int lives = 6;
    cout << "Player two, your turn.\n";
    while (lives && mask != secret) {
        cout << mask << "   (" << lives << (lives == 1 ? " life" : " lives") << " left)\nYour guess: " << flush;
        string g;
        if (!getline(cin, g)) return 0;
        if (g.size() != 1 || !isalpha(g[0])) { cout << "Letters only, one at a time.\n"; continue; }
        char c = tolower(g[0]);
        if (tried.find(c) != string::npos) { cout << "You had that one before.\n"; continue; }
        tried += c;
        int n = 0;
        for (size_t i = 0; i < secret.size(); i++) if (secret[i] == c) { mask[i] = c; n++; }
        if (n) cout << "There " << (n == 1 ? "is" : "are") << " " << n << " " << c << ".\n";
        else { cout << "There is no " << c << ".\n"; lives--; }
    }
    if (lives) cout << "Player two wins! It was " << secret << ".\n";
    else cout << "Player one wins! It was " << secret << ".\n";
}
