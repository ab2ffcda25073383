package programs_test

import (
	"encoding/json"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
	"durchgang/internal/record"
)

// The demo class says of each of its programs what it loses; nothing else may be
// lost, and no right program may lose a point.
func TestDemoClassIsGradedAsPlanted(t *testing.T) {
	var planted map[string][]string
	text, err := os.ReadFile("../../../demo/expected.json")
	if err != nil {
		t.Fatal(err)
	}
	if err := json.Unmarshal(text, &planted); err != nil {
		t.Fatal(err)
	}
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	grader := grader(t, record.Terminal, s, "")
	folders, err := filepath.Glob("../../../demo/class/*")
	if err != nil || len(folders) != len(planted) || len(folders) != 14 {
		t.Fatalf("%d programs, %d of them expected, want 14: %v", len(folders), len(planted), err)
	}
	for i, folder := range folders {
		t.Run(filepath.Base(folder), func(t *testing.T) {
			portion.Every(t, 4, i)
			graded, err := grader.Grade(t.Context(), os.DirFS(folder), nil)
			if err != nil {
				t.Fatal(err)
			}
			names := lost(graded.Verdict)
			if want := planted[filepath.Base(folder)]; !slices.Equal(names, want) {
				t.Errorf("lost %v, want %v; findings: %+v", names, want, graded.Verdict.Findings)
			}
		})
	}
}

// grader is a grader that learns nothing.
func grader(t *testing.T, channel string, s *suite.Suite, book string) grading.Grader {
	t.Helper()
	g, err := grading.New(channel, s, "phrasebook", book)
	if err != nil {
		t.Fatal(err)
	}
	g.Learn, g.Parallel = false, 2
	return g
}

