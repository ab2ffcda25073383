package grading

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"slices"
	"strings"
	"sync"
	"time"

	"durchgang/core/calls"
	"durchgang/core/calls/bind"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/driver"
	"durchgang/internal/record"
)

// function drives programs that are called. Without a book each program's is drafted.
type function struct {
	speechless
	book *calls.Book
}

func openFunctions(file, text string, _ *suite.Suite) (way, error) {
	if strings.TrimSpace(text) == "" {
		return function{}, nil
	}
	book, err := calls.Parse(file, text)
	return function{book: book}, err
}

// NotCalledError says why a program cannot be called. It is not graded then.
type NotCalledError struct {
	Failure *calls.Failure // how loading it has failed; nil where that is not why
	Wanted  []string       // names of the description that are not there
	Names   []string       // those that the program has, the closest first
}

func (e *NotCalledError) Error() string {
	if e.Failure != nil {
		return "not graded yet: the program cannot be called. It " + e.Failure.String() + "."
	}
	names := "it defines no function"
	if len(e.Names) > 0 {
		names = "it has " + strings.Join(e.Names[:min(len(e.Names), 12)], ", ")
	}
	if len(e.Wanted) > 0 {
		return fmt.Sprintf("not graded yet: the program has no %s; %s.", strings.Join(e.Wanted, ", no "), names)
	}
	return "not graded yet: no function, class or variable was found by which the game is played; " + names + ".\n" +
		"If it is this game, describe how it is called (docs/functions.md)."
}

// callee is a program that is called.
type callee struct {
	program *driver.Program
	book    *calls.Book
	outline calls.Outline
	text    string // of a book that was drafted
	fit     float64
	hung    channel.Hung
	notes   []string
	untold  map[string]bool // criteria of which nothing was found that tells them

	mutex sync.Mutex
	free  []*channel.Session // that run
}

func (f function) prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error {
	c, err := openCallee(ctx, g, folder)
	if err != nil {
		return err
	}
	p.run(c.program.Program, g.Memory, folder)
	closing := p.close
	p.close = func() {
		c.close()
		closing()
	}
	p.callee = c
	if err := c.outlined(ctx, p); err != nil {
		p.close()
		return err
	}
	c.book = f.book
	if f.book == nil {
		err = c.draft(ctx, g, p)
	} else {
		err = c.fits(f.book)
	}
	if err != nil {
		p.close()
	}
	return err
}

func openCallee(ctx context.Context, g Grader, folder fs.FS) (*callee, error) {
	program, err := driver.Prepare(ctx, folder, g.Builds)
	if err != nil {
		return nil, err
	}
	return &callee{program: program}, nil
}

func (c *callee) close() {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	for _, s := range c.free {
		s.Close()
	}
	c.free = nil
}

// with lends a session for one script.
func (c *callee) with(p *playing, use func(*channel.Session) error) error {
	c.mutex.Lock()
	var s *channel.Session
	if n := len(c.free); n > 0 {
		s, c.free = c.free[n-1], c.free[:n-1]
	} else {
		s = &channel.Session{Spec: p.spec, Settings: c.program.Settings}
	}
	c.mutex.Unlock()
	s.Patience = p.patience()
	err := use(s)
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.free = append(c.free, s)
	return err
}

// outlined finds out what the program defines. A program that cannot be loaded is a *NotCalledError.
func (c *callee) outlined(ctx context.Context, p *playing) error {
	if c.program.Outline != nil {
		c.outline = *c.program.Outline
		return nil
	}
	return c.with(p, func(s *channel.Session) error {
		a, err := s.Ask(ctx, []calls.Request{{Do: "outline"}})
		if err != nil {
			return err
		}
		if len(a.Answers) == 0 || a.Answers[0].Failure != nil {
			failure := &calls.Failure{Kind: calls.Gone, Says: "does not come to an end of loading: " + a.Ended()}
			if len(a.Answers) > 0 {
				failure = a.Answers[0].Failure
			}
			return &NotCalledError{Failure: failure}
		}
		if c.outline, err = calls.ReadOutline(a.Answers[0].Value); err != nil {
			return err
		}
		if c.outline.Load != nil && len(c.outline.Names()) == 0 {
			return &NotCalledError{Failure: c.outline.Load}
		}
		return nil
	})
}

