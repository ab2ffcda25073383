package grading

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"regexp"
	"slices"
	"strings"

	"durchgang/core/draft"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
	"durchgang/internal/sandbox"
	"durchgang/internal/toolchain"
)

// Drafted is a phrasebook that was found by playing.
type Drafted struct {
	Book    string          `json:"book"`    // YAML; empty when the built-in wording is enough
	Learned []draft.Learned `json:"learned"` // what was looked for, and what was found
	Missing []string        `json:"missing"` // what could not be told, in words
	Verdict judge.Verdict   `json:"verdict"` // of the program with this book
}

// Draft finds the wording of a program by playing the suite with it. It may have a mistake;
// what it says at most of the steps at which it should counts.
func Draft(ctx context.Context, folder fs.FS, s *suite.Suite, report func(doing string)) (Drafted, error) {
	program, err := toolchain.Prepare(ctx, folder, toolchain.UserCache())
	if err != nil {
		return Drafted{}, err
	}
	defer program.Close()
	fixed := *s
	if fixed.Scripts = (Grader{Suite: s}).lessons(); len(fixed.Scripts) == 0 {
		return Drafted{}, &record.InputError{
			Field: "suite",
			Err: errors.New(
				"wording is found by scripts of which it is known what must be seen, and this suite has none: give some a set-up, or take the game's own suite",
			),
		}
	}
	d := drafter{
		ctx:    ctx,
		suite:  &fixed,
		spec:   program.Spec,
		report: report,
		source: sourceText(folder),
		tape:   &channel.Tape{},
		way:    terminal{},
	}
	return d.draft()
}

// sourceText is what stands in a program's files, in which the names of files and variables
// are found.
func sourceText(folder fs.FS) string {
	var b strings.Builder
	_, names, err := toolchain.Find(folder)
	if err != nil {
		return ""
	}
	for _, name := range names {
		if data, err := fs.ReadFile(folder, name); err == nil && toolchain.IsSource(name) {
			b.Write(data)
		}
	}
	return b.String()
}

type drafter struct {
	ctx     context.Context
	suite   *suite.Suite
	spec    func() sandbox.Spec // of the program's box
	report  func(string)
	source  string
	settled string // the phrasebook that there is
	text    bookText
	learned []draft.Learned

	page      *playing        // of which the words are learned; nil for a program on a terminal
	way       way             // in which it is driven
	tape      *channel.Tape   // of what was played; nil where the program always runs
	parallel  int             // scripts that are played at the same time
	silent    bool            // the program ends before it asks for anything
	uncertain []string        // subjects of which what was found may mean the opposite
	replies   bool            // it answers a move with one of its own
	played    map[string]bool // titles of the scripts that were played with the built-in wording
}

// scripts are the first few of each criterion.
func (d *drafter) scripts(each, most int) []suite.Script {
	var chosen []suite.Script
	counts := map[string]int{}
	for _, s := range d.suite.Scripts {
		if counts[s.Criterion]++; counts[s.Criterion] <= each && len(chosen) < most {
			chosen = append(chosen, s)
		}
	}
	return chosen
}

// find finds the wording.
func (d *drafter) find() error {
	if d.learnable() {
		return d.hear()
	}
	return d.structure()
}

// structure finds how a set-up is given, what is asked first, how a move is typed, what is said and how another game is
// begun, in games in which boards are not compared.
func (d *drafter) structure() error {
	if d.page != nil {
		return d.told()
	}
	few := d.scripts(1, fewLessons)
	if d.table().Rounds() {
		d.text.deck = draft.DeckIn(d.source)
	}
	d.report("trying the built-in wording")
	best, err := d.try(d.text, few)
	if err != nil {
		return err
	}
	if best, err = d.setups(best, few); err != nil {
		return err
	}
	if d.silent = best.silent; d.silent {
		return nil // it ends before it asks for anything
	}
	table := d.table()
	if table.Afloat() {
		err = d.aims(best, few)
	} else {
		_, err = d.questions(best, few)
	}
	if err != nil {
		return err
	}
	if table.Rounds() {
		if err := d.verbs(); err != nil {
			return err
		}
	}
	if err := d.told(); err != nil {
		return err
	}
	return d.again()
}

// table is what the game is played on.
func (d *drafter) table() phrasebook.Table {
	return phrasebook.TableOf(d.suite.Rules, d.suite.Example(d.suite.Scripts[0]))
}

