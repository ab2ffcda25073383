package channel

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/sandbox"
)

// Opponent plays scripts with programs that play one side themselves. A script is the plan of
// the other side: a cell of it that the program has taken is passed over.
type Opponent struct {
	On      Sitter
	Rules   game.Rules
	Setup   game.Setup
	Program game.Player // the side that the program plays
}

// Play starts the program anew and plays the plan. The program's moves are read from the
// board that it shows, so that the moments of what was played are part of the performance.
func (o Opponent) Play(ctx context.Context, spec sandbox.Spec, script suite.Script) (Performance, error) {
	pos, err := o.Rules.Start(o.Setup)
	if err != nil {
		return Performance{}, err
	}
	p, leave, err := o.On.sit(ctx, spec, o.Setup)
	if err != nil {
		return Performance{}, err
	}
	defer leave()
	m := match{Opponent: o, seat: p, pos: pos, round: 1}
	m.begin(suite.Step{Act: suite.Start})
	for _, step := range script.Steps {
		if err := ctx.Err(); err != nil {
			return Performance{}, err
		}
		if m.lost || !m.step(step) {
			break
		}
	}
	done, err := m.performance()
	done.Moments = m.moments
	return *done, err
}

// match is one game against a program.
type match struct {
	Opponent
	seat
	pos     game.Position
	round   int
	moments []suite.Moment
	replies []game.Move // of the program
	lost    bool        // it is not known any more how the game stands
}

// begin starts a game; where the program moves first it has done so when it asks.
func (m *match) begin(step suite.Step) {
	view := m.view()
	moment := suite.Moment{
		Step:   step,
		Game:   m.round,
		Before: view,
		View:   view,
		Facts:  []game.Fact{{Kind: game.FactTurn, Player: m.pos.Turn()}},
	}
	m.play(moment)
	if m.pos.Turn() == m.Program {
		m.reply(len(m.moments) - 1)
	}
}

func (m *match) view() []game.Fact { return m.Rules.View(m.pos, game.Nobody, nil) }

// play lets the program see one step, and keeps the moment with what was observed.
func (m *match) play(moment suite.Moment) {
	if !m.moment(moment) {
		m.lost = true
	}
	m.moments = append(m.moments, moment)
	done, _ := m.performance()
	m.lost = m.lost || len(done.Observations) < len(m.moments)
}

// step plays one word of the plan; it returns false when the game cannot go on.
func (m *match) step(step suite.Step) bool {
	switch {
	case step.Act == suite.Again:
		next, err := m.Rules.Again(m.pos, m.Setup)
		if err != nil || !m.pos.Result().Over() {
			return false
		}
		m.pos = next
		m.round++
		m.begin(step)
	case step.Act == suite.Finish:
		for !m.lost && !m.pos.Result().Over() {
			m.move(onward(m.Rules, m.pos, step, len(m.moments)))
		}
	case step.Act == suite.MakeMove:
		reason, refused := game.Refused(m.Rules.Play(m.pos.Clone(), step.Move, nil))
		if refused && !step.Refused && reason != game.GameOver || m.pos.Result().Over() && !step.Refused {
			return true // the program is there already, or the game has ended sooner than planned
		}
		m.move(step)
	default:
		m.move(step)
	}
	return !m.lost
}

// onward is the step number n of a game that is played on by the step that says so.
func onward(rules game.Rules, pos game.Position, by suite.Step, n int) suite.Step {
	if r, is := rules.(game.Seeks); is {
		return suite.Step{Act: suite.MakeMove, Move: r.Seek(pos), Line: by.Line, Column: by.Column}
	}
	legal := game.Legal(rules, pos)
	return suite.Step{Act: suite.MakeMove, Move: legal[n*5%len(legal)], Line: by.Line, Column: by.Column}
}

