package channel

import (
	"context"
	"errors"
	"net/url"
	"slices"
	"strings"
	"sync"
	"time"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/pagemap"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/browser"
	"durchgang/internal/sandbox"
	"durchgang/internal/surface"
)

// Page plays scripts with what is driven with a pointer and keys: pages in a browser, or windows.
type Page struct {
	Map      *pagemap.Map
	Stage    Stage
	Rules    game.Rules
	Setup    game.Setup // of the script that is played
	Patience Patience
	Seed     string    // settles the page's random numbers
	Quick    bool      // no time passes between the steps
	Album    *Album    // of the page; nil where no pictures are wanted
	Tape     *PageTape // of what the page has shown; nil where it is played each time

	coming []suite.Moment // what will be played, where that is known
}

// Album keeps the pictures of a page by what it shows, so that each is taken once. It is safe
// for concurrent use.
type Album struct {
	mu    sync.Mutex
	shots map[string]Shot
}

func (a *Album) find(state string) (Shot, bool) {
	a.mu.Lock()
	defer a.mu.Unlock()
	s, there := a.shots[state]
	return s, there
}

func (a *Album) keep(state string, s Shot) {
	a.mu.Lock()
	defer a.mu.Unlock()
	if a.shots == nil {
		a.shots = map[string]Shot{}
	}
	if state != "" && len(a.shots) < mostShots {
		a.shots[state] = s
	}
}

const mostShots = 2000 // of some four kilobytes each

// Play opens the page in a browser context of its own and plays the moments of one script.
// The error is about the machine, never about the page. A cancelled context ends it.
func (p Page) Play(ctx context.Context, _ sandbox.Spec, moments []suite.Moment) (Performance, error) {
	p.coming = moments
	if p.Tape == nil {
		return perform(ctx, p, sandbox.Spec{}, p.Setup, moments)
	}
	key := p.key(moments)
	if steps, known := p.Tape.get(key); known {
		return p.reread(steps, moments)
	}
	done, err := perform(ctx, p, sandbox.Spec{}, p.Setup, moments)
	if err == nil {
		p.Tape.put(key, done.steps)
	}
	return done, err
}

// On plays with the page's stage made ready.
func (p Page) On(ctx context.Context, play func(Page) (Performance, error)) (Performance, error) {
	return p.Stage.on(ctx, p, play)
}

// sit implements Sitter: a browser context of the page's own. Only who holds the browser
// may call it.
func (p Page) sit(ctx context.Context, _ sandbox.Spec, setup game.Setup) (seat, func(), error) {
	s := &pageSeat{Page: p, ctx: ctx, started: time.Now(), given: p.Map.Book.Give(p.Rules, setup)}
	s.rows, s.cols = p.Rules.Shape()
	s.assume(setup)
	s.Setup = setup
	err := s.bounded(func(ctx context.Context) (err error) {
		s.page, err = p.Stage.open(ctx, s)
		return err
	})
	if err == nil {
		err = s.bounded(s.begin)
	}
	leave := func() {
		if s.page != nil {
			s.page.Close()
		}
	}
	if err != nil && s.fallen == nil {
		leave()
		return nil, nil, err
	}
	return s, leave, nil
}

// begin looks at what was opened, and does what comes before a game.
func (s *pageSeat) begin(ctx context.Context) error {
	err := s.page.Ask(s.Map.Question(s.rows, s.cols))
	if err == nil {
		err = s.settle(ctx)
	}
	if err == nil {
		err = s.start(ctx)
	}
	return err
}

// query is what a page is given in its address: the book's arguments of the form name=value,
// or else the parts of the set-up by their names.
func query(arguments []string, setup game.Setup) string {
	q := url.Values{}
	for _, a := range arguments {
		if name, value, is := strings.Cut(a, "="); is {
			q.Set(name, value)
		}
	}
	if len(q) == 0 {
		for name, value := range setup.Values() {
			q.Set(name, value)
		}
	}
	return q.Encode()
}

// pageSeat is one script on one page.
type pageSeat struct {
	Page
	ctx        context.Context
	page       surface.Surface // nil when it could not be opened
	started    time.Time
	given      phrasebook.Given
	table      phrasebook.Table
	known      phrasebook.Known // from the screens before
	rows, cols int
	cursor     game.Cell // where the map's is
	done       Performance
	err        error // of the machine

	mu    sync.Mutex
	again bool // another game is agreed to
	began bool // one was begun by that
	pageStep
}

// pageStep is what was done with a page in one moment, and what it has shown.
type pageStep struct {
	looked, before pagemap.Look
	said           [][]pagemap.Line
	notes          []surface.Note
	dialogs        []string
	rests          bool
	tried          bool               // there was a way to do what the moment asks for
	anew           bool               // another game was begun when the page asked
	hurried        bool               // the page was not looked at before the next step
	fallen         *judge.Observation // how the page came to its end; nil while it runs
	typed          *string            // what was done, in words
	at             time.Duration
	shot           Shot
}

