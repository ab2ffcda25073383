#include <iostream>
#include <string>
using namespace std;
string b[3][3]; int wins[2];
void clear() { for (auto &r : b) for (auto &c : r) c = "-"; }
void print() {
    cout << "\n      0   1   2\n";
    for (int i = 0; i < 3; i++) { cout << "  " << i; for (int j = 0; j < 3; j++) cout << "   " << b[i][j]; cout << "\n"; }
    cout << endl;
}
bool win(string s) {
    for (int i = 0; i < 3; i++) {
        if (b[i][0] == s && b[i][1] == s && b[i][2] == s) return true;
        if (b[0][i] == s && b[1][i] == s && b[2][i] == s) return true;
    }
    return (b[0][0] == s && b[1][1] == s && b[2][2] == s) || (b[0][2] == s && b[1][1] == s && b[2][0] == s);
}
bool number(int &n) {
    if (cin >> n) return true;
    if (cin.eof()) exit(0);
    cin.clear(); string junk; cin >> junk; return false;
}
int main() {
    while (true) {
        cout << "==== MAIN MENU ====\n1. Play\n2. Rules\n3. Statistics\n4. Exit\nYour choice? ";
        int choice;
        if (!number(choice)) { cout << "Numbers only." << endl; continue; }
        if (choice == 2) { cout << "Get three of your marks in a row. X begins." << endl; continue; }
        if (choice == 3) { cout << "X has won " << wins[0] << " times, O " << wins[1] << " times." << endl; continue; }
        if (choice == 4) { cout << "Goodbye" << endl; return 0; }
        if (choice != 1) { cout << "No such choice." << endl; continue; }
        clear(); print();
        for (int t = 0; t < 9;) {
            string p = t % 2 ? "O" : "X";
            int r, c;
            cout << p << " - enter row and column: ";
            bool ok = number(r);
            if (ok) ok = number(c);
            if (!ok) { string rest; getline(cin, rest); cout << "That was not a number." << endl; continue; }
            if (r < 0 || r > 2 || c < 0 || c > 2) { cout << "Not on the board." << endl; continue; }
            if (b[r][c] != "-") { cout << "Field is in use." << endl; continue; }
            b[r][c] = p; t++; print();
            if (win(p)) { cout << "*** " << p << " HAS WON ***" << endl; wins[p == "O"]++; break; }
            if (t == 9) cout << "*** NO WINNER ***" << endl;
        }
    }
}
