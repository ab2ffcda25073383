package desk_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"durchgang/core/desk"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/suite"
)

func rulesOf(t testing.TB, variant string) game.Rules {
	t.Helper()
	rules, err := games.All().Rules(variant)
	if err != nil {
		t.Fatal(err)
	}
	return rules
}

func read(t testing.TB, text string) *suite.Suite {
	t.Helper()
	s, err := suite.Parse("suite", text, games.All())
	if err != nil {
		t.Fatalf("%v\n%s", err, text)
	}
	return s
}

// change makes changes one after another, each upon the text of the one before.
func change(t testing.TB, text string, edits ...desk.Edit) desk.Changed {
	t.Helper()
	var c desk.Changed
	for _, e := range edits {
		var err error
		if c, err = desk.Change(text, e, games.All()); err != nil {
			t.Fatalf("%+v: %v", e, err)
		}
		text = c.Text
	}
	return c
}

// A whole suite is made from nothing by changes, and reads as if it had been written.
func TestSuiteFromNothing(t *testing.T) {
	yes := true
	c := change(t, "game tic-tac-toe\n",
		desk.Edit{Do: "add-criterion", Name: "lines", Title: "A line wins", Points: "3", Claims: []string{"win"}},
		desk.Edit{Do: "add-script", Criterion: "lines", Title: "row 1"},
		desk.Edit{Do: "insert", Script: 1, Words: "a1"},
		desk.Edit{Do: "insert", Script: 1, At: 1, Words: "a2 b1 b2 c1"},
		desk.Edit{Do: "mirror-script", Script: 1, How: "right-turn"},
		desk.Edit{Do: "mirror-script", Script: 1, How: "other-player"},
		desk.Edit{Do: "add-criterion", Name: "taken", Title: "A taken cell is refused", Points: "1.5", Claims: []string{"taken"}},
		desk.Edit{Do: "add-script", Criterion: "taken", Title: "taken", Words: "a1 a1 b2"},
		desk.Edit{Do: "set-script", Script: 4, Public: &yes},
		desk.Edit{Do: "insert", Script: 4, At: 3, Words: `"hello" c3`},
		desk.Edit{Do: "move-criterion", Criterion: "taken", At: 0},
	)
	want := `game tic-tac-toe

criterion taken "A taken cell is refused"
  points 1.5
  graded whole
  not-shown costs
  unsteady costs
  claims taken

script "taken" public
  a1 !a1 b2 "hello" c3

criterion lines "A line wins"
  points 3
  graded whole
  not-shown costs
  unsteady costs
  claims win

script "row 1"
  a1 a2 b1 b2 c1

script "row 1, the same for the other player"
  a3 a1 a2 b1 b2 c1

script "row 1, turned to the right"
  c1 b1 c2 b2 c3
`
	if c.Text != want {
		t.Errorf("made\n%s\nwanted\n%s", c.Text, want)
	}
	read(t, c.Text)
	d := desk.Open(c.Text, 2, 5, games.All())
	if d.Problem != nil || d.Chosen.Table.Result != "X wins" || d.Chosen.Steps[4].Says[0] != "X wins" || d.Total != 450 {
		t.Errorf("%+v", d.Chosen)
	}
	if d = desk.Open(c.Text, 1, 2, games.All()); d.Chosen.Steps[1].Refused == "" || d.Chosen.Table.ToMove != "O" {
		t.Errorf("%+v", d.Chosen)
	}
}

