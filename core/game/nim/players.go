package nim

import (
	"math/rand/v2"

	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Players implements house.Source.
func (r *Rules) Players() []house.Entry {
	entry := func(name, strength string, choose func(*Position, []game.Move, *rand.Rand) game.Move) house.Entry {
		return house.Entry{Name: name, Strength: strength, Make: func(t house.Table) house.Player {
			return &heapPlayer{t, choose}
		}}
	}
	return []house.Entry{
		entry("random", "takes any number from any heap", func(_ *Position, legal []game.Move, random *rand.Rand) game.Move {
			return legal[random.IntN(len(legal))]
		}),
		entry("greedy", "takes as many as it can, and wins or avoids to lose where one move is enough", r.greedy),
		entry("perfect", "never gives away a game that it can win", r.perfect),
	}
}

// heapPlayer plays by the heaps that it sees.
type heapPlayer struct {
	house.Table
	choose func(*Position, []game.Move, *rand.Rand) game.Move
}

// Choose implements house.Player.
func (h *heapPlayer) Choose(s house.Sight) game.Move {
	p := &Position{Mover: s.Seat}
	for _, f := range s.View {
		if f.Kind == game.FactHeap {
			p.Heaps = append(p.Heaps, f.Amount)
		}
	}
	return h.choose(p, game.Legal(h.Rules, p), h.Random)
}

func (r *Rules) greedy(p *Position, legal []game.Move, random *rand.Rand) game.Move {
	best := legal[random.IntN(len(legal))]
	for _, m := range legal {
		switch next := r.after(p, m); {
		case next.result.Over() && next.result.Winner == p.Mover:
			return m
		case next.result.Over():
		case m.Amount > best.Amount || r.after(p, best).result.Over():
			best = m
		}
	}
	return best
}

func (r *Rules) perfect(p *Position, legal []game.Move, random *rand.Rand) game.Move {
	random.Shuffle(len(legal), func(i, k int) { legal[i], legal[k] = legal[k], legal[i] })
	for _, m := range legal {
		if r.wins(p, m) {
			return m
		}
	}
	least := legal[0] // it is lost: what is left longest may be played worst
	for _, m := range legal {
		if m.Amount < least.Amount {
			least = m
		}
	}
	return least
}

func (r *Rules) after(p *Position, m game.Move) *Position {
	next := p.Clone().(*Position)
	r.Play(next, m, nil)
	return next
}

// wins reports whether who makes a move wins, when both play best.
func (r *Rules) wins(p *Position, m game.Move) bool {
	next := r.after(p, m)
	if next.result.Over() {
		return next.result.Winner == p.Mover
	}
	return r.lost(next.Heaps)
}

// lost reports whether the player to move loses when both play best. A heap counts what is left of it when it is divided by
// one more than may be taken at once, and heaps together count the nim-sum; the player to move loses where that is 0. Where
// who takes the last object loses, it is so as long as a heap counts more than 1, and then the other way round.
func (r *Rules) lost(heaps []int) bool {
	sum, great := 0, false
	for _, n := range heaps {
		if r.most > 0 {
			n %= r.most + 1
		}
		sum ^= n
		great = great || n > 1
	}
	if r.misere && !great {
		return sum == 1
	}
	return sum == 0
}

// appraiser knows what moves are worth: 1 for one that wins, and 0 for another.
type appraiser struct{ rules *Rules }

// Appraiser implements house.Appraised.
func (r *Rules) Appraiser() house.Appraiser { return appraiser{r} }

// Appraise implements house.Appraiser.
func (a appraiser) Appraise(pos game.Position, m game.Move) (house.Appraisal, bool) {
	p := pos.(*Position)
	worth := func(m game.Move) float64 {
		if a.rules.wins(p, m) {
			return 1
		}
		return 0
	}
	found := house.Appraisal{Made: worth(m), Moves: map[string]float64{}}
	for _, other := range game.Legal(a.rules, p) {
		w := worth(other)
		found.Moves[a.rules.FormatMove(other)] = w
		found.Best = max(found.Best, w)
	}
	return found, len(found.Moves) > 1
}

// RandomOpenings implements house.Openable.
func (r *Rules) RandomOpenings() {}

// StrategyTakes implements calls.Chooser.
func (*Rules) StrategyTakes() string { return "heaps" }
