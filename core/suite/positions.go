package suite

import (
	"slices"

	"durchgang/core/game"
)

// MostPositions is how many positions a script may look at.
const MostPositions = 20_000

// Positions returns a moment for every position that can be reached from the start of a
// game without a set-up, breadth first, so that the first one at which a program differs
// has few marks. It reports false when there are more than most.
func Positions(rules game.Rules, most int) (moments []Moment, all bool) {
	start, err := rules.Start("")
	if err != nil {
		return nil, false
	}
	queue := []game.Position{start}
	met := map[string]bool{string(start.AppendKey(nil)): true}
	for len(queue) > 0 {
		pos := queue[0]
		queue = queue[1:]
		moments = append(moments, looked(rules, pos))
		if pos.Result().Over() {
			continue
		}
		for _, move := range game.Legal(rules, pos) {
			next := pos.Clone()
			rules.Play(next, move, nil)
			if key := string(next.AppendKey(nil)); !met[key] {
				met[key] = true
				queue = append(queue, next)
			}
		}
		if len(met) > most {
			return nil, false
		}
	}
	return slices.Clip(moments), true
}

func looked(rules game.Rules, pos game.Position) Moment {
	view := rules.View(pos, game.Nobody, nil)
	m := Moment{Step: Step{Act: Look}, Game: 1, Before: view, View: view, Result: pos.Result()}
	if turn := pos.Turn(); turn != game.Nobody {
		m.Facts = []game.Fact{{Kind: game.FactTurn, Player: turn}}
	}
	return m
}