// A change gives a text that is understood, and says which script and step it is about; what is refused says why.
func TestChanges(t *testing.T) {
	_, text, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	before := read(t, text)
	for _, tt := range []struct {
		edit    desk.Edit
		refused string
		scripts int // more than before
		script  int
	}{
		{desk.Edit{Do: "copy-script", Script: 2}, "", 1, 3},
		{desk.Edit{Do: "drop-script", Script: 2}, "", -1, 2},
		{desk.Edit{Do: "split-script", Script: 1, At: 2}, "", 1, 2},
		{desk.Edit{Do: "move-script", Script: 1, Criterion: "taken", At: 0}, "", 0, 0},
		{desk.Edit{Do: "drop-criterion", Criterion: "taken"}, "", -len(ofCriterion(before, "taken")), 0},
		{desk.Edit{Do: "set-criterion", Criterion: "taken", Name: "occupied"}, "", 0, 0},
		{desk.Edit{Do: "drop", Script: 1, At: 0, Count: 1}, "", 0, 1},
		{desk.Edit{Do: "add-position", Criterion: "lines", Parts: []string{"X|X|X\nO|O| \n | | "}}, "", 1, 0},
		{desk.Edit{Do: "drop-script", Script: 99}, "no such script", 0, 0},
		{desk.Edit{Do: "insert", Script: 1, At: 99, Words: "a1"}, "no such step", 0, 0},
		{desk.Edit{Do: "insert", Script: 1, Words: "zz9"}, "zz9", 0, 0},
		{desk.Edit{Do: "set-criterion", Criterion: "taken", Name: "lines"}, "one word", 0, 0},
		{desk.Edit{Do: "set-criterion", Criterion: "taken", Points: "-1"}, "points", 0, 0},
		{desk.Edit{Do: "set-criterion", Criterion: "taken", Claims: []string{"luck"}}, "aspect", 0, 0},
		{desk.Edit{Do: "set-script", Script: 1, Title: before.Scripts[1].Title}, "title", 0, 0},
		{desk.Edit{Do: "set-script", Script: 1, Setup: "word=apple"}, "set-up", 0, 0},
		{desk.Edit{Do: "split-script", Script: 1, At: 0}, "split", 0, 0},
		{desk.Edit{Do: "mirror-script", Script: 1, How: "inside-out"}, "mirrored", 0, 0},
		{desk.Edit{Do: "add-position", Criterion: "lines", Parts: []string{"XXX\nOOO\n..."}}, "both players", 0, 0},
		{desk.Edit{Do: "deal", Script: 1}, "nothing is drawn", 0, 0},
		{desk.Edit{Do: "place-ship", Script: 1, Player: 1, Ship: 1}, "ships", 0, 0},
		{desk.Edit{Do: "shuffle"}, "unknown", 0, 0},
	} {
		c, err := desk.Change(text, tt.edit, games.All())
		if tt.refused != "" {
			if err == nil || !strings.Contains(err.Error(), tt.refused) {
				t.Errorf("%+v: %v, and not about %q", tt.edit, err, tt.refused)
			}
			continue
		}
		if err != nil {
			t.Errorf("%+v: %v", tt.edit, err)
			continue
		}
		after, err := suite.Read("after", c.Text, games.All())
		if err != nil || len(after.Scripts)-len(before.Scripts) != tt.scripts || tt.script > 0 && c.Script != tt.script {
			t.Errorf("%+v: %v, %d scripts more, at script %d", tt.edit, err, len(after.Scripts)-len(before.Scripts), c.Script)
		}
	}
}

// The script that was chosen stays chosen when something else is changed.
func TestChosenScriptStays(t *testing.T) {
	_, text, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	yes := true
	for _, e := range []desk.Edit{
		{Do: "move-criterion", Criterion: "again", At: 0}, {Do: "set-script", Script: 1, Public: &yes}, {Do: "set-criterion", Criterion: "lines", Name: "rows"},
		{Do: "drop-criterion", Criterion: "marks"},
	} {
		c := change(t, text, e)
		script, step := c.Chosen(text, 7, 2, games.All())
		if script == 0 || step != 2 || read(t, c.Text).Scripts[script-1].Title != read(t, text).Scripts[6].Title {
			t.Errorf("%+v: script %d, step %d", e, script, step)
		}
	}
	c := change(t, text, desk.Edit{Do: "drop-criterion", Criterion: "marks"})
	if script, step := c.Chosen(text, 1, 2, games.All()); script != 1 || step != 0 {
		t.Errorf("where the chosen script is dropped one goes on with %d, step %d", script, step)
	}
}

func ofCriterion(s *suite.Suite, name string) []suite.Script {
	return slices.DeleteFunc(slices.Clone(s.Scripts), func(script suite.Script) bool { return script.Criterion != name })
}

