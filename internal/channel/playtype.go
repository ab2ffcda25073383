package channel

import (
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
)

// attempt types a step. It returns false when the program holds a part of an
// earlier move and cannot be given this one.
func (p *player) attempt(step suite.Step) bool {
	form := p.formFor(step)
	prompts := form.Prompts()
	lines := slices.Repeat([]string{step.Text}, prompts)
	held := len(p.pending)
	if step.Act == suite.MakeMove {
		lines = form.Lines(p.spell(step.Move), p.table.Rows, p.table.Cols)
		if !slices.Equal(lines[:held], p.pending) {
			return false
		}
	}
	for i := held; i < prompts; i++ {
		p.enter(lines[i])
		asked := form.Asked(p.shown.Prompt())
		if p.rest != waits || i+1 == prompts || asked >= 0 && asked != i+1 || p.refused() {
			p.keep(lines, asked)
			return true
		}
	}
	return true
}

// formFor is how a step is typed. Once ships are placed, a program may say how shots are.
func (p *player) formFor(step suite.Step) phrasebook.Form {
	places := step.Act == suite.MakeMove && step.Move.Verb != "" && p.Rules.MoveKind() == game.NamesCell
	switch {
	case places:
		p.places = true
		return p.Book.Forms(p.shown, game.NamesShip)[0]
	case p.places:
		p.places = false
		p.form = p.Book.Forms(p.shown, p.Rules.MoveKind())[0]
	}
	return p.form
}

// right reports whether what would be typed for a move that must be refused is right at this prompt, as the
// number 1 for a card is where a bet is asked for.
func (p *player) right(m suite.Moment) bool {
	if !m.Step.Refused || m.Step.Act != suite.MakeMove || !p.table.Rounds() || p.prompts == nil ||
		p.Book.Skeleton(p.shown.Prompt()) != p.prompts[0] {
		return false
	}
	number := func(text string) bool { _, err := strconv.Atoi(text); return err == nil }
	return number(p.spell(m.Step.Move).Text) && !number(p.Rules.FormatMove(m.Step.Move))
}

// malformed reports whether what is typed for a move off the board is not a move in the form that the program reads.
func (p *player) malformed(step suite.Step) bool {
	return step.Act == suite.MakeMove && step.Refused && step.Move.Verb == "" && p.Rules.MoveKind() != game.NamesText &&
		!p.form.Writes(step.Move, p.table.Rows, p.table.Cols)
}

// spell puts a move into the word that the program asks for.
func (p *player) spell(m game.Move) game.Move {
	if p.Rules.MoveKind() != game.NamesText || m.Verb == "" || m.Text != "" {
		return m
	}
	return game.Move{Text: p.Book.Word(p.Rules.FormatMove(m), p.shown.Prompt(), strings.Join(p.shown, "\n"), phrasebook.Plain(p.said))}
}

// keep keeps the lines of a refused move that the program does not ask for again.
func (p *player) keep(lines []string, asked int) {
	p.pending = nil
	if asked > 0 && p.rest == waits {
		p.pending = slices.Clone(lines[:asked])
	}
}

func (p *player) refused() bool {
	_, refused := game.Refused(p.Book.Read(p.shown, phrasebook.Table{Solo: p.table.Solo}, phrasebook.Step{Usual: p.usual}))
	return refused
}

// enter types a line and reads what follows.
func (p *player) enter(line string) {
	p.text = ""
	p.typed(line)
	p.from = len(p.all)
	p.echo = line + "\r\n"
	p.read()
}

func (p *player) typed(line string) {
	p.events = append(p.events, Event{At: p.console.elapsed(), Typed: &line})
	p.all = append(p.all, '\n')
	if err := p.console.typeLine(line); err != nil {
		p.rest = ended
	}
}