// fits checks that a program has some of what a book names.
func (c *callee) fits(book *calls.Book) error {
	wanted := book.Absent(c.outline)
	if len(wanted) == 0 || len(wanted) < book.Count() {
		return nil
	}
	if c.outline.Load != nil {
		return &NotCalledError{Failure: c.outline.Load}
	}
	names := c.outline.Names()
	slices.SortStableFunc(names, func(a, b string) int { return cmp.Compare(distance(a, wanted), distance(b, wanted)) })
	return &NotCalledError{Wanted: wanted, Names: names}
}

// distance is how far a name is from the closest of some others: the least edit distance, in letters,
// whatever the case.
func distance(name string, others []string) int {
	least := 1000
	for _, o := range others {
		least = min(least, editDistance(strings.ToLower(name), strings.ToLower(o)))
	}
	return least
}

// editDistance is the number of letters to insert, remove or replace.
func editDistance(a, b string) int {
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		before := row[0]
		row[0] = i + 1
		for j := range len(b) {
			cost := before
			if a[i] != b[j] {
				cost++
			}
			before = row[j+1]
			row[j+1] = min(cost, row[j+1]+1, row[j]+1)
		}
	}
	return row[len(b)]
}

// draftPatience is how long a call may take, to a third, while it is tried out how a program is called.
const draftPatience = 500 * time.Millisecond

// draft finds out how the program is called.
func (c *callee) draft(ctx context.Context, g Grader, p *playing) error {
	usual := p.usual
	p.usual.Rest = min(usual.Rest, draftPatience)
	defer func() { p.usual = usual }()
	drafted, err := bind.Draft(ctx, g.Suite, c.outline, func(ctx context.Context, requests []calls.Request) ([]calls.Answer, error) {
		var answers []calls.Answer
		err := c.with(p, func(s *channel.Session) error {
			a, err := s.Ask(ctx, requests)
			answers = a.Answers
			return err
		})
		return answers, err
	})
	switch {
	case errors.Is(err, bind.ErrNothing) && c.outline.Load != nil:
		return &NotCalledError{Failure: c.outline.Load}
	case errors.Is(err, bind.ErrNothing):
		return &NotCalledError{Names: c.outline.Names()}
	case err != nil:
		return err
	}
	c.text, c.fit, c.notes = drafted.Text, drafted.Fit, drafted.Notes
	c.book, err = calls.Parse("draft", drafted.Text)
	if err != nil {
		return fmt.Errorf("read what was drafted: %w", err)
	}
	return nil
}

func (f function) play(
	ctx context.Context,
	g Grader,
	p *playing,
	script suite.Script,
	moments []suite.Moment,
) (performance channel.Performance, err error) {
	err = p.callee.with(p, func(s *channel.Session) error {
		performance, err = channel.Function{
			Book:  p.callee.book,
			Rules: g.Suite.Rules,
			Setup: script.Setup,
			Hung:  &p.callee.hung,
		}.Play(
			ctx,
			s,
			moments,
		)
		return err
	})
	if err == nil {
		g.choices(script, moments, performance)
	}
	return performance, err
}

// shows is the part of a suite that functions can show: its criteria about aspects of which one of them tells, and
// where the game is small every position besides.
func (f function) shows(s *suite.Suite) *suite.Suite {
	if f.book == nil {
		return playable(s.Only(func(a suite.Aspect) bool { return calls.Followable(s.Rules, a) }), s.Rules)
	}
	return shownBy(f.book, s)
}

func shownBy(book *calls.Book, s *suite.Suite) *suite.Suite {
	shows := func(a suite.Aspect) bool { return book.Shows(s.Rules, a) }
	shown := s.Only(shows)
	for i, c := range shown.Criteria {
		if c.Claim(suite.Mark) && !shows(suite.Mark) { // no mark is put anywhere
			shown.Criteria[i].Title = "A move that may be made is said to be legal, or chosen"
		}
	}
	if book.Follows() {
		return playable(shown, s.Rules)
	}
	every := suite.Script{Title: "every position", Steps: []suite.Step{{Act: suite.Look}}}
	result := slices.IndexFunc(shown.Criteria, func(c suite.Criterion) bool { return c.Claim(suite.Win) || c.Claim(suite.Draw) })
	if _, err := every.Moments(s.Rules); err == nil && result >= 0 && (shows(suite.Win) || shows(suite.Draw)) {
		every.Criterion = shown.Criteria[result].Name
		shown.Scripts = append(shown.Scripts, every)
	}
	return shown
}

