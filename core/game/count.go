package game

import "context"

// Ply is what can be reached after that many legal moves, from the same set-up.
type Ply struct {
	Number    int    `json:"ply"`
	Sequences uint64 `json:"sequences"` // of moves that lead there
	Positions int    `json:"positions"` // distinct ones
	First     uint64 `json:"first"`     // sequences that end here with a win of the first player
	Second    uint64 `json:"second"`    // of the second player
	Drawn     uint64 `json:"drawn"`     // or in a draw
}

// reached is a position with the number of move sequences that lead to it.
type reached struct {
	pos       Position // nil where the game is over
	sequences uint64
}

// Count counts move sequences and positions ply by ply, and calls report with each
// ply, the start first. It stops when no game goes on, or after the given ply. The
// positions of one ply are held in memory. A cancelled context ends it.
func Count(ctx context.Context, rules Rules, setup Setup, plies int, report func(Ply)) error {
	start, err := rules.Start(setup)
	if err != nil {
		return err
	}
	level := map[string]*reached{string(start.AppendKey(nil)): {start, 1}}
	report(Ply{Sequences: 1, Positions: 1})
	for n := 1; n <= plies && len(level) > 0; n++ {
		c := counter{rules: rules, ply: Ply{Number: n}, next: map[string]*reached{}, last: n == plies}
		for _, from := range level {
			if from.pos == nil {
				continue
			}
			if err := ctx.Err(); err != nil {
				return err
			}
			c.from(from)
		}
		c.ply.Positions = len(c.next)
		if c.ply.Sequences == 0 {
			return nil
		}
		report(c.ply)
		level = c.next
	}
	return nil
}

// counter counts one ply.
type counter struct {
	rules Rules
	ply   Ply
	next  map[string]*reached
	last  bool // no ply follows, so that positions need not be kept
	moves []Move
	facts []Fact
	key   []byte
}

func (c *counter) from(from *reached) {
	c.moves = c.rules.Candidates(from.pos, c.moves[:0])
	var spare Position // of a move that was refused, which leaves it as it was
	for _, m := range c.moves {
		if spare == nil {
			spare = from.pos.Clone()
		}
		c.facts = c.rules.Play(spare, m, c.facts[:0])
		if _, refused := Refused(c.facts); refused {
			continue
		}
		c.reach(spare, from.sequences)
		spare = nil
	}
}

func (c *counter) reach(pos Position, sequences uint64) {
	c.ply.Sequences += sequences
	result := pos.Result()
	switch {
	case result.Outcome == Drawn:
		c.ply.Drawn += sequences
	case result.Winner == First:
		c.ply.First += sequences
	case result.Winner == Second:
		c.ply.Second += sequences
	}
	c.key = pos.AppendKey(c.key[:0])
	if known := c.next[string(c.key)]; known != nil {
		known.sequences += sequences
		return
	}
	if result.Over() || c.last {
		pos = nil
	}
	c.next[string(c.key)] = &reached{pos, sequences}
}
