package office_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"durchgang/core/contest"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// firstFree is a strategy that takes the first free cell, and hostile ones that do not.
const (
	firstFree = "def choose(board, player):\n    return next((r, c) for r in range(3) for c in range(3) if board[r][c] == '')\n"
	silent    = "import sys\nfor line in sys.stdin:\n    if line.startswith('choose '): pass\n"
	dying     = "import sys\nn = 0\nfor line in sys.stdin:\n    if line.startswith('choose '):\n        n += 1\n        if n == 30: sys.exit(9)\n        print('move', line.split()[1], ['b2', 'a1', 'c3', 'a3', 'c1'][n % 5], flush=True)\n"
	flooding  = "import sys\nfor line in sys.stdin:\n    if line.startswith('choose '): print('x' * 1_000_000, flush=True)\n"
	broken    = "int choose(char board[3][3], char player) { return 0\n"
)

func contestOf(t *testing.T, s *servertest.Service, name string, terms contest.Terms, programs map[string]string, house ...string) record.Contest {
	t.Helper()
	if terms.Variant == "" {
		terms.Variant = "tic-tac-toe"
	}
	c, err := s.Client.CreateContest(t.Context(), "evening", client.ContestForm{Name: name, Terms: terms})
	if err != nil {
		t.Fatal(err)
	}
	for _, player := range slices.Sorted(maps.Keys(programs)) {
		file := "strategy.py"
		switch {
		case strings.HasPrefix(programs[player], "int "):
			file = "strategy.c"
		case strings.HasPrefix(programs[player], "//"):
			file = "strategy.js"
		}
		if c, err = s.Client.Enter(t.Context(), "evening", name, player, []byte(programs[player]), file); err != nil {
			t.Fatal(err)
		}
	}
	for _, h := range house {
		if c, err = s.Client.EnterHouse(t.Context(), "evening", name, h); err != nil {
			t.Fatal(err)
		}
	}
	return c
}

// held starts a contest and waits until it is over.
func held(t *testing.T, s *servertest.Service, name string) record.ContestPage {
	t.Helper()
	if _, err := s.Client.StartContest(t.Context(), "evening", name); err != nil {
		t.Fatal(err)
	}
	return settled(t, s, name)
}

func settled(t *testing.T, s *servertest.Service, name string) record.ContestPage {
	t.Helper()
	for range 600 {
		page, err := s.Client.ContestPage(t.Context(), "evening", name)
		if err != nil {
			t.Fatal(err)
		}
		if page.Contest.State.Settled() {
			return page
		}
		time.Sleep(100 * time.Millisecond)
	}
	t.Fatalf("contest %s is not over after a minute", name)
	return record.ContestPage{}
}

func names(p record.ContestPage) []string {
	list := []string{}
	for _, r := range p.Ranking.Rows {
		list = append(list, p.Contest.Entrants[r.Player].Name)
	}
	return list
}

// Whatever a strategy does, the contest is played to its end, and the foul costs nobody else.
func TestContestWithHostileStrategies(t *testing.T) {
	s := course(t)
	contestOf(t, s, "all", contest.Terms{Seconds: 0.5}, map[string]string{
		"plain": firstFree, "silent": silent, "dying": dying, "flooding": flooding, "broken": broken,
	}, "perfect", "random")
	page := held(t, s, "all")
	order := names(page)
	if order[0] != "house: perfect" || page.Ranking.Games != 42 || page.Contest.Matches != 21 {
		t.Errorf("%d games in %d matches, %v", page.Ranking.Games, page.Contest.Matches, order)
	}
	for _, r := range page.Ranking.Rows {
		e := page.Contest.Entrants[r.Player]
		fouls := r.Fouls
		switch e.Name {
		case "silent", "flooding", "broken":
			if fouls < 9 || r.Points > 3 { // of two who commit one, the first to move loses
				t.Errorf("%s has %d fouls and %g points", e.Name, fouls, r.Points)
			}
		case "plain", "house: perfect", "house: random":
			if fouls != 0 {
				t.Errorf("%s has %d fouls", e.Name, fouls)
			}
		}
		if (e.Problem != "") != (e.Name == "broken") {
			t.Errorf("%s has the problem %q", e.Name, e.Problem)
		}
	}
	if perfect := page.Ranking.Rows[0]; perfect.Quality.Best != perfect.Quality.Moves || perfect.Losses > 0 || page.Ranking.Ahead[0][5] < 0.5 {
		t.Errorf("the perfect player: %+v", perfect)
	}
	p, err := s.Client.PlayerPage(t.Context(), "evening", "all", slices.IndexFunc(page.Contest.Entrants, func(e record.Entrant) bool { return e.Name == "plain" }))
	if err != nil || len(p.Bouts) != 12 || p.Rank.Quality.Cost == 0 || len(p.Blunders) == 0 || p.Blunders[0].Better == "" {
		t.Errorf("%+v, %v", p.Blunders, err)
	}
	checkExports(t, s, p)
}