// told finds what is said where boards are not compared.
func (d *drafter) told() error {
	table := d.table()
	tapes := d.tapes()
	t, err := d.hearAll(tapes)
	if err != nil {
		return err
	}
	switch {
	case table.Rounds():
		if w := draft.Seated(t.plays); d.suite.Scripts[0].Own && len(w.Phrases) > 0 {
			d.learn(w)
			if t, err = d.hearAll(tapes); err != nil {
				return err
			}
		}
		d.text.own = true
		w := draft.AtTable(d.known(), t.plays)
		for range moreHearings {
			if !d.suite.Scripts[0].Own || d.tape == nil ||
				len(w.Phrases["cards.win"]) > 0 && len(w.Phrases["cards.lose"]) > 0 && len(w.Phrases["cards.push"]) > 0 {
				break
			}
			more, err := d.hearAll([]*channel.Tape{{}, {}, {}})
			if err != nil {
				return err
			}
			t.plays = append(t.plays, more.plays...)
			w = draft.AtTable(d.known(), t.plays)
		}
		d.learn(w)
	case table.Afloat():
		if fleet, is := d.suite.Rules.(draft.Fleet); is && d.suite.Scripts[0].Own {
			if t, err = d.counted(fleet, t); err != nil {
				return err
			}
		}
		d.text.own = true
		d.learn(draft.AtSea(d.known(), t.plays))
		return d.signs(tapes)
	}
	return nil
}

// signs finds which signs on boards at sea stand for hits and misses, once it is known how these are told.
func (d *drafter) signs(tapes []*channel.Tape) error {
	if d.page != nil {
		return nil // the cells of a page are told apart by their looks
	}
	t, err := d.hearAll(tapes)
	if err != nil {
		return err
	}
	book := phrasebook.Default()
	d.text.signs = draft.Signs(t.plays, func(screen phrasebook.Screen) []phrasebook.Water { return book.Waters(screen, d.table()) })
	return nil
}

// moreHearings is how often more rounds are played where it was not found how the program says who has won.
const moreHearings = 2

// counted finds what is said of shots at a fleet that the program hides: counted in enough games it is taken, be it
// said at other shots than it should, and else where more is understood so.
func (d *drafter) counted(fleet draft.Fleet, t trial) (trial, error) {
	w := draft.Counted(fleet, t.plays)
	if len(w.Phrases) == 0 {
		return t, nil
	}
	take := func(b *bookText) { b.phrases = maps.Clone(w.Phrases) }
	kept, err := d.better(&t, d.suite.Scripts, take)
	if err == nil && !kept && w.Phrases["shots.sunk"] != nil && w.Learned[0].Held >= enoughGames {
		take(&d.text)
		kept = true
		t, err = d.try(d.text, d.suite.Scripts)
	}
	if kept {
		d.learned = append(d.learned, w.Learned...)
	}
	return t, err
}

// enoughGames is in how many games a phrase must be said as often as there are ships, so that it is no chance.
const enoughGames = 3

// learn takes over what was found of what is said.
func (d *drafter) learn(w draft.Wording) {
	if d.text.phrases == nil {
		d.text.phrases = map[string][]string{}
	}
	for key, list := range w.Phrases {
		if len(list) > 0 {
			d.text.phrases[key] = list
		}
	}
	for p := range d.text.names {
		if len(w.Names[p+1]) > 0 {
			d.text.names[p] = w.Names[p+1]
		}
	}
	d.learned = append(d.learned, w.Learned...)
}

// draft finds the wording and grades with it.
func (d *drafter) draft() (Drafted, error) {
	if err := d.find(); err != nil {
		return Drafted{}, err
	}
	d.report("grading with the draft")
	all, err := d.try(d.text, d.suite.Scripts)
	if err != nil {
		return Drafted{}, err
	}
	done := Drafted{Book: d.text.String(), Learned: d.learned, Missing: []string{}, Verdict: judge.Judge(d.suite, all.verdicts, 0)}
	if done.Book != "" && done.Verdict.Points < done.Verdict.Of {
		plain, err := d.try(bookText{}, d.suite.Scripts)
		if err != nil {
			return Drafted{}, err
		}
		if v := judge.Judge(d.suite, plain.verdicts, 0); shown(v) >= shown(done.Verdict) && v.Points >= done.Verdict.Points {
			done.Book, done.Verdict = "", v
		}
	}
	for _, l := range d.learned {
		if l.Text == "" {
			done.Missing = append(done.Missing, fmt.Sprintf("no phrase for %s was found (%d steps)", l.About, l.Of))
		}
	}
	for _, c := range done.Verdict.Criteria {
		if c.State == judge.NotShown {
			done.Missing = append(done.Missing, "not shown: "+c.Title)
		}
	}
	if done.Learned == nil {
		done.Learned = []draft.Learned{}
	}
	return done, nil
}

// shown is how many criteria are not left unshown.
func shown(v judge.Verdict) int {
	n := 0
	for _, c := range v.Criteria {
		if c.State != judge.NotShown {
			n++
		}
	}
	return n
}

// better tries a change of the text and keeps it when it scores higher.
func (d *drafter) better(best *trial, scripts []suite.Script, change func(*bookText)) (bool, error) {
	text := d.text.clone()
	change(&text)
	t, err := d.try(text, scripts)
	if err != nil || t.score() <= best.score() {
		return false, err
	}
	d.text, *best = text, t
	return true, nil
}