// graded grades the program in a file or folder; edit changes each file's text first.
func graded(t *testing.T, variant game.Variant, path string, edit func(string) string) grading.Graded {
	t.Helper()
	folder := fstest.MapFS{}
	err := filepath.WalkDir(path, func(name string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		source, err := os.ReadFile(name)
		folder[filepath.Base(name)] = &fstest.MapFile{Data: []byte(edit(string(source))), Mode: 0o644}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	book, _ := os.ReadFile(strings.TrimSuffix(path, filepath.Ext(path)) + ".yaml") // else the built-in wording
	s, _, err := suite.Shipped(variant, games.All())
	if err != nil {
		t.Fatal(err)
	}
	g, err := grader(t, record.Terminal, s, string(book)).Grade(t.Context(), folder, nil)
	if err != nil {
		t.Fatal(err)
	}
	return g
}

// source is a folder with one file of testdata.
func source(t *testing.T, path string) fs.FS {
	t.Helper()
	text, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	return fstest.MapFS{filepath.Base(path): {Data: text, Mode: 0o644}}
}

func lost(v judge.Verdict) []string {
	names := []string{}
	for _, c := range v.Criteria {
		if c.Points < c.Of {
			names = append(names, c.Name)
		}
	}
	return names
}

// variantOf is the game of a program in testdata, where it is told by its folder.
func variantOf(path string) game.Variant {
	for _, v := range []game.Variant{"connect-four", "five-in-a-row", "hangman", "battleship", "blackjack"} {
		if strings.Contains(path, "/"+string(v)+"/") {
			return v
		}
	}
	if strings.HasSuffix(path, "pegs.c") {
		return "connect-four"
	}
	return "tic-tac-toe"
}

func TestRightProgramsLoseNothingByTheirWording(t *testing.T) {
	paths, err := filepath.Glob("../testdata/*/*")
	if err != nil || len(paths) < 20 {
		t.Fatalf("%d files, %v", len(paths), err)
	}
	for i, path := range paths {
		if filepath.Ext(path) == ".yaml" || strings.Contains(path, "/functions/") || strings.Contains(path, "/own/") {
			continue
		}
		t.Run(filepath.Base(path), func(t *testing.T) {
			portion.Every(t, 4, i)
			t.Parallel()
			v := graded(t, variantOf(path), path, func(text string) string { return text }).Verdict
			if names := lost(v); len(names) > 0 {
				t.Errorf("lost %v: %+v", names, v.Findings)
			}
		})
	}
}

// Ships may be placed by typing, before any shot.
func TestShipsArePlacedByHand(t *testing.T) {
	const book = `
names: {first: [captain 1], second: [captain 2]}
forms: [{for: ship, move: [{type: "{row-letter}{col} {way}"}], across: right, down: down}]`
	const text = `
game battleship:placing=by-hand
criterion shots "A shot is told"
  points 1
  claims shot sunk turn
script "two fleets, some shots"
  b2> c4> e6v h1v i8> a1> j3v c5> f7v h10> a1 a1 b1 i8 h10 j8 i10 b3`
	s, err := suite.Parse("by hand", text, games.All())
	if err != nil {
		t.Fatal(err)
	}
	v, err := grader(t, record.Terminal, s, book).Grade(t.Context(), source(t, "../testdata/battleship/Broadside.java"), nil)
	if err != nil || v.Verdict.Points != v.Verdict.Of {
		t.Errorf("%v, %+v", err, v.Verdict)
	}
}

// Functions are called with the positions of each script and, in small games, with all of
// them. A right program loses nothing, and one made wrong at one place the criterion of
// that rule.
func TestFunctionsAreGraded(t *testing.T) {
	const placing = `
game battleship:placing=by-hand
criterion places "A ship may go where there is room"
  points 1
  claims legal
script "in the corners"
  a1> f1> a2v c10> i10> a1> f1> a2v c10> i10>
criterion edge "A ship may not run over the edge"
  points 1
  claims range
script "over each edge"
  !g1> !a7v !g7v !@1> !a0v a1>
criterion taken "A ship may not lie on another"
  points 1
  claims taken
script "across a ship"
  a1> !a1> !e1v !c1> a2>`
	tests := []struct{ name, file, game, right, wrong, loses string }{
		{"right in Python", "board_functions.py", "tic-tac-toe", "", "", ""},
		{"right in C", "state.c", "tic-tac-toe", "", "", ""},
		{"right in Java", "Columns.java", "connect-four", "", "", ""},
		{"right in JavaScript", "flat.js", "five-in-a-row", "", "", ""},
		{"right in Go", "hand.go", "blackjack", "", "", ""},
		{"right in Go, another game", "hand.go", "hangman", "", "", ""},
		{"right in Python, ships that are shot at", "fleet.py", "battleship", "", "", ""},
		{"right in Python, ships that are placed", "fleet.py", placing, "", "", ""},
		{"right in Java, ships that are shot at", "Fleet.java", "battleship", "", "", ""},
		{"right in Java, ships that are placed", "Fleet.java", placing, "", "", ""},
		{"one hit sinks", "fleet.py", "battleship", "all(board[r][c]", "any(board[r][c]", "sunk"},
		{"ships run over the edge", "Fleet.java", placing, "|| c > 9 ||", "|| c > 10 ||", "edge"},
		{"ships lie on others", "fleet.py", placing, "if board[r][c] != SEA", "if board[r][c] == HIT", "taken"},
		{"across and down are swapped", "fleet.py", placing, "if down else (row, col + i)", "if not down else (row, col + i)", "places"},
		{"it plays when it is started", "board_functions.py", "tic-tac-toe", "if __name__ == \"__main__\":", "input()\nif True:", ""},
		{"only X's wins are seen", "board_functions.py", "tic-tac-toe", `in "XO"`, `in "X"`, "lines"},
		{"a function is missing", "board_functions.py", "tic-tac-toe", "def winner", "def vinner", "lines"},
		{"another signature", "board_functions.py", "tic-tac-toe", "def is_legal(board, row, col)", "def is_legal(row, col)", "range taken"},
		{"a value that means nothing", "board_functions.py", "tic-tac-toe", "            return mark", "            return mark.lower()", "lines"},
		{"a move that is taken is chosen", "board_functions.py", "tic-tac-toe", "return row, col", "return 0, 0", "marks"},
		{"the program is ended by a call", "board_functions.py", "tic-tac-toe", "    for row in range(3):\n", "    import os; os._exit(0)\n    for row in range(3):\n", "marks"},
		{"the bounds are from zero", "state.c", "tic-tac-toe", "row >= 1 && row <= N", "row >= 0 && row <= N - 1", "marks"},
		{"a full board is open", "state.c", "tic-tac-toe", "full ? -1 : 0", "0", "draw"},
		{"a crash in C", "state.c", "tic-tac-toe", "int found = 0, full = 1;", "int found = 0, full = 1; if (board[1][1] == 'O') found = *(volatile int *)0;", "lines"},
		{"discs do not fall", "Columns.java", "connect-four", "int row = board.length - 1; row >= 0; row--", "int row = 0; row < board.length; row++", "marks"},
		{"runs go up only", "Columns.java", "connect-four", " || run(board, r, c, 1, -1)", "", "lines"},
		{"four are enough", "flat.js", "five-in-a-row", "[1, 2, 3, 4].every", "[1, 2, 3].every", "rows"},
		{"an ace is eleven", "hand.go", "blackjack", "sum > 21 && aces > 0", "false", "totals"},
		{"the first letter only", "hand.go", "hangman", "if shown {", "if shown && !strings.ContainsRune(b.String(), c) {", "letters"},
	}
	for i, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			portion.Every(t, 4, i)
			path := "../testdata/functions/" + tt.file
			source, err := os.ReadFile(path)
			if err != nil || !strings.Contains(string(source), tt.right) {
				t.Fatalf("%s has no %q: %v", path, tt.right, err)
			}
			book, err := os.ReadFile(strings.TrimSuffix(path, filepath.Ext(path)) + ".yaml")
			if err != nil {
				t.Fatal(err)
			}
			var s *suite.Suite
			if tt.game == placing {
				s, err = suite.Parse("placing", placing, games.All())
			} else {
				s, _, err = suite.Shipped(game.Variant(tt.game), games.All())
			}
			if err != nil {
				t.Fatal(err)
			}
			g, err := grading.New(record.Function, s, "calls", string(book))
			if err != nil {
				t.Fatal(err)
			}
			g.Suite, g.Parallel = g.Shown(), 2
			text := strings.Replace(string(source), tt.right, tt.wrong, 1)
			v, err := g.Grade(t.Context(), fstest.MapFS{tt.file: {Data: []byte(text), Mode: 0o644}}, nil)
			if err != nil {
				t.Fatal(err)
			}
			names := lost(v.Verdict)
			for _, name := range strings.Fields(tt.loses) {
				if !slices.Contains(names, name) {
					t.Errorf("lost %v, want %s: %+v", names, name, v.Verdict.Findings)
				}
			}
			if tt.loses == "" && len(names) > 0 {
				t.Errorf("lost %v: %+v", names, v.Verdict.Findings)
			}
		})
	}
}