// assume implements seat.
func (s *pageSeat) assume(setup game.Setup) { s.table = phrasebook.TableOf(s.Rules, setup) }

// suppose implements seat.
func (s *pageSeat) suppose(setup game.Setup) { s.table = phrasebook.TableOf(s.Rules, setup).Guessed() }

// performance implements seat.
func (s *pageSeat) performance() (*Performance, error) { return &s.done, s.err }

// errStuck is why a context ends that patience has lost.
var errStuck = errors.New("the page does not come to rest")

// bounded does something with the page for as long as patience allows, without the time that
// a busy machine had none for it. What the page is at fault for is kept in fallen.
func (s *pageSeat) bounded(act func(context.Context) error) error {
	if s.fallen != nil {
		return nil
	}
	ctx, cancel := context.WithCancelCause(s.ctx)
	defer cancel(nil)
	if box := s.Stage.box(s.page); box != nil { // else it is being opened, which has a time of its own
		late := newClock(box, s.Patience.Rest)
		var timer *time.Timer
		timer = time.AfterFunc(late.left(), func() {
			if late.over() {
				cancel(errStuck)
			} else {
				timer.Reset(late.left())
			}
		})
		defer timer.Stop()
	}
	err := act(ctx)
	var ended *surface.Ended
	switch {
	case err == nil:
	case s.ctx.Err() != nil:
		s.err = s.ctx.Err()
	case errors.Is(context.Cause(ctx), errStuck):
		s.fallen = &judge.Observation{Condition: judge.Stuck, Detail: "for " + s.Patience.Rest.String()}
	case errors.As(err, &ended):
		s.fallen = &judge.Observation{Condition: judge.Ended}
		if ended.Fault {
			s.fallen = &judge.Observation{Condition: judge.Crashed, Detail: ended.How}
		}
	case errors.Is(err, browser.ErrCrashed):
		s.fallen = &judge.Observation{
			Condition: judge.Crashed,
			Detail:    "its page in the browser ended, as one does that needs too much memory",
		}
	default:
		s.err = err
	}
	return err
}

// settle lets the page come to rest, and takes what it shows then.
func (s *pageSeat) settle(ctx context.Context) error {
	settled, err := s.page.Settle(ctx, s.Map.Rest)
	if err != nil {
		return err
	}
	s.rests = settled.Rests
	for _, l := range settled.Before {
		s.take(l)
		s.said = append(s.said, s.looked.Lines)
	}
	s.take(settled.Look)
	return nil
}

// take takes what was shown when it was looked at, and what had been said until then.
func (s *pageSeat) take(l surface.Look) { s.looked, s.said = l.Shown, append(s.said, l.Said...) }

