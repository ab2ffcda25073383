package cli_test

import (
	"path/filepath"
	"strings"
	"testing"
)

// How a program is called is drafted, graded by, and made a file to start from; what moves of a position are worth is said.
func TestCallsAndValues(t *testing.T) {
	dir := t.TempDir()
	write := writer(t, dir)
	program := "../grading/called/testdata/js-class/game.js"
	book := filepath.Join(dir, "functions.yaml")
	board := write("board.txt", "X|O|\n-+-+-\n |X|\n-+-+-\n | |O\n")
	for _, tt := range []struct {
		args   []string
		status int
		says   []string
	}{
		{[]string{"calls", "draft", program}, 0, []string{"class: Game", "name: handleClick", "100 %"}},
		{[]string{"calls", "draft", program, "--out", book}, 0, []string{"functions.yaml"}},
		{[]string{"try", program, "--channel", "function", "--phrasebook", book}, 0, []string{"19 of 19"}},
		{[]string{"try", program, "--channel", "function"}, 0, []string{"19 of 19", "found by playing"}},
		{[]string{"calls", "start", book, "--language", "Java"}, 0, []string{"public class Game", "handleClick(Object number)", "Returns 'O': second"}},
		{[]string{"calls", "start", book, "--language", "Python", "--json"}, 0, []string{`def handleClick(self, number)`}},
		{[]string{"calls", "start", book, "--language", "Cobol"}, 2, []string{"there are C, Go, Java"}},
		{[]string{"calls", "start", board}, 2, []string{"board.txt"}},
		{[]string{"calls", "draft", write("area.py", "def area(a):\n    return a\n")}, 4, []string{"it has area"}},
		{[]string{"calls", "draft", write("none.py", "import ourlib\n")}, 4, []string{"needs the module ourlib"}},
		{[]string{"game", "value", "tic-tac-toe", "--moves", "b2 a2"}, 0, []string{"X is to move", "gives away 0.5", "Best play"}},
		{[]string{"game", "value", "tic-tac-toe", "--board", board, "--json"}, 0, []string{`"move": "a2"`, `"best": 1`}},
		{[]string{"game", "value", "blackjack", "--setup", "cards=AS 9H 6D 7C KH", "--moves", "10"}, 0, []string{"hit", "stand"}},
		{[]string{"game", "value", "hangman", "--setup", "word=abc"}, 2, []string{"no exact values"}},
		{[]string{"game", "value", "tic-tac-toe", "--moves", "a1 a1"}, 2, []string{"a1 is refused"}},
		{[]string{"game", "value", "tic-tac-toe", "--moves", "a1", "--board", board}, 2, []string{"leave out"}},
	} {
		out, err, status := durchgang(t, tt.args...)
		for _, says := range tt.says {
			if status != tt.status || !strings.Contains(out+err, says) {
				t.Errorf("%v ends with %d and says, without %q:\n%s%s", tt.args, status, says, out, err)
			}
		}
	}
}
