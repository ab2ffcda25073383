#include <array>
#include <iostream>
#include <limits>
#include <sstream>
#include <string>

using Board = std::array<std::array<char, 3>, 3>;

static void show(const Board &b) {
  std::cout << "\n  a b c\n";
  for (int r = 0; r < 3; ++r) {
    std::cout << r + 1;
    for (char c : b[r]) std::cout << ' ' << c;
    std::cout << '\n';
  }
}

static bool wins(const Board &b, char m) {
  for (int i = 0; i < 3; ++i) {
    if (b[i][0] == m && b[i][1] == m && b[i][2] == m) return true;
    if (b[0][i] == m && b[1][i] == m && b[2][i] == m) return true;
  }
  return b[1][1] == m && ((b[0][0] == m && b[2][2] == m) || (b[0][2] == m && b[2][0] == m));
}

int main() {
  Board b;
  for (auto &row : b) row.fill('-');
  char player = 'X';
  for (int moves = 0;;) {
    show(b);
    std::cout << player << "'s turn. Enter a cell such as b2: " << std::flush;
    std::string line;
    if (!std::getline(std::cin, line)) return 0;
    if (line.size() != 2 || line[0] < 'a' || line[0] > 'c' || line[1] < '1' || line[1] > '3') {
      std::cout << "Not a valid cell.\n";
      continue;
    }
    char &cell = b[line[1] - '1'][line[0] - 'a'];
    if (cell != '-') {
      std::cout << "Already occupied.\n";
      continue;
    }
    cell = player;
    ++moves;
    if (wins(b, player)) {
      show(b);
      std::cout << "The winner is " << player << "!\n";
      return 0;
    }
    if (moves == 9) {
      show(b);
      std::cout << "Nobody wins, it is a tie.\n";
      return 0;
    }
    player = player == 'X' ? 'O' : 'X';
  }
}