// answer says what is done at a dialog: what the set-up or the book has for it, and yes to
// another game only when that is asked for next.
func (s *pageSeat) answer(d surface.Dialog) (accept bool, text string) {
	if text, found := s.given.Answer(d.Text); found {
		return true, text
	}
	if text, found := s.Map.Book.Answer(d.Text, true); found {
		return true, text
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if _, offered := s.Map.Book.Offers(d.Text); offered && d.Kind != "alert" {
		s.began = s.began || s.again
		return s.again, d.Default
	}
	return true, d.Default
}

// next tells which act follows the moment that is played now.
func (s *pageSeat) next() suite.Act {
	if n := len(s.done.Observations) + 1; n < len(s.coming) {
		return s.coming[n].Step.Act
	}
	return ""
}

// hurries reports whether the next step follows before the page comes to rest.
func (s *pageSeat) hurries() bool { return s.Quick && s.next() != "" }

// hear takes what the page has noted about itself.
func (s *pageSeat) hear() {
	if s.page == nil {
		return
	}
	for _, n := range s.page.Notes() {
		s.notes = append(s.notes, n)
		if n.Kind == surface.NoteDialog {
			s.dialogs = append(s.dialogs, n.Text)
		}
	}
}

// moment implements seat.
func (s *pageSeat) moment(m suite.Moment) bool {
	s.mu.Lock()
	s.again = s.next() == suite.Again || m.Step.Act == suite.Again
	anew := s.began // by the step before
	s.began = false
	s.mu.Unlock()
	s.tried, s.typed = true, nil
	opens := s.opens(m.Step)
	if opens { // it has been done already, and is seen now
		s.before = pagemap.Look{}
		if s.said == nil {
			s.said = [][]pagemap.Line{s.looked.Lines}
		}
	}
	if s.fallen == nil && m.Step.Act != suite.Start && !opens {
		s.before, s.said, s.notes, s.dialogs = s.looked, nil, nil, nil
		_ = s.bounded(func(ctx context.Context) (err error) {
			var what string
			if what, s.tried, err = s.act(ctx, m, anew); what != "" {
				s.typed = &what
			}
			if err != nil || s.hurries() {
				return err
			}
			return s.settle(ctx)
		})
	}
	s.hear()
	if s.err != nil {
		return false
	}
	s.mu.Lock()
	s.anew = s.began
	s.mu.Unlock()
	s.hurried = s.hurries() && m.Step.Act != suite.Start
	s.at, s.shot = time.Since(s.started), s.shoot()
	return s.record(m)
}

// opens reports whether a step is the move that the page makes by itself as a game begins: there is nothing on
// it to make that move with.
func (s *pageSeat) opens(step suite.Step) bool {
	m, does := game.Opening(s.Rules)
	_, there := s.Map.Button(s.looked, m.Verb, "")
	return does && step.Act == suite.MakeMove && step.Move == m && !there
}

// record keeps what was seen in a moment as it is read by the map.
func (s *pageSeat) record(m suite.Moment) bool {
	o, seen := judge.Observation{Condition: judge.Waiting}, s.seen(m)
	switch {
	case s.fallen != nil:
		o = *s.fallen
	case !s.hurried:
		o = s.observe(m, seen)
		o.Untyped = !s.tried
		o.Unoffered = o.Untyped && m.Step.Act == suite.MakeMove && !m.Step.Refused && s.Rules.MoveKind() == game.NamesText
	}
	var events []Event
	if s.typed != nil {
		events = append(events, Event{At: s.at, Typed: s.typed})
	}
	d := &s.done
	if _, opens := game.Opening(s.Rules); opens && (m.Step.Act == suite.Start || m.Step.Act == suite.Again) &&
		o.Condition == judge.Waiting {
		o.Facts = nil // what was dealt already is seen at the first move
	}
	d.Observations, d.Events, d.Shots = append(
		d.Observations,
		o,
	), append(
		d.Events,
		append(events, s.printed(o)...),
	), append(
		d.Shots,
		s.shot,
	)
	d.steps = append(d.steps, s.pageStep)
	d.Said, d.Stands = append(d.Said, s.Map.News(seen)), append(d.Stands, s.Map.Stands(seen))
	return s.tried || m.Step.Act != suite.Again
}

// seen is what a moment has left on the page. It keeps which signs hide the letters of a word.
func (s *pageSeat) seen(m suite.Moment) pagemap.Seen {
	step := phrasebook.Step{Mover: m.Mover}
	if m.Step.Act == suite.MakeMove {
		step.Move = &m.Step.Move
	}
	seen := pagemap.Seen{
		Look:    s.looked,
		Before:  s.before,
		Said:    s.said,
		Dialogs: s.dialogs,
		Table:   s.table,
		Step:    step,
		Rows:    s.rows,
		Cols:    s.cols,
	}
	if s.table.Word != "" {
		s.known.Hide(s.table, s.Map.Screen(seen), m.Step.Act == suite.Start || m.Step.Act == suite.Again)
		seen.Step.Known.Hiders = s.known.Hiders
	}
	return seen
}

// observe turns what the page shows into the observation of this moment.
func (s *pageSeat) observe(m suite.Moment, seen pagemap.Seen) judge.Observation {
	o := judge.Observation{Facts: s.Map.Facts(seen), Condition: judge.Waiting}
	switch {
	case !s.rests:
		o.Condition, o.Detail = judge.Stuck, "it shows something else again and again"
	case s.empty():
		o.Condition, o.Detail = judge.Crashed, s.complaint("nothing is shown")
	case s.anew:
		o.Condition = judge.Anew
	case m.Step.Act == suite.Reload:
		o = s.reloaded(m, o)
	case game.Turn(o.Facts) != game.Nobody:
		o.Condition = judge.Asking
	}
	return o
}

// reloaded judges a page that was loaded anew: it goes on with the game, or begins another.
func (s *pageSeat) reloaded(m suite.Moment, o judge.Observation) judge.Observation {
	fresh, same := true, true
	for _, f := range o.Facts {
		if f.Kind == game.FactCell {
			fresh = fresh && (f.Player == game.Nobody || f.Text == game.SeaText)
			same = same && slices.Contains(m.View, f)
		}
	}
	seen := "it shows the same position"
	switch {
	case !same && !fresh:
		seen = "it shows a board that is neither"
	case !same:
		seen = "it begins another game"
	}
	o.Facts = nil
	o.Checks = []judge.Check{
		{
			Aspect:   suite.NewGame,
			Agrees:   fresh || same,
			Expected: "the page goes on with the game or begins another when it is loaded anew",
			Seen:     seen,
		},
	}
	return o
}

// empty reports whether nothing of the map is on the page.
func (s *pageSeat) empty() bool {
	for _, b := range s.looked.Boards {
		if len(b) > 0 {
			return false
		}
	}
	for _, t := range s.looked.Things {
		if len(t) > 0 {
			return false
		}
	}
	return len(s.looked.Lines) == 0
}

// complaint is the first error that a script has noted, or else.
func (s *pageSeat) complaint(other string) string {
	for _, n := range s.notes {
		if n.Kind == surface.NoteError {
			return n.String()
		}
	}
	return other
}
