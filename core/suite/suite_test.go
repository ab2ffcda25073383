package suite_test

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/suite"
)

const head = "game tic-tac-toe\ncriterion lines \"A line wins\"\npoints 1.5\nclaims win\n"

func TestSyntaxErrorsNameTheirPlace(t *testing.T) {
	tests := []struct {
		name, text, place string
		cause             error
	}{
		{"nothing at all", "", "1:1", suite.ErrNoGame},
		{"a script before the game", "script \"s\"", "1:1", suite.ErrNoGame},
		{"an unknown game", "game noughts", "1:6", game.ErrUnknownGame},
		{"a variant out of bounds", "game tic-tac-toe:rows=99", "1:6", game.ErrBounds},
		{"two games", "game tic-tac-toe\ngame tic-tac-toe", "2:1", suite.ErrDuplicate},
		{"points before a criterion", "game tic-tac-toe\npoints 3", "2:1", suite.ErrNoCrit},
		{"points that are no number", "game tic-tac-toe\ncriterion c \"c\"\npoints many", "3:8", suite.ErrPoints},
		{"too many decimals", "game tic-tac-toe\ncriterion c \"c\"\npoints 1.234", "3:8", suite.ErrPoints},
		{"an unknown cost", "game tic-tac-toe\ncriterion c \"c\"\nnot-shown perhaps", "3:11", suite.ErrCost},
		{"an unknown aspect", "game tic-tac-toe\ncriterion c \"c\"\nclaims win luck", "3:12", suite.ErrAspect},
		{"the same criterion twice", head + "criterion lines \"again\"", "5:11", suite.ErrDuplicate},
		{"the same script twice", head + "script \"s\" \na1\nscript \"s\"", "7:8", suite.ErrDuplicate},
		{"a move before the first script", head + "  a1", "5:3", suite.ErrNoScript},
		{"a word that is not a move", head + "script \"s\"\n  a1 bb2", "6:6", game.ErrCell},
		{"an unclosed quote", head + "script \"s\"\n  a1 \"abc", "6:6", suite.ErrQuote},
		{"a control character to type", head + "script \"s\"\n  \"a\\tb\"", "6:3", suite.ErrTooLong},
		{"an illegal move without its mark", head + "script \"s\"\n  a1 a1", "6:6", suite.ErrShouldAccept},
		{"a legal move marked as refused", head + "script \"s\"\n  a1 !b1", "6:6", suite.ErrShouldRefuse},
		{"another game too early", head + "script \"s\"\n  a1 again", "6:6", suite.ErrNotOver},
		{"a word that ends the program, before the last step", head + "script \"s\"\n  leave \"quit\" a1", "6:9", suite.ErrLeave},
		{"nothing to type to end the program", head + "script \"s\"\n  a1 leave", "6:6", suite.ErrLeave},
		{"a script without steps", head + "script \"s\"\n", "5:1", suite.ErrEmpty},
		{"no script", head, "2:1", suite.ErrEmpty},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			_, err := suite.Parse("test.suite", tt.text, games.All())
			var where *suite.SyntaxError
			if !errors.As(err, &where) {
				t.Fatalf("error is %v", err)
			}
			if got := fmt.Sprintf("%d:%d", where.Line, where.Column); got != tt.place || where.File != "test.suite" {
				t.Errorf("placed at %s:%s, want %s: %v", where.File, got, tt.place, err)
			}
			if !errors.Is(err, tt.cause) {
				t.Errorf("cause is %v, want %v", err, tt.cause)
			}
		})
	}
}

// The shipped suite must hold every line for both players, and more of what the
// rules are made of; what its scripts expect is computed, so it is asked for here.
func TestShippedTicTacToeCoversTheRules(t *testing.T) {
	s, text, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	if len(s.Scripts) < 40 {
		t.Errorf("%d scripts, want at least 40", len(s.Scripts))
	}
	if s.Total() != 20_00 {
		t.Errorf("%s points in all, want 20", s.Total())
	}
	won := map[string]bool{}
	refused := map[game.Refusal]int{}
	var draws, full, second, kept int
	for _, script := range s.Scripts {
		moments, err := script.Moments(s.Rules)
		if err != nil {
			t.Fatal(err)
		}
		for i, m := range moments {
			reason, isRefused := game.Refused(m.Facts)
			if isRefused {
				refused[reason]++
			}
			if isRefused && i+1 < len(moments) && moments[i+1].Mover == m.Mover && m.Mover != game.Nobody {
				kept++
			}
			if m.Step.Act == suite.Again {
				second++
			}
			if m.Result.Outcome == game.Won && !isRefused {
				won[line(m.View, m.Result.Winner)+fmt.Sprint(m.Result.Winner)] = true
				if !strings.Contains(fmt.Sprint(marks(m.View)), "0") {
					full++
				}
			}
			if m.Result.Outcome == game.Drawn && !isRefused {
				draws++
			}
		}
	}
	for _, l := range []string{"abc1", "abc2", "abc3", "123a", "123b", "123c", "a1b2c3", "c1b2a3"} {
		for _, p := range []game.Player{game.First, game.Second} {
			if !won[l+fmt.Sprint(p)] {
				t.Errorf("no script lets player %d win by %s", p, l)
			}
		}
	}
	for _, reason := range []game.Refusal{game.Taken, game.OutOfRange, game.Unreadable, game.GameOver} {
		if refused[reason] < 3 {
			t.Errorf("%d steps are refused as %s, want at least 3", refused[reason], reason)
		}
	}
	if draws < 3 || full < 3 || second < 3 || kept < 3 {
		t.Errorf("%d draws, %d wins on the last cell, %d second games, %d turns kept: want at least 3 of each", draws, full, second, kept)
	}
	if !strings.Contains(text, "game tic-tac-toe") {
		t.Error("the text is not the suite's")
	}
}