// A right program is made wrong at one place, as a beginner would have it, and must
// lose the criterion of that rule: each mistake once, TestValidity has all.
func TestFaultsInRealProgramsAreCharged(t *testing.T) {
	met := map[string]bool{}
	for _, f := range planted {
		if len(strings.Fields(f.planted)) > 1 || met[f.planted] {
			continue
		}
		met[f.planted] = true
		n := len(met)
		t.Run(f.name, func(t *testing.T) {
			portion.Every(t, 3, n)
			t.Parallel()
			g := f.graded(t)
			if names := lost(g.Verdict); !slices.Contains(names, f.loses) {
				t.Errorf("lost %v, want %s: %+v", names, f.loses, g.Verdict.Findings)
			}
		})
	}
}

// The programs to begin with get every point over the wire, and lose the criterion of
// what is made wrong in them.
func TestWirePrograms(t *testing.T) {
	tests := []struct {
		file         string
		variant      game.Variant
		right, wrong string
		loses        string
	}{
		{"tictactoe.c", "tic-tac-toe", "else if (count == 9) puts(\"drawn\");", "", "draw"},
		{"ConnectFour.java", "connect-four", "int row = 5;", "int row = 5; if (col == 3) row = 4;", "marks"},
		{"hangman.py", "hangman", "lives -= 1", "lives -= 1 if text.isupper() else 2", "lives"},
		{"five_in_a_row.rb", "five-in-a-row", "n >= 5", "n == 5", "length"},
		{"battleship.js", "battleship", "${names[ship]}`);", "${names[(ship + 1) % 5]}`);", "sunk"},
		{"blackjack.lua", "blackjack", "total(dealer) < 17", "total(dealer) < 16", "dealer"},
	}
	for i, tt := range tests {
		t.Run(tt.file, func(t *testing.T) {
			portion.Every(t, 4, i)
			source, err := os.ReadFile("../../../demo/wire/" + tt.file)
			if err != nil {
				t.Fatal(err)
			}
			s, _, err := suite.Shipped(tt.variant, games.All())
			if err != nil {
				t.Fatal(err)
			}
			grade := func(text string) judge.Verdict {
				g, err := grader(t, record.Wire, s, "").Grade(t.Context(), fstest.MapFS{tt.file: {Data: []byte(text), Mode: 0o644}}, nil)
				if err != nil {
					t.Fatal(err)
				}
				return g.Verdict
			}
			if v := grade(string(source)); v.Points != v.Of {
				t.Errorf("it gets %s of %s: %+v", v.Points, v.Of, v.Findings)
			}
			if !strings.Contains(string(source), tt.right) {
				t.Fatalf("it has no %q", tt.right)
			}
			if names := lost(grade(strings.Replace(string(source), tt.right, tt.wrong, 1))); !slices.Contains(names, tt.loses) {
				t.Errorf("made wrong it loses %v, want %s", names, tt.loses)
			}
		})
	}
}
