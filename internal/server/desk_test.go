package server_test

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"durchgang/console"
	"durchgang/core/games"
	"durchgang/core/suite"
	"durchgang/internal/client"
	"durchgang/internal/server/servertest"
)

// write puts a text into the editor of that name, in place of the one that is there.
func write(t *testing.T, ctx context.Context, label, text string) {
	t.Helper()
	quoted, err := json.Marshal(text)
	if err != nil {
		t.Fatal(err)
	}
	content := fmt.Sprintf(`.cm-content[aria-label=%q]`, label)
	do(t, ctx, "find the editor "+label, chromedp.WaitVisible(content))
	ask(t, ctx, "write into "+label, chromedp.Evaluate[bool](fmt.Sprintf(`(() => {
		const e = document.querySelector(%q), text = %s
		const key = (key, ctrlKey) => e.dispatchEvent(new KeyboardEvent('keydown', { key, ctrlKey, bubbles: true, cancelable: true }))
		e.focus()
		key('a', true)
		if (!text) return !key('Backspace', false)
		const clipboardData = new DataTransfer()
		clipboardData.setData('text/plain', text)
		return !e.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
	})()`, content, quoted)))
}

// kept is the suite that the desk keeps in the browser under a key.
func kept(t *testing.T, ctx context.Context, key string) string {
	t.Helper()
	return ask(t, ctx, "read what is kept", chromedp.Evaluate[string](fmt.Sprintf(`JSON.parse(localStorage.getItem(%q) ?? '{"text":""}').text`, key)))
}

func cell(name string) chromedp.Action[chromedp.Void] {
	return chromedp.Click(fmt.Sprintf(`//section[@aria-label="Script"]//button[starts-with(@aria-label, "%s,")]`, name))
}

// press clicks a button by its text in the part of the page with that name.
func press(part, button string) chromedp.Action[chromedp.Void] {
	return chromedp.Click(fmt.Sprintf(`//section[@aria-label=%q]//button[normalize-space(.)=%q]`, part, button))
}

const outline = "Criteria and scripts"

// criteriaOf are the names of a suite's criteria, which may be incomplete.
func criteriaOf(t *testing.T, text string) (names []string) {
	t.Helper()
	s, err := suite.Read("kept", text, games.All())
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range s.Criteria {
		names = append(names, c.Name)
	}
	return names
}