func checkExports(t *testing.T, s *servertest.Service, p record.PlayerPage) {
	t.Helper()
	i := slices.IndexFunc(p.Bouts, func(b record.Bout) bool { return b.Foul == "" })
	sgf, err := s.Client.ExportGame(t.Context(), "evening", "all", p.Bouts[i].ID, "sgf")
	if err != nil || !strings.HasPrefix(string(sgf), "(;FF[4]CA[UTF-8]") || strings.Count(string(sgf), ";B[")+strings.Count(string(sgf), ";W[") != p.Bouts[i].Plies {
		t.Errorf("%s, %v", sgf, err)
	}
	r, err := s.Client.ReplayGame(t.Context(), "evening", "all", p.Bouts[i].ID)
	if err != nil || len(r.Steps) != p.Bouts[i].Plies+1 || r.Steps[0].Worth == nil || r.Steps[0].Move == "" || r.Steps[len(r.Steps)-1].Turn != "" {
		t.Errorf("%+v, %v", r, err)
	}
	for format, sign := range map[string]string{"json": `"games":[{`, "csv": "place,player,points", "svg": "<svg", "png": "\x89PNG"} {
		data, err := s.Client.ExportContest(t.Context(), "evening", "all", format)
		if err != nil || !bytes.Contains(data, []byte(sign)) || format == "json" && !json.Valid(data) {
			t.Errorf("%s: %.200q, %v", format, data, err)
		}
	}
}

// The same contest and seed give the same games; another seed gives others. Every format is
// played to its end by the service.
func TestContestsAreRepeatable(t *testing.T) {
	s := course(t)
	games := func(name string, terms contest.Terms) string {
		contestOf(t, s, name, terms, map[string]string{"plain": firstFree}, "random", "simple", "lines", "perfect")
		held(t, s, name)
		data, err := s.Client.ExportContest(t.Context(), "evening", name, "json")
		if err != nil {
			t.Fatal(err)
		}
		var all struct{ Games []record.Bout }
		if err := json.Unmarshal(data, &all); err != nil {
			t.Fatal(err)
		}
		text := ""
		for _, g := range all.Games {
			text += fmt.Sprintln(g.Round, g.Deal, g.First, g.Second, g.Digest, g.Winner)
		}
		return text
	}
	for _, format := range contest.Formats {
		one := games("one-"+string(format), contest.Terms{Format: format, Opening: 1, Seed: 5, Rounds: 2, Seconds: 5})
		two := games("two-"+string(format), contest.Terms{Format: format, Opening: 1, Seed: 5, Rounds: 2, Seconds: 5})
		other := games("other-"+string(format), contest.Terms{Format: format, Opening: 1, Seed: 6, Rounds: 2, Seconds: 5})
		if one != two || one == other || one == "" {
			t.Errorf("%s: the games are\n%s\nand\n%s\nand\n%s", format, one, two, other)
		}
	}
}

// A game for one is measured on the same deals for everyone, beside the house's best; more
// deals can be played.
func TestContestOfGamesForOne(t *testing.T) {
	s := course(t)
	alphabet := "def choose(word, letters):\n    return next(c for c in 'abcdefghijklmnopqrstuvwxyz' if c not in letters)\n"
	contestOf(t, s, "words", contest.Terms{Variant: "hangman", Deals: 8}, map[string]string{"alphabet": alphabet}, "random", "fitting", "remaining")
	page := held(t, s, "words")
	rows := page.Ranking.Rows
	if page.Ranking.Games != 32 || page.Contest.Entrants[rows[3].Player].House != "" && page.Contest.Entrants[rows[3].Player].Name != "house: random" {
		t.Errorf("%d games, %v", page.Ranking.Games, names(page))
	}
	for _, r := range rows {
		if page.Contest.Entrants[r.Player].House == "fitting" && (r.ToHouse.Mean != 0 || r.Mean.Mean != r.House) {
			t.Errorf("the house's best is compared with itself: %+v", r)
		}
		if r.Mean.Games != 8 || r.House == 0 {
			t.Errorf("%+v", r)
		}
	}
	if p := page.Ranking.Ahead[0][3]; p < 0.99 {
		t.Errorf("it is only %.2f sure that the first is better than the last", p)
	}
	if _, err := s.Client.MoreGames(t.Context(), "evening", "words", 4); err != nil {
		t.Fatal(err)
	}
	if more := settled(t, s, "words"); more.Ranking.Games != 48 || more.Ranking.Rows[0].Mean.Games != 12 {
		t.Errorf("%d games after 4 more deals", more.Ranking.Games)
	}
}

