// Package guess is guessing a hidden number: each guess is answered by whether the number is higher or lower. The number is
// the set-up, number=...; the guesser is the only player who moves, and wins with the number, or loses with the last try.
//
// Read Rules first; Position is the number and the tries that are left.
package guess

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"strconv"

	"durchgang/core/game"
)

// Reasons for refusing a guess that this game adds.
const (
	TooLow  game.Refusal = game.OutOfRange + ": below the least number"
	TooHigh game.Refusal = game.OutOfRange + ": above the greatest number"
)

// The answers to a guess: where the number is.
const (
	Higher = game.HigherText
	Lower  = game.LowerText
)

// Errors of a set-up, for errors.Is.
var (
	ErrNoNumber = errors.New("it needs a number, as in number=42")
	ErrOutside  = errors.New("the number is not in the range of the variant")
)

// greatest is the greatest number that a range may have.
const greatest = 100_000

// Rules are the reference rules of one variant.
type Rules struct {
	variant   game.Variant
	low, high int
	tries     int  // 0 for as many as are needed
	counts    bool // a guess outside the range is a wrong one, instead of being refused
	steps     Steps
	under     Steps // of a change made before; nil for the right ones
}

// Steps are the parts of a game, each of which a mistake may get wrong. Rules has
// the right ones.
type Steps interface {
	// Begin prepares a position for a new number; before is the game before, nil for the first.
	Begin(p, before *Position)
	// Read returns the number that a guess is taken for.
	Read(number int) int
	// Refuse says why a guess is refused, or accepts it.
	Refuse(p *Position, number int) game.Refusal
	// Refused is what a refusal does.
	Refused(p *Position, reason game.Refusal)
	// Right reports whether a guess is the number.
	Right(p *Position, number int) bool
	// Answer is what is said of a guess that is wrong.
	Answer(p *Position, number int) string
	// Cost is how many tries a guess costs.
	Cost(right bool) int
	// Decide returns how the game stands after a guess.
	Decide(p *Position, right bool) game.Result
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

// Range is the least and the greatest number that may be hidden.
func (r *Rules) Range() (low, high int) { return r.low, r.high }

// Tries is how many guesses there are; 0 for as many as are needed.
func (r *Rules) Tries() int { return r.tries }

// NumberGuessing is the registry's entry.
func NumberGuessing() game.Definition {
	return game.Definition{
		Name:  "number-guessing",
		Title: "Number guessing",
		Doc:   "One player guesses a hidden number. Each wrong guess is answered by whether the number is higher or lower. The guesser wins with the number, and loses with the last try.",
		Moves: "A guess is a whole number, as in 42.",
		Makes: "choose the number",
		Params: []game.Param{
			game.Number("low", 1, 0, greatest-1, "the least number that may be hidden"),
			game.Number("high", 100, 1, greatest, "the greatest number that may be hidden"),
			game.Number("tries", 10, 0, 100, "guesses until the game is lost; 0 for as many as are needed"),
			game.Choice("outside", "what a guess outside the range is: refused, or a wrong guess like others", "refused", "counts"),
		},
		Alike: []game.Values{{"tries": "0"}, {"outside": "counts"}, {"tries": "0", "outside": "counts"}, {"tries": "7"}},
		New: func(v game.Variant, values game.Values) (game.Rules, error) {
			r := &Rules{
				variant: v, low: values.Int("low"), high: values.Int("high"), tries: values.Int("tries"), counts: values["outside"] == "counts",
			}
			if r.low >= r.high {
				return nil, &game.ParamError{
					Variant: string(v), Param: "high", Value: values["high"], Err: game.ErrBounds, Hint: fmt.Sprintf("it is more than low, which is %d", r.low),
				}
			}
			r.steps = r
			return r, nil
		},
	}
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules: there is no board.
func (r *Rules) Shape() (rows, cols int) { return 0, 0 }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesText }

// Solo implements game.Rules.
func (r *Rules) Solo() bool { return true }

// PlayerName implements game.Rules: the second player has chosen the number.
func (r *Rules) PlayerName(p game.Player) string {
	return [...]string{game.Nobody: "nobody", game.First: "the guesser", game.Second: "the chooser"}[p]
}

// Say implements game.Worded.
func (r *Rules) Say(f game.Fact) string {
	switch f.Kind {
	case game.FactHint:
		return "the number is " + f.Text
	case game.FactLives:
		return fmt.Sprintf("tries left: %d", f.N)
	case game.FactWord:
		return "the number was " + f.Text
	}
	return ""
}

// Conceals implements game.Conceals.
func (r *Rules) Conceals() {}

// Start implements game.Rules: number=... is what is hidden.
func (r *Rules) Start(s game.Setup) (game.Position, error) { return r.begin(s, nil) }

// Spell implements game.Rules.
func (r *Rules) Spell(s game.Setup) game.Setup { return s }

// Deal implements game.Rules.
func (r *Rules) Deal(random *rand.Rand) game.Setup {
	return hidden(r.low + random.IntN(r.high-r.low+1))
}

// hidden is the set-up of a number.
func hidden(number int) game.Setup { return game.Setup("number=" + strconv.Itoa(number)) }

// Again implements game.Rules.
func (r *Rules) Again(before game.Position, s game.Setup) (game.Position, error) {
	return r.begin(s, before.(*Position))
}

func (r *Rules) begin(s game.Setup, before *Position) (game.Position, error) {
	fields, err := s.Fields("number")
	if err != nil {
		return nil, err
	}
	number, err := strconv.Atoi(fields["number"])
	switch {
	case err != nil:
		return nil, &game.SetupError{Setup: s, Err: ErrNoNumber}
	case number < r.low || number > r.high:
		return nil, &game.SetupError{Setup: s, Err: fmt.Errorf("%w: %d to %d", ErrOutside, r.low, r.high)}
	}
	p := &Position{Number: number, low: r.low, high: r.high}
	r.steps.Begin(p, before)
	return p, nil
}

// Begin implements Steps.
func (r *Rules) Begin(p, before *Position) {
	if r.under != nil {
		r.under.Begin(p, before)
		return
	}
	p.Left = r.tries
}

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	number, err := strconv.Atoi(m.Text)
	number = r.steps.Read(number)
	refusal := r.steps.Refuse(p, number)
	if err != nil && refusal != game.GameOver {
		refusal = game.Unreadable
	}
	if refusal != game.Accepted {
		r.steps.Refused(p, refusal)
		if p.Left <= 0 && r.tries > 0 && !p.result.Over() { // a mistake lets it cost the last try
			p.result = game.Result{Outcome: game.Won, Winner: game.Second}
			facts = append(facts, game.Fact{Kind: game.FactWon, Player: game.Second})
		}
		return p.appendTurn(append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal}))
	}
	right := r.steps.Right(p, number)
	p.Guesses++
	p.Left -= r.steps.Cost(right)
	p.result = r.steps.Decide(p, right)
	if !right {
		answer := r.steps.Answer(p, number)
		facts = append(facts, game.Fact{Kind: game.FactHint, Text: answer})
		if answer == Higher {
			p.low = max(p.low, number+1)
		} else {
			p.high = min(p.high, number-1)
		}
	}
	if p.result.Over() {
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: p.result.Winner})
	}
	return p.appendTurn(facts)
}

