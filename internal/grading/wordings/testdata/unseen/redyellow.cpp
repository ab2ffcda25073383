#include <iostream>
#include <string>
#include <vector>
int main() {
    std::vector<std::string> b(6, std::string(7, ' '));
    bool red = true; int n = 0; std::string in;
    auto show = [&] { for (auto &r : b) { for (char c : r) std::cout << "| " << c << ' '; std::cout << "|\n"; } std::cout << "-----------------------------\n  1   2   3   4   5   6   7\n"; };
    show();
    while (true) {
        std::cout << (red ? "Player 1 (Red, R)" : "Player 2 (Yellow, Y)") << " chooses column: " << std::flush;
        if (!std::getline(std::cin, in)) return 0;
        if (in.size() != 1 || in[0] < '0' || in[0] > '9') { std::cout << "Invalid input, enter one digit.\n"; continue; }
        int c = in[0] - '1';
        if (c < 0 || c > 6) { std::cout << "Invalid column, 1 to 7 only.\n"; continue; }
        int r = 5; while (r >= 0 && b[r][c] != ' ') r--;
        if (r < 0) { std::cout << "Column full.\n"; continue; }
        char m = red ? 'R' : 'Y'; b[r][c] = m; n++; show();
        auto at = [&](int y, int x) { return y >= 0 && y < 6 && x >= 0 && x < 7 && b[y][x] == m; };
        bool win = false;
        for (int y = 0; y < 6; y++) for (int x = 0; x < 7; x++) {
            bool h = true, v = true, d = true, u = true;
            for (int i = 0; i < 4; i++) { h &= at(y, x + i); v &= at(y + i, x); d &= at(y + i, x + i); u &= at(y - i, x + i); }
            win |= h || v || d || u;
        }
        if (win) { std::cout << (red ? "Red" : "Yellow") << " wins the game!\n"; return 0; }
        if (n == 42) { std::cout << "No more moves: draw.\n"; return 0; }
        red = !red;
    }
}