// Positions of games at random are drawn as people draw them, read again, and reached in another order of the same moves.
func TestPositionsOfPlayAreReached(t *testing.T) {
	for _, variant := range []string{
		"tic-tac-toe", "connect-four", "five-in-a-row", "tic-tac-toe:rows=4,cols=5,run=4", "connect-four:overline=ignored,rows=5,cols=6",
		"tic-tac-toe:first=O,line=loses",
	} {
		rules := rulesOf(t, variant)
		_, cols := rules.Shape()
		for seed := range uint64(30) {
			random := rand.New(rand.NewPCG(seed, 3))
			pos, err := rules.Start("")
			if err != nil {
				t.Fatal(err)
			}
			for n := random.IntN(40) + 1; n > 0 && !pos.Result().Over(); n-- {
				legal := game.Legal(rules, pos)
				rules.Play(pos, legal[random.IntN(len(legal))], nil)
			}
			view := rules.View(pos, game.Nobody, nil)
			text := fmt.Sprintf("game %s\ncriterion c \"c\"\nclaims win\n", variant)
			drawing := draw(rules, view, int(seed)%4, cols)
			c, err := desk.Change(text, desk.Edit{Do: "add-position", Criterion: "c", Parts: []string{drawing}}, games.All())
			if err != nil {
				t.Fatalf("%s, seed %d: %v\n%s", variant, seed, err, drawing)
			}
			moments, err := read(t, c.Text).Scripts[0].Moments(rules)
			if err != nil {
				t.Fatal(err)
			}
			if last := moments[len(moments)-1]; !slices.Equal(last.View, view) || last.Result != pos.Result() {
				t.Errorf("%s, seed %d: another position is reached\n%s\n%s", variant, seed, drawing, c.Text)
			}
		}
	}
}

// draw draws a board in one of four ways.
func draw(rules game.Rules, view []game.Fact, way, cols int) string {
	board := game.Boards(rules, view)[0]
	if way == 0 {
		return board.String()
	}
	var lines []string
	for i, row := range board.Rows {
		cells := slices.Clone(row)
		for k, cell := range cells {
			switch {
			case cell == "" && way == 1:
				cells[k] = " "
			case way == 2:
				cells[k] = fmt.Sprintf("%q", cell)
			case cell == "":
				cells[k] = "."
			}
		}
		switch way {
		case 1:
			lines = append(lines, fmt.Sprintf("%2d | %s |", i+1, strings.Join(cells, " | ")), strings.Repeat("---+", cols))
		case 2:
			lines = append(lines, "["+strings.Join(cells, ", ")+"],")
		default:
			lines = append(lines, strings.Join(cells, ""))
		}
	}
	return strings.Join(lines, "\n")
}

// Boards are read as people draw them and as programming languages write them.
func TestDrawings(t *testing.T) {
	const want = "X.O/.X./..O"
	for _, text := range []string{
		"X . O\n. X .\n. . O", "X.O\n.X.\n..O", "X _ O\n_ X _\n_ _ O", "  a b c\n1 X . O\n2 . X .\n3 . . O",
		" X |   | O \n---+---+---\n   | X |   \n---+---+---\n   |   | O ", "+---+---+---+\n| X |   | O |\n+---+---+---+\n|   | X |   |\n+---+---+---+\n|   |   | O |\n+---+---+---+",
		`[["X", "", "O"], ["", "X", ""], ["", "", "O"]]`, `{{'X',' ','O'},{' ','X',' '},{' ',' ','O'}}`, `[1, 0, 2, 0, 1, 0, 0, 0, 2]`,
		`["X", None, "O", None, "X", None, None, None, "O"]`, `["X.O", ".X.", "..O"]`, "X 2 O\n4 X 6\n7 8 O", "x - o\n- x -\n- - o",
		`[[Mark.X, Mark.EMPTY, Mark.O], [Mark.EMPTY, Mark.X, Mark.EMPTY], [Mark.EMPTY, Mark.EMPTY, Mark.O]]`, "X   O\n  X  \n    O",
		"   1   2   3\n1  X |   | O\n  ---+---+---\n2    | X |  \n  ---+---+---\n3    |   | O",
	} {
		rules := rulesOf(t, "tic-tac-toe")
		board, err := game.ReadBoard(text, 3, 3)
		if err != nil {
			t.Errorf("%v\n%q", err, text)
			continue
		}
		var got []string
		for _, row := range board {
			line := ""
			for _, cell := range row {
				p, err := game.MarkOf(rules, cell)
				if err != nil {
					t.Errorf("%v\n%s", err, text)
				}
				line += []string{".", "X", "O"}[p]
			}
			got = append(got, line)
		}
		if strings.Join(got, "/") != want {
			t.Errorf("read as %v\n%s", got, text)
		}
	}
	for _, text := range []string{"", "X O", "X . O\n. X .", "a\nb\nc\nd", "[[1,2],[3,4]]"} {
		if board, err := game.ReadBoard(text, 3, 3); err == nil {
			t.Errorf("%q is read as %q", text, board)
		}
	}
}

