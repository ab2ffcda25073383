#include <iostream>
#include <sstream>
#include <string>
#include <vector>
using namespace std;
const int N = 15;
vector<string> b;
void out() {
    cout << "    ";
    for (int i = 0; i < N; i++) cout << char('A' + i) << ' ';
    cout << "\n";
    for (int r = 0; r < N; r++) {
        cout << (r < 9 ? " " : "") << r + 1 << "  ";
        for (int c = 0; c < N; c++) cout << b[r][c] << ' ';
        cout << "\n";
    }
}
int run(int r, int c, int dr, int dc) {
    int n = 0; char me = b[r][c];
    while (r >= 0 && r < N && c >= 0 && c < N && b[r][c] == me) { n++; r += dr; c += dc; }
    return n;
}
bool five(int r, int c) {
    int d[4][2] = {{0,1},{1,0},{1,1},{1,-1}};
    for (auto& v : d) if (run(r, c, v[0], v[1]) + run(r, c, -v[0], -v[1]) - 1 >= 5) return true;
    return false;
}
int main() {
    string line;
    do {
        b.assign(N, string(N, '+'));
        int n = 0;
        while (true) {
            out();
            bool first = n % 2 == 0;
            cout << "Move " << n + 1 << ", " << (first ? "black (X)" : "white (O)") << ". Column and row, like H8: " << flush;
            if (!getline(cin, line)) return 0;
            istringstream is(line);
            char c = 0; int r = 0; string rest;
            if (!(is >> c >> r) || (is >> rest)) { cout << "I did not get that.\n"; continue; }
            int x = toupper(c) - 'A';
            if (x < 0 || x >= N || r < 1 || r > N) { cout << "Outside the board.\n"; continue; }
            if (b[r-1][x] != '+') { cout << "A stone lies there.\n"; continue; }
            b[r-1][x] = first ? 'X' : 'O';
            n++;
            if (five(r-1, x)) { out(); cout << (first ? "Black" : "White") << " has five. That's it.\n"; break; }
            if (n == N * N) { out(); cout << "The board is full; honours even.\n"; break; }
        }
        cout << "Play on? (yes/no) " << flush;
    } while (getline(cin, line) && !line.empty() && tolower(line[0]) == 'y');
}
