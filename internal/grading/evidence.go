package grading

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
)

func (g Grader) evidence(
	number int, moments []suite.Moment, p channel.Performance, v judge.ScriptVerdict, who calls.Program,
) record.Evidence {
	e := record.Evidence{
		Number: number, Title: v.Script.Title, Criterion: v.Script.Criterion, Setup: v.Script.Setup, State: v.State, FirstDifference: -1,
	}
	if f := v.Finding; f != nil {
		e.FirstDifference = f.Step
		e.Call = g.callOf(f, moments, p.Called, v, who)
	}
	var before []byte // what was printed
	for k, m := range moments {
		step := record.Step{
			Word: g.Suite.Word(m.Step), Act: m.Step.Act, Says: g.says(m),
			Reference: g.board(m.View), Shown: [][]string{}, ReferenceLines: game.Lines(g.Suite.Rules, m.View), ShownLines: []string{},
			Condition: "was not reached", Outline: []string{}, Events: []record.Event{}, Comparisons: []judge.Comparison{},
		}
		if k < len(p.Shots) {
			step.Outline = p.Shots[k].Outline
			step.Picture = e.Keep(p.Shots[k].Picture)
		}
		if k < len(v.Steps) {
			step.Shown, step.ShownLines = g.board(p.Observations[k].Facts), g.lines(p.Observations[k].Facts)
			step.Condition = condition(p.Observations[k])
			step.Events = events(p.Events[k], &before)
			step.Comparisons, step.Echo = v.Steps[k].Comparisons, v.Steps[k].Echo
		}
		e.Steps = append(e.Steps, step)
	}
	return e
}

func condition(o judge.Observation) string {
	if o.Detail == "" {
		return string(o.Condition)
	}
	return fmt.Sprintf("%s (%s)", o.Condition, o.Detail)
}

// events are those of a step, as a person sees them who has seen what was printed before.
func events(list []channel.Event, before *[]byte) []record.Event {
	events := make([]record.Event, len(list))
	for i, e := range list {
		events[i] = record.Event{
			Millis: e.At.Milliseconds(),
			Text:   strings.Join(phrasebook.Look(*before, string(e.Printed)), "\n"),
			Raw:    e.Printed,
		}
		*before = append(*before, e.Printed...)
		if e.Typed != nil {
			events[i].Typed, events[i].Text, events[i].Raw = true, *e.Typed, []byte(*e.Typed+"\n")
			*before = append(*before, '\n')
		}
	}
	return events
}

// board is the one board that facts tell of; it is empty when there is none.
func (g Grader) board(facts []game.Fact) [][]string {
	if boards := game.Boards(g.Suite.Rules, facts); len(boards) > 0 {
		return boards[0].Rows
	}
	return [][]string{}
}

// lines are what facts tell of a position beside its board.
func (g Grader) lines(facts []game.Fact) []string {
	return game.Lines(g.Suite.Rules, slices.DeleteFunc(slices.Clone(facts), func(f game.Fact) bool { return !f.Kind.Stands() }))
}

// says puts a step into words.
func (g Grader) says(m suite.Moment) string {
	rules := g.Suite.Rules
	switch m.Step.Act {
	case suite.Start:
		return "the program is started"
	case suite.Again:
		return "another game is asked for"
	case suite.Look:
		return "the position is looked at"
	case suite.Reload:
		return "the page is loaded anew"
	case suite.Leave:
		return fmt.Sprintf("the line %q is typed and must end the program", m.Step.Text)
	case suite.TypeLine:
		return fmt.Sprintf("the line %q is typed and must be refused", m.Step.Text)
	}
	move := rules.FormatMove(m.Step.Move)
	reason, refused := game.Refused(m.Facts)
	switch {
	case refused && reason == game.GameOver:
		return move + " is tried after the end"
	case refused:
		return fmt.Sprintf("%s tries %s, which must be refused: %s", rules.PlayerName(m.Mover), move, reason)
	case m.Result.Outcome == game.Won && m.Result.Winner == m.Mover:
		return fmt.Sprintf("%s plays %s and wins", rules.PlayerName(m.Mover), move)
	case m.Result.Outcome == game.Won:
		return fmt.Sprintf("%s plays %s and loses", rules.PlayerName(m.Mover), move)
	case m.Result.Outcome == game.Drawn:
		return fmt.Sprintf("%s plays %s: a draw", rules.PlayerName(m.Mover), move)
	}
	return fmt.Sprintf("%s plays %s", rules.PlayerName(m.Mover), move)
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
	if p.Called != nil {
		p.Called.Until = p.Called.Until[from:to]
	}
	return moments[from:to]
}
