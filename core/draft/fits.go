package draft

import (
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/suite"
)

// Fits is how much of what is seen and read in plays is explained by some rules: of the reference
// and all known mistakes, by the rules that explain most. A board with marks, a word and a number of
// lives count one each, an end that is announced three; a play in which something is otherwise counts
// nothing.
func Fits(known mistake.Known, plays []Play) int { return explained(known, plays, evidence) }

// Shows is the same for what is seen without knowing a word, up to where something is otherwise.
func Shows(known mistake.Known, plays []Play) int { return explained(known, plays, sight) }

func explained(known mistake.Known, plays []Play, by func(game.Rules, Play) int) (most int) {
	for _, rules := range known.Rules() {
		n := 0
		for _, p := range plays {
			n += by(rules, p)
		}
		most = max(most, n)
	}
	return most
}

// follow yields the moments of a play by some rules, with what was seen.
func follow(rules game.Rules, p Play, yield func(k int, m suite.Moment, o judge.Observation) bool) {
	k := -1
	next := func(m suite.Moment) bool {
		k++
		return k < len(p.Seen) && yield(k, m, p.Seen[k])
	}
	if p.Moments != nil {
		slices.Values(p.Moments)(next)
		return
	}
	// Rules that cannot be told end the play, as far as it has come.
	_ = p.Script.Retell(rules, true, next)
}

// sight is how many boards with marks and words some rules explain in a play.
func sight(rules game.Rules, p Play) (n int) {
	follow(rules, p, func(_ int, m suite.Moment, o judge.Observation) bool {
		if contradicts(m, o) {
			return false
		}
		n += shows(o.Facts)
		return true
	})
	return n
}

// shows is 1 where facts tell of a board with marks or of a word.
func shows(facts []game.Fact) int {
	if has(facts, func(f game.Fact) bool {
		return f.Kind == game.FactCell && f.Player != game.Nobody || f.Kind == game.FactShown || f.Kind == game.FactHeap
	}) {
		return 1
	}
	return 0
}

// evidence is how much of a play some rules explain, 0 where something is otherwise.
func evidence(rules game.Rules, p Play) (n int) {
	whole := true
	follow(rules, p, func(k int, m suite.Moment, o judge.Observation) bool {
		whole = !contradicts(m, o) && (k == 0 || tells(m, o))
		n += shows(o.Facts)
		if livesOf(o.Facts) >= 0 {
			n++
		}
		if _, told := game.Announced(o.Facts); told {
			n += 3
		}
		return whole
	})
	if !whole {
		return 0
	}
	return n
}

// tells reports whether what is read at a step is what should be said there.
func tells(m suite.Moment, o judge.Observation) bool {
	if o.Untyped {
		return true
	}
	should, expected := game.Announced(m.Facts)
	is, told := game.Announced(o.Facts)
	if is.Outcome == game.Won && is.Winner == game.Nobody {
		should.Winner = game.Nobody
	}
	reason, refused := game.Refused(m.Facts)
	_, refuses := game.Refused(o.Facts)
	turn := game.Turn(o.Facts)
	if reason.Is(game.GameOver) && told { // which may still stand there
		expected, should = true, m.Result
		if is.Winner == game.Nobody {
			should.Winner = game.Nobody
		}
	}
	if hint := func(f game.Fact) bool { return f.Kind == game.FactHint }; has(o.Facts, hint) && !has(o.Facts, func(f game.Fact) bool {
		return hint(f) && slices.Contains(m.Facts, f)
	}) {
		return false
	}
	if lives := livesOf(o.Facts); lives >= 0 && lives != livesOf(m.View) {
		return false
	}
	return expected == told && should == is && (refused || !refuses) && (turn == game.Nobody || m.Result.Over() || turn == game.Turn(m.Facts))
}

// cut reports whether a program ends or offers another game where it cannot by some rules.
func cut(m suite.Moment, o judge.Observation) bool {
	switch o.Condition {
	case judge.Crashed, judge.Exceeded, judge.Stuck, judge.Flooding:
		return true
	case judge.Ended, judge.Offering:
		return !m.Result.Over()
	}
	return false
}

// contradicts reports whether what is seen without words cannot be so by some rules.
func contradicts(m suite.Moment, o judge.Observation) bool {
	over := m.Result.Over()
	switch {
	case cut(m, o):
		return true
	case o.Condition == judge.Anew:
		return false // what is shown is the next game's
	}
	held, heaps, shown := map[game.Cell]game.Player{}, map[int]int{}, ""
	for _, f := range m.View {
		switch f.Kind {
		case game.FactCell:
			held[f.Cell] = f.Player
		case game.FactHeap:
			heaps[f.N] = f.Amount
		case game.FactShown:
			shown = f.Text
		}
	}
	return slices.ContainsFunc(o.Facts, func(f game.Fact) bool {
		if n, there := heaps[f.N]; f.Kind == game.FactHeap && there && n != f.Amount && !over { // what is left at the end need not be shown again
			return true
		}
		p, there := held[f.Cell]
		return f.Kind == game.FactCell && there && p != f.Player || f.Kind == game.FactShown && !over && !strings.EqualFold(f.Text, shown)
	})
}
