package nim

import (
	"durchgang/core/game"
	"durchgang/core/mistake"
)

// Mistakes implements mistake.Source.
func (r *Rules) Mistakes() mistake.Known {
	c := &mistake.Changes[*Rules, Steps]{Rules: r}
	r.mistakenRefusals(c)
	r.mistakenTurns(c)
	r.mistakenEnds(c)
	return c.Known([]game.Setup{""}, r.leads())
}

// mistakenRefusals are mistakes in what is refused.
func (r *Rules) mistakenRefusals(c *mistake.Changes[*Rules, Steps]) {
	const accepts = "Your program accepts a number that cannot be taken."
	c.Family("too-many", "too-many-empties", "More than a heap holds can be taken: the heap is empty then.", accepts,
		func(r *Rules) Steps { return allows{r, TooMany, false} })
	c.Family("too-many", "too-many-negative", "More than a heap holds can be taken: the heap holds less than nothing then.", accepts,
		func(r *Rules) Steps { return allows{r, TooMany, true} })
	c.Add("takes-none", "None can be taken, which is passing.", accepts, func(r *Rules) Steps { return takesNone{r, 0} })
	c.Family("takes-none", "takes-negative", "A negative number is taken, so that objects are added.", accepts,
		func(r *Rules) Steps { return takesNone{r, -mostIn} })
	if r.most > 0 {
		c.Add("limit-ignored", "More can be taken than is allowed at once.", "Your program allows more than may be taken at once.",
			func(r *Rules) Steps { return allows{r, OverMost, false} })
		c.Add("limit-off", "The greatest number that may be taken is refused.", "Your program refuses a number that may be taken.",
			func(r *Rules) Steps { return limitOff{r} })
	}
	if len(r.heaps) > 1 {
		c.Add("empty-passes", "Taking from an empty heap is accepted and takes nothing.", "Your program accepts a move on an empty heap.",
			func(r *Rules) Steps { return emptyPasses{r} })
		c.Family("heap-bound", "heap-bound-low", "The heap before the first one is accepted and means the last one.",
			"Your program accepts a heap that does not exist.", func(r *Rules) Steps { return heapAt{r, -1, len(r.heaps) - 1} })
		c.Family("heap-bound", "heap-bound-high", "The heap after the last one is accepted and means the first one.",
			"Your program accepts a heap that does not exist.", func(r *Rules) Steps { return heapAt{r, len(r.heaps), 0} })
		c.Family("heap-base", "heap-base", "Heaps are counted from one where the program says zero: each move takes from the next one.",
			"Your program counts the heaps from another number than it says.", func(r *Rules) Steps { return heapBase{r, 1} })
		c.Family("heap-base", "heap-base-back", "Heaps are counted from zero where the program says one: each move takes from the one before.",
			"Your program counts the heaps from another number than it says.", func(r *Rules) Steps { return heapBase{r, -1} })
	}
	c.Add("refused-passes-turn", "After a refused move the other player is to move.",
		"After a move that is not allowed, your program lets the other player move.", func(r *Rules) Steps { return refusedPasses{r, ""} })
	if len(r.heaps) > 1 { // else no move is refused for another reason
		c.Family("refused-passes-turn", "range-passes-turn", "After a number or a heap that is not possible the other player is to move.",
			"After a move that is not allowed, your program lets the other player move.",
			func(r *Rules) Steps { return refusedPasses{r, game.OutOfRange} })
	}
}

// mistakenTurns are mistakes in what is taken and whose turn it is.
func (r *Rules) mistakenTurns(c *mistake.Changes[*Rules, Steps]) {
	c.Add("takes-one", "One object is taken, whatever number is named.", "Your program does not take the number that was named.",
		func(r *Rules) Steps { return takes{r, func(int) int { return 1 }} })
	c.Add("takes-one-more", "One object more is taken than was named, where there is one.", "Your program does not take the number that was named.",
		func(r *Rules) Steps { return takes{r, func(n int) int { return n + 1 }} })
	c.Add("no-alternation", "The first player moves every time.", "Your program does not let the players take turns.",
		func(r *Rules) Steps { return noAlternation{r} })
	c.Add("stale-heaps", "Another game begins with what the last one left.", "Your program does not fill the heaps for another game.",
		func(r *Rules) Steps { return staleHeaps{r} })
	c.Add("wrong-starter", "Another game begins with the player who is next.", "Another game in your program begins with the wrong player.",
		func(r *Rules) Steps { return wrongStarter{r} })
}

// mistakenEnds are mistakes in the end of the game.
func (r *Rules) mistakenEnds(c *mistake.Changes[*Rules, Steps]) {
	c.Add("wrong-winner", "The one who has lost is told to have won.", "Your program names the wrong winner.",
		func(r *Rules) Steps { return wrongWinner{r} })
	c.Add("winner-first", "The first player is told to have won, whoever has.", "Your program names the wrong winner.",
		func(r *Rules) Steps { return winnerIs{r, game.First} })
	c.Add("never-ends", "The game goes on when nothing is left.", "Your program does not see that the game is over.",
		func(r *Rules) Steps { return neverEnds{r} })
	c.Add("ends-at-one", "The game ends when one object is left.", "Your program ends the game too early.",
		func(r *Rules) Steps { return endsAt{r, func(p *Position) bool { return p.Left() <= 1 }} })
	if len(r.heaps) > 1 {
		c.Add("ends-at-heap", "The game ends when one heap is empty.", "Your program ends the game too early.",
			func(r *Rules) Steps { return endsAt{r, (*Position).anyEmpty} })
		c.Add("ends-at-last-heap", "The game ends when the last heap is empty.", "Your program looks at one heap only to see whether the game is over.",
			func(r *Rules) Steps { return endsAt{r, func(p *Position) bool { return p.Heaps[len(p.Heaps)-1] <= 0 }} })
		c.Add("ends-at-first-heap", "The game ends when the first heap is empty.", "Your program looks at one heap only to see whether the game is over.",
			func(r *Rules) Steps { return endsAt{r, func(p *Position) bool { return p.Heaps[0] <= 0 }} })
	}
}

// leads empty the heaps one after the other.
func (r *Rules) leads() []mistake.Lead {
	var moves []game.Move
	for heap, n := range r.heaps {
		for n > 0 {
			count := n
			if r.most > 0 {
				count = min(n, r.most)
			}
			moves = append(moves, game.Move{Cell: game.Cell{Row: int16(heap)}, Amount: count})
			n -= count
		}
	}
	return []mistake.Lead{{Moves: moves}}
}
