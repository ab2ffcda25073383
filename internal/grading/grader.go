package grading

import (
	"fmt"
	"slices"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// New returns a grader of programs that are driven through a channel. The book says
// how they are spoken to: a phrasebook, or for functions how they are called; file names it
// in errors. Errors are *record.InputError.
func New(name string, s *suite.Suite, file, book string) (Grader, error) {
	g := Grader{Suite: s, Builds: toolchain.UserCache(), Prepared: &Prepared{}}
	var err error
	switch name {
	case record.Function:
		g.Calls, err = calls.Parse(file, book)
	case record.Terminal:
		g.Book, err = phrasebook.ParseOpponent(file, book, s.Program)
		g.Learn, g.settled = true, book
	case record.Page:
		g.pages, err = newPages(file, book, s.Program)
		g.Learn = true
	case record.Wire:
		g.Wire = true
		_, err = phrasebook.Parse(file, book) // which is kept for when the channel changes
	default:
		return g, &record.InputError{Field: "channel", Err: fmt.Errorf("%q is none; it is %s, %s, %s or %s", name, record.Terminal, record.Wire, record.Function, record.Page)}
	}
	if err != nil {
		return g, &record.InputError{Field: "phrasebook", Err: err}
	}
	if own := slices.ContainsFunc(s.Scripts, func(c suite.Script) bool { return c.Own }); own && g.Book == nil && g.pages == nil {
		return g, &record.InputError{Field: "suite", Err: fmt.Errorf("programs that make the set-up themselves are driven through the channels %s and %s only", record.Terminal, record.Page)}
	}
	if s.Program != game.Nobody && g.Book == nil && g.pages == nil {
		return g, &record.InputError{Field: "suite", Err: fmt.Errorf("programs that play one side themselves are driven through the channels %s and %s only", record.Terminal, record.Page)}
	}
	if looks := slices.ContainsFunc(s.Scripts, func(c suite.Script) bool { return c.Has(suite.Look) }); looks && g.Calls == nil {
		return g, &record.InputError{Field: "suite", Err: fmt.Errorf("positions are looked at through the channel %s only", record.Function)}
	}
	if leaves := slices.ContainsFunc(s.Scripts, func(c suite.Script) bool { return c.Has(suite.Leave) }); leaves && g.Book == nil {
		return g, &record.InputError{Field: "suite", Err: fmt.Errorf("programs are ended by a word through the channel %s only", record.Terminal)}
	}
	return g, nil
}

// Shown returns the part of a suite that functions can show: its criteria about aspects of
// which one of them tells, and where the game is small every position besides.
func Shown(s *suite.Suite, book *calls.Book) *suite.Suite {
	shows := func(a suite.Aspect) bool { return book.Shows(s.Rules, a) }
	shown := s.Only(shows)
	every := suite.Script{Title: "every position", Steps: []suite.Step{{Act: suite.Look}}}
	result := slices.IndexFunc(shown.Criteria, func(c suite.Criterion) bool { return c.Claim(suite.Win) || c.Claim(suite.Draw) })
	if _, err := every.Moments(s.Rules); err == nil && result >= 0 && (shows(suite.Win) || shows(suite.Draw)) {
		every.Criterion = shown.Criteria[result].Name
		shown.Scripts = append(shown.Scripts, every)
	}
	return shown
}

// mostLooked is how many positions are kept as evidence up to the parting one.
const mostLooked = 20

// shorten leaves of thousands of positions that were looked at the last ones up to the
// parting step, or else the first ones.
func shorten(v judge.ScriptVerdict, moments []suite.Moment, p *channel.Performance) []suite.Moment {
	if len(moments) <= mostLooked || moments[len(moments)-1].Step.Act != suite.Look {
		return moments
	}
	from, to := 0, mostLooked
	if v.Finding != nil {
		from, to = max(0, v.Finding.Step+1-mostLooked), v.Finding.Step+1
	}
	p.Observations, p.Events = p.Observations[from:to], p.Events[from:to]
	return moments[from:to]
}
