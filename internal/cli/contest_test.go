package cli_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"durchgang/core/contest"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// A contest goes on where it was after the service was killed in the middle of matches: the
// games are the same as without that, and each is there once.
func TestContestGoesOnAfterKills(t *testing.T) {
	binary := built(t)
	slow := "import time\ndef choose(board, player):\n    time.sleep(0.02)\n    return next((r, c) for r in range(3) for c in range(3) if board[r][c] == '')\n"
	database := servertest.Database(t)
	service, url, link := launch(t, binary, database)
	token := (&servertest.Service{URL: url}).Welcome(t, link, "ida")
	c := client.New(url).As(token)
	if _, err := c.CreateCourse(t.Context(), "evening", "", ""); err != nil {
		t.Fatal(err)
	}
	start := func(name string) {
		terms := contest.Terms{Variant: "tic-tac-toe", Opening: 1, Deals: 3, Seed: 7, Seconds: 20}
		_, err := c.CreateContest(t.Context(), "evening", client.ContestForm{Name: name, Terms: terms})
		for _, player := range []string{"ada", "bo", "cy"} {
			if err == nil {
				_, err = c.Enter(t.Context(), "evening", name, player, []byte(slow), "slow.py")
			}
		}
		for _, house := range []string{"random", "lines", "perfect"} {
			if err == nil {
				_, err = c.EnterHouse(t.Context(), "evening", name, house)
			}
		}
		if err == nil {
			_, err = c.StartContest(t.Context(), "evening", name)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	over := func(name string) record.ContestPage {
		for range 600 {
			page, err := c.ContestPage(t.Context(), "evening", name)
			if err == nil && page.Contest.State.Settled() {
				return page
			}
			time.Sleep(100 * time.Millisecond)
		}
		t.Fatalf("contest %s is not over after a minute", name)
		return record.ContestPage{}
	}
	start("killed")
	kills := 0
	for range 3 {
		time.Sleep(700 * time.Millisecond)
		if page, err := c.ContestPage(t.Context(), "evening", "killed"); err != nil || page.Contest.State.Settled() {
			break
		}
		if err := service.Process.Kill(); err != nil {
			t.Fatal(err)
		}
		_ = service.Wait()
		kills++
		service, url, _ = launch(t, binary, database)
		c = client.New(url).As(token)
	}
	killed := over("killed")
	start("calm")
	calm := over("calm")
	if kills == 0 || killed.Ranking.Games != 15*6 || killed.Contest.Matches != 15 {
		t.Errorf("%d kills, %d games in %d matches", kills, killed.Ranking.Games, killed.Contest.Matches)
	}
	if a, b := gamesOf(t, c, "killed"), gamesOf(t, c, "calm"); a != b {
		t.Errorf("the games are\n%s\nand without kills\n%s", a, b)
	}
	if fmt.Sprint(killed.Ranking.Rows) != fmt.Sprint(calm.Ranking.Rows) {
		t.Errorf("the standings are %+v and %+v", killed.Ranking.Rows, calm.Ranking.Rows)
	}
}

// gamesOf writes the games of a contest, one in each line.
func gamesOf(t *testing.T, c *client.Client, name string) string {
	t.Helper()
	data, err := c.ExportContest(t.Context(), "evening", name, "json")
	if err != nil {
		t.Fatal(err)
	}
	var all struct{ Games []record.Bout }
	if err := json.Unmarshal(data, &all); err != nil {
		t.Fatal(err)
	}
	var b strings.Builder
	for _, g := range all.Games {
		fmt.Fprintln(&b, g.Round, g.Deal, g.First, g.Second, g.Winner, g.Digest)
	}
	return b.String()
}

// A student spars with a strategy and steps through a game; what cannot play is said.
func TestSpar(t *testing.T) {
	write := writer(t, t.TempDir())
	first := write("first.py", "def choose(board, player):\n    return next((r, c) for r in range(3) for c in range(3) if board[r][c] == '')\n")
	careful := write("careful.py", "class Careful:\n    def __init__(self, rows):\n        self.rows = rows\n    def choose(self, board, player):\n"+
		"        return next((r, c) for r in range(self.rows) for c in range(3) if board[r][c] == '')\n")
	object := write("object.yaml", "game: {class: Careful, takes: [rows]}\nfunctions: {choose: {name: choose, takes: [board, player]}}\n")
	broken := write("broken.yaml", "game: {class: Careful, takes: []}\nfunctions: {choose: {name: choose, takes: [board, player]}}\n")
	for _, tt := range []struct {
		args   []string
		status int
		says   []string
	}{
		{[]string{"spar", first, "--against", "perfect"}, 0, []string{"asked through its function", "house: perfect wins", "move 5", "0 points of 2 games"}},
		{[]string{"spar", first, "--against", "perfect", "--step", "1"}, 0, []string{"1. X plays a1  (best)", "costs 0.500; better"}},
		{[]string{"spar", careful, "--functions", object, "--against", "perfect"}, 0, []string{"asked through its function", "0 points of 2 games"}},
		{[]string{"spar", careful, "--functions", broken, "--against", "perfect"}, 0, []string{"takes other arguments"}},
		{[]string{"spar", "--house", "--game", "battleship"}, 0, []string{"density", "parity"}},
		{[]string{"spar", "../../demo/contest/blackjack/greta-holm", "--game", "blackjack:rounds=5", "--deals", "2"}, 0, []string{"units gained", "the house's best"}},
		{[]string{"spar", first, "--against", "nobody"}, 2, []string{"simple, lines, ahead, perfect"}},
		{[]string{"spar", first, "--hands"}, 2, []string{"hands", "it is of blackjack"}},
		{[]string{"spar", first, "--rounds", "2"}, 2, []string{"--deals says"}},
		{[]string{"spar", first, "--step", "9"}, 2, []string{"games 1 to 2"}},
		{[]string{"spar", write("broken.c", "int choose("), "--against", "random"}, 4, []string{"cannot play", "error"}},
		{[]string{"spar", write("other.py", "print('hello')")}, 4, []string{"has no choose"}},
		{[]string{"spar"}, 2, []string{"takes a PROGRAM"}},
	} {
		out, err, status := durchgang(t, tt.args...)
		for _, says := range tt.says {
			if status != tt.status || !strings.Contains(out+err, says) {
				t.Errorf("%v ends with %d and says, without %q:\n%s%s", tt.args, status, says, out, err)
			}
		}
	}
}
