package office

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/internal/record"
	"durchgang/internal/tournament"
)

// Replayed returns a game with what there is to see at each move.
func (o *Office) Replayed(ctx context.Context, course, name string, bout int64) (record.Replayed, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return record.Replayed{}, err
	}
	b, err := o.store.Bout(ctx, c.ID, bout)
	if err != nil {
		return record.Replayed{}, about(err, "game", fmt.Sprint(bout))
	}
	steps, err := tournament.Steps(b)
	return record.Replayed{Contest: c, Bout: b.Bout, Record: b.Record, Steps: steps}, err
}

const (
	mostBlunders = 10
	mostBouts    = 1000
)

// PlayerPage returns one player of a contest, with its games and what cost it most.
func (o *Office) PlayerPage(ctx context.Context, course, name string, number int) (record.PlayerPage, error) {
	page, err := o.ContestPage(ctx, course, name)
	p := record.PlayerPage{Contest: page.Contest, Bouts: []record.Bout{}, Blunders: []record.Blunder{}, Hands: []record.HandCost{}}
	if err != nil {
		return p, err
	}
	i := slices.IndexFunc(page.Ranking.Rows, func(r record.Rank) bool { return r.Player == number })
	if i < 0 {
		return p, Missing("player", fmt.Sprint(number))
	}
	p.Rank = page.Ranking.Rows[i]
	rules, err := games.All().Rules(string(page.Contest.Terms.Variant))
	if err != nil {
		return p, err
	}
	blunders := map[string]*record.Blunder{}
	hands := map[string]*record.HandCost{}
	err = o.store.EachBout(ctx, page.Contest.ID, number, func(b record.PlayedBout) error {
		side := 0
		if b.Second == number {
			side = 1
		}
		p.Sides[side].Games++
		p.Sides[side].Points += [3]float64{0.5, float64(1 - side), float64(side)}[b.Winner]
		if len(p.Bouts) < mostBouts {
			p.Bouts = append(p.Bouts, b.Bout)
		}
		return costs(rules, b, side, blunders, hands)
	})
	for _, b := range blunders {
		p.Blunders = append(p.Blunders, *b)
	}
	slices.SortFunc(p.Blunders, func(a, b record.Blunder) int {
		return cmp.Or(cmp.Compare(b.Cost*float64(b.Times), a.Cost*float64(a.Times)), cmp.Compare(a.Bout, b.Bout), a.Ply-b.Ply)
	})
	p.Blunders = p.Blunders[:min(len(p.Blunders), mostBlunders)]
	for _, h := range hands {
		h.Cost /= float64(h.Times)
		p.Hands = append(p.Hands, *h)
	}
	slices.SortFunc(p.Hands, func(a, b record.HandCost) int { return cmp.Or(cmp.Compare(a.Hand, b.Hand), a.Up-b.Up) })
	return p, err
}

// costs adds up what the moves of one side have cost, by position and, where the rules tell one, by hand.
func costs(rules game.Rules, b record.PlayedBout, side int, blunders map[string]*record.Blunder, hands map[string]*record.HandCost) error {
	worth := map[int]record.Worth{}
	for _, w := range b.Worth {
		worth[w.Ply] = w
	}
	return play.Replay(rules, &b.Record, func(ply int, pos game.Position, m *game.Move) {
		w, known := worth[ply]
		if m == nil || !known || int(pos.Turn()-game.First) != side {
			return
		}
		move, best := rules.FormatMove(*m), bestOf(w)
		where, key := fmt.Sprintf("after %d moves", ply), string(pos.AppendKey(nil))
		if r, is := rules.(house.Situated); is {
			s := r.Situation(pos, *m)
			where, key = s.Where, s.Key
			if s.Hand != "" {
				at := fmt.Sprint(s.Hand, s.Up)
				h := hands[at]
				if h == nil {
					h = &record.HandCost{Hand: s.Hand, Up: s.Up}
					hands[at] = h
				}
				if h.Times == 0 || w.Cost()*float64(h.Times) > h.Cost { // the costlier decision is shown
					h.Move, h.Best = move, best
				}
				h.Times++
				h.Cost += w.Cost()
			}
		}
		if w.Cost() < 1e-9 {
			return
		}
		key += " " + move
		if blunders[key] == nil {
			blunders[key] = &record.Blunder{Bout: b.ID, Ply: ply, Move: move, Better: best, Cost: w.Cost(), Where: where}
		}
		blunders[key].Times++
	})
}

// bestOf is a best move, the first of several by name; empty where that is not known.
func bestOf(w record.Worth) string {
	best := ""
	for move, worth := range w.Moves {
		if worth >= w.Best-1e-9 && (best == "" || move < best) {
			best = move
		}
	}
	return best
}
