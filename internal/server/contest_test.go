package server_test

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"durchgang/console"
	"durchgang/core/contest"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

const firstFree = "def choose(board, player):\n    return next((r, c) for r in range(3) for c in range(3) if board[r][c] == '')\n"

// heldContest is a contest of two house players and a strategy that is over.
func heldContest(t *testing.T, s *servertest.Service, name string, terms contest.Terms, house ...string) {
	t.Helper()
	ctx := t.Context()
	_, err := s.Client.CreateContest(ctx, "evening", client.ContestForm{Name: name, Terms: terms})
	for _, h := range house {
		if err == nil {
			_, err = s.Client.EnterHouse(ctx, "evening", name, h)
		}
	}
	if err == nil && terms.Variant == "tic-tac-toe" {
		_, err = s.Client.Enter(ctx, "evening", name, "bo", []byte(firstFree), "bo.py")
	}
	if err == nil {
		_, err = s.Client.StartContest(ctx, "evening", name)
	}
	if err != nil {
		t.Fatal(err)
	}
	for range 600 {
		page, err := s.Client.ContestPage(ctx, "evening", name)
		if err != nil {
			t.Fatal(err)
		}
		if page.Contest.State == record.ContestOver {
			return
		}
		time.Sleep(50 * time.Millisecond)
	}
	t.Fatalf("contest %s is not over", name)
}

// A teacher makes a contest, lets a house player and a strategy enter, begins it, sees it go on
// by itself to its end, and steps through a game to the move that cost something.
func TestConsoleFromContestToBlunder(t *testing.T) {
	s := servertest.Start(t, console.Files())
	handIn(t, s, map[string]string{"bo.py": servertest.RightProgram})
	file := filepath.Join(t.TempDir(), "first_free.py")
	if err := os.WriteFile(file, []byte(firstFree), 0o644); err != nil {
		t.Fatal(err)
	}
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the contests", chromedp.Click(`//a[normalize-space(.)="Evening class"]`), chromedp.Click(`//a[normalize-space(.)="Contests"]`))
	see(t, ctx, "strategies play against each other")
	do(t, ctx, "make a contest", chromedp.Click(`//a[normalize-space(.)="New contest"]`), chromedp.WaitVisible(`//button[normalize-space(.)="Create contest"]`))
	see(t, ctx, "Moves at random first")
	do(t, ctx, "fill in the form", chromedp.SendKeys(`//label[normalize-space(.)="Title"]/following-sibling::input`, "Noughts"), chromedp.Click(`//button[normalize-space(.)="Create contest"]`))
	see(t, ctx, "No entries yet")
	do(t, ctx, "enter a strategy", chromedp.SetUploadFiles(`input[type="file"]`, []string{file}), chromedp.SendKeys(`//label[normalize-space(.)="Player"]/following-sibling::input`, "bo"+kb.Enter))
	see(t, ctx, "bo has entered")
	for _, h := range []string{"perfect", "random"} {
		do(t, ctx, "enter a house player", chromedp.SetValue(`//label[normalize-space(.)="House player"]/following-sibling::select`, h), chromedp.Click(`//form[h3[normalize-space(.)="A house player"]]//button`))
		see(t, ctx, "The house player "+h+" has entered")
	}
	do(t, ctx, "begin", chromedp.Click(`//button[normalize-space(.)="Start the contest"]`))
	see(t, ctx, "Standings")
	until(t, ctx, `document.querySelectorAll(".standings tbody tr").length === 3 && !document.body.innerText.includes("being played")`)
	do(t, ctx, "open a player", chromedp.Click(`//table[contains(@class, "standings")]//a[normalize-space(.)="bo"]`))
	see(t, ctx, "What cost most")
	do(t, ctx, "open the costliest move", chromedp.Click(`//section[h2[normalize-space(.)="What cost most"]]//tbody//a`))
	until(t, ctx, `/This move (loses|draws); the best one (wins|draws)/.test(document.body.innerText)`)
	before := ask(t, ctx, "read the address", chromedp.Evaluate[string](`location.search`))
	do(t, ctx, "step back with the keyboard", chromedp.Focus(`.step[aria-current]`), chromedp.SendKeys(`.step[aria-current]`, kb.ArrowLeft))
	until(t, ctx, fmt.Sprintf("location.search !== %q", before))
}
