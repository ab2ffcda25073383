// Package nim is taking objects from heaps: a player takes at least one from one heap, and who takes the last of all wins
// or, where the variant says so, loses.
//
// Read Rules first; Position is what the heaps hold.
package nim

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"regexp"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// Reasons for refusing a move that this game adds.
const (
	NoHeap   game.Refusal = game.OutOfRange + ": there is no such heap"
	TooFew   game.Refusal = game.OutOfRange + ": at least one is taken"
	TooMany  game.Refusal = game.OutOfRange + ": the heap does not hold so many"
	OverMost game.Refusal = game.OutOfRange + ": more than may be taken at once"
	Empty    game.Refusal = game.Taken + ": the heap is empty"
)

// Bounds of the heaps.
const (
	mostHeaps = 8
	mostIn    = 50
	usual     = "3+4+5"
)

// Rules are the reference rules of one variant.
type Rules struct {
	variant game.Variant
	heaps   []int
	most    int // that may be taken at once; 0 for as many as a heap holds
	misere  bool
	steps   Steps
	under   Steps // of a change made before; nil for the right ones
}

// Steps are the parts of a game, each of which a mistake may get wrong. Rules has
// the right ones.
type Steps interface {
	// Begin prepares a position; before is the game before, nil for the first.
	Begin(p, before *Position)
	// Read returns what a move is taken for.
	Read(m game.Move) game.Move
	// Refuse says why a move is refused, or accepts it.
	Refuse(p *Position, m game.Move) game.Refusal
	// Refused is what a refusal does.
	Refused(p *Position, reason game.Refusal)
	// Take takes objects from a heap.
	Take(p *Position, heap, count int)
	// Pass gives the turn to the player who is next.
	Pass(p *Position)
	// Decide returns how the game stands after a move of a player.
	Decide(p *Position, mover game.Player) game.Result
}

// With returns the same rules with other steps, each change upon those before it; see
// game.Stack. A step that is not changed uses those that are.
func (r *Rules) With(changes ...func(*Rules) Steps) *Rules {
	layer := func(under Steps) *Rules {
		copied := *r
		copied.under = under
		return &copied
	}
	return game.Stack(changes, layer, func(r *Rules, s Steps) { r.steps = s })
}

// Heaps is what the heaps hold at the start.
func (r *Rules) Heaps() []int { return append([]int(nil), r.heaps...) }

// Most is how many may be taken at once; 0 for as many as a heap holds.
func (r *Rules) Most() int { return r.most }

// Misere reports whether who takes the last object loses.
func (r *Rules) Misere() bool { return r.misere }

var errHeaps = fmt.Errorf("1 to %d numbers from 1 to %d with + between them, as in %s", mostHeaps, mostIn, usual)

func parseHeaps(text string) (heaps []int, err error) {
	for part := range strings.SplitSeq(text, "+") {
		n, err := strconv.Atoi(part)
		if err != nil || n < 1 || n > mostIn {
			return nil, errHeaps
		}
		heaps = append(heaps, n)
	}
	if len(heaps) > mostHeaps {
		return nil, errHeaps
	}
	return heaps, nil
}

func checkHeaps(text string) error {
	_, err := parseHeaps(text)
	return err
}

// Nim is the registry's entry.
func Nim() game.Definition {
	return game.Definition{
		Name:  "nim",
		Title: "Nim",
		Doc:   "Two players take objects from heaps in turn: at least one, and from one heap only. Who takes the last object of all wins, or loses where the variant says so.",
		Moves: "A letter for the heap and a number for how many are taken, as in b3: the first heap is a.",
		Params: []game.Param{
			{Name: "heaps", Doc: "what the heaps hold, as in " + usual, Default: usual, Check: checkHeaps},
			game.Number("most", 0, 0, mostIn, "how many may be taken at once; 0 for as many as a heap holds"),
			game.Choice("last", "what taking the last object does", "wins", "loses"),
		},
		Alike: []game.Values{{"last": "loses"}, {"last": "wins"}},
		New:   newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	heaps, err := parseHeaps(values["heaps"])
	if err != nil {
		return nil, &game.ParamError{Variant: string(v), Param: "heaps", Value: values["heaps"], Err: game.ErrBounds, Hint: err.Error()}
	}
	r := &Rules{variant: v, heaps: heaps, most: values.Int("most"), misere: values["last"] == "loses"}
	r.steps = r
	return r, nil
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules: there is no board.
func (r *Rules) Shape() (rows, cols int) { return 0, 0 }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesHeap }

// Solo implements game.Rules.
func (r *Rules) Solo() bool { return false }

// PlayerName implements game.Rules.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "player 1", game.Second: "player 2"}[p]
}

// Start implements game.Rules: there is no set-up.
func (r *Rules) Start(s game.Setup) (game.Position, error) { return r.begin(s, nil) }

// Spell implements game.Rules.
func (r *Rules) Spell(s game.Setup) game.Setup { return s }

// Deal implements game.Rules.
func (r *Rules) Deal(*rand.Rand) game.Setup { return "" }

// Again implements game.Rules.
func (r *Rules) Again(before game.Position, s game.Setup) (game.Position, error) {
	return r.begin(s, before.(*Position))
}

