package diagnosis

import (
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// suspect is a mistake that may be in a program: one in the rules, or a breakdown, which
// no rules have.
type suspect struct {
	mistake.Mistake
	index  int        // among the known mistakes
	lines  bool       // see suite.Script.Retell
	breaks *breakdown // nil for a mistake in the rules
	shows  bits       // scripts in which it makes a difference

	met map[int]bool // by script, whether it alone explains what was seen
}

// breakdown is a program that fails at some kind of step.
type breakdown struct {
	name, teacher, student string
	when                   func(m suite.Moment, seen judge.Observation) bool
}

// breakdowns are the ways to break down. A line that is not a move stands before other
// refused moves, since it is told more exactly.
var breakdowns = []*breakdown{
	{
		"fragile-input", "A line that is not a move, such as letters or nothing, makes the program fail.",
		"Your program does not cope with something typed that is not a move.",
		func(m suite.Moment, seen judge.Observation) bool {
			reason, refused := game.Refused(m.Facts)
			word := refused && !reason.Is(game.GameOver) && m.Step.Move.Cell == (game.Cell{}) // a word, where another is asked for
			word = word && m.Step.Act == suite.MakeMove && m.Step.Move.Verb+m.Step.Move.Text != ""
			return (m.Step.Act == suite.TypeLine || seen.NoMove || word) && failed(seen)
		},
	},
	{
		"bound-crashes", "A move off the board or out of bounds makes the program fail.",
		"Your program does not cope with a move that is out of bounds.",
		func(m suite.Moment, seen judge.Observation) bool {
			reason, refused := game.Refused(m.Facts)
			return refused && reason.Is(game.OutOfRange) && m.Step.Act == suite.MakeMove && failed(seen)
		},
	},
	{
		"refusal-crashes", "A move that is not possible now makes the program fail.",
		"Your program does not cope with a move that is not possible.",
		func(m suite.Moment, seen judge.Observation) bool {
			reason, refused := game.Refused(m.Facts)
			return refused && !reason.Is(game.OutOfRange) && m.Step.Act == suite.MakeMove && failed(seen)
		},
	},
	{
		"stuck", "The program runs on without reading input and without ending.",
		"Your program comes to a point from which it does not go on.",
		func(m suite.Moment, seen judge.Observation) bool {
			_, refused := game.Refused(m.Facts)
			return !refused && (seen.Condition == judge.Stuck || seen.Condition == judge.Flooding)
		},
	},
	{
		"move-crashes", "A move that is possible makes the program fail.",
		"Your program fails in the middle of a game.",
		func(m suite.Moment, seen judge.Observation) bool {
			_, refused := game.Refused(m.Facts)
			return !refused && (seen.Condition == judge.Crashed || seen.Condition == judge.Exceeded)
		},
	},
}

// Says is what happens with a mistake of that name, in a sentence for the teacher.
func Says(known mistake.Known, name string) string {
	if name == neverRefuses.Name {
		return neverRefuses.Teacher
	}
	for _, b := range breakdowns {
		if b.name == name {
			return b.teacher
		}
	}
	m, _ := known.Find(name)
	return m.Teacher
}

// failed reports whether a program does not go on as it should after a refused move. One that says how the
// game has ended, and ends, does not fail.
func failed(seen judge.Observation) bool {
	switch seen.Condition {
	case judge.Crashed, judge.Stuck, judge.Flooding, judge.Exceeded:
		return true
	case judge.Ended:
		_, said := game.Announced(seen.Facts)
		return !said || seen.Detail != ""
	}
	return false
}

// bits is a set of scripts, by index.
type bits []uint64

func newBits(n int) bits { return make(bits, (n+63)/64) }

func (b bits) set(i int)      { b[i/64] |= 1 << (i % 64) }
func (b bits) clear(i int)    { b[i/64] &^= 1 << (i % 64) }
func (b bits) has(i int) bool { return b[i/64]&(1<<(i%64)) != 0 }

// within reports whether all of b are in c or d.
func (b bits) within(c, d bits) bool {
	for i := range b {
		if b[i]&^(c[i]|d[i]) != 0 {
			return false
		}
	}
	return true
}

func (b bits) empty() bool {
	for _, word := range b {
		if word != 0 {
			return false
		}
	}
	return true
}
