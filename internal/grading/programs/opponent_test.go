package programs_test

import (
	"os"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
	"durchgang/internal/record"
)

// edit is a program with one thing changed, and the criterion that it then loses, or one of
// those divided by |; a right one loses none.
type edit struct{ name, file, right, wrong, loses string }

// gradeEdits grades the programs of a folder by a suite beside them.
func gradeEdits(t *testing.T, folder, file string, edits []edit) {
	text, err := os.ReadFile(folder + file)
	if err != nil {
		t.Fatal(err)
	}
	s, err := suite.Parse(file, string(text), games.All())
	if err != nil {
		t.Fatal(err)
	}
	if again, err := suite.Parse("printed", s.String(), games.All()); err != nil || again.String() != s.String() {
		t.Errorf("the suite is not read as it is written: %v\n%s", err, s)
	}
	g, err := grading.New(record.Terminal, s, "book", "")
	if err != nil {
		t.Fatal(err)
	}
	g.Parallel = 2
	for i, tt := range edits {
		t.Run(tt.name, func(t *testing.T) {
			portion.Every(t, 4, i)
			source, err := os.ReadFile(folder + tt.file)
			if err != nil || !strings.Contains(string(source), tt.right) {
				t.Fatalf("%v, or no %q", err, tt.right)
			}
			edited := strings.Replace(string(source), tt.right, tt.wrong, 1)
			var v grading.Graded
			loses := func(c string) bool { return slices.Contains(lost(v.Verdict), c) }
			asItShould := false
			for n := 0; n < mostGradings && !asItShould && (n == 0 || tt.file == byChance && tt.loses != ""); n++ {
				if v, err = g.Grade(t.Context(), fstest.MapFS{tt.file: {Data: []byte(edited), Mode: 0o644}}, nil); err != nil {
					t.Fatal(err)
				}
				asItShould = tt.loses == "" && len(lost(v.Verdict)) == 0 || tt.loses != "" && slices.ContainsFunc(strings.Split(tt.loses, "|"), loses)
			}
			if !asItShould {
				t.Errorf("lost %v, want %s: %+v", lost(v.Verdict), tt.loses, v.Verdict.Findings)
			}
		})
	}
}

// byChance is a program that replies by chance, so that a fault does not show in all games with it: with one it is
// graded up to mostGradings times.
const (
	byChance     = "random_replies.py"
	mostGradings = 3
)

// A program that plays one side is answered by a plan: its own moves are read, and must be
// legal, one for each of ours, none after the end, and not always the same.
func TestOpponents(t *testing.T) {
	const random, first = byChance, "first_free.js"
	gradeEdits(t, "../../../demo/opponent/", "tictactoe.suite", []edit{
		{"a right one", random, "", "", ""},
		{"always the same", first, "", "", "varied"},
		{"it answers after the end", random, "if not wins(board, \"X\") and", "if", "answers"},
		{"it plays on taken cells", random, "for i in range(9) if board[i] == \".\"]", "for i in range(9)]", "answers"},
		{"it does not answer", random, "        board[cell] = \"O\"", "        pass", "answers"},
		{"it answers twice", random, "        board[cell] = \"O\"", "        board[cell] = \"O\"\n        board = [c if c != \".\" or board.count(\"O\") % 2 == 0 else \"O\" for c in board]", "answers"},
		{"it claims the person's win", random, "The computer wins", "You win", "results"},
		{"a win of the computer is not seen", first, "else if (wins('O')) console.log('You have lost!');", "", "results"},
		{"a refused move is answered", random, "    print(\"That cell is taken.\")", "    print(\"That cell is taken.\"); board[board.index(\".\")] = \"O\"; show(board)", "refused"},
	})
}

// Programs that hide a fleet or shuffle cards by themselves are held to what they show.
func TestOwnSetups(t *testing.T) {
	const harbour, round = "harbour.py", "one_round.rb"
	gradeEdits(t, "../testdata/own/", "harbour.suite", []edit{
		{"a right fleet", harbour, "", "", ""},
		{"a fleet that moves", harbour, "    show(shots)\n", "    show(shots)\n    ships = hide()\n", "shots"},
		{"a ship too short", harbour, "(\"carrier\", 5)", "(\"carrier\", 4)", "shots|ships"},
		{"a ship too many", harbour, "(\"tug\", 2)]", "(\"tug\", 2), (\"raft\", 1)]", "shots|ships"},
		{"always the same fleet", harbour, "ships = hide()", "random.seed(11)\nships = hide()", "random"},
		{"a ship sinks too soon", harbour, "if left[name] == 0:", "if left[name] <= 1:", "ships"},
		{"a ship that is not told", harbour, "if left[name] == 0:", "if left[name] == 0 and name != \"tug\":", "ships"},
		{"a win too soon", harbour, "while any(left.values()):", "while sum(left.values()) > 1:", "win"},
		{"no cell is refused", harbour, "    if cell in shots:", "    if False:", "repeated"},
	})
	gradeEdits(t, "../testdata/own/", "one_round.suite", []edit{
		{"a right table", round, "", "", ""},
		{"a card comes twice", round, ".shuffle\n", ".shuffle\ndeck.unshift(deck[0])\n", "cards"},
		{"always the same cards", round, "deck = ", "srand(3)\ndeck = ", "random"},
		{"the dealer stops too soon", round, "total(dealer) < 17", "total(dealer) < 12", "dealer"},
		{"aces count one", round, "rank == 'Ace' ? 11 :", "rank == 'Ace' ? 1 :", "totals|dealer|results"},
		{"the lower hand wins", round, "total(player) > total(dealer)", "total(player) < total(dealer)", "results"},
	})
}
