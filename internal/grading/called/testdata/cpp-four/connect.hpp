#pragma once
#include <string>
#include <vector>

class Connect {
public:
    explicit Connect(int rows = 6, int cols = 7);
    bool insert(int col);
    std::string status() const;
    std::string toString() const;
    int player() const { return m_player; }

private:
    bool wins(char c) const;
    std::vector<std::string> m_rows;
    int m_player = 1;
};
