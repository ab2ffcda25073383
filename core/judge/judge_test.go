package judge_test

import (
	"slices"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// program is a tic-tac-toe program as a student may write it, reduced to what can
// be seen of it. Its zero value is right and shows everything.
type program struct {
	overwrites   bool // a taken cell is accepted
	passes       bool // a refused move passes the turn
	blindLine    int  // index in lines, from 1, of the one that is never seen
	lastIsDraw   bool // a full board is a draw before it is a win
	drawEarly    bool // a draw after eight moves
	wrongWinner  bool
	playsOn      bool // moves are accepted after the end
	keepsBoard   bool // the board survives into the next game
	crashesOn    game.Refusal
	startsSecond bool // O begins
	eager        bool // claims a win after three marks of a player
	hidesBoard   bool
	hidesTurn    bool
	silent       bool // refuses without a word
	endsSilently bool // says nothing at the end of a game

	board  [9]game.Player
	turn   game.Player
	count  int
	over   bool
	closed bool
}

var lines = [8][3]int{{0, 1, 2}, {3, 4, 5}, {6, 7, 8}, {0, 3, 6}, {1, 4, 7}, {2, 5, 8}, {0, 4, 8}, {2, 4, 6}}

func (p *program) begin() {
	if !p.keepsBoard {
		p.board = [9]game.Player{}
	}
	p.count, p.over, p.turn = 0, false, game.First
	if p.startsSecond {
		p.turn = game.Second
	}
}

func (p *program) observe(m suite.Moment) judge.Observation {
	if p.closed {
		return judge.Observation{Condition: judge.Crashed}
	}
	switch m.Step.Act {
	case suite.Start, suite.Again:
		p.begin()
		return p.show(nil)
	case suite.TypeLine:
		return p.refuse(game.Unreadable)
	}
	if p.over && !p.playsOn {
		return judge.Observation{Condition: judge.Offering, Untyped: true}
	}
	c := m.Step.Move.Cell
	if c.Row < 0 || c.Col < 0 || c.Row > 2 || c.Col > 2 {
		return p.refuse(game.OutOfRange)
	}
	at := int(c.Row)*3 + int(c.Col)
	if p.board[at] != game.Nobody && !p.overwrites {
		return p.refuse(game.Taken)
	}
	p.board[at] = p.turn
	p.count++
	return p.show(p.result())
}

func (p *program) refuse(reason game.Refusal) judge.Observation {
	if p.crashesOn == reason {
		p.closed = true
		return judge.Observation{Condition: judge.Crashed, Detail: "IndexError"}
	}
	if p.passes {
		p.turn = game.First + game.Second - p.turn
	}
	if p.silent {
		return p.show(nil)
	}
	return p.show([]game.Fact{{Kind: game.FactRefused}})
}

// result says how the game stands after a move, and passes the turn.
func (p *program) result() (facts []game.Fact) {
	mover := p.turn
	p.turn = game.First + game.Second - p.turn
	marks := 0
	for _, mark := range p.board {
		if mark == mover {
			marks++
		}
	}
	won := p.eager && marks == 3
	for i, l := range lines {
		if i+1 != p.blindLine && p.board[l[0]] == mover && p.board[l[1]] == mover && p.board[l[2]] == mover {
			won = true
		}
	}
	full := p.count == 9 || p.drawEarly && p.count == 8
	switch {
	case won && !(full && p.lastIsDraw):
		p.over = true
		if p.wrongWinner {
			mover = p.turn
		}
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: mover})
	case full:
		p.over = true
		facts = append(facts, game.Fact{Kind: game.FactDrawn})
	}
	if p.endsSilently {
		return nil
	}
	return facts
}

func (p *program) show(facts []game.Fact) judge.Observation {
	o := judge.Observation{Facts: facts, Condition: judge.Asking}
	if p.over && !p.playsOn {
		o.Condition = judge.Offering
	} else if !p.hidesTurn {
		o.Facts = append(o.Facts, game.Fact{Kind: game.FactTurn, Player: p.turn})
	}
	if !p.hidesBoard {
		for i, mark := range p.board {
			cell := game.Cell{Row: int16(i / 3), Col: int16(i % 3)}
			o.Facts = append(o.Facts, game.Fact{Kind: game.FactCell, Cell: cell, Player: mark})
		}
	}
	return o
}

