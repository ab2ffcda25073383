package grading

import (
	"context"
	"errors"
	"fmt"
	"io/fs"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/toolchain"
)

// terminal drives programs that speak to a person on a terminal.
type terminal struct{ book *phrasebook.Book }

func openTerminal(file, text string, s *suite.Suite) (way, error) {
	book, err := phrasebook.ParseOpponent(file, text, s.Program)
	return terminal{book}, err
}

// book is the phrasebook of programs on a terminal; nil for others.
func (g Grader) book() *phrasebook.Book {
	t, _ := g.way.(terminal)
	return t.book
}

func (terminal) prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error {
	return g.build(ctx, p, folder, (*toolchain.Program).Hurry)
}

// build builds a program that is run as it is, after what is done with it first.
func (g Grader) build(ctx context.Context, p *playing, folder fs.FS, first func(*toolchain.Program) error) error {
	program, err := toolchain.Prepare(ctx, folder, g.Builds)
	if err != nil {
		return err
	}
	if err := first(program); err != nil {
		program.Close()
		return err
	}
	p.run(program, g.Memory, folder)
	return nil
}

// probe finds out how moves are typed, with a move in the middle of the board, which no fault at an edge concerns.
func (t terminal) probe(ctx context.Context, g Grader, p *playing) error {
	rows, cols := g.Suite.Rules.Shape()
	if rows == 0 || g.Suite.Program != game.Nobody {
		return nil // there is one way to write a move
	}
	n := int16(min(rows, cols) / 2)
	middle := game.Move{Cell: game.Cell{Row: n, Col: n}}
	setup := g.Suite.Scripts[0].Setup
	if g.Suite.Scripts[0].Own {
		return nil // nothing is known of what would be seen
	}
	moments, err := suite.Script{Setup: setup, Steps: []suite.Step{{Act: suite.MakeMove, Move: middle}}}.Moments(g.Suite.Rules)
	if errors.Is(err, suite.ErrShouldAccept) {
		return nil // ships are placed first
	}
	if err != nil {
		return err
	}
	on := channel.Terminal{Book: t.book, Rules: g.Suite.Rules, Setup: setup, Patience: p.patience(), Tape: p.tape, Recorded: true}
	p.form, err = on.Probe(ctx, p.spec(), moments)
	return err
}

// on is the terminal on which a script is played.
func (t terminal) on(g Grader, p *playing, script suite.Script) channel.Terminal {
	on := channel.Terminal{Book: t.book, Rules: g.Suite.Rules, Setup: script.Setup, Patience: p.patience(), Form: p.form}
	if p.rehearsed || !g.Suite.Open(script) { // in which the program does something else each time
		on.Tape, on.Recorded = p.tape, p.recorded || p.heard[script.Title]
		if on.Tape != nil && g.Suite.Open(script) {
			on.Tape = on.Tape.Part(script.Title)
		}
	}
	return on
}

func (t terminal) play(
	ctx context.Context,
	g Grader,
	p *playing,
	script suite.Script,
	moments []suite.Moment,
) (channel.Performance, error) {
	return t.on(g, p, script).Play(ctx, p.spec(), moments)
}

func (t terminal) join(
	_ context.Context,
	g Grader,
	p *playing,
	script suite.Script,
	_ int,
	play func(channel.Sitter) (channel.Performance, error),
) (channel.Performance, error) {
	return play(t.on(g, p, script))
}

func (terminal) teach(_ *playing, settled, learned string, program game.Player) (way, error) {
	book, _, err := taught(settled, learned, program)
	return terminal{book}, err
}

func (terminal) shows(s *suite.Suite) *suite.Suite { return s }

// taught is the phrasebook of what a teacher has settled and what was learned besides, and its text.
func taught(settled, learned string, program game.Player) (book *phrasebook.Book, text string, err error) {
	if text, err = phrasebook.Merge("phrasebook", settled, learned); err != nil {
		return nil, "", fmt.Errorf("join what was learned to the phrasebook: %w", err)
	}
	if book, err = phrasebook.ParseOpponent("learned", text, program); err != nil {
		return nil, "", fmt.Errorf("read what was learned: %w", err)
	}
	return book, text, nil
}
