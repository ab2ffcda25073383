package bind

import (
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// tryCards finds what draws a card and what stands, and what tells the hands.
func (d *drafter) tryCards(h home, observers []op) (reading, error) {
	best := reading{home: h, observers: observers}
	form := calls.Form{Functions: map[string]calls.FunctionForm{}}
	for _, o := range h.ops {
		if o.needs() > 0 {
			continue
		}
		switch {
		case speaks(o.Name, "stand", "stay", "hold", "stick", "pass"):
			form.Functions[string(calls.Stand)] = o.form()
		case speaks(o.Name, "hit", "draw", "take", "twist", "card") && form.Functions[string(calls.Hit)].Name == "":
			form.Functions[string(calls.Hit)] = o.form()
		}
	}
	if len(form.Functions) < 2 {
		return best, nil
	}
	best.form = form
	traces, err := d.play(h, form, observers, nil, d.tracks)
	if err != nil || len(traces) == 0 || traces[0].ended {
		return reading{}, err
	}
	total := 0.0
	for _, q := range []struct {
		role  calls.Role
		want  func(m suite.Moment) (any, bool)
		words []string
	}{
		{calls.Total, totalOf(game.First), []string{"player", "total", "value", "score", "points", "sum"}},
		{calls.DealerTotal, totalOf(game.Second), []string{"dealer"}},
		{calls.Hand, cardsOf(game.First), []string{"player", "hand", "cards"}},
		{calls.Dealer, cardsOf(game.Second), []string{"dealer", "cards"}},
	} {
		source, share := d.equal(traces, q.want, q.words)
		if share < leastNamed {
			continue
		}
		form.Functions[string(q.role)] = d.read(h, source)
		total = max(total, share)
	}
	best.score = total
	d.results(form, h, traces)
	best.form = form
	return best, nil
}

// totalOf is what a hand counts at a moment at which it lies open.
func totalOf(p game.Player) func(m suite.Moment) (any, bool) {
	return func(m suite.Moment) (any, bool) {
		for _, f := range m.View {
			if f.Kind == game.FactTotal && f.Player == p && (p == game.First || m.Result.Over()) {
				return f.Amount, true
			}
		}
		return nil, false
	}
}

// cardsOf are the cards of a hand at such a moment.
func cardsOf(p game.Player) func(m suite.Moment) (any, bool) {
	return func(m suite.Moment) (any, bool) {
		var cards []any
		for _, f := range m.View {
			if f.Kind == game.FactCard && f.Player == p {
				cards = append(cards, f.Text)
			}
		}
		return cards, len(cards) > 0 && (p == game.First || m.Result.Over())
	}
}

// equal is the source that most often is what it should be.
func (d *drafter) equal(traces []trace, want func(m suite.Moment) (any, bool), words []string) (best source, share float64) {
	score := 0.0
	for _, s := range sources(traces) {
		right, all, varies := 0, 0, map[string]bool{}
		for _, t := range traces {
			for i, m := range t.moments {
				w, is := want(m)
				v, has := s.in(t.seen[i])
				if !is || !has {
					continue
				}
				all++
				varies[calls.Key(v)] = true
				if calls.Key(v) == calls.Key(w) {
					right++
				}
			}
		}
		if all == 0 || len(varies) < 2 {
			continue
		}
		now := float64(right) / float64(all)
		total := now
		if speaks(s.name(), words...) {
			total += 0.1
		}
		if strings.HasPrefix(s.label, nameLabel) {
			total += 0.01
		}
		if total > score {
			best, share, score = s, now, total
		}
	}
	return best, share
}

// results finds what tells how the hand ends.
func (d *drafter) results(form calls.Form, h home, traces []trace) {
	meanings := []string{"open", "win", "lose", "push", "natural"}
	class := func(m suite.Moment) int {
		for _, f := range m.Facts {
			if f.Kind == game.FactResult {
				for i, meaning := range meanings {
					if f.Text == meaning {
						return i
					}
				}
			}
		}
		if m.Result.Over() {
			return -1
		}
		return 0
	}
	q := question{role: calls.Result, classes: meanings, open: -1, words: []string{"result", "outcome", "winner", "status", "state"}, class: class}
	if best := d.best(q, traces, reading{}); best.source != (source{}) {
		form.Functions[string(calls.Result)] = d.told(q, best, reading{home: h})
	}
}