// A position that cannot come about is refused with the reason, one that can is reached, in every game.
func TestPositions(t *testing.T) {
	fleets := "first=a1>,a3>,a5>,a7>,a9>;second=a1>,a3>,a5>,a7>,a9>"
	for _, tt := range []struct {
		variant, setup string
		parts          []string
		refused        string
	}{
		{"tic-tac-toe", "", []string{"XXX\n...\n..."}, "take turns"},
		{"tic-tac-toe", "", []string{"XXX\nOO.\nO.."}, "could not move after it"},
		{"tic-tac-toe", "", []string{"XXX\nOOO\nX.."}, "both players"},
		{"tic-tac-toe", "", []string{"XXX\nXOO\nXOO"}, ""},
		{"tic-tac-toe:rows=5,cols=5", "", []string{"XXX..\nOO.O.\n.....\nXXX..\nOO..."}, "completed all lines"},
		{"tic-tac-toe", "", []string{"...\n...\n..."}, "how a game begins"},
		{"tic-tac-toe", "", []string{"XZ.\n...\n..."}, "not a mark"},
		{"connect-four:rows=4,cols=4", "", []string{"....\n....\nX...\n...."}, "in the air"},
		{"connect-four:rows=4,cols=4", "", []string{"X...\nX...\nO...\nO..."}, "cannot be reached"},
		{"connect-four:rows=4,cols=4", "", []string{"....\n....\nOO..\nXX.."}, ""},
		{"hangman", "word=apple", []string{"a p z"}, ""},
		{"hangman", "word=apple", []string{"a, p, l, e, z"}, ""},
		{"hangman", "word=apple", []string{"z y x w v u t"}, "is lost with 6"},
		{"hangman", "word=apple", []string{"a a"}, "cannot be reached"},
		{"hangman", "word=apple", []string{"a 3"}, "not a letter"},
		{"battleship", fleets, []string{"a1 b1 j10", "c3 c4"}, ""},
		{"battleship", fleets, []string{"a1 b1 j10", ""}, "cannot be reached"},
		{"battleship", fleets, []string{strings.Repeat("..........\n", 9) + ".......x.x", "j10 i10"}, ""},
		{"battleship:placing=by-hand", "", []string{"a1", ""}, "by hand"},
		{"blackjack", "", []string{"AS 10D", "9H 8C"}, ""},
		{"blackjack", "", []string{"10S 6D 9H", "9H 8C"}, "more often"},
		{"blackjack", "", []string{"10S 6D 9H", "9C 8C"}, ""},
		{"blackjack", "", []string{"10S 6D 4H", "9C 5C 7D"}, ""},
		{"blackjack", "", []string{"10S 6D 4H", "9C 5C"}, "dealer ends with"},
		{"blackjack", "", []string{"10S 6D 9H 2S", "9C 8C"}, "cannot take"},
		{"blackjack:bets=no", "", []string{"10S 6D 4H", "9C 8C"}, ""},
	} {
		text := fmt.Sprintf("game %s\ncriterion c \"c\"\nclaims win\n", tt.variant)
		c, err := desk.Change(text, desk.Edit{Do: "add-position", Criterion: "c", Setup: tt.setup, Parts: tt.parts}, games.All())
		switch {
		case tt.refused == "" && err != nil:
			t.Errorf("%s, %q: %v", tt.variant, tt.parts, err)
		case tt.refused == "":
			read(t, c.Text)
		case err == nil || !strings.Contains(err.Error(), tt.refused):
			t.Errorf("%s, %q: %v, and not about %q", tt.variant, tt.parts, err, tt.refused)
		}
	}
}

