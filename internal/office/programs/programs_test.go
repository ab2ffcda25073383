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
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/office"
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
	grader := office.Grader{Suite: s, Book: phrasebook.Default(), Parallel: 2}
	folders, err := filepath.Glob("../../../demo/class/*")
	if err != nil || len(folders) != len(planted) || len(folders) != 14 {
		t.Fatalf("%d programs, %d of them expected, want 14: %v", len(folders), len(planted), err)
	}
	for _, folder := range folders {
		t.Run(filepath.Base(folder), func(t *testing.T) {
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

// graded grades the program in a file or folder; edit changes each file's text first.
func graded(t *testing.T, variant game.Variant, path string, edit func(string) string) judge.Verdict {
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
	book := phrasebook.Default()
	if text, err := os.ReadFile(strings.TrimSuffix(path, filepath.Ext(path)) + ".yaml"); err == nil {
		if book, err = phrasebook.Parse(path, string(text)); err != nil {
			t.Fatal(err)
		}
	}
	s, _, err := suite.Shipped(variant, games.All())
	if err != nil {
		t.Fatal(err)
	}
	g, err := office.Grader{Suite: s, Book: book, Parallel: 2}.Grade(t.Context(), folder, nil)
	if err != nil {
		t.Fatal(err)
	}
	return g.Verdict
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
	for _, path := range paths {
		if filepath.Ext(path) == ".yaml" || strings.Contains(path, "/functions/") || strings.Contains(path, "/own/") {
			continue
		}
		t.Run(filepath.Base(path), func(t *testing.T) {
			v := graded(t, variantOf(path), path, func(text string) string { return text })
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
	b, err := phrasebook.Parse("book", book)
	if err != nil {
		t.Fatal(err)
	}
	v, err := office.Grader{Suite: s, Book: b}.Grade(t.Context(), source(t, "../testdata/battleship/Broadside.java"), nil)
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
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
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
			g, err := office.NewGrader(record.Function, s, "calls", string(book))
			if err != nil {
				t.Fatal(err)
			}
			g.Suite, g.Parallel = office.Shown(s, g.Calls), 2
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
// lose the criterion of that rule.
func TestFaultsInRealProgramsAreCharged(t *testing.T) {
	const (
		wordings, class, four = "../testdata/wordings/", "../../../demo/class/", "../testdata/connect-four/"
		languages, hangman    = "../testdata/languages/", "../testdata/hangman/"
		sea, cards            = "../testdata/battleship/", "../testdata/blackjack/"
	)
	tests := []struct{ name, path, right, wrong, loses string }{
		{"zero wraps to the last row", wordings + "numbers.py", "r < 0 or c < 0", "False", "range"},
		{"rows and columns swapped", wordings + "numbers.py", "m[r][c] = p", "m[c][r] = p", "marks"},
		{"one row is never looked at", wordings + "restarts_by_itself.py", "[list(r) for r in b]", "[list(r) for r in b[:2]]", "lines"},
		{"marks are counted instead of lines", wordings + "restarts_by_itself.py", "[player] * 3 in lines(b)", "sum(r.count(player) for r in b) == 3", "lines"},
		{"rows share their storage", wordings + "restarts_by_itself.py", `[["."] * 3 for _ in range(3)]`, `[["."] * 3] * 3`, "marks"},
		{"the board survives into a game that begins by itself: it is played on", wordings + "restarts_by_itself.py", "while True:\n    b = [[\".\"] * 3 for _ in range(3)]\n", "b = [[\".\"] * 3 for _ in range(3)]\nwhile True:\n", "end"},
		{"a full board is a draw before it is a win", wordings + "rows_lettered.py", "if three(who):", "if three(who) and len(board) < 9:", "last-cell"},
		{"the draw comes one move early", wordings + "rows_lettered.py", "len(board) == 9", "len(board) == 8", "draw"},
		{"the draw never comes", wordings + "rows_lettered.py", "len(board) == 9", "len(board) == 10", "draw"},
		{"a taken cell is replaced", wordings + "rows_lettered.py", "elif k in board:", "elif False:", "taken"},
		{"the turn is switched before the winner is named", wordings + "no_board.c", "PLAYER %d IS THE WINNER\\n\" : \"IT'S A DRAW, WELL PLAYED\\n\", p", "PLAYER %d IS THE WINNER\\n\" : \"IT'S A DRAW, WELL PLAYED\\n\", 3 - p", "lines"},
		{"a taken cell is replaced and no board shown", wordings + "no_board.c", "if (b[r - 1][c - 1]) {", "if (0) {", "taken"},
		{"the second player begins", class + "bo-lindqvist/game.c", "char who = 'X'", "char who = 'O'", "turns"},
		{"the same player moves again", class + "bo-lindqvist/game.c", "who = who == 'X' ? 'O' : 'X';", ";", "turns"},
		{"an empty line of three wins", class + "bo-lindqvist/game.c", "b[a] != 0 && b[a] == b[c]", "b[a] == b[c]", "lines"},
		{"only X's wins are seen", class + "elin-okafor/ttt.c", "if (wins(who))", "if (who == 'X' && wins(who))", "lines"},
		{"discs do not fall", four + "columns.py", "range(ROWS - 1, -1, -1)", "range(ROWS)", "marks"},
		{"a line completed in its middle is not seen", four + "columns.py", "for sign in (1, -1):", "for sign in (1,):", "lines"},
		{"a full column passes the turn", four + "columns.py", "            print(\"This column is full.\")\n            continue\n", "            print(\"This column is full.\")\n            disc = \"O\" if disc == \"X\" else \"X\"\n            continue\n", "kept"},
		{"a diagonal is missing", four + "letters.c", " || count(r, c, 1, -1) + count(r, c, -1, 1) > 4", "", "lines"},
		{"the board is full a move early", four + "letters.c", "moves == 42", "moves == 41", "draw"},
		{"hangman: only the first of equal letters", hangman + "gallows.py", `shown = [c if not c.isalpha() or c.casefold() in guessed else "_" for c in word]`,
			`shown = [c if not c.isalpha() or c.casefold() in guessed and i == word.casefold().find(c.casefold()) else "_" for i, c in enumerate(word)]`, "letters"},
		{"hangman: capitals differ", hangman + "gallows.py", "guess = guess.casefold()", "pass", "letters"},
		{"hangman: a letter again costs a life", hangman + "gallows.py", "print(\"You already guessed that.\")\n            continue", "lives -= 1\n            continue", "repeated"},
		{"hangman: one life more", hangman + "gallows.py", "lives = 6", "lives = 7", "lives"},
		{"hangman: the word is not told", hangman + "gallows.py", "The word was \" + word + \".\"", "\"", "told"},
		{"hangman: the word is on the screen", hangman + "gallows.py", "word = sys.argv[1]", "word = sys.argv[1]; print(\"debug:\", word)", "hidden"},
		{"hangman: letters survive", hangman + "gallows.py", "def play(word):\n    lives = 6\n    guessed = []", "guessed = []\ndef play(word):\n    lives = 6", "again"},
		{"hangman: a digit costs a life", hangman + "gallows.py", "or not guess.isalpha():", "or False:", "text"},
		{"hangman: the first letter of a word is taken", hangman + "gallows.py", "guess = input(\"Guess a letter: \").strip()", "guess = input(\"Guess a letter: \").strip()[:1]", "text"},
		{"hangman: a crash on an empty line", hangman + "gallows.py", "guess = input(\"Guess a letter: \").strip()", "guess = input(\"Guess a letter: \").strip(); guess[0]", "text"},
		{"hangman: the game goes on with no life", hangman + "asks_for_the_word.c", "if (!lives)", "if (lives < 0)", "lost"},
		{"hangman: bytes instead of letters", hangman + "tries.js", "[...word].map", "[...Buffer.from(word).toString('latin1')].map", "unicode"},
		{"hangman: signs have to be guessed", hangman + "asks_for_the_word.c", "int open = !iswalpha(word[i]);", "int open = 0;", "signs"},
		{"hangman: a win needs one more guess", hangman + "tries.js", "if (!view().includes('_')) {", "if (this.late || (this.late = !view().includes('_')) && false) {", "won"},
		{"hangman: the loser has won", hangman + "tries.js", "You ran out of tries, the word", "Well done! The word", "lost"},
		{"Java: a crash on letters", languages + "java", "catch (NumberFormatException | ArrayIndexOutOfBoundsException e)", "catch (ArrayIndexOutOfBoundsException e)", "text"},
		{"C++: a taken cell is replaced", languages + "grid.cpp", "if (cell != '-')", "if (false)", "taken"},
		{"C#: the wrong winner is named", languages + "Keypad.cs", "player == 'X' ? 'O' : 'X');\n                return;", "player);\n                return;", "lines"},
		{"Pascal: a crash on letters", languages + "tictac.pas", "val(line, n, code);", "val(line, n, code); if code <> 0 then runerror(106);", "text"},
		{"Lua: the draw never comes", languages + "three.lua", "elseif moves == 9 then", "elseif moves == 10 then", "draw"},
		{"Ruby: a negative row wraps", languages + "rows.rb", "(0..2).cover?(r) &&", "r <= 2 &&", "range"},
		{"five in a row: the last row is never looked at", "../testdata/five-in-a-row/stones.py", "while 0 <= i < N and", "while 0 <= i < N - 1 and", "rows"},
		{"battleship: sunk is asked before the hit is marked", sea + "two_at_sea.py", "        fired.add(cell)\n        name = next((n for n in ships if cell in ships[n]), None)", "        name = next((n for n in ships if cell in ships[n]), None)", "sunk"},
		{"battleship: a cell again costs the turn", sea + "two_at_sea.py", "            print(\"You already shot there.\")\n            continue", "            turn = 1 - turn\n            continue", "kept"},
		{"battleship: a row below the board", sea + "two_at_sea.py", "row >= ROWS", "row > ROWS", "range"},
		{"battleship: rows for columns", sea + "two_at_sea.py", "return int(text[1:]) - 1, ord(text[0].upper()) - 65", "return ord(text[0].upper()) - 65, int(text[1:]) - 1", "shots"},
		{"battleship: the other fleet is shown", sea + "side_by_side.c", "if (!shot[p][r][c]) return '.';", "if (!shot[p][r][c]) return ship[p][r][c] ? 'S' : '.';", "hidden"},
		{"battleship: another ship is named", sea + "side_by_side.c", "names[ship[target][row][col] - 1]", "names[ship[target][row][col] % 5]", "sunk"},
		{"battleship: the game ends one cell early", sea + "side_by_side.c", "if (!left(target))", "if (left(target) < 2)", "win"},
		{"battleship: a hit becomes a miss", sea + "Broadside.java", "ship[r][c] > 0 ? '#' : '-'", "ship[r][c] > 4 ? '#' : '-'", "shots"},
		{"battleship: the wrong captain wins", sea + "Broadside.java", "\"Victory for captain \" + (turn + 1)", "\"Victory for captain \" + (2 - turn)", "win"},
		{"blackjack: an ace is always eleven", cards + "green_table.py", "if points <= 11 and any", "if any", "totals"},
		{"blackjack: the dealer stands on 16", cards + "green_table.py", "while total(dealer) < 17", "while total(dealer) < 16", "dealer"},
		{"blackjack: a push is lost", cards + "green_table.py", "        bank += bet\n        print(\"Push.\")", "        print(\"You lose.\")", "results"},
		{"blackjack: the stake is lost on a push", cards + "green_table.py", "        bank += bet\n        print(\"Push.\")", "        print(\"Push.\")", "money"},
		{"blackjack: a natural pays even", cards + "menu.js", "balance += bet * 2.5", "balance += bet * 2", "natural"},
		{"blackjack: a king counts thirteen", cards + "menu.js", "'JQK'.includes(rank(card)) ? 10", "rank(card) === 'K' ? 13 : 'JQ'.includes(rank(card)) ? 10", "totals"},
		{"blackjack: the hidden card is shown", cards + "menu.js", "hidden card`", "${name(dealer[1])}`", "hidden"},
		{"blackjack: a bet of more than the bank", cards + "values.c", "else if (bet > money)", "else if (0)", "bets"},
		{"blackjack: the dealer plays on after a bust", cards + "values.c", "if (mine <= 21 && !natural", "if (!natural", "dealer"},
		{"blackjack: the game goes on without money", cards + "values.c", "round < 10 && money >= 1", "round < 10", "end"},
		{"a crash on letters", class + "elin-okafor/ttt.c", "sscanf(line, \"%d %d\", &r, &c) != 2", "(sscanf(line, \"%d %d\", &r, &c) != 2 && (r = *(int *)0))", "text"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			found := false
			v := graded(t, variantOf(tt.path), tt.path, func(text string) string {
				found = found || strings.Contains(text, tt.right)
				return strings.Replace(text, tt.right, tt.wrong, 1)
			})
			if !found {
				t.Fatalf("%s has no %q", tt.path, tt.right)
			}
			if names := lost(v); !slices.Contains(names, tt.loses) {
				t.Errorf("lost %v, want %s: %+v", names, tt.loses, v.Findings)
			} else {
				t.Logf("lost %v", names)
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
		{"five_in_a_row.rb", "five-in-a-row", "n >= 5", "n == 5", "length"},
		{"hangman.py", "hangman", "lives -= 1", "lives -= 1 if text.isupper() else 2", "lives"},
		{"battleship.js", "battleship", "${names[ship]}`);", "${names[(ship + 1) % 5]}`);", "sunk"},
		{"blackjack.lua", "blackjack", "total(dealer) < 17", "total(dealer) < 16", "dealer"},
	}
	for _, tt := range tests {
		t.Run(tt.file, func(t *testing.T) {
			source, err := os.ReadFile("../../../demo/wire/" + tt.file)
			if err != nil {
				t.Fatal(err)
			}
			s, _, err := suite.Shipped(tt.variant, games.All())
			if err != nil {
				t.Fatal(err)
			}
			grade := func(text string) judge.Verdict {
				g, err := office.Grader{Suite: s, Wire: true, Parallel: 2}.Grade(t.Context(), fstest.MapFS{tt.file: {Data: []byte(text), Mode: 0o644}}, nil)
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
