package grading

import (
	"context"
	"io/fs"
	"slices"

	"durchgang/core/calls"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/driver"
)

// function drives programs whose functions are called.
type function struct {
	speechless
	book *calls.Book
}

func openFunctions(file, text string, _ *suite.Suite) (way, error) {
	book, err := calls.Parse(file, text)
	return function{book: book}, err
}

func (f function) prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error {
	_, cols := g.Suite.Rules.Shape()
	driven, err := driver.Prepare(ctx, folder, f.book.Settings(cols), g.Builds)
	if err != nil {
		return err
	}
	p.settings = driven.Settings
	p.run(driven.Program, g.Memory, folder)
	return nil
}

func (f function) play(
	ctx context.Context,
	g Grader,
	p *playing,
	script suite.Script,
	moments []suite.Moment,
) (channel.Performance, error) {
	return channel.Function{
		Book:     f.book,
		Rules:    g.Suite.Rules,
		Setup:    script.Setup,
		Patience: p.patience(),
		Settings: p.settings,
	}.Play(
		ctx,
		p.spec(),
		moments,
	)
}

// shows is the part of a suite that functions can show: its criteria about aspects of which one of them tells, and
// where the game is small every position besides.
func (f function) shows(s *suite.Suite) *suite.Suite {
	shows := func(a suite.Aspect) bool { return f.book.Shows(s.Rules, a) }
	shown := s.Only(shows)
	every := suite.Script{Title: "every position", Steps: []suite.Step{{Act: suite.Look}}}
	result := slices.IndexFunc(shown.Criteria, func(c suite.Criterion) bool { return c.Claim(suite.Win) || c.Claim(suite.Draw) })
	if _, err := every.Moments(s.Rules); err == nil && result >= 0 && (shows(suite.Win) || shows(suite.Draw)) {
		every.Criterion = shown.Criteria[result].Name
		shown.Scripts = append(shown.Scripts, every)
	}
	return shown
}
