package server_test

import (
	"context"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"durchgang/console"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// wrongProgram accepts a taken cell.
var wrongProgram = strings.Replace(servertest.RightProgram, `b[i] != "."`, "False", 1)

func startedRun(t *testing.T, s *servertest.Service, files map[string]string) string {
	t.Helper()
	handIn(t, s, files)
	run, err := s.Client.StartRun(t.Context(), "evening", "ttt", false)
	if err != nil {
		t.Fatal(err)
	}
	return fmt.Sprint(run.ID)
}

func handIn(t *testing.T, s *servertest.Service, files map[string]string) {
	t.Helper()
	if _, err := s.Client.CreateCourse(t.Context(), "evening", "Evening class", ""); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.CreateAssignment(t.Context(), record.Assignment{Course: "evening", Name: "ttt", Title: "Noughts for two", Game: "tic-tac-toe", Suite: servertest.ShortSuite}, client.Times{}); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.Import(t.Context(), "evening", "ttt", servertest.Archive(t, files), nil); err != nil {
		t.Fatal(err)
	}
}

// browser starts Debian's Chromium for the test.
func browser(t *testing.T) context.Context {
	t.Helper()
	options := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath("/usr/bin/chromium"), chromedp.NoSandbox, chromedp.DisableGPU, chromedp.NoFirstRun,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true),
		chromedp.UserDataDir(t.TempDir()), chromedp.WindowSize(1280, 800))
	allocator, cancel := chromedp.NewExecAllocator(t.Context(), options...)
	t.Cleanup(cancel)
	ctx, cancel := chromedp.NewContext(allocator)
	t.Cleanup(cancel)
	ctx, cancel = context.WithTimeout(ctx, 15*time.Minute)
	t.Cleanup(cancel)
	return ctx
}

// signIn opens the console in somebody's name.
func signIn(t *testing.T, ctx context.Context, s *servertest.Service, login string) {
	t.Helper()
	do(t, ctx, "open the console", chromedp.Navigate(s.URL), chromedp.WaitVisible(`//h1[normalize-space(.)="Sign in"]`))
	do(t, ctx, "sign in", chromedp.SendKeys(`input[autocomplete="username"]`, login), chromedp.SendKeys(`input[type="password"]`, servertest.Password+kb.Enter))
	see(t, ctx, "Sign out")
}

func do(t *testing.T, ctx context.Context, what string, actions ...chromedp.Action[chromedp.Void]) {
	t.Helper()
	if err := chromedp.Do(ctx, actions...); err != nil {
		page, _ := chromedp.Run(ctx, chromedp.Text("body"))
		t.Fatalf("%s: %v; the page says:\n%s", what, err, page)
	}
}

func ask[T any](t *testing.T, ctx context.Context, what string, action chromedp.Action[T]) T {
	t.Helper()
	answer, err := chromedp.Run(ctx, action)
	if err != nil {
		page, _ := chromedp.Run(ctx, chromedp.Text("body"))
		t.Fatalf("%s: %v; the page says:\n%s", what, err, page)
	}
	return answer
}

func see(t *testing.T, ctx context.Context, what string) {
	t.Helper()
	until(t, ctx, fmt.Sprintf("document.body.innerText.includes(%q)", what))
}

func until(t *testing.T, ctx context.Context, condition string) {
	t.Helper()
	wait := chromedp.Poll[bool](condition, chromedp.WithPollingTimeout(2*time.Minute))
	if _, err := chromedp.Run(ctx, wait); err != nil && strings.Contains(err.Error(), "Cannot find context") {
		ask(t, ctx, "wait until "+condition, wait) // another page has come while this one was looked at
	} else if err != nil {
		page, _ := chromedp.Run(ctx, chromedp.Text("body"))
		t.Fatalf("wait until %s: %v; the page says:\n%s", condition, err, page)
	}
}

