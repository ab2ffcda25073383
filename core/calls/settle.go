package calls

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// ended reads whether the game is over, won or lost.
func (r *reader) ended(role Role, is bool) {
	if !is {
		winner := r.functions[Winner].there() || r.functions[Wins].there()
		alone := !r.functions[Lost].there() && !r.functions[Over].there()
		if role == Over && !winner && !r.rules.Solo() || r.seen.Condition == judge.Waiting && (role == Lost || role == Won && alone) {
			r.seen.Condition = judge.Asking
		}
		return
	}
	switch role {
	case Won:
		r.add(game.Fact{Kind: game.FactWon, Player: game.First})
	case Lost:
		r.add(game.Fact{Kind: game.FactWon, Player: game.Second})
	}
}

// together takes a game that is over, or a full board, for a draw where nobody is said to have won.
func (r *reader) together() {
	if r.follows && r.rules.Solo() {
		r.lost()
	}
	if _, told := game.Announced(r.seen.Facts); told {
		r.seen.Unwon, r.seen.Undrawn = false, false
		return
	}
	over := slices.Contains(r.ends, true)
	switch {
	case r.seen.Unwon && over && !r.functions[Drawn].there():
		r.add(game.Fact{Kind: game.FactDrawn})
	case r.seen.Unwon && r.seen.Undrawn, r.seen.Unwon && len(r.ends) > 0 && !over, r.seen.Undrawn && len(r.ends) > 0 && !over:
		r.seen.Condition = judge.Asking
	default:
		return
	}
	r.seen.Unwon, r.seen.Undrawn = false, false
}

// lost takes a game that is over and not won for one that is lost, where nothing else tells that.
func (r *reader) lost() {
	if !r.functions[Won].there() || !r.functions[Over].there() || r.functions[Lost].there() {
		return
	}
	if _, told := game.Announced(r.seen.Facts); told {
		return
	}
	if slices.Contains(r.ends, true) {
		r.add(game.Fact{Kind: game.FactWon, Player: game.Second})
		r.seen.Condition = judge.Waiting
	} else {
		r.seen.Condition = judge.Asking
	}
}

// settle puts together what several answers say.
func (r *reader) settle(calls []Call) {
	if r.marks[0] != nil && r.marks[1] != nil {
		for row := range r.rows {
			for col := range r.cols {
				fact := game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(row), Col: int16(col)}}
				if r.marks[0](row, col) {
					fact.Player = game.First
				} else if r.marks[1](row, col) {
					fact.Player = game.Second
				}
				r.add(fact)
			}
		}
	}
	if _, told := game.Announced(r.seen.Facts); told && r.seen.Condition == judge.Asking {
		r.seen.Condition = judge.Waiting
	}
	act := r.moment.Step.Act
	if !r.done && (act == suite.TypeLine || act == suite.MakeMove) {
		_, opens := game.Opening(r.rules)
		if act == suite.TypeLine || len(calls) == 0 {
			r.seen.Skipped = true // there is nothing that could be called for it
		} else if opens {
			r.seen.Accepted = true
		}
	}
	if act == suite.Again && !slices.ContainsFunc(calls, func(c Call) bool { return c.Role == Make || c.Role == Reset }) {
		r.seen.Untyped = true
	}
}

// result adds a win or draw. What a function cannot tell, as one for the winner cannot a draw, is left open.
func (r *reader) result(role Role, meaning string) {
	switch meaning {
	case "first", "second":
		winner := game.First
		if meaning == "second" {
			winner = game.Second
		}
		r.add(game.Fact{Kind: game.FactWon, Player: winner})
	case "drawn", "yes":
		r.add(game.Fact{Kind: game.FactDrawn})
	case "none":
		r.seen.Unwon = true
	case "no":
		r.seen.Undrawn = true
	default:
		r.seen.Condition = judge.Asking
	}
}

// chosen checks that a move that was chosen is legal: a cell's number, or its row and column, or a column.
func (r *reader) chosen(c Call, v any) {
	cell, err := r.move(r.rules, v)
	if err != nil {
		r.trouble(c, err.Error())
		return
	}
	free := cell.Inside(r.rows, r.cols) && !slices.ContainsFunc(r.moment.View, func(f game.Fact) bool {
		return f.Kind == game.FactCell && f.Cell == cell && f.Player != game.Nobody
	})
	if !free {
		r.trouble(c, "returned "+Say(v)+", which is not a legal move")
		return
	}
	r.seen.Checks = append(r.seen.Checks, judge.Check{
		Aspect: suite.Legal, Agrees: true, Expected: "a legal move", Seen: c.Request.Text() + " returned " + Say(v),
	})
}

func (r *reader) sunk(c Call, a Answer, meaning string) {
	switch meaning {
	case "":
		r.trouble(c, "returned "+Say(a.Value)+", which means nothing")
		return
	case "yes":
		r.add(game.Fact{Kind: game.FactSunk, Player: c.owner, Text: c.ship.Name})
		return
	}
	say := map[bool]string{true: "is sunk", false: "is not sunk"}
	r.seen.Checks = append(r.seen.Checks, judge.Check{
		Aspect: suite.Sunk, Agrees: !c.ship.Sunk,
		Expected: "the " + c.ship.Name + " " + say[c.ship.Sunk], Seen: c.Request.Text() + " returned " + Say(a.Value),
	})
}
