#include "connect.hpp"

Connect::Connect(int rows, int cols) : m_rows(rows, std::string(cols, '.')) {}

bool Connect::insert(int col)
{
    if (status() != "open" || col < 0 || col >= (int)m_rows[0].size())
        return false;
    for (int r = (int)m_rows.size() - 1; r >= 0; --r) {
        if (m_rows[r][col] == '.') {
            m_rows[r][col] = m_player == 1 ? 'X' : 'O';
            m_player = 3 - m_player;
            return true;
        }
    }
    return false;
}

bool Connect::wins(char c) const
{
    int rows = (int)m_rows.size(), cols = (int)m_rows[0].size();
    auto at = [&](int r, int k) { return r >= 0 && r < rows && k >= 0 && k < cols && m_rows[r][k] == c; };
    for (int r = 0; r < rows; ++r)
        for (int k = 0; k < cols; ++k)
            for (auto [dr, dk] : {std::pair{0, 1}, {1, 0}, {1, 1}, {1, -1}})
                if (at(r, k) && at(r + dr, k + dk) && at(r + 2 * dr, k + 2 * dk) && at(r + 3 * dr, k + 3 * dk))
                    return true;
    return false;
}

std::string Connect::status() const
{
    if (wins('X'))
        return "first";
    if (wins('O'))
        return "second";
    return m_rows[0].find('.') == std::string::npos ? "draw" : "open";
}

std::string Connect::toString() const
{
    std::string text;
    for (const auto &row : m_rows)
        text += "|" + row + "|\n";
    return text;
}
