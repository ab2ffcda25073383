package play

import (
	"math/rand/v2"
	"reflect"

	"durchgang/core/game"
)

// Opponent chooses one of the legal moves, of which there is at least one.
type Opponent func(rules game.Rules, pos game.Position, legal []game.Move, random *rand.Rand) game.Move

// Opponents by name.
var Opponents = map[string]Opponent{"random": Random, "simple": Simple}

// Random chooses any move.
func Random(_ game.Rules, _ game.Position, legal []game.Move, random *rand.Rand) game.Move {
	return legal[random.IntN(len(legal))]
}

// Simple wins when it can with one move, does not let the other player win with the
// next one, and chooses any move else. Where the player to move may not see all that
// the other sees it does not look ahead, since that would be to peek.
func Simple(rules game.Rules, pos game.Position, legal []game.Move, random *rand.Rand) game.Move {
	mover := pos.Turn()
	random.Shuffle(len(legal), func(i, k int) { legal[i], legal[k] = legal[k], legal[i] })
	if !open(rules, pos) {
		return legal[0]
	}
	var safe *game.Move
	for _, m := range legal {
		next := pos.Clone()
		rules.Play(next, m, nil)
		if next.Result().Winner == mover {
			return m
		}
		if safe == nil && !loses(rules, next, mover) {
			safe = &m
		}
	}
	if safe != nil {
		return *safe
	}
	return legal[0]
}

// open reports whether everybody sees the same.
func open(rules game.Rules, pos game.Position) bool {
	seen := rules.View(pos, game.Nobody, nil)
	for _, p := range []game.Player{game.First, game.Second} {
		if !reflect.DeepEqual(rules.View(pos, p, nil), seen) {
			return false
		}
	}
	return true
}

// loses reports whether the player has lost, or the other one can win with one move.
func loses(rules game.Rules, pos game.Position, player game.Player) bool {
	other := player.Opponent()
	if pos.Result().Over() {
		return pos.Result().Winner == other
	}
	if pos.Turn() != other {
		return false
	}
	for _, m := range rules.Candidates(pos, nil) {
		next := pos.Clone()
		rules.Play(next, m, nil)
		if next.Result().Winner == other {
			return true
		}
	}
	return false
}
