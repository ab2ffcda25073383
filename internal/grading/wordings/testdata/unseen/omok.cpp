#include <iostream>
#include <sstream>
#include <string>
#include <vector>
using namespace std;
const int N = 15;
vector<string> g(N, string(N, '+'));
void out() {
    for (int r = 0; r < N; ++r) {
        cout << (r < 9 ? " " : "") << r + 1 << ' ';
        for (int c = 0; c < N; ++c) cout << g[r][c] << (c < N - 1 ? "--" : "\n");
    }
    cout << "   ";
    for (int c = 0; c < N; ++c) cout << char('a' + c) << "  ";
    cout << endl;
}
int len(int r, int c, int dr, int dc) {
    int n = 0;
    char m = g[r][c];
    for (r += dr, c += dc; r >= 0 && c >= 0 && r < N && c < N && g[r][c] == m; r += dr, c += dc) ++n;
    return n;
}
bool five(int r, int c) {
    int d[4][2] = {{0, 1}, {1, 0}, {1, 1}, {1, -1}};
    for (auto &v : d) if (len(r, c, v[0], v[1]) + len(r, c, -v[0], -v[1]) >= 4) return true;
    return false;
}
int main() {
    int turn = 0;
    string s;
    cout << "Five in a row. Black: x, White: o.\n";
    for (;;) {
        out();
        cout << (turn % 2 ? "White" : "Black") << "? " << flush;
        if (!getline(cin, s)) break;
        istringstream is(s);
        char col; int row;
        if (!(is >> col >> row)) { cout << "Huh?\n"; continue; }
        col = tolower(col);
        if (col < 'a' || col > 'o' || row < 1 || row > N) { cout << "That is off the board.\n"; continue; }
        char &cell = g[row - 1][col - 'a'];
        if (cell != '+') { cout << "Taken.\n"; continue; }
        cell = turn % 2 ? 'o' : 'x';
        if (five(row - 1, col - 'a')) { out(); cout << (turn % 2 ? "White" : "Black") << " made five and wins.\n"; break; }
        if (++turn == N * N) { out(); cout << "Full board, nobody wins.\n"; break; }
    }
}