// What cannot be done with a contest is refused with what to do.
func TestContestRefusals(t *testing.T) {
	s := course(t)
	refused := func(what string, err error, status int, detail string) {
		t.Helper()
		var failed *client.Error
		if !errors.As(err, &failed) || failed.Status != status || !strings.Contains(failed.Detail, detail) {
			t.Errorf("%s: %v", what, err)
		}
	}
	c := s.Client
	_, err := c.CreateContest(t.Context(), "evening", client.ContestForm{Name: "x", Terms: contest.Terms{Variant: "chess"}})
	refused("a game that is not known", err, 422, "unknown game")
	_, err = c.CreateContest(t.Context(), "evening", client.ContestForm{Name: "x", Terms: contest.Terms{Variant: "hangman", Format: contest.Swiss}})
	refused("a format that does not fit", err, 422, "played alone")
	contestOf(t, s, "open", contest.Terms{}, nil)
	_, err = c.StartContest(t.Context(), "evening", "open")
	refused("nobody", err, 422, "needs two players")
	_, err = c.EnterHouse(t.Context(), "evening", "open", "genius")
	refused("a house player that is not there", err, 422, "perfect")
	if _, err := c.EnterHouse(t.Context(), "evening", "open", "perfect"); err != nil {
		t.Fatal(err)
	}
	_, err = c.StartContest(t.Context(), "evening", "open")
	refused("one player", err, 422, "there are 1")
	_, err = c.Enter(t.Context(), "evening", "open", "notes", []byte("hello"), "notes.txt")
	refused("no program", err, 422, "")
	if _, err := c.EnterHouse(t.Context(), "evening", "open", "simple"); err != nil {
		t.Fatal(err)
	}
	_, err = c.MoreGames(t.Context(), "evening", "open", 5)
	refused("more of what has not begun", err, 422, "not over")
	page := held(t, s, "open")
	if page.Ranking.Games != 2 {
		t.Errorf("%d games", page.Ranking.Games)
	}
	_, err = c.EnterHouse(t.Context(), "evening", "open", "random")
	refused("entering late", err, 422, "has begun")
	_, err = c.ChangeContest(t.Context(), "evening", "open", client.ContestForm{Terms: contest.Terms{Variant: "connect-four"}})
	refused("other terms", err, 422, "has begun")
	_, err = c.DropPlayer(t.Context(), "evening", "open", 0)
	refused("a player that leaves", err, 422, "has begun")
	_, err = c.HoldContest(t.Context(), "evening", "open", "pause")
	refused("a pause after the end", err, 422, "nothing to pause")
	_, err = c.PlayerPage(t.Context(), "evening", "open", 9)
	refused("a player that is not there", err, 404, "")
	if _, err := c.DropContest(t.Context(), "evening", "open"); err != nil {
		t.Error(err)
	}
	_, err = c.ContestPage(t.Context(), "evening", "open")
	refused("a contest that was deleted", err, 404, "")
}

// A contest can rest and go on, and be ended as it is; a ladder takes players while it runs.
func TestContestIsHeld(t *testing.T) {
	s := course(t)
	slow := "import time\ndef choose(board, player):\n    time.sleep(0.1)\n    return next((r, c) for r in range(3) for c in range(3) if board[r][c] == '')\n"
	contestOf(t, s, "long", contest.Terms{Deals: 20, Format: contest.Ladder, Rounds: 40}, map[string]string{"slow": slow}, "simple", "random")
	if _, err := s.Client.StartContest(t.Context(), "evening", "long"); err != nil {
		t.Fatal(err)
	}
	c, err := s.Client.HoldContest(t.Context(), "evening", "long", "pause")
	if err != nil || c.State != record.ContestPaused {
		t.Fatalf("%+v, %v", c.State, err)
	}
	if c, err = s.Client.EnterHouse(t.Context(), "evening", "long", "perfect"); err != nil || len(c.Entrants) != 4 {
		t.Fatalf("%d players, %v", len(c.Entrants), err)
	}
	if c, err = s.Client.HoldContest(t.Context(), "evening", "long", "resume"); err != nil || c.State != record.ContestRunning {
		t.Fatalf("%+v, %v", c.State, err)
	}
	if c, err = s.Client.HoldContest(t.Context(), "evening", "long", "cancel"); err != nil || c.State != record.ContestCancelled {
		t.Fatalf("%+v, %v", c.State, err)
	}
}