const mostQuestions = 4

var menu = regexp.MustCompile(`(?m)^\W*1\s*[).:=-]`)

// questions answers what a program asks before its first move, as long as that leads on.
func (d *drafter) questions(best trial, few []suite.Script) (trial, error) {
	if best.whole() {
		return best, nil
	}
	d.report("answering what it asks first")
	from, kept := d.text.clone(), 0
	text, last := d.text.clone(), best
	for n := range mostQuestions {
		screen := startOf(last)
		prompt := strings.TrimSpace(screen.Prompt())
		if prompt == "" || slices.ContainsFunc(text.answers, func(a [2]string) bool { return a[0] == literal(prompt) }) {
			break
		}
		answer := [...]string{"Anna", "Ben", "Cleo", "Dario"}[n]
		if menu.MatchString(strings.Join(since(screen, text.answers), "\n")) {
			answer = "1"
		}
		text.answers = append(text.answers, [2]string{literal(prompt), answer})
		var err error
		if last, err = d.try(text, few); err != nil {
			return best, err
		}
		if literal(startOf(last).Prompt()) == literal(prompt) {
			break // it is asked again: this was no answer
		}
		if last.score() > best.score() {
			best, d.text, kept = last, text.clone(), n+1
		}
	}
	if kept > 0 {
		for _, a := range d.text.answers[len(from.answers):] {
			d.learned = append(d.learned, draft.Learned{About: "answers", Text: fmt.Sprintf("%s: %s", a[0], a[1])})
		}
	}
	return best, nil
}

// since is what stands on a screen below the question answered last.
func since(screen phrasebook.Screen, answers [][2]string) phrasebook.Screen {
	if len(answers) == 0 {
		return screen
	}
	last := regexp.MustCompile(answers[len(answers)-1][0])
	i := slices.IndexFunc(screen, last.MatchString)
	return screen[i+1:]
}

// startOf is the screen of a program that has just been started, as it is after the answers
// of the book: the first on which something stands.
func startOf(t trial) phrasebook.Screen {
	for _, s := range t.steps[:min(2, len(t.steps))] { // a deal is seen at its move
		if s.Screen.Prompt() != "" {
			return s.Screen
		}
	}
	return nil
}

var digits = regexp.MustCompile(`[0-9]+`)

// literal is a pattern for a line, whatever its numbers are.
func literal(line string) string {
	return digits.ReplaceAllString(regexp.QuoteMeta(strings.TrimSpace(line)), `\d+`)
}

// yeses are what a program may want to hear when it asks whether to play again.
var yeses = []string{"y", "yes", "j", "ja", "1", "o", "s", "a"}

// yesesTo are what may be yes to a question: first the words that it names in brackets, in quotes or by a
// single letter, then those that are usual, and then any other word of it.
func yesesTo(question string) (list []string) {
	for _, m := range offered.FindAllStringSubmatch(question, -1) {
		list = append(list, strings.Join(m[1:], ""))
	}
	list = slices.Concat(list, yeses)
	for _, word := range words.FindAllString(question, -1) {
		if !slices.Contains(list, word) {
			list = append(list, word)
		}
	}
	return list
}

var words = regexp.MustCompile(`\pL{2,}`)

var offered = regexp.MustCompile(`(?:[(\[<"'/|,]\s*(\pL+|\d)|\b(\pL|\d)\b)`)

// again looks for the question whether to play again, and what yes is to it.
func (d *drafter) again() error {
	i := slices.IndexFunc(d.suite.Scripts, func(s suite.Script) bool {
		return slices.ContainsFunc(s.Steps, func(step suite.Step) bool { return step.Act == suite.Again })
	})
	if i < 0 {
		return nil
	}
	script := d.suite.Scripts[i : i+1]
	best, err := d.try(d.text, script)
	if err != nil || best.verdicts[0].State == judge.Agrees {
		return err
	}
	d.report("looking for how to play again")
	k := slices.IndexFunc(best.steps, func(s draft.Seen) bool { return s.Over })
	if k < 0 {
		return nil
	}
	prompt := strings.TrimSpace(best.steps[k].Screen.Prompt())
	if prompt == "" {
		return nil
	}
	for _, yes := range yesesTo(prompt) {
		kept, err := d.better(&best, script, func(b *bookText) { b.again, b.yes = literal(prompt), yes })
		if err != nil {
			return err
		}
		if kept && best.verdicts[0].State == judge.Agrees {
			break
		}
	}
	if d.text.again != "" {
		d.learned = append(d.learned, draft.Learned{About: "says.again", Text: fmt.Sprintf("%s: %s", prompt, d.text.yes)})
	}
	return nil
}
