#include <array>
#include <optional>
#include <stdexcept>
#include <string>
#include <vector>

enum class Piece { None, X, O };

class TicTacToeGame {
public:
    TicTacToeGame() { cells.fill(Piece::None); }

    void placePiece(int row, int column)
    {
        if (isOver())
            throw std::logic_error("the game is over");
        if (row < 1 || row > 3 || column < 1 || column > 3)
            throw std::out_of_range("rows and columns are 1 to 3");
        Piece &cell = cells[(row - 1) * 3 + column - 1];
        if (cell != Piece::None)
            throw std::invalid_argument("taken");
        cell = current;
        ++placed;
        current = current == Piece::X ? Piece::O : Piece::X;
    }

    Piece getPiece(int row, int column) const { return cells[(row - 1) * 3 + column - 1]; }

    std::optional<Piece> winner() const
    {
        static const int w[8][3] = {{0, 1, 2}, {3, 4, 5}, {6, 7, 8}, {0, 3, 6}, {1, 4, 7}, {2, 5, 8}, {0, 4, 8}, {2, 4, 6}};
        for (const auto &l : w) {
            if (cells[l[0]] != Piece::None && cells[l[0]] == cells[l[1]] && cells[l[1]] == cells[l[2]])
                return cells[l[0]];
        }
        return std::nullopt;
    }

    bool isOver() const { return winner().has_value() || placed == 9; }
    bool isTie() const { return placed == 9 && !winner(); }
    Piece currentPlayer() const { return current; }

private:
    std::array<Piece, 9> cells;
    Piece current = Piece::X;
    int placed = 0;
};