// called is the grader of a program whose book was drafted: of the suite what programs that are called so can show.
func (g Grader) called(p *playing) Grader {
	if g.way.(function).book != nil {
		return g
	}
	book := p.callee.book
	if !book.Follows() {
		g.Suite, g.Prepared = shownBy(book, g.Suite), nil
		return g
	}
	whole := g.Suite
	if rest := followable(book, whole); len(rest.Criteria) < len(whole.Criteria) {
		g.Suite, g.Prepared = rest, nil
	}
	shown := whole.Only(func(a suite.Aspect) bool { return book.Shows(whole.Rules, a) })
	p.callee.untold = map[string]bool{}
	for _, c := range g.Suite.Criteria {
		_, is := shown.Criterion(c.Name)
		p.callee.untold[c.Name] = !is
	}
	return g
}

// followable is the part of a suite that a game that is followed can show, if the program has all that tells it.
func followable(book *calls.Book, s *suite.Suite) *suite.Suite {
	return playable(s.Only(func(a suite.Aspect) bool {
		return book.Shows(s.Rules, a) ||
			calls.Followable(s.Rules, a) && a != suite.NewGame // where nothing begins another game, there is none
	}), s.Rules)
}

// playable leaves out the scripts in which more happens than calls can do.
func playable(s *suite.Suite, rules game.Rules) *suite.Suite {
	s.Scripts = slices.DeleteFunc(s.Scripts, func(c suite.Script) bool {
		return c.Has(suite.Look) || c.Has(suite.Reload) || c.Has(suite.Leave) || game.GivesPosition(rules, c.Setup)
	})
	return s
}

// HasFunctions reports by a *NotCalledError where a program cannot be called as a book says.
func HasFunctions(ctx context.Context, program *driver.Program, book *calls.Book) error {
	c := &callee{program: program}
	defer c.close()
	p := &playing{usual: channel.DefaultPatience(), spec: program.Spec}
	if err := c.outlined(ctx, p); err != nil {
		return err
	}
	return c.fits(book)
}

// DraftedCalls is how a program is called, as it was found by playing.
type DraftedCalls struct {
	Language string   `json:"language"`
	Book     string   `json:"book"`  // in YAML
	Fit      float64  `json:"fit"`   // how much of what was tried came out right, 0 to 1
	Notes    []string `json:"notes"` // what else there is to say
	Names    []string `json:"names"` // what the program defines
}

// DraftCalls finds out how a program is called. Errors for which AtFault holds are the program's.
func DraftCalls(ctx context.Context, folder fs.FS, s *suite.Suite) (DraftedCalls, error) {
	g, err := New(record.Function, s, "", "")
	if err != nil {
		return DraftedCalls{}, err
	}
	p, err := g.prepare(ctx, folder)
	if err != nil {
		return DraftedCalls{}, err
	}
	defer p.close()
	c := p.callee
	return DraftedCalls{Language: p.language, Book: c.text, Fit: c.fit, Notes: c.notes, Names: c.outline.Names()}, nil
}

// callOf is the one call that a finding of a program that is called shows.
func (g Grader) callOf(
	f *judge.Finding,
	moments []suite.Moment,
	c *channel.Called,
	v judge.ScriptVerdict,
	who calls.Program,
) *calls.Finding {
	if c == nil || f.Step >= len(c.Until) || f.Step >= len(v.Steps) || f.Step >= len(moments) {
		return nil
	}
	n := c.Until[f.Step]
	found, ok := c.Book.Explain(who, g.Suite.Rules, moments[f.Step], c.Calls[:n], c.Answers[:n], calls.Subject(v.Steps[f.Step], *f))
	if !ok {
		return nil
	}
	return &found
}