func marks(view []game.Fact) []game.Player {
	list := make([]game.Player, len(view))
	for i, f := range view {
		list[i] = f.Player
	}
	return list
}

// line names the only line that player owns on a 3 × 3 view, "" for several.
func line(view []game.Fact, player game.Player) string {
	names := map[string][3]int{
		"abc1": {0, 1, 2}, "abc2": {3, 4, 5}, "abc3": {6, 7, 8}, "123a": {0, 3, 6},
		"123b": {1, 4, 7}, "123c": {2, 5, 8}, "a1b2c3": {0, 4, 8}, "c1b2a3": {2, 4, 6},
	}
	found := ""
	for name, cells := range names {
		if view[cells[0]].Player == player && view[cells[1]].Player == player && view[cells[2]].Player == player {
			if found != "" {
				return ""
			}
			found = name
		}
	}
	return found
}

func TestPrintedSuiteReadsBack(t *testing.T) {
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	again, err := suite.Parse("printed", s.String(), games.All())
	if err != nil {
		t.Fatal(err)
	}
	if again.String() != s.String() {
		t.Error("the suite read back prints another text")
	}
}

func FuzzParse(f *testing.F) {
	f.Add(head + "script \"s\"\n  a1 !a1 \"abc\" b1 # note\n")
	f.Add(head + "not-shown keeps\nscript \"s\"\n a1 a2 b1 b2 c1 !c2 again a1\n")
	f.Fuzz(func(t *testing.T, text string) {
		s, err := suite.Parse("fuzz", text, games.All())
		if err != nil {
			return
		}
		again, err := suite.Parse("printed", s.String(), games.All())
		if err != nil {
			t.Fatalf("what was printed cannot be read: %v\n%s", err, s)
		}
		if again.String() != s.String() {
			t.Errorf("printed\n%s\nand then\n%s", s, again)
		}
	})
}

func FuzzPoints(f *testing.F) {
	f.Add("1.25")
	f.Fuzz(func(t *testing.T, text string) {
		p, err := suite.ParsePoints(text)
		if err != nil {
			return
		}
		if again, err := suite.ParsePoints(p.String()); err != nil || again != p {
			t.Errorf("%q is %s, which is read as %v, %v", text, p, again, err)
		}
	})
}

// What a teacher wrote beside the statements is kept with what it belongs to, also where that is moved.
func TestCommentsAreKept(t *testing.T) {
	const text = `# A class of our own.
game tic-tac-toe

# Lines first.
criterion lines "A line wins"
  points 2 # of 20
  not-shown costs
  unsteady costs
  claims win

# The shortest way.
script "row 1"
  a1 a2 b1 b2 c1
# later: columns
`
	s, err := suite.Parse("test.suite", text, games.All())
	if err != nil {
		t.Fatal(err)
	}
	printed := s.String()
	for _, comment := range []string{
		"# A class of our own.\ngame", "# Lines first.\n# of 20\ncriterion", "# The shortest way.\nscript", "c1\n# later: columns\n",
	} {
		if !strings.Contains(printed, comment) {
			t.Errorf("%q is not in\n%s", comment, printed)
		}
	}
	if again, err := suite.Parse("printed", printed, games.All()); err != nil || again.String() != printed {
		t.Errorf("%v\n%s", err, again)
	}
	if bare, err := suite.Parse("bare", "game tic-tac-toe\ncriterion lines \"A line\"\nclaims win\nscript \"row 1\"\na1 a2 b1 b2 c1", games.All()); err != nil ||
		!suite.SameScripts(s, bare) {
		t.Errorf("comments make another suite: %v", err)
	}
}