// A teacher finds the class, grades it, opens the program that is wrong, and steps
// to where it parts from the reference; with a mouse, and with keys alone.
func TestConsoleFromClassToPartingStep(t *testing.T) {
	s := servertest.Start(t, console.Files())
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	see(t, ctx, "There is no course yet")
	handIn(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": wrongProgram, "cleo.c": "int main(void) { return x; }"})
	do(t, ctx, "open the assignment", chromedp.Reload(), chromedp.Click(`//a[normalize-space(.)="Evening class"]`), chromedp.Click(`//a[normalize-space(.)="Noughts for two"]`))
	see(t, ctx, "Nothing has been graded yet")
	do(t, ctx, "grade", chromedp.Click(`//button[contains(., "Grade all")]`))
	see(t, ctx, "2 graded, 1 not graded yet")
	see(t, ctx, "3 / 3")
	see(t, ctx, "2 / 3")
	see(t, ctx, "does not compile")
	cell := ask(t, ctx, "read a cell", chromedp.TextContent(`//tr[th="bo"]/td[3]`))
	if !strings.Contains(cell, "differs") {
		t.Errorf("bo's cell for taken says %q", cell)
	}
	do(t, ctx, "open the compile error", chromedp.Click(`//th/a[normalize-space(.)="cleo"]`))
	see(t, ctx, "cleo.c:1:25: error")
	do(t, ctx, "go back and open bo", chromedp.NavigateBack(), chromedp.Click(`//th/a[normalize-space(.)="bo"]`))
	see(t, ctx, "What went wrong")
	see(t, ctx, "All observations are explained by overwrites")
	see(t, ctx, "a1 is accepted")
	see(t, ctx, "confirmed by running it")
	do(t, ctx, "open the recorded run", chromedp.Click("summary"), chromedp.Click(`//a[normalize-space(.)="a taken cell"]`))
	see(t, ctx, "Step 2: O tries a1, which must be refused: taken")
	wrong := ask(t, ctx, "read the marked cell", chromedp.TextContent(".wrong"))
	title := ask(t, ctx, "read the title", chromedp.Title())
	if !strings.Contains(wrong, "O") || !strings.Contains(title, "a taken cell") {
		t.Errorf("the marked cell says %q, the title %q", wrong, title)
	}
	do(t, ctx, "step on with the keyboard", chromedp.KeyEvent(kb.ArrowRight))
	see(t, ctx, "after the first difference, not judged")
	do(t, ctx, "step to the start", chromedp.KeyEvent(kb.Home))
	see(t, ctx, "Step 0: the program is started")
}

func TestConsoleShowsFailures(t *testing.T) {
	s := servertest.Start(t, console.Files())
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open a result that is not there", chromedp.Navigate(s.URL+"/results/77"))
	see(t, ctx, `result "77": not found`)
	see(t, ctx, "Try again")
	do(t, ctx, "open a page that is not there", chromedp.Navigate(s.URL+"/elsewhere/entirely"))
	see(t, ctx, "Page not found")
}

// The matrix fills while the run goes on, without a reload.
func TestMatrixFillsLive(t *testing.T) {
	s := servertest.Start(t, console.Files())
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	files := map[string]string{}
	for i := range 12 {
		files[fmt.Sprintf("student-%02d.py", i)] = "import time; time.sleep(1)\n" + servertest.RightProgram
	}
	handIn(t, s, files)
	do(t, ctx, "open the assignment", chromedp.Navigate(s.URL+"/courses/evening/ttt"))
	see(t, ctx, "Nothing has been graded yet")
	do(t, ctx, "grade", chromedp.Click(`//button[contains(., "Grade all")]`))
	until(t, ctx, `document.body.innerText.includes("3 / 3") && document.body.innerText.includes("waiting")`)
	see(t, ctx, "revision 1: 12 graded")
	until(t, ctx, `!document.body.innerText.includes("waiting")`)
}

func TestColoursAreKept(t *testing.T) {
	s := servertest.Start(t, console.Files())
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	theme := func() string {
		return ask(t, ctx, "read the theme", chromedp.Evaluate[string](`document.documentElement.dataset.bsTheme`))
	}
	do(t, ctx, "open the console", chromedp.Navigate(s.URL))
	see(t, ctx, "Courses")
	before := theme()
	do(t, ctx, "change the colours", chromedp.Click("header button"))
	until(t, ctx, fmt.Sprintf("document.documentElement.dataset.bsTheme !== %q", before))
	changed := theme()
	do(t, ctx, "reload", chromedp.Reload())
	see(t, ctx, "Courses")
	if after := theme(); changed == before || after != changed {
		t.Errorf("colours went from %s to %s to %s", before, changed, after)
	}
}

// A teacher looks a game up, plays on its board, is told why a move is refused, and
// changes the rules.
func TestConsoleGamePage(t *testing.T) {
	s := servertest.Start(t, console.Files())
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the games", chromedp.Navigate(s.URL+"/games"), chromedp.Click(`//a[normalize-space(.)="Tic-tac-toe"]`))
	see(t, ctx, "known mistakes")
	see(t, ctx, "A taken cell is refused")
	see(t, ctx, "X to move")
	do(t, ctx, "put a mark", chromedp.Click(`button[aria-label="b2, free"]`))
	see(t, ctx, "O to move")
	do(t, ctx, "put one on it", chromedp.Click(`button[aria-label="b2, X"]`))
	see(t, ctx, "b2 is refused: that is taken already")
	do(t, ctx, "go on to the end", chromedp.Click(`button[aria-label="a1, free"]`))
	see(t, ctx, "X to move")
	for _, move := range []string{"b1", "c1", "b3"} {
		do(t, ctx, "type a move", chromedp.SendKeys(`input[aria-label="Move"]`, move+kb.Enter))
		until(t, ctx, fmt.Sprintf("document.querySelector('.play-log')?.innerText.includes(%q)", move))
	}
	see(t, ctx, "X wins")
	do(t, ctx, "load the page again", chromedp.Reload())
	see(t, ctx, "X wins")
	do(t, ctx, "look for a mistake", chromedp.SendKeys(`input[type=search]`, "bottom"))
	until(t, ctx, "document.querySelectorAll('.mistakes tbody tr').length == 1")
	do(t, ctx, "change the rules", chromedp.SetValue("#param-rows", "2"), chromedp.SetValue("#param-cols", "2"))
	do(t, ctx, "with a line that is too long", chromedp.Click(`//button[normalize-space(.)="Use these rules"]`))
	see(t, ctx, "a line on 2 × 2 has at most 2 cells")
}

// A teacher sees what of a program's words is not understood, says what it means, sees how
// that reads in the class, and keeps it for one student.
func TestWorkbench(t *testing.T) {
	s := servertest.Start(t, console.Files())
	odd := strings.Replace(servertest.RightProgram, "taken", "gosh", 1)
	id := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": odd})
	waitForRun(t, s, id)
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the wording", chromedp.Navigate(s.URL+"/courses/evening/ttt"), chromedp.Click(`//a[normalize-space(.)="Wording"]`))
	see(t, ctx, "The class")
	do(t, ctx, "choose bo's transcript of a refusal",
		chromedp.Click(`//button[normalize-space(.)="bo"]`), chromedp.SetValue(`select[aria-label="Script"]`, "2"))
	until(t, ctx, `[...document.querySelectorAll('.transcript li:not(.read) .words')].some((e) => e.textContent.includes('gosh'))`)
	do(t, ctx, "say what it means", chromedp.Click(`//button[contains(., "gosh")]`), chromedp.Click(`//button[normalize-space(.)="a refusal"]`))
	until(t, ctx, `[...document.querySelectorAll('.transcript li.read .words')].some((e) => e.textContent.includes('gosh'))`)
	until(t, ctx, `document.querySelector('.cm-content').innerText.includes('gosh')`)
	see(t, ctx, "+1")
	do(t, ctx, "keep it for bo", chromedp.Click(`//button[normalize-space(.)="Only for bo"]`))
	see(t, ctx, "Saved for bo")
	write(t, ctx, "Phrasebook", "says: [")
	do(t, ctx, "save nonsense", chromedp.Click(`//button[normalize-space(.)="Save for the class"]`))
	see(t, ctx, "phrasebook:1:7")
	submissions, err := s.Office.Submissions(t.Context(), "evening", "ttt")
	if err != nil || submissions[0].Phrasebook != "" || !strings.Contains(submissions[1].Phrasebook, "gosh") {
		t.Errorf("%+v, %v", submissions, err)
	}
}

// A teacher narrows the matrix to a mistake, tells the group what it is, sees the class at
// a glance, and reads what a student will read.
func TestClassIsReadAndTold(t *testing.T) {
	s := servertest.Start(t, console.Files())
	other := strings.Replace(wrongProgram, "row and column: ", "your row and column: ", 1)
	id := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": wrongProgram, "cy.py": other})
	waitForRun(t, s, id)
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the class", chromedp.Navigate(s.URL+"/courses/evening/ttt"))
	see(t, ctx, "3 of 3 students")
	do(t, ctx, "choose a mistake", chromedp.SetValue(`select[aria-label="Mistake"]`, "overwrites-uncounted"))
	see(t, ctx, "2 of 3 students")
	until(t, ctx, "![...document.querySelectorAll('.matrix th a')].some((a) => a.innerText == 'ada')")
	do(t, ctx, "open the groups", chromedp.Click(`//a[normalize-space(.)="Groups"]`))
	see(t, ctx, "Group 1: 2 programs")
	do(t, ctx, "tell them", chromedp.SendKeys(`textarea[aria-label="Comment for group 1"]`, "On <Monday>."), chromedp.Click(`//section[@id="group-1"]//button[normalize-space(.)="Tell all"]`))
	see(t, ctx, "All 2 of group 1 are told.")
	do(t, ctx, "open a member", chromedp.Click(`//section[@id="group-1"]//a[normalize-space(.)="cy"]`))
	see(t, ctx, "What went wrong")
	until(t, ctx, "document.querySelector('textarea').value == 'On <Monday>.'")
	do(t, ctx, "open the report", chromedp.Click(`//a[normalize-space(.)="What the student reads"]`))
	until(t, ctx, "document.querySelector('iframe')?.contentDocument?.body?.innerText.includes('On <Monday>.')")
	until(t, ctx, "document.querySelector('iframe').contentDocument.body.innerText.includes('What does not work yet')")
	do(t, ctx, "open the sum", chromedp.Navigate(s.URL+"/runs/"+id+"/class"))
	see(t, ctx, "A taken cell is accepted and its mark replaced")
	until(t, ctx, "document.querySelectorAll('.plot svg').length == 2")
}

func waitForRun(t *testing.T, s *servertest.Service, id string) {
	t.Helper()
	var n int64
	if _, err := fmt.Sscan(id, &n); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Client.Watch(t.Context(), n, func(record.Run) {}); err != nil {
		t.Fatal(err)
	}
}
