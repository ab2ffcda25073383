#include <cctype>
#include <set>
#include <string>

class Hangman {
public:
    enum class Result { Correct, Wrong, Repeated, Invalid, Over };

    Hangman(const std::string &secret, int lives) : secret_(secret), lives_(lives) {}

    Result guess(char letter)
    {
        if (won() || lost())
            return Result::Over;
        if (!std::isalpha(static_cast<unsigned char>(letter)))
            return Result::Invalid;
        letter = static_cast<char>(std::tolower(static_cast<unsigned char>(letter)));
        if (!tried_.insert(letter).second)
            return Result::Repeated;
        for (char c : secret_)
            if (std::tolower(static_cast<unsigned char>(c)) == letter)
                return Result::Correct;
        --lives_;
        return Result::Wrong;
    }

    std::string visibleWord() const
    {
        std::string text = secret_;
        for (char &c : text)
            if (std::isalpha(static_cast<unsigned char>(c)) && !tried_.count(static_cast<char>(std::tolower(static_cast<unsigned char>(c)))))
                c = '-';
        return text;
    }

    int livesLeft() const { return lives_; }
    bool lost() const { return lives_ <= 0; }
    bool won() const
    {
        for (char c : secret_)
            if (std::isalpha(static_cast<unsigned char>(c)) && !tried_.count(static_cast<char>(std::tolower(static_cast<unsigned char>(c)))))
                return false;
        return true;
    }

private:
    std::string secret_;
    std::set<char> tried_;
    int lives_;
};