// Where programs can be shown a position, a game begins with it, also where it cannot come about; who has won must be clear.
func TestGivenPositions(t *testing.T) {
	const text = "game tic-tac-toe\ncriterion c \"c\"\nclaims win draw\n"
	for _, tt := range []struct{ drawing, setup, result, refused string }{
		{"XXX\n...\n...", "board=XXX/.../...", "X wins", ""},
		{"XOX\nXOO\nOXX", "board=XOX/XOO/OXX", "a draw", ""},
		{"XX.\n...\n...", "board=XX./.../...", "", ""},
		{"XXX\nOOO\n...", "", "", "nobody can say who has won"},
		{"XX\nOO", "", "", "rows"},
	} {
		c, err := desk.Change(text, desk.Edit{Do: "add-position", Criterion: "c", How: "given", Parts: []string{tt.drawing}}, games.All())
		if tt.refused != "" {
			if err == nil || !strings.Contains(err.Error(), tt.refused) {
				t.Errorf("%q: %v", tt.drawing, err)
			}
			continue
		}
		if err != nil {
			t.Errorf("%q: %v", tt.drawing, err)
			continue
		}
		d := desk.Open(c.Text, c.Script, 0, games.All())
		if script := read(t, c.Text).Scripts[0]; string(script.Setup) != tt.setup || d.Chosen.Table.Result != tt.result || d.Problem != nil {
			t.Errorf("%q: set-up %q, result %q, %v", tt.drawing, script.Setup, d.Chosen.Table.Result, d.Problem)
		}
		if st, err := desk.Strength(c.Text, false, games.All()); err != nil || tt.result != "" && st.Caught == 0 {
			t.Errorf("%q: %+v, %v", tt.drawing, st, err)
		}
	}
	rules := rulesOf(t, "tic-tac-toe")
	for _, setup := range []game.Setup{"board=X", "board=XXXX/.../...", "board=XY./.../...", "board=.../.../...;turn=Z", "word=apple", "turn=X"} {
		if _, err := rules.Start(setup); err == nil {
			t.Errorf("the set-up %q is accepted", setup)
		}
	}
}

// What a mirror does to a board can be undone, and all scripts of the suites that ship stay scripts.
func TestMirrors(t *testing.T) {
	for _, v := range []game.Variant{"tic-tac-toe", "connect-four", "battleship"} {
		s, text, err := suite.Shipped(v, games.All())
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range desk.Open(text, 0, 0, games.All()).Mirrors {
			made := 0
			for n := range s.Scripts {
				c, err := desk.Change(text, desk.Edit{Do: "mirror-script", Script: n + 1, How: m.Name}, games.All())
				if err != nil {
					continue // nothing is left with which the other player could begin
				}
				made++
				twin := read(t, c.Text).Scripts[c.Script-1]
				back := map[string]string{"right-turn": "left-turn", "left-turn": "right-turn"}[m.Name]
				if m.Name == "other-player" {
					continue
				}
				if back == "" {
					back = m.Name
				}
				again := change(t, c.Text, desk.Edit{Do: "mirror-script", Script: c.Script, How: back})
				if got := read(t, again.Text).Scripts[again.Script-1]; s.Words(got.Steps) != s.Words(s.Scripts[n].Steps) {
					t.Errorf("%s, %s: %s, then %s", s.Scripts[n].Title, m.Name, s.Words(twin.Steps), s.Words(got.Steps))
				}
			}
			if made < len(s.Scripts)/2 {
				t.Errorf("%s: %s makes %d of %d scripts", v, m.Name, made, len(s.Scripts))
			}
		}
	}
}

// Without a script that a mistake needs there is a hole, and the script that is offered closes it.
func TestHolesAreClosed(t *testing.T) {
	s, text, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	whole, err := desk.Strength(text, false, games.All())
	if err != nil || whole.Caught != whole.Known || len(whole.Holes) > 0 {
		t.Fatalf("%+v, %v", whole, err)
	}
	for n := len(s.Scripts); n > 0; n-- {
		if s.Scripts[n-1].Criterion == "draw" || s.Scripts[n-1].Criterion == "last-cell" {
			text = change(t, text, desk.Edit{Do: "drop-script", Script: n}).Text
		}
	}
	for round := 0; ; round++ {
		st, err := desk.Strength(text, true, games.All())
		if err != nil {
			t.Fatal(err)
		}
		if len(st.Holes) == 0 {
			break
		}
		h := st.Holes[0]
		if round > 20 || h.Script == "" {
			t.Fatalf("%d rounds, and still %d holes: %+v", round, len(st.Holes), h)
		}
		text = change(t, text, desk.Edit{Do: "add-script", Criterion: h.Criterion, Title: "for " + h.Mistakes[0], Setup: h.Setup, Words: h.Script}).Text
	}
	if st, err := desk.Strength(text, false, games.All()); err != nil || st.Caught != whole.Known || st.Untold > 0 {
		t.Errorf("%+v, %v", st, err)
	}
}