// A teacher makes a whole suite from nothing by clicks: the text is what was clicked, it closes a hole, goes back by undo,
// outlives a reload, and becomes an assignment.
func TestSuiteIsMadeOnTheDesk(t *testing.T) {
	s := servertest.Start(t, console.Files())
	if _, err := s.Client.CreateCourse(t.Context(), "evening", "Evening class", ""); err != nil {
		t.Fatal(err)
	}
	const key = "durchgang-desk/evening/new tic-tac-toe"
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the desk", chromedp.Navigate(s.URL+"/courses/evening/-/desk?game=tic-tac-toe&empty"), press(outline, "Add a criterion"),
		chromedp.SendKeys(`//form//label[contains(., "Title")]/input`, "A line wins"), chromedp.SendKeys(`//form//label[contains(., "Name")]/input`, "lines"),
		press(outline, "Add"))
	see(t, ctx, "A line wins")
	do(t, ctx, "say what it is charged for", chromedp.Click(`//summary[.="Edit the criterion"]`), chromedp.SendKeys(`//label[contains(., "Charged for")]/input`, "win draw\t"))
	until(t, ctx, fmt.Sprintf(`(localStorage.getItem(%q) ?? '').includes('claims win draw')`, key))
	do(t, ctx, "add a script", press(outline, "Add a script"), chromedp.WaitVisible(`//section[@aria-label="Script"]//button[starts-with(@aria-label, "a1,")]`))
	for i, name := range []string{"a1", "a1", "a2", "b1", "b2", "c1"} {
		do(t, ctx, "play "+name, cell(name))
		until(t, ctx, fmt.Sprintf(`document.querySelectorAll('ol[aria-label="Steps"] li').length === %d`, i+2))
	}
	see(t, ctx, "X wins")
	see(t, ctx, "refused: that is taken already")
	do(t, ctx, "take a step back and on again", click("Undo"))
	until(t, ctx, `document.querySelectorAll('ol[aria-label="Steps"] li').length === 6`)
	do(t, ctx, "redo", click("Redo"))
	see(t, ctx, "X wins")
	do(t, ctx, "mirror it", chromedp.SetValue(`select[aria-label="Add a mirrored script"]`, "other-player"))
	see(t, ctx, "O wins")

	do(t, ctx, "set up a position", chromedp.Click(`//summary[.="Set up a position"]`),
		chromedp.SendKeys(`//details[summary="Set up a position"]//textarea`, "X|O|X\nX|O|O\nO|X|X"), click("Find the moves"))
	see(t, ctx, "9 moves lead there")
	do(t, ctx, "set up what cannot be", chromedp.SendKeys(`//details[summary="Set up a position"]//textarea`, "X|X|X\nO|O|O\n | | "), click("Find the moves"))
	see(t, ctx, "both players have a line of 3")

	do(t, ctx, "close a hole", chromedp.WaitVisible(`//section[@aria-label="What it catches"]//button[.="Add"]`))
	before := kept(t, ctx, key)
	do(t, ctx, "add the script", chromedp.Click(`//section[@aria-label="What it catches"]//button[.="Add"]`))
	until(t, ctx, fmt.Sprintf(`JSON.parse(localStorage.getItem(%q)).text.includes('script "shows ')`, key))
	text := kept(t, ctx, key)
	made, err := suite.Parse("made", text, games.All())
	if err != nil {
		t.Fatalf("%v\n%s", err, text)
	}
	var words []string
	for _, script := range made.Scripts {
		words = append(words, made.Words(script.Steps))
	}
	if len(words) != 4 || words[0] != "a1 !a1 a2 b1 b2 c1" || !strings.HasSuffix(words[1], " a1 !a1 a2 b1 b2 c1") {
		t.Errorf("the desk made %q of\n%s", words, before)
	}

	do(t, ctx, "load the page again", chromedp.Reload())
	see(t, ctx, "Your unsaved changes of")
	if now := kept(t, ctx, key); now != text {
		t.Errorf("after a reload the suite is\n%s\nand not\n%s", now, text)
	}
	order := func() string { return strings.Join(criteriaOf(t, kept(t, ctx, key)), " ") }
	do(t, ctx, "add another criterion", chromedp.Click(`//button[@role="tab"][.="Play"]`), press(outline, "Add a criterion"),
		chromedp.SendKeys(`//form//label[contains(., "Title")]/input`, "A taken cell is refused"),
		chromedp.SendKeys(`//form//label[contains(., "Name")]/input`, "taken"), press(outline, "Add"), chromedp.WaitVisible("#desk-taken"))
	ask(t, ctx, "move it up with the keys", chromedp.Evaluate[bool](
		`document.querySelector('#desk-taken').dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', altKey: true, bubbles: true }))`))
	until(t, ctx, `document.querySelector('.desk-criteria > li .desk-toggle').id === 'desk-taken'`)
	if got := order(); got != "taken lines" {
		t.Errorf("the criteria are %s", got)
	}
	ask(t, ctx, "drag it down", chromedp.Evaluate[bool](`(() => {
		const [first, second] = document.querySelectorAll('.desk-criteria > li'), drag = (e, type) => e.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true }))
		drag(first.querySelector('.desk-head'), 'dragstart')
		drag(second, 'dragover')
		drag(second, 'drop')
		return true
	})()`))
	until(t, ctx, `document.querySelector('.desk-criteria > li .desk-toggle').id === 'desk-lines'`)
	do(t, ctx, "take the criterion away", click("Undo"), click("Undo"), click("Undo"))
	until(t, ctx, `!document.querySelector('#desk-taken')`)
	do(t, ctx, "look at the text", chromedp.Click(`//button[@role="tab"][.="Text"]`))
	see(t, ctx, `criterion lines "A line wins"`)
	write(t, ctx, "Suite", strings.Replace(text, "a1 !a1", "a1 a1", 1))
	see(t, ctx, "Not complete yet: line")
	do(t, ctx, "go there", chromedp.Click(`//p[@role="alert"]/button`))
	until(t, ctx, `document.querySelector('.cm-lintRange-error')?.textContent === 'a1'`)
	write(t, ctx, "Suite", text)
	until(t, ctx, "!document.body.innerText.includes('Not complete yet')")
	do(t, ctx, "try it", chromedp.Click(`//button[@role="tab"][.="Dry run"]`), click("Try it"))
	see(t, ctx, "A right program gets 1 of 1.")
	do(t, ctx, "read it as a student", chromedp.Click(`//button[@role="tab"][contains(., "student reads")]`))
	see(t, ctx, "Write a program that plays tic-tac-toe.")

	do(t, ctx, "use it", chromedp.Click(`//button[@role="tab"][.="Play"]`), click("Use in a new assignment"))
	see(t, ctx, "2. Channel, and what earns points")
	do(t, ctx, "create it", fill("Title", "Made by hand"), click("Create assignment"))
	see(t, ctx, "No submissions yet")
	a, err := s.Client.Assignment(t.Context(), "evening", "tic-tac-toe")
	if err != nil || a.Suite != text {
		t.Errorf("%v\n%s", err, a.Suite)
	}
}