// Students enter their own strategy and see pseudonyms where the terms say so.
func TestStudentsInContests(t *testing.T) {
	s := course(t)
	contestOf(t, s, "masked", contest.Terms{Masked: true}, map[string]string{"bo-lind": firstFree})
	ada := s.As(s.Pupil(t, "evening", "ada-brandt"))
	c, err := ada.EnterMine(t.Context(), "evening", "masked", []byte(firstFree), "mine.py")
	if err != nil {
		t.Fatal(err)
	}
	if me := c.Entrants[c.You]; me.Name != "ada-brandt" || me.Channel != record.Function || me.Language != "Python" {
		t.Errorf("%+v", me)
	}
	page, err := ada.ContestPage(t.Context(), "evening", "masked")
	if err != nil || page.Contest.Entrants[0].Name == "bo-lind" || page.Contest.Entrants[0].Student != "" || page.Contest.Terms.Seed != 0 {
		t.Errorf("%+v, %v", page.Contest.Entrants, err)
	}
	if page := held(t, s, "masked"); !slices.Contains(names(page), "bo-lind") {
		t.Errorf("the teacher sees %v", names(page))
	}
	data, err := ada.ExportContest(t.Context(), "evening", "masked", "json")
	if err != nil || bytes.Contains(data, []byte("bo-lind")) {
		t.Errorf("the export names who is masked: %v", err)
	}
	if _, err := s.Client.Forget(t.Context(), "evening", "bo-lind"); err != nil {
		t.Fatal(err)
	}
	if page, err = s.Client.ContestPage(t.Context(), "evening", "masked"); err != nil || slices.Contains(names(page), "bo-lind") || page.Ranking.Games != 2 {
		t.Errorf("after forgetting there are %v with %d games, %v", names(page), page.Ranking.Games, err)
	}
}

// How well strategies played can be the points of a criterion.
func TestContestGivesPoints(t *testing.T) {
	s := course(t)
	if _, err := s.Client.Submit(t.Context(), "evening", "ttt", "ada-brandt", "game.py", []byte(servertest.RightProgram)); err != nil {
		t.Fatal(err)
	}
	run, err := s.Office.StartRun(t.Context(), "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	finished(t, s, run.ID)
	contestOf(t, s, "strategies", contest.Terms{}, map[string]string{"ada-brandt": firstFree}, "simple", "perfect")
	held(t, s, "strategies")
	given, err := s.Client.GiveContestPoints(t.Context(), "evening", "strategies", "ttt", "marks", "best-moves")
	if err != nil || len(given) != 1 || given[0].Student != "ada-brandt" || !strings.Contains(given[0].Reason, "% of the moves were best") {
		t.Errorf("%+v, %v", given, err)
	}
}

// A console program that plays against a person takes part, on the sides that it was seen to play.
func TestConsoleProgramsInContests(t *testing.T) {
	s := course(t)
	programs := map[string]string{}
	for player, file := range map[string]string{"both": "either_side.js", "second": "random_replies.py"} {
		source, err := os.ReadFile("../../demo/opponent/" + file)
		if err != nil {
			t.Fatal(err)
		}
		programs[player] = string(source)
	}
	programs["hello"] = "print('hello')\ninput('Your name? ')\n"
	contestOf(t, s, "consoles", contest.Terms{Deals: 1}, programs, "perfect")
	page := held(t, s, "consoles")
	for _, r := range page.Ranking.Rows {
		e := page.Contest.Entrants[r.Player]
		plays := [2]bool{e.FirstWording != nil, e.SecondWording != nil}
		var sides [2]bool
		fouls, channel := 0, record.Terminal
		switch e.Name {
		case "both":
			sides = [2]bool{true, true}
		case "second":
			sides, fouls = [2]bool{false, true}, 2 // it would begin 3 of 6 games, one of them against one that cannot play at all
		case "hello":
			if channel, fouls = "", r.Fouls; !strings.Contains(e.Problem, "not graded yet") || r.Points != 0 {
				t.Errorf("%s has %g points, %s", e.Name, r.Points, e.Problem)
			}
		default:
			channel = ""
		}
		if plays != sides || r.Fouls != fouls || e.Channel != channel {
			t.Errorf("%s plays %v through %q, %d fouls; want %v, %q, %d", e.Name, plays, e.Channel, r.Fouls, sides, channel, fouls)
		}
		if e.Name == "both" && (r.Losses > 0 || r.Quality.Best != r.Quality.Moves) {
			t.Errorf("a program that looks ahead to the end lost %d games, %d of %d moves best", r.Losses, r.Quality.Best, r.Quality.Moves)
		}
	}
}
