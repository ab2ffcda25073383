package pages_test

import (
	"errors"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"durchgang/core/diagnosis"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/core/suites"
	"durchgang/internal/browser"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
	"durchgang/internal/portion"
	"durchgang/internal/record"
)

const pagesDir = "../../../demo/page/"

// pageSuite reads the suite of one folder of demo pages.
func pageSuite(t *testing.T, name string) *suite.Suite {
	t.Helper()
	text, err := os.ReadFile(pagesDir + name + ".suite")
	if err != nil {
		t.Fatal(err)
	}
	s, err := suite.Parse(name+".suite", string(text), games.All())
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func pageGrader(t *testing.T, name, chart string) grading.Grader {
	t.Helper()
	g, err := grading.New(record.Page, pageSuite(t, name), "map", chart)
	if err != nil {
		t.Fatal(err)
	}
	g.Parallel = 2
	return g
}

// Each page is graded by the map that is drafted of it: right ones get every point, and of
// others the mistake is named, or else what is found.
func TestPages(t *testing.T) {
	t.Cleanup(grading.CloseBrowsers)
	tests := []struct {
		page     string
		mistakes string // names; empty for a right page
		seen     string // of a finding, where no mistake explains it
	}{
		{"tic-tac-toe/ada-buttons", "", ""},
		{"tic-tac-toe/boris-plays-on", "", "c2 is accepted"},
		{"tic-tac-toe/celia-counter", "stale-counter-exact", ""},
		{"tic-tac-toe/dirk-taken", "taken-passes-turn", ""},
		{"tic-tac-toe/edda-count", "wins-by-count", ""},
		{"tic-tac-toe/emil-vue", "", ""},
		{"tic-tac-toe/falk-label", "wrong-winner", ""},
		{"tic-tac-toe/gesa-starter", "unannounced-starter", ""},
		{"tic-tac-toe/henk-table", "", ""},
		{"tic-tac-toe/ilse-canvas", "", ""},
		{"tic-tac-toe/jan-alerts", "", ""},
		{"tic-tac-toe-opponent/kaja-computer", "", ""},
		{"tic-tac-toe-opponent/lars-same-game", "", "all of 4 games are the same"},
		{"connect-four/dora-react", "", ""},
		{"connect-four/moira-drops", "", ""},
		{"connect-four/nico-rising", "upside-down", ""},
		{"connect-four/olga-full-column", "taken-passes-turn", ""},
		{"connect-four/paul-starter", "unannounced-starter", ""},
		{"connect-four/quinn-canvas", "", ""},
		{"five-in-a-row/rosa-stones", "", ""},
		{"five-in-a-row/sven-diagonal", "line-missing-down", ""},
		{"hangman/tilda-letters", "", ""},
		{"hangman/udo-first-only", "first-only", ""},
		{"hangman/vera-lives", "last-life-left", ""},
		{"hangman/willi-keyboard", "", ""},
		{"battleship/xenia-two-seas", "", ""},
		{"battleship/yuri-sunk-late", "sunk-never", ""},
		{"battleship/zora-repeat", "", "player 2 is to move"},
		{"blackjack/arne-table", "", ""},
		{"blackjack/britt-hole-card", "shows-hole-card", ""},
		{"blackjack/carl-push", "push-loses", ""},
	}
	for i, tt := range tests {
		t.Run(tt.page, func(t *testing.T) {
			portion.Every(t, 5, i)
			t.Parallel()
			g := pageGrader(t, filepath.Dir(tt.page), "")
			pictures := 0
			graded, err := g.Grade(t.Context(), os.DirFS(pagesDir+tt.page), func(e record.Evidence) error {
				pictures += len(e.Pictures)
				return nil
			})
			if err != nil {
				t.Fatal(err)
			}
			v := graded.Verdict
			if right := tt.mistakes+tt.seen == ""; right != (v.Points == v.Of) {
				t.Errorf("%s of %s points: %+v", v.Points, v.Of, v.Findings)
			}
			if pictures == 0 {
				t.Error("there are no pictures")
			}
			var named []string
			if len(graded.Diagnosis) > 0 {
				named = graded.Diagnosis[0].Mistakes
			}
			if tt.mistakes != "" && strings.Join(named, " ") != tt.mistakes {
				t.Errorf("named %v", named)
			}
			if tt.seen != "" && !slices.ContainsFunc(graded.Causes, func(c diagnosis.Cause) bool { return c.Seen == tt.seen }) {
				t.Errorf("no cause says that %s: %+v", tt.seen, graded.Causes)
			}
		})
	}
}

// Pages in wordings, gestures and drawings of their own are read with no hint, and a fault in one costs
// the criterion of its rule.
func TestPagesOfOthers(t *testing.T) {
	t.Cleanup(grading.CloseBrowsers)
	tests := []struct{ page, suite, old, new, loses string }{
		{"chalk", "tic-tac-toe", "", "", ""},
		{"chalk", "tic-tac-toe", "(p === 1 ? 'Crosses' : 'Noughts') + ' take", "(p === 2 ? 'Crosses' : 'Noughts') + ' take", "lines"},
		{"classes", "tic-tac-toe", "", "", ""},
		{"dbl", "tic-tac-toe", "", "", ""},
		{"keysdiv", "tic-tac-toe", "", "", ""},
		{"start", "tic-tac-toe", "", "", ""},
		{"start", "tic-tac-toe", "if (cells[i]) { $('note').textContent = 'No, that one is full'; return; }", "", "refused"},
		{"lamps", "tic-tac-toe", "", "", ""},
		{"bunt", "tic-tac-toe", "", "", ""},
		{"saeulen", "connect-four", "", "", ""},
		{"dropbox", "connect-four", "", "", ""},
		{"dropbox", "connect-four", "[[1,0],[0,1],[1,1],[1,-1]]", "[[0,1],[1,1],[1,-1]]", "lines"},
		{"letters", "hangman", "", "", ""},
		{"wortpage", "hangman", "", "", ""},
		{"wortpage", "hangman", "n--", "n-=2", "lives"},
		{"svgfive", "five-in-a-row", "", "", ""},
		{"menu", "five-in-a-row", "", "", ""},
		{"table", "tic-tac-toe", "", "", ""},
		{"render", "tic-tac-toe", "", "", ""},
		{"discs", "connect-four", "", "", ""},
		{"teletype", "tic-tac-toe", "", "", ""},
		{"cats", "tic-tac-toe", "", "", ""},
		{"teletype", "tic-tac-toe", "if (cells[n-1]) return say('Cell ' + n + ' is taken.');", "", "refused"},
		{"typed", "tic-tac-toe", "", "", ""},
		{"typed", "tic-tac-toe", "function start(){b=[", "function start(){b=b||[", "again"},
		{"amber", "connect-four", "", "", ""},
		{"fridge", "tic-tac-toe", "", "", ""},
		{"tabla", "tic-tac-toe", "", "", ""},
		{"trays", "tic-tac-toe", ",[2,4,6]]", "]", "lines"},
		{"trays", "tic-tac-toe", "", "", ""},
		{"oxo", "tic-tac-toe", "", "", ""},
		{"tower4", "connect-four", "", "", ""},
		{"stein", "five-in-a-row", "", "", ""},
		{"amber", "connect-four", "if (n >= 4)", "if (n >= 4 && turn === 0)", "lines"},
	}
	for i, tt := range tests {
		t.Run(tt.page+" "+tt.loses, func(t *testing.T) {
			portion.Every(t, 5, i)
			t.Parallel()
			fares(t, pageGrader(t, tt.suite, ""), tt.page, tt.old, tt.new, tt.loses)
		})
	}
}

// Pages that choose the word or hide the fleet by themselves are read with no hint, also where they are
// graded as if they were given it; a fault costs the criterion of its rule.
func TestPagesThatMakeTheSetUp(t *testing.T) {
	t.Cleanup(grading.CloseBrowsers)
	tests := []struct{ page, game, old, new, loses string }{
		{"gallows", "hangman", "", "", ""},
		{"gallows", "hangman", "else if(left===0)", "else if(left<0)", "lost"},
		{"gallows", "hangman", "if(word.includes(c))found.add(c);else left--;", "if(word.includes(c)){found.add(c);if(c>'n')left--;}else left--;", "lives"},
		{"keyboard", "hangman", "", "", ""},
		{"squares", "battleship", "", "", ""},
		{"dealt", "blackjack:bets=no,natural=none", "", "", ""},
		{"dealt", "blackjack:bets=no,natural=none", "while (sum(house) < 17)", "while (sum(house) < 16)", "dealer"},
		{"hunt", "battleship", "", "", ""},
		{"laguna", "battleship:rows=8,cols=8,fleet=4+3+3+2", "", "", ""},
		{"chips", "blackjack", "", "", ""},
		{"twentyone", "blackjack:bets=no,natural=none", "", "", ""},
		{"laguna", "battleship:rows=8,cols=8,fleet=4+3+3+2", "if(shot[k]){m.textContent='You already fired there.';return;}", "", "ships"},
		{"parola", "hangman:lives=7", "", "", ""},
		{"palabra", "hangman", "", "", ""},
		{"hunt", "battleship", "if(shots.has(key))", "if(false)", "repeated"},
		{"chips", "blackjack", "while(val(d)<17)", "while(val(d)<18)", "dealer"},
	}
	for i, tt := range tests {
		t.Run(tt.page+" "+tt.loses, func(t *testing.T) {
			portion.Every(t, 5, i)
			t.Parallel()
			rules, err := games.All().Rules(tt.game)
			if err != nil {
				t.Fatal(err)
			}
			grader := func(own bool) grading.Grader {
				s, _, err := suites.For(rules, own, games.All())
				if err != nil {
					t.Fatal(err)
				}
				g, err := grading.New(record.Page, s, "map", "")
				if err != nil {
					t.Fatal(err)
				}
				g.Parallel = 2
				return g
			}
			fares(t, grader(true), tt.page, tt.old, tt.new, tt.loses)
			if given := grader(false); tt.loses != "" || given.Suite.Scripts[0].Own {
				return
			}
			folder := os.DirFS(filepath.Join("testdata", tt.page))
			if graded, err := grader(false).Grade(t.Context(), folder, nil); !grading.NotRead(err) {
				t.Errorf("graded as if it were given the set-up: %s points, %v", graded.Verdict.Points, err)
			}
		})
	}
}

// fares grades a page in which a text is replaced, and reports whether it loses what it should.
func fares(t *testing.T, g grading.Grader, page, old, replaced, loses string) {
	t.Helper()
	text, err := os.ReadFile(filepath.Join("testdata", page, "index.html"))
	if err != nil {
		t.Fatal(err)
	}
	if old != "" && strings.Count(string(text), old) != 1 {
		t.Fatal("the place of the fault is not there once")
	}
	folder := fstest.MapFS{"index.html": {Data: []byte(strings.Replace(string(text), old, replaced, 1))}}
	graded, err := g.Grade(t.Context(), folder, nil)
	if err != nil {
		t.Fatal(err)
	}
	v := graded.Verdict
	if (loses == "") != (v.Points == v.Of) {
		t.Errorf("%s of %s points: %+v", v.Points, v.Of, v.Findings)
	}
	lost := slices.ContainsFunc(v.Criteria, func(c judge.CriterionVerdict) bool { return c.Name == loses && c.Points < c.Of })
	if loses != "" && !lost {
		t.Errorf("%s is not lost: %+v", loses, v.Criteria)
	}
}

// Hostile pages neither keep the grader nor gain anything; what they do is told.
func TestHostilePages(t *testing.T) {
	t.Cleanup(grading.CloseBrowsers)
	const chart = "board: {cells: '#board > button'}\nmarks: {first: {text: X}, second: {text: O}}\nrestart: '#again'\nsays: ['#status']\n"
	tests := []struct {
		page, condition, said string // what is seen in the end of the first script, and printed
	}{
		{"alerts-forever", "is stuck", "hello"},
		{"asks-the-net", "", "the page asks for https://elsewhere.example/solution, which is refused"},
		{"breaks-the-tools", "", ""},
		{"downloads", "", ""},
		{"eats-buffers", "", ""},
		{"eats-memory", "", ""},
		{"leads-away", "", "the page tries to lead to https://elsewhere.example/, which is refused"},
		{"leaves-traces", "", ""},
		{"loops", "is stuck", ""},
		{"never-rests", "is stuck", ""},
		{"opens-windows", "", "a window is not opened"},
		{"reads-files", "", ""},
		{"spies", "", ""},
	}
	for i, tt := range tests {
		t.Run(tt.page, func(t *testing.T) {
			portion.Every(t, 5, i)
			g := pageGrader(t, "tic-tac-toe", chart)
			g.Suite.Scripts = g.Suite.Scripts[:1]
			g.Patience = channel.DefaultPatience()
			g.Patience.Rest = time.Second
			var said, condition strings.Builder
			graded, err := g.Grade(t.Context(), os.DirFS(pagesDir+"hostile/"+tt.page), func(e record.Evidence) error {
				for _, s := range e.Steps {
					condition.WriteString(s.Condition + "\n")
					for _, event := range s.Events {
						said.WriteString(event.Text)
					}
				}
				return nil
			})
			if err != nil {
				t.Fatal(err)
			}
			marks := graded.Verdict.Criteria[0]
			if fell := strings.Contains(condition.String(), "is stuck") || strings.Contains(condition.String(), "has crashed") || strings.Contains(condition.String(), "has exceeded"); fell == (marks.Points == marks.Of) {
				t.Errorf("%s of %s points for\n%s", marks.Points, marks.Of, condition.String())
			}
			if !strings.Contains(condition.String(), tt.condition) || !strings.Contains(said.String(), tt.said) {
				t.Errorf("it\n%ssays\n%s", condition.String(), said.String())
			}
		})
	}
}

// What is not a page, or another than the map says, is told with what is there.
func TestFaultyPages(t *testing.T) {
	t.Cleanup(grading.CloseBrowsers)
	page := func(body string) fstest.MapFS {
		return fstest.MapFS{"index.html": {Data: []byte("<!doctype html><title>x</title>" + body)}}
	}
	grid := `<div id=b style="display:grid;grid-template-columns:repeat(3,50px)">` + strings.Repeat("<button>.</button>", 9) + "</div>"
	tests := []struct {
		name, chart string
		files       fstest.MapFS
		cause       error
		says        string
	}{
		{"no page", "", fstest.MapFS{"game.js": {Data: []byte("1")}}, browser.ErrNoPage, "index.html is opened first"},
		{"two pages", "", fstest.MapFS{"a.html": {Data: []byte("a")}, "b.html": {Data: []byte("b")}}, browser.ErrPages, "a.html, b.html"},
		{"a page that is not built", "", fstest.MapFS{"index.html": {Data: []byte(`<script type="module" src="/src/main.tsx"></script>`)}}, browser.ErrNotBuilt, "npm run build"},
		{"a script that fails at once", "", page("<script>\nlet x = 1\nboard.show()\n</script>"), channel.ErrNoMap, "a script fails: ReferenceError: board is not defined (index.html, line 3)"},
		{"a page that needs the internet", "", page(`<script src="https://cdn.example/vue.js"></script>`), channel.ErrNoMap, "https://cdn.example/vue.js"},
		{"a file that is missing", "", page(`<script src="gone.js"></script>`), channel.ErrNoMap, "a file is missing: gone.js"},
		{"no board", "", page("<p>Hello"), channel.ErrNoMap, "3 × 3"},
		{"a selector that finds nothing", "board: {cells: '.cell'}", page(grid), channel.ErrFits, "cells '.cell' finds 0, and the game has 9"},
		{"a selector that finds too much", "board: {cells: 'button'}", page(grid + "<button>again</button>"), channel.ErrFits, "finds 10, and the game has 9"},
		{"a map for another page", "page: other.html\nboard: {cells: button}", page(grid), browser.ErrNoPage, "names other.html"},
	}
	for i, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			portion.Every(t, 5, i)
			_, err := pageGrader(t, "tic-tac-toe", tt.chart).Grade(t.Context(), tt.files, nil)
			if !errors.Is(err, tt.cause) || !grading.AtFault(err) || !strings.Contains(err.Error(), tt.says) {
				t.Errorf("error is %v", err)
			}
		})
	}
}