// Scripts that add nothing can be left out together.
func TestIdleScripts(t *testing.T) {
	_, text, err := suite.Shipped("connect-four", games.All())
	if err != nil {
		t.Fatal(err)
	}
	whole, err := desk.Strength(text, false, games.All())
	if err != nil || len(whole.Idle) == 0 {
		t.Fatalf("%+v, %v", whole, err)
	}
	for _, title := range whole.Idle {
		s := read(t, text)
		n := slices.IndexFunc(s.Scripts, func(script suite.Script) bool { return script.Title == title })
		text = change(t, text, desk.Edit{Do: "drop-script", Script: n + 1}).Text
	}
	read(t, text)
	less, err := desk.Strength(text, false, games.All())
	if err != nil || less.Caught != whole.Caught || less.Untold != whole.Untold || len(less.Idle) > 0 {
		t.Errorf("%+v, %v", less, err)
	}
}

func TestDifferencesInWords(t *testing.T) {
	_, text, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	yes := true
	changed := change(t, text,
		desk.Edit{Do: "set-criterion", Criterion: "taken", Points: "3"},
		desk.Edit{Do: "copy-script", Script: 1}, desk.Edit{Do: "insert", Script: 2, At: 1, Words: "!a1"},
		desk.Edit{Do: "set-script", Script: 6, Public: &yes}, desk.Edit{Do: "drop-criterion", Criterion: "end"},
	)
	got := desk.Differences(read(t, text), read(t, changed.Text))
	want := []string{
		"criterion marks: 1 script more", "criterion lines: 1 script now public", "criterion taken: 2 → 3 points",
		"criterion end is dropped: 1 points, 4 scripts",
	}
	if !slices.Equal(got, want) {
		t.Errorf("%q", got)
	}
	if same := desk.Differences(read(t, text), read(t, text)); len(same) > 0 {
		t.Errorf("the same suite differs: %q", same)
	}
}

func TestMovesInProse(t *testing.T) {
	for _, tt := range []struct{ variant, text, want string }{
		{"tic-tac-toe", "I play a1, then O plays B2. After c3 it says that X has won!", "a1 b2 c3"},
		{"tic-tac-toe", "Row 2, column 3 is free, but row 1 col 1 is not.", "c2 a1"},
		{"connect-four", "When I drop d d e e into the board, a piece is lost.", "d d e e"},
		{"battleship", "A shot at j10 is a miss", "j10"},
		{"tic-tac-toe", "My program is right.", ""},
	} {
		if got := desk.Moves(rulesOf(t, tt.variant), tt.text); got != tt.want {
			t.Errorf("%q: %q, want %q", tt.text, got, tt.want)
		}
	}
}

// Whatever is asked of whatever text, there is an answer, and a change that is made gives a text that is understood.
func FuzzChange(f *testing.F) {
	f.Add("game tic-tac-toe\ncriterion c \"c\"\nscript \"s\"\na1 # note", "insert", 1, 1, "b2 !b2 \"x\" again", "right-turn")
	f.Add("game hangman\ncriterion c \"c\"\nscript \"s\"\nsetup \"word=apple\"\na", "add-position", 1, 0, "a b", "")
	f.Fuzz(func(t *testing.T, text, do string, script, at int, words, how string) {
		desk.Open(text, script, at, games.All())
		c, err := desk.Change(text, desk.Edit{
			Do: do, Criterion: "c", Script: script, At: at, Words: words, How: how, Name: "other", Parts: []string{words, words}, Player: at, Ship: script,
		}, games.All())
		if err != nil {
			return
		}
		if _, err := suite.Read("changed", c.Text, games.All()); err != nil {
			t.Errorf("%s of\n%s\ngives\n%s\n%v", do, text, c.Text, err)
		}
	})
}