// Two teachers change a suite at once: the second is shown both, and nothing of either is lost. What a change costs is said
// before it is saved; a step of a replay and a student's words become scripts.
func TestDeskOfAnAssignment(t *testing.T) {
	s := servertest.Start(t, console.Files())
	id := startedRun(t, s, map[string]string{"ada.py": servertest.RightProgram, "bo.py": wrongProgram})
	waitForRun(t, s, id)
	ctx := browser(t)
	signIn(t, ctx, s, "ida")
	do(t, ctx, "open the desk", chromedp.Navigate(s.URL+"/courses/evening/ttt/desk"), chromedp.WaitVisible(`input[aria-label="Points of taken"]`),
		chromedp.SetValue(`input[aria-label="Points of taken"]`, "0.5"))
	ask(t, ctx, "leave the field", chromedp.Evaluate[bool](`document.querySelector('input[aria-label="Points of taken"]').dispatchEvent(new Event('change'))`))
	see(t, ctx, "criterion taken: 1 → 0.5 points")
	see(t, ctx, "1 would lose points: ada (3 → 2.5)")

	other := strings.Replace(servertest.ShortSuite, "two moves", "two marks", 1)
	a, err := s.Client.Assignment(t.Context(), "evening", "ttt")
	if err != nil {
		t.Fatal(err)
	}
	a.Suite = other
	if _, err := s.Client.ChangeAssignment(t.Context(), a, client.Times{}); err != nil {
		t.Fatal(err)
	}
	see(t, ctx, "Not caught") // what comes late moves what is below it
	do(t, ctx, "save", press("Save", "Save"))
	see(t, ctx, "Somebody else saved this suite in the meantime")
	see(t, ctx, "two marks")
	do(t, ctx, "save over it", click("Save mine as the newest revision"))
	see(t, ctx, "Saved as revision 3")
	if a, err = s.Client.Assignment(t.Context(), "evening", "ttt"); err != nil || a.Revision != 3 || !strings.Contains(a.Suite, "points 0.5") {
		t.Errorf("%v, revision %d\n%s", err, a.Revision, a.Suite)
	}

	do(t, ctx, "make a script of a finding", chromedp.Navigate(s.URL+"/courses/evening/ttt"), chromedp.Click(`//th/a[normalize-space(.)="bo"]`),
		chromedp.Click(`//a[normalize-space(.)="Make this a script"]`))
	until(t, ctx, `document.querySelector('input[aria-label="Title of the script"]')?.value.startsWith('overwrites')`)
	if text := kept(t, ctx, "durchgang-desk/evening/ttt"); !strings.Contains(text, "\"\n  a1 !a1\n") {
		t.Errorf("the suite is\n%s", text)
	}
	do(t, ctx, "discard it by undo", chromedp.KeyEvent(kb.Escape), click("Undo"))
	until(t, ctx, `localStorage.getItem("durchgang-desk/evening/ttt") === null`)

	do(t, ctx, "write a phrasebook with a key that there is not", chromedp.Navigate(s.URL+"/courses/evening/ttt/settings"))
	write(t, ctx, "Phrasebook", "says:\n  luck: [a]\n")
	see(t, ctx, "Line 2:")
}
