#include <cstdlib>
#include <iostream>
#include <string>

// Paper and pencil game for 2. Enter x,y (column,row) counted from 1 in the bottom left corner? No: top left.
struct Game {
    char f[3][3];
    int n = 0;
    Game() { for (auto &r : f) for (char &c : r) c = ' '; }
    void print() const {
        std::cout << "\n";
        for (int y = 0; y < 3; y++) {
            std::cout << " " << f[y][0] << " | " << f[y][1] << " | " << f[y][2] << "\n";
            if (y < 2) std::cout << "---+---+---\n";
        }
        std::cout << "\n";
    }
    bool won(char p) const {
        int d = 0, e = 0;
        for (int i = 0; i < 3; i++) {
            int r = 0, c = 0;
            for (int j = 0; j < 3; j++) { r += f[i][j] == p; c += f[j][i] == p; }
            if (r == 3 || c == 3) return true;
            d += f[i][i] == p;
            e += f[i][2 - i] == p;
        }
        return d == 3 || e == 3;
    }
};

int main() {
    std::string menu, line;
    const char *who[2] = {"the first pencil", "the second pencil"};
    while (true) {
        std::cout << "1) two players\n2) leave\n> " << std::flush;
        if (!std::getline(std::cin, menu) || menu == "2") break;
        if (menu != "1") { std::cout << "1 or 2\n"; continue; }
        std::cout << "The first pencil draws X, the second O. Moves are x,y: column, comma, row (1,1 is top left).\n";
        Game g;
        int p = 0;
        for (;;) {
            g.print();
            std::cout << "Move of " << who[p] << " (x,y): " << std::flush;
            if (!std::getline(std::cin, line)) return 0;
            if (line.size() != 3 || line[1] != ',' || !isdigit(line[0]) || !isdigit(line[2])) { std::cout << "I expect something like 2,3\n"; continue; }
            int x = line[0] - '1', y = line[2] - '1';
            if (x < 0 || x > 2 || y < 0 || y > 2) { std::cout << "This is not on the paper\n"; continue; }
            if (g.f[y][x] != ' ') { std::cout << "Something is drawn there\n"; continue; }
            g.f[y][x] = "XO"[p];
            g.n++;
            if (g.won("XO"[p])) { g.print(); std::cout << "Three in line: " << who[p] << " beats the other\n\n"; break; }
            if (g.n == 9) { g.print(); std::cout << "The paper is full: undecided\n\n"; break; }
            p = 1 - p;
        }
    }
}
