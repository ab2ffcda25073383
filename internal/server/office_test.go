package server_test

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"durchgang/console"
	"durchgang/core/contest"
	"durchgang/internal/client"
	"durchgang/internal/record"
	"durchgang/internal/server/servertest"
)

// fill types into the field of a label.
func fill(label, text string) chromedp.Action[chromedp.Void] {
	return chromedp.SendKeys(field(label), text)
}

func field(label string) string {
	return fmt.Sprintf(`//label[normalize-space(.)=%q]/following-sibling::*[1]`, label)
}

func click(button string) chromedp.Action[chromedp.Void] {
	return chromedp.Click(fmt.Sprintf(`//button[normalize-space(.)=%q]`, button))
}

// file writes a file and returns its path.
func file(t *testing.T, name string, content []byte) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), name)
	if err := os.WriteFile(path, content, 0o644); err != nil {
		t.Fatal(err)
	}
	return path
}

func choose(label, path string) chromedp.Action[chromedp.Void] {
	return chromedp.SetUploadFiles(field(label), []string{path})
}

// The whole first hour in the browser: the first teacher, a course, its roster, an assignment
// that is tried on a right program and the known mistakes, a class with an entry that fits
// nobody, grading, a look, handing back; then a student reads the report and asks for another
// look, and is answered.
func TestFirstHourInTheBrowser(t *testing.T) {
	s := servertest.StartEmpty(t, console.Files())
	ctx := browser(t)
	link, err := s.Office.FirstLink(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	do(t, ctx, "open the console", chromedp.Navigate(s.URL))
	see(t, ctx, "There are no accounts yet")
	do(t, ctx, "open the first link", chromedp.Navigate(s.URL+link))
	see(t, ctx, "You are the first teacher here")
	do(t, ctx, "choose a password", fill("Your name", "Ida Marling"), fill("Login", "ida"), fill("A new password", servertest.Password), click("Set password and sign in"))
	see(t, ctx, "There is no course yet")

	do(t, ctx, "open a course", click("New course"), fill("Title", "Evening class"), click("Open the course"))
	see(t, ctx, "Roster first")
	roster := file(t, "roster.csv", []byte("Name;Nummer;E-Mail\nAda Brandt;1;ada@school.example\nBo Lind;2;\nBo Lind;2;\n"))
	do(t, ctx, "look at the roster", chromedp.Click(`//a[normalize-space(.)="Import the roster"]`), choose("File", roster), click("Preview the changes"))
	see(t, ctx, "2 new, 0 changed, 0 unchanged")
	see(t, ctx, "line 4: the number 2 stands in line 3 already")
	do(t, ctx, "take it", click("Apply"))
	see(t, ctx, "2 are new on the roster")
	do(t, ctx, "make a link for Ada", chromedp.Click(`button[aria-label="Link for Ada Brandt"]`))
	invitation := ask(t, ctx, "read Ada's link", chromedp.TextContent(".secret"))

	do(t, ctx, "begin an assignment", chromedp.Click(`//a[normalize-space(.)="Assignments"]`), chromedp.Click(`//a[normalize-space(.)="New assignment"]`), fill("Title", "Noughts for two"))
	write(t, ctx, "Suite", servertest.ShortSuite)
	do(t, ctx, "try it", choose("Your solution", file(t, "solution.py", []byte(servertest.RightProgram))), click("Try it"))
	see(t, ctx, "A right program gets 3 of 3.")
	see(t, ctx, "Your program (Python) gets 3 of 3.")
	see(t, ctx, "It costs nothing.")
	write(t, ctx, "Suite", "")
	do(t, ctx, "try again", click("Try it"))
	see(t, ctx, "A right program gets 20 of 20.")
	do(t, ctx, "read the suite that it would take", click("Insert that suite, to edit it"), chromedp.WaitVisible(`//*[@role="status"][contains(., "criteria")]`))
	until(t, ctx, `document.querySelector('.cm-content[aria-label="Suite"]').innerText.includes('game tic-tac-toe')`)
	write(t, ctx, "Suite", servertest.ShortSuite)
	do(t, ctx, "make it of the short suite", click("Create assignment"))
	see(t, ctx, "No submissions yet")

	class := file(t, "class.zip", servertest.Archive(t, map[string]string{"Brandt, Ada/game.py": wrongProgram, "2/game.py": servertest.RightProgram, "Bo's friend/game.py": servertest.RightProgram}))
	do(t, ctx, "hand in a class", chromedp.Click(`//a[normalize-space(.)="Hand in a class"]`), choose("Archive", class), chromedp.Click(`//form[.//h2[normalize-space(.)="A class"]]//button`))
	see(t, ctx, "2 handed in, 0 unchanged")
	see(t, ctx, "Unmatched submissions")
	do(t, ctx, "decide that it is nobody's", chromedp.SetValue(`select[aria-label="Student of Bo's friend"]`, "-"), click("Confirm"))
	see(t, ctx, "0 handed in, 2 unchanged")
	see(t, ctx, "On to grading")
	do(t, ctx, "go on", chromedp.Click(`//a[normalize-space(.)="On to grading"]`))
	see(t, ctx, "Nothing has been graded yet")
	do(t, ctx, "grade", click("Grade all"))
	see(t, ctx, "revision 1: 2 graded")
	do(t, ctx, "look at Ada's", chromedp.Click(`//th/a[normalize-space(.)="ada-brandt"]`))
	see(t, ctx, "All observations are explained by overwrites")
	do(t, ctx, "give half a point", chromedp.SetValue(field("For"), "taken"), fill("Points", "0.5"), fill("Reason", "It is nearly there."), click("Give by hand"))
	see(t, ctx, "2.5 of 3")
	do(t, ctx, "hand back", chromedp.Click(`//a[normalize-space(.)="tic-tac-toe"]`), click("Hand back"))
	see(t, ctx, "Students see their own results now.")

	do(t, ctx, "sign out", click("Sign out"), chromedp.WaitVisible(`//h1[normalize-space(.)="Sign in"]`))
	do(t, ctx, "open Ada's link", chromedp.Navigate(strings.TrimSpace(invitation)))
	see(t, ctx, "This link is for Ada Brandt")
	do(t, ctx, "choose a password", fill("A new password", servertest.Password), click("Set password and sign in"))
	do(t, ctx, "open the result", chromedp.Click(`//a[normalize-space(.)="Evening class"]`), chromedp.Click(`//a[normalize-space(.)="Noughts for two"]`))
	see(t, ctx, "2.5 of 3")
	until(t, ctx, "document.querySelector('iframe')?.contentDocument?.body?.innerText.includes('It is nearly there.')")
	do(t, ctx, "request a regrade", chromedp.SendKeys(`textarea`, "Why only half? a1 b2 works."), click("Request a regrade"))
	see(t, ctx, "No answer yet.")
	do(t, ctx, "hand in again", choose("Your program", file(t, "game.py", []byte(servertest.RightProgram))), click("Hand in"))
	see(t, ctx, "Handed in.")
	do(t, ctx, "sign out", click("Sign out"), chromedp.WaitVisible(`//h1[normalize-space(.)="Sign in"]`))

	signIn(t, ctx, s, "ida")
	do(t, ctx, "find the request", chromedp.Navigate(s.URL+"/courses/evening-class/tic-tac-toe"), chromedp.Click(`//a[normalize-space(.)="Answer"]`))
	see(t, ctx, "Why only half?")
	do(t, ctx, "make a script of it", click("Make this a script"))
	until(t, ctx, `document.querySelector('input[aria-label="Title of the script"]')?.value === 'as ada-brandt wrote'`)
	do(t, ctx, "answer", chromedp.Navigate(s.URL+"/courses/evening-class/tic-tac-toe/requests"), chromedp.WaitVisible("textarea"), chromedp.SendKeys(`textarea`, "It still overwrites."), click("Answer"))
	see(t, ctx, "ada-brandt can read it.")
}

// A change of the suite leads to a regrade that is looked at before it counts; a second
// teacher's change upon an older revision is refused.
func TestRegradeInTheBrowser(t *testing.T) {
	s := servertest.Start(t, console.Files())
	id := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": wrongProgram})
	waitForRun(t, s, id)
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the settings", chromedp.Navigate(s.URL+"/courses/evening/ttt/settings"), chromedp.WaitVisible(`.cm-content[aria-label="Suite"]`))
	dearer := strings.Replace(servertest.ShortSuite, "points 1\n", "points 4\n", 1)
	write(t, ctx, "Suite", dearer)
	do(t, ctx, "change the points", click("Save"))
	see(t, ctx, "This is revision 2.")
	a, err := s.Client.Assignment(t.Context(), "evening", "ttt")
	if err != nil {
		t.Fatal(err)
	}
	a.Title = "Changed elsewhere"
	if _, err := s.Client.ChangeAssignment(t.Context(), a, client.Times{}); err != nil {
		t.Fatal(err)
	}
	do(t, ctx, "change upon the older one", fill("Title", " and here"), click("Save"))
	see(t, ctx, "ida made revision 3 (title)")
	do(t, ctx, "grade by the new one", chromedp.Navigate(s.URL+"/courses/evening/ttt"), click("Grade by the new revision"))
	see(t, ctx, "What the regrade would change")
	see(t, ctx, "1 up, 0 down")
	see(t, ctx, "4 of 4 instead of 1 of 1 points")
	do(t, ctx, "accept it", click("Accept"))
	see(t, ctx, "6 / 6")
	do(t, ctx, "compare the runs", chromedp.Click(`//a[normalize-space(.)="Runs"]`), chromedp.WaitVisible(`//table`), chromedp.Click(`//tr[2]//input`), chromedp.Click(`//tr[1]//input`), chromedp.Click(`//a[normalize-space(.)="Compare 1 and 2"]`))
	see(t, ctx, "From run 1 to run 2")
	do(t, ctx, "look at one side by side", chromedp.Click(`//a[normalize-space(.)="bo"]`))
	see(t, ctx, "Side by side")
}

// pages are those of the console for who teaches, and mine those for a student.
func pages(result, run, regrade int64, evidence int) (teaching, mine []string) {
	a := "/courses/evening/ttt"
	return []string{
		"/", "/account", "/admin", "/games", "/games/hangman", "/courses/evening", "/courses/evening/-/roster", "/courses/evening/-/people",
		"/courses/evening/-/gradebook", "/courses/evening/-/settings", "/courses/evening/-/new", "/courses/evening/-/desk?game=connect-four",
		"/courses/evening/-/desk?game=battleship", "/courses/evening/-/desk?game=blackjack",
		"/courses/evening/-/contests", "/courses/evening/-/contests/new", "/courses/evening/-/contests/noughts", "/courses/evening/-/contests/open",
		"/courses/evening/-/contests/hands", "/courses/evening/-/contests/noughts/players/2", "/courses/evening/-/contests/hands/players/0", "/courses/evening/-/contests/noughts/games/1?move=3",
		a, a + "/import", a + "/settings", a + "/desk", a + "/requests", a + "/runs", a + "/wording",
		fmt.Sprintf("/runs/%d/class", run), fmt.Sprintf("/runs/%d/groups", run), fmt.Sprintf("/runs/%d/compare/%d", run, regrade),
		fmt.Sprintf("/results/%d", result), fmt.Sprintf("/results/%d/report", result), fmt.Sprintf("/results/%d/files", result),
		fmt.Sprintf("/results/%d/compare/%d", result, result), fmt.Sprintf("/results/%d/scripts/%d", result, evidence), "/nowhere/at/all",
	}, []string{"/", "/courses/evening", "/courses/evening/-/contests", "/courses/evening/-/contests/noughts", "/courses/evening/-/contests/open", a + "/mine", a + "/handout", "/account", "/sign-in", "/accept-invite#none"}
}

// On every page axe-core finds no violation, in light and dark colours; nothing is wider than
// the window at 400 and 1280 pixels; and everything that can be clicked can be reached with the
// keyboard.
func TestEveryPageIsAccessible(t *testing.T) {
	axe, err := os.ReadFile("../../console/node_modules/axe-core/axe.min.js")
	if err != nil {
		t.Fatal(err)
	}
	s := servertest.Start(t, console.Files())
	id := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": wrongProgram})
	waitForRun(t, s, id)
	ctx := t.Context()
	stu := s.Pupil(t, "evening", "bo")
	m, err := s.Client.Matrix(ctx, 1)
	if err == nil {
		_, err = s.Client.ChangeRun(ctx, 1, "publish")
	}
	if err == nil {
		_, err = s.As(stu).Ask(ctx, m.Rows[1].Result, "Why?")
	}
	regrade := record.Run{}
	if err == nil {
		regrade, err = s.Client.Regrade(ctx, "evening", "ttt")
	}
	if err != nil {
		t.Fatal(err)
	}
	heldContest(t, s, "noughts", contest.Terms{Variant: "tic-tac-toe", Masked: true}, "perfect", "random")
	heldContest(t, s, "hands", contest.Terms{Variant: "blackjack:rounds=1", Hands: true}, "mimic")
	if _, err := s.Client.CreateContest(ctx, "evening", client.ContestForm{Name: "open"}); err == nil {
		t.Fatal("a contest without a game is made")
	}
	if _, err := s.Client.CreateContest(ctx, "evening", client.ContestForm{Name: "open", Terms: contest.Terms{Variant: "hangman"}}); err != nil {
		t.Fatal(err)
	}
	teaching, mine := pages(m.Rows[1].Result, 1, regrade.ID, 2)
	b := browser(t)
	signIn(t, b, s, "ida")
	for i, page := range teaching {
		checkPage(t, b, string(axe), s.URL, page, i)
	}
	do(t, b, "sign out", chromedp.Navigate(s.URL), click("Sign out"), chromedp.WaitVisible(`//h1[normalize-space(.)="Sign in"]`))
	signIn(t, b, s, "bo@school.example")
	for i, page := range mine {
		checkPage(t, b, string(axe), s.URL, page, i)
	}
}

// checkPage opens a page in each size and colour and reports what is wrong with it; in short mode every second page in one
// of them, by the page's number.
func checkPage(t *testing.T, ctx context.Context, axe, url, page string, number int) {
	t.Helper()
	for i, look := range []struct {
		width int64
		theme string
	}{{1280, "light"}, {400, "dark"}} {
		if testing.Short() && (number%2 != i || number%4 > 1) { // every second page
			continue
		}
		ask(t, ctx, "choose the colours", chromedp.Evaluate[string](fmt.Sprintf("localStorage.theme = %q", look.theme)))
		do(t, ctx, "open "+page, chromedp.EmulateViewport(look.width, 800), chromedp.Navigate("about:blank"), chromedp.Navigate(url+page))
		until(t, ctx, "document.querySelector('h1') && !document.body.innerText.includes('Loading …')")
		if wide := ask(t, ctx, "measure", chromedp.Evaluate[int](`document.documentElement.scrollWidth`)); int64(wide) > look.width {
			t.Errorf("%s is %d pixels wide in a window of %d", page, wide, look.width)
		}
		if found := ask(t, ctx, "look for what keys cannot reach", chromedp.Evaluate[string](unreachable)); found != "" {
			t.Errorf("%s: keys do not reach %s", page, found)
		}
		ask(t, ctx, "load axe-core", chromedp.Evaluate[bool](axe+"; true"))
		ask(t, ctx, "begin to check", chromedp.Evaluate[bool](`window.found = undefined; axe.run({ resultTypes: ['violations'] }).then((r) => {
			window.found = JSON.stringify(r.violations.map((v) => v.id + ': ' + v.help + ': ' + v.nodes.slice(0, 3).map((n) => n.target + ' ' + (n.any[0]?.message ?? '')).join(' | '))) }); true`))
		until(t, ctx, "window.found !== undefined")
		var violations []string
		if err := json.Unmarshal([]byte(ask(t, ctx, "read what was found", chromedp.Evaluate[string]("window.found"))), &violations); err != nil {
			t.Fatal(err)
		}
		for _, v := range violations {
			t.Errorf("%s at %d pixels, %s: %s", page, look.width, look.theme, v)
		}
	}
}

// unreachable names what reacts to a click and has no place in the order of the keys.
const unreachable = `[...document.querySelectorAll('main *, header *')].filter((e) =>
	(e.onclick || e._vei?.onClick) && !e.matches('a[href], button, input, select, textarea, summary, [tabindex]') ).map((e) => e.outerHTML.slice(0, 80)).join('; ')`

// The way from the courses to a result and back is walked with the keys alone.
func TestKeysAlone(t *testing.T) {
	s := servertest.Start(t, console.Files())
	id := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram})
	waitForRun(t, s, id)
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	tabTo := func(what string) {
		t.Helper()
		for range 60 {
			do(t, ctx, "press tab", chromedp.KeyEvent(kb.Tab))
			if strings.TrimSpace(ask(t, ctx, "see where it is", chromedp.Evaluate[string]("document.activeElement.innerText ?? ''"))) == what {
				if outlined := ask(t, ctx, "see that it shows", chromedp.Evaluate[string]("getComputedStyle(document.activeElement).outlineStyle")); outlined == "none" {
					t.Errorf("the focus on %s cannot be seen", what)
				}
				return
			}
		}
		t.Fatalf("tab does not come to %q", what)
	}
	for _, step := range []struct{ to, sees string }{
		{"Evening class", "Assignments"}, {"Noughts for two", "1 graded"}, {"ada", "What went wrong"}, {"What the student reads", "What ada reads"}, {"ttt", "1 graded"},
	} {
		tabTo(step.to)
		do(t, ctx, "press enter", chromedp.KeyEvent(kb.Enter))
		see(t, ctx, step.sees)
	}
}