// move makes a move of the plan, and reads the answer.
func (m *match) move(step suite.Step) {
	moment := suite.Moment{Step: step, Game: m.round, Mover: m.pos.Turn(), Before: m.view()}
	over := m.pos.Result().Over()
	if step.Act == suite.TypeLine {
		moment.Facts = []game.Fact{{Kind: game.FactRefused, Reason: game.Unreadable}}
	} else {
		moment.Facts = m.Rules.Play(m.pos, step.Move, nil)
	}
	moment.View, moment.Result = m.view(), m.pos.Result()
	m.play(moment)
	if _, refused := game.Refused(moment.Facts); !refused && !over && !m.lost {
		m.reply(len(m.moments) - 1)
	}
}

// reply reads from the board how the program has answered, and makes its move.
func (m *match) reply(i int) {
	done, _ := m.performance()
	moment, seen := &m.moments[i], &done.Observations[i]
	added, taken := m.answers(m.Program, seen.Facts, moment.View)
	said := func(agrees bool, expected, is string) {
		seen.Checks = append(seen.Checks, judge.Check{Aspect: suite.Reply, Agrees: agrees, Expected: expected, Seen: is})
		m.lost = m.lost || !agrees
	}
	const once = "the program answers with one move on a free cell"
	switch {
	case len(marksOf(seen.Facts)) == 0:
		m.lost = true // how it answers is not shown
	case m.pos.Result().Over():
		if len(added)+len(taken) > 0 {
			said(false, "the game is over, and the program makes no move", "it plays "+cells(append(added, taken...)))
		}
	case len(taken) > 0:
		said(false, once, "it plays on "+cells(taken)+", which is taken")
	case len(added) == 0 && seen.Condition == judge.Asking:
		said(false, once, "it makes no move")
	case len(added) > 1:
		said(false, once, "it makes several: "+cells(added))
	case len(added) == 0:
		m.lost = true
	default:
		move := m.at(m.Program, added[0])
		facts := m.Rules.Play(m.pos, move, nil)
		if _, refused := game.Refused(facts); refused {
			said(false, once, fmt.Sprintf("it plays %s, which is not a legal move", cells(added)))
			return
		}
		moment.Facts = append(slices.DeleteFunc(moment.Facts, func(f game.Fact) bool { return f.Kind == game.FactTurn }), facts...)
		moment.View, moment.Result = m.view(), m.pos.Result()
		said(true, once, "it plays "+cells(added))
		m.replies = append(m.replies, move)
		done.Chose += added[0].String() + " "
	}
}

// answers are the cells that a side has marked: those that were free, and those that were the
// other side's.
func (m *match) answers(side game.Player, seen, view []game.Fact) (added, taken []game.Cell) {
	held := map[game.Cell]game.Player{}
	for _, f := range view {
		if f.Kind == game.FactCell {
			held[f.Cell] = f.Player
		}
	}
	for _, f := range seen {
		if f.Kind != game.FactCell || f.Player != side || held[f.Cell] == side {
			continue
		}
		if held[f.Cell] == game.Nobody {
			added = append(added, f.Cell)
		} else {
			taken = append(taken, f.Cell)
		}
	}
	return added, taken
}

// at is the move of a side that marks a cell.
func (m *match) at(side game.Player, c game.Cell) game.Move {
	if m.Rules.MoveKind() != game.NamesColumn {
		return game.Move{Cell: c}
	}
	move := game.Move{Cell: game.Cell{Col: c.Col}}
	after := m.pos.Clone()
	m.Rules.Play(after, move, nil)
	if !slices.Contains(m.Rules.View(after, game.Nobody, nil), game.Fact{Kind: game.FactCell, Player: side, Cell: c}) {
		return game.Move{Cell: game.Cell{Row: -1, Col: -1}} // the mark has not fallen
	}
	return move
}

// cells names cells.
func cells(list []game.Cell) string {
	names := make([]string, len(list))
	for i, c := range list {
		names[i] = c.String()
	}
	return strings.Join(names, " and ")
}