// Read implements Steps.
func (r *Rules) Read(number int) int {
	if r.under != nil {
		return r.under.Read(number)
	}
	return number
}

// Refuse implements Steps.
func (r *Rules) Refuse(p *Position, number int) game.Refusal {
	switch {
	case r.under != nil:
		return r.under.Refuse(p, number)
	case p.result.Over():
		return game.GameOver
	case r.counts:
	case number < r.low:
		return TooLow
	case number > r.high:
		return TooHigh
	}
	return game.Accepted
}

// Refused implements Steps: it costs nothing.
func (r *Rules) Refused(p *Position, reason game.Refusal) {
	if r.under != nil {
		r.under.Refused(p, reason)
	}
}

// Right implements Steps.
func (r *Rules) Right(p *Position, number int) bool {
	if r.under != nil {
		return r.under.Right(p, number)
	}
	return p.Number == number
}

// Answer implements Steps.
func (r *Rules) Answer(p *Position, number int) string {
	switch {
	case r.under != nil:
		return r.under.Answer(p, number)
	case p.Number > number:
		return Higher
	}
	return Lower
}

// Cost implements Steps: each guess costs a try.
func (r *Rules) Cost(right bool) int {
	if r.under != nil {
		return r.under.Cost(right)
	}
	return 1
}

// Decide implements Steps.
func (r *Rules) Decide(p *Position, right bool) game.Result {
	switch {
	case r.under != nil:
		return r.under.Decide(p, right)
	case right:
		return game.Result{Outcome: game.Won, Winner: game.First}
	case r.tries > 0 && p.Left <= 0:
		return game.Result{Outcome: game.Won, Winner: game.Second}
	}
	return game.Result{}
}

// View implements game.Rules: the tries that are left where they are counted; the chooser sees the number, and everybody
// after a loss.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	if r.tries > 0 && p.result.Winner != game.First {
		facts = append(facts, game.Fact{Kind: game.FactLives, N: p.Left})
	}
	if viewer == game.Second || p.result.Winner == game.Second {
		facts = append(facts, game.Fact{Kind: game.FactWord, Text: strconv.Itoa(p.Number)})
	}
	return facts
}

// Seek implements game.Seeks: what halves the numbers that are left.
func (r *Rules) Seek(pos game.Position) game.Move {
	p := pos.(*Position)
	return move(p.low + (p.high-p.low)/2)
}

// Candidates implements game.Rules: the ends of the range and what is beside them, the number and what is beside it, what
// halves the range, and numbers between.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	p := pos.(*Position)
	seen := map[int]bool{}
	add := func(numbers ...int) {
		for _, n := range numbers {
			if !seen[n] {
				seen[n] = true
				moves = append(moves, move(n))
			}
		}
	}
	add(r.low-1, r.low, r.high, r.high+1, p.Number-1, p.Number, p.Number+1, (r.low+r.high)/2)
	for i := range 8 {
		add(r.low + (r.high-r.low)*i/8)
	}
	return moves
}

// move is the guess of a number.
func move(number int) game.Move { return game.Move{Text: strconv.Itoa(number)} }

// ParseMove implements game.Rules.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	number, err := strconv.Atoi(text)
	if err != nil || number > 10*greatest || number < -10*greatest {
		return game.Move{}, fmt.Errorf("%q: a guess is a whole number, as in 42", text)
	}
	return move(number), nil
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string { return m.Text }

// Spoken implements game.Spoken.
func (r *Rules) Spoken() {}