func judged(t *testing.T, p program) judge.Verdict {
	t.Helper()
	s, _, err := suite.Shipped("tic-tac-toe", games.All())
	if err != nil {
		t.Fatal(err)
	}
	var verdicts []judge.ScriptVerdict
	for _, script := range s.Scripts {
		moments, err := script.Moments(s.Rules)
		if err != nil {
			t.Fatal(err)
		}
		running := p
		var seen []judge.Observation
		for _, m := range moments {
			seen = append(seen, running.observe(m))
		}
		verdicts = append(verdicts, judge.JudgeScript(s, script, moments, seen))
	}
	return judge.Judge(s, verdicts, 0)
}

func TestMistakesCostTheirOwnCriterion(t *testing.T) {
	tests := []struct {
		name  string
		p     program
		lost  string // criteria that earn nothing
		shown string // criteria without a fault that are not shown, or not reached
	}{
		{"right, shows everything", program{}, "", ""},
		{"right, names no turn", program{hidesTurn: true}, "", ""},
		{"right, refuses without a word", program{silent: true}, "", ""},
		{"right, draws no board", program{hidesBoard: true}, "marks", "marks"},
		{"overwrites", program{overwrites: true}, "taken", ""},
		{"overwrites, draws no board", program{overwrites: true, hidesBoard: true}, "marks taken", "marks"},
		{"passes the turn after a refusal", program{passes: true}, "kept", ""},
		{"passes the turn, names no turn", program{passes: true, hidesTurn: true}, "kept", ""},
		{"passes the turn without a word", program{passes: true, silent: true}, "kept taken", ""},
		{"does not see the last diagonal", program{blindLine: 8}, "lines", ""},
		{"does not see the first row", program{blindLine: 1}, "lines", ""},
		{"calls a win on the last cell a draw", program{lastIsDraw: true}, "last-cell", ""},
		{"draws after eight moves", program{drawEarly: true}, "draw last-cell", "last-cell"},
		{"names the loser", program{wrongWinner: true}, "lines last-cell end", "end again"},
		{"plays on", program{playsOn: true}, "end", ""},
		{"keeps the board", program{keepsBoard: true}, "again", ""},
		{"crashes on text", program{crashesOn: game.Unreadable}, "text", ""},
		{"crashes off the board", program{crashesOn: game.OutOfRange}, "range", ""},
		{"lets O begin", program{startsSecond: true}, "turns lines last-cell draw taken range text kept end", "lines last-cell draw taken range text kept end again"},
		{"says nothing at the end", program{endsSilently: true}, "lines last-cell draw", ""},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			v := judged(t, tt.p)
			var lost, unshown []string
			sum := suite.Points(0)
			for _, c := range v.Criteria {
				sum += c.Points
				if c.Points < c.Of {
					lost = append(lost, c.Name)
				}
				if c.State == judge.NotShown || c.State == judge.NotReached {
					unshown = append(unshown, c.Name)
				}
			}
			slices.Sort(lost)
			want := strings.Fields(tt.lost)
			slices.Sort(want)
			if !slices.Equal(lost, want) {
				t.Errorf("lost %v, want %v; findings: %+v", lost, want, v.Findings)
			}
			wantUnshown := strings.Fields(tt.shown)
			slices.Sort(unshown)
			slices.Sort(wantUnshown)
			if !tt.p.endsSilently && !slices.Equal(unshown, wantUnshown) {
				t.Errorf("not shown %v, want %v", unshown, wantUnshown)
			}
			if sum != v.Points || v.Of != 20_00 {
				t.Errorf("%s of %s points, but the criteria add up to %s", v.Points, v.Of, sum)
			}
		})
	}
}

func TestAnEagerWinIsFoundAtItsStep(t *testing.T) {
	v := judged(t, program{eager: true})
	i := slices.IndexFunc(v.Findings, func(f judge.Finding) bool { return f.Script == "draw, last cell c3" })
	if i < 0 {
		t.Fatalf("no finding in a script that shows the fault: %+v", v.Findings)
	}
	f := v.Findings[i]
	if f.Step != 5 || f.Expected != "the game goes on" || f.Seen != "X wins" || f.Criterion != "lines" {
		t.Errorf("found %+v", f)
	}
}

// Where a program's facts do not change, neither may the verdict: it is a function
// of them.
func TestVerdictIsAFunctionOfFacts(t *testing.T) {
	a, b := judged(t, program{blindLine: 3, passes: true}), judged(t, program{blindLine: 3, passes: true})
	if !slices.Equal(a.Findings, b.Findings) || !slices.Equal(a.Criteria, b.Criteria) {
		t.Error("two verdicts on the same facts differ")
	}
}