func (r *Rules) begin(s game.Setup, before *Position) (game.Position, error) {
	if s != "" {
		return nil, &game.SetupError{Setup: s, Err: errors.New("this game takes none: the heaps are those of the variant")}
	}
	p := &Position{}
	r.steps.Begin(p, before)
	return p, nil
}

// Begin implements Steps.
func (r *Rules) Begin(p, before *Position) {
	if r.under != nil {
		r.under.Begin(p, before)
		return
	}
	p.Heaps, p.Mover = r.Heaps(), game.First
}

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	m = r.steps.Read(m)
	if refusal := r.steps.Refuse(p, m); refusal != game.Accepted {
		r.steps.Refused(p, refusal)
		return p.appendTurn(append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal}))
	}
	mover := p.Mover
	r.steps.Take(p, int(m.Cell.Row), m.Amount)
	r.steps.Pass(p)
	if p.result = r.steps.Decide(p, mover); p.result.Over() {
		return append(facts, game.Fact{Kind: game.FactWon, Player: p.result.Winner})
	}
	return p.appendTurn(facts)
}

// Read implements Steps.
func (r *Rules) Read(m game.Move) game.Move {
	if r.under != nil {
		return r.under.Read(m)
	}
	return m
}

// Refuse implements Steps.
func (r *Rules) Refuse(p *Position, m game.Move) game.Refusal {
	if r.under != nil {
		return r.under.Refuse(p, m)
	}
	heap := int(m.Cell.Row)
	switch {
	case p.result.Over():
		return game.GameOver
	case heap < 0 || heap >= len(p.Heaps):
		return NoHeap
	case m.Amount < 1:
		return TooFew
	case p.Heaps[heap] == 0:
		return Empty
	case r.most > 0 && m.Amount > r.most:
		return OverMost
	case m.Amount > p.Heaps[heap]:
		return TooMany
	}
	return game.Accepted
}

// Refused implements Steps: nothing changes.
func (r *Rules) Refused(p *Position, reason game.Refusal) {
	if r.under != nil {
		r.under.Refused(p, reason)
	}
}

// Take implements Steps.
func (r *Rules) Take(p *Position, heap, count int) {
	if r.under != nil {
		r.under.Take(p, heap, count)
		return
	}
	p.Heaps[heap] -= count
}

// Pass implements Steps.
func (r *Rules) Pass(p *Position) {
	if r.under != nil {
		r.under.Pass(p)
		return
	}
	p.Mover = p.Mover.Opponent()
}

// Decide implements Steps.
func (r *Rules) Decide(p *Position, mover game.Player) game.Result {
	switch {
	case r.under != nil:
		return r.under.Decide(p, mover)
	case p.Left() > 0:
		return game.Result{}
	case r.misere:
		mover = mover.Opponent()
	}
	return game.Result{Outcome: game.Won, Winner: mover}
}

// View implements game.Rules: everybody sees the heaps.
func (r *Rules) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	for i, n := range pos.(*Position).Heaps {
		facts = append(facts, game.Fact{Kind: game.FactHeap, N: i + 1, Amount: n})
	}
	return facts
}

// Candidates implements game.Rules: from each heap and the two beside them, none, one too many, and all numbers between.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	p := pos.(*Position)
	add := func(heap, count int) {
		moves = append(moves, game.Move{Cell: game.Cell{Row: int16(heap)}, Amount: count})
	}
	for heap, n := range p.Heaps {
		for count := -1; count <= max(n, r.most)+1; count++ {
			add(heap, count)
		}
	}
	add(-1, 1)
	add(len(p.Heaps), 1)
	return moves
}

var notation = regexp.MustCompile(`^([@-Z]|[a-{])(-?\d{1,2})$`)

// ParseMove implements game.Rules: a letter for the heap and how many are taken. The heap before the first one is written @.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	m := notation.FindStringSubmatch(text)
	if m == nil || m[2] == "-0" || len(strings.TrimPrefix(m[2], "-")) > 1 && strings.TrimPrefix(m[2], "-")[0] == '0' {
		return game.Move{}, fmt.Errorf("%q: a move is a letter for the heap and how many are taken, as in b3", text)
	}
	count, err := strconv.Atoi(m[2])
	if err != nil {
		return game.Move{}, err
	}
	return game.Move{Cell: game.Cell{Row: heapOf(m[1][0])}, Amount: count}, nil
}

func heapOf(letter byte) int16 {
	if letter >= '@' && letter <= 'Z' {
		return int16(letter) - 'A'
	}
	return int16(letter) - 'a'
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string {
	letter := "@"
	if m.Cell.Row >= 0 {
		letter = string(rune('a' + m.Cell.Row))
	}
	return letter + strconv.Itoa(m.Amount)
}

// Spoken implements game.Spoken.
func (r *Rules) Spoken() {}

// Say implements game.Worded: heaps have the letters that moves have.
func (r *Rules) Say(f game.Fact) string {
	if f.Kind == game.FactHeap {
		return fmt.Sprintf("heap %c: %d", 'a'+rune(f.N-1), f.Amount)
	}
	return ""
}
