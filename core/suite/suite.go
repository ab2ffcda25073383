package suite

import (
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
)

// Suite is the scripts of an assignment with the criteria they serve.
type Suite struct {
	Rules    game.Rules
	Program  game.Player // the side that programs play themselves; Nobody where people play both
	Policy   Policy
	Criteria []Criterion
	Scripts  []Script

	Before, After []string // comments at its begin and at its end, each with its #
}

// Criterion is one thing that is graded.
type Criterion struct {
	Name    string
	Title   string
	Points  Points
	Claims  []Aspect // what this criterion is charged for
	Grading Grading

	NotShown   Cost // of the points, when it was not shown that the rule is kept
	NotReached Cost // when an earlier fault is why; as NotShown when empty
	Unsteady   Cost // when it was shown in one run and not in another
	Line       int  // in its file, from 1
	Comments   []string
}

// Cost says what becomes of the points when a program did not show whether it
// keeps the rule.
type Cost string

// The two costs. A criterion that does not say loses its points.
const (
	Costs Cost = "costs"
	Keeps Cost = "keeps"
)

// Aspect is the rule that a difference between program and reference concerns.
// A difference is charged to the criterion of its script when that claims the
// aspect, and else to the first criterion that does.
type Aspect string

// The aspects. The first ones are those of all games, the others of games in which
// something is hidden, counted or paid.
const (
	Legal     Aspect = "legal"   // a legal move is accepted
	Mark      Aspect = "mark"    // a move changes its own cell, and no other
	Turns     Aspect = "turn"    // the players alternate, the right one begins
	Win       Aspect = "win"     // a win is announced when there is one, for the right player
	Draw      Aspect = "draw"    // a draw is announced when there is one
	TakenCell Aspect = "taken"   // a move that was made before is refused, or one that is not possible now
	Range     Aspect = "range"   // a cell off the board is refused, or an amount out of bounds
	Text      Aspect = "text"    // a line that is not a move is refused
	TurnKept  Aspect = "kept"    // a refused move leaves the turn with the same player
	AfterEnd  Aspect = "end"     // nothing is played after the end
	NewGame   Aspect = "again"   // another game starts afresh
	Running   Aspect = "running" // the program neither crashes nor hangs nor floods

	Reply   Aspect = "reply"   // an opponent answers each move with one legal move, and none after the end
	Varied  Aspect = "varied"  // an opponent does not always play the same game
	Reason  Aspect = "reason"  // a refusal says why: in other words than refusals for other reasons
	Leaving Aspect = "leave"   // a word that is typed ends the program
	Loss    Aspect = "loss"    // the one player's loss is announced when there is one
	Score   Aspect = "score"   // won games are counted
	Shots   Aspect = "shot"    // a shot is told as hit or miss
	Sunk    Aspect = "sunk"    // a ship is told to be sunk by its last hit, with its name
	Hidden  Aspect = "hidden"  // what is hidden is not shown before its time
	Letters Aspect = "letters" // every place of a letter that was found is shown, and no other
	Lives   Aspect = "lives"   // the lives that are left
	Word    Aspect = "word"    // the word is told at the end
	Cards   Aspect = "cards"   // the cards that were dealt, each once
	Dealer  Aspect = "dealer"  // the dealer draws when and as long as the table says
	Totals  Aspect = "total"   // what a hand counts, and whether it is bust
	Results Aspect = "hand"    // how a hand ends
	Money   Aspect = "money"   // what the bank holds
	Heaps   Aspect = "heaps"   // what each heap holds
	Answer  Aspect = "answer"  // whether what is looked for is higher or lower than the guess
	Takes   Aspect = "takes"   // a function that chooses takes a win that there is
	Blocks  Aspect = "blocks"  // it prevents a win of the other player, where it can
	Holds   Aspect = "holds"   // it gives nothing away, by exact values
)

var aspects = []Aspect{
	Legal, Mark, Turns, Win, Draw, TakenCell, Range, Text, TurnKept, AfterEnd, NewGame, Running, Reply, Varied, Reason, Leaving,
	Loss, Score, Shots, Sunk, Hidden, Letters, Lives, Word, Cards, Dealer, Totals, Results, Money, Heaps, Answer, Takes, Blocks, Holds,
}

// Known reports whether there is such an aspect.
func (a Aspect) Known() bool { return slices.Contains(aspects, a) }

// Script is a sequence of steps that starts with a new program.
type Script struct {
	Title     string
	Criterion string
	Setup     game.Setup // what chance or a hidden choice fixes
	Own       bool       // the program fixes it itself; see game.Implies
	Public    bool       // students may see it and try their programs with it
	Steps     []Step
	Quick     bool // of a page: no time passes between the steps
	Repeats   int  // times it is played to see whether an opponent varies its play; 0 for once
	Line      int  // of the script's title in its file, from 1
	Comments  []string
}

// Act is what a step does.
type Act string

// The acts of a script.
const (
	Start    Act = "start" // the program is started; before every script's first step
	MakeMove Act = "move"
	TypeLine Act = "line"      // a raw line is typed that is not a move
	Again    Act = "again"     // another game is asked for
	Finish   Act = "..."       // the game is played to its end, on any free cells; refused, each move is tried again
	Reload   Act = "reload"    // a page is loaded anew; the last step of a script
	Leave    Act = "leave"     // a raw line is typed that ends the program; the last step of a script
	Look     Act = "positions" // every position is looked at, where programs can be shown one
)

// Step is one word of a script.
type Step struct {
	Act     Act
	Move    game.Move
	Text    string // the raw line
	Refused bool   // the step must be refused
	Line    int    // place in the file, from 1
	Column  int
}

// Criterion returns the criterion of that name.
func (s *Suite) Criterion(name string) (Criterion, bool) {
	for _, c := range s.Criteria {
		if c.Name == name {
			return c, true
		}
	}
	return Criterion{}, false
}

// Total is the sum of the points of all criteria.
func (s *Suite) Total() Points {
	var sum Points
	for _, c := range s.Criteria {
		sum += c.Points
	}
	return sum
}

// Claim reports whether the criterion is charged for the aspect.
func (c Criterion) Claim(a Aspect) bool { return slices.Contains(c.Claims, a) }

// Only returns the suite with the criteria that can be shown, and their scripts: one of
// their aspects can, and of those that are not about every move all can.
func (s *Suite) Only(shown func(Aspect) bool) *Suite {
	kept := &Suite{Rules: s.Rules, Policy: s.Policy}
	kept.Policy.Declared, kept.Policy.Required = 0, slices.DeleteFunc(slices.Clone(s.Policy.Required), func(r Requirement) bool {
		c, _ := s.Criterion(r.Criterion)
		return !slices.ContainsFunc(c.Claims, shown)
	})
	everyMove := []Aspect{Mark, Legal, Turns, Running}
	for _, c := range s.Criteria {
		amiss := slices.ContainsFunc(c.Claims, func(a Aspect) bool { return !shown(a) && !slices.Contains(everyMove, a) })
		if slices.ContainsFunc(c.Claims, shown) && !amiss {
			kept.Criteria = append(kept.Criteria, c)
		}
	}
	for _, script := range s.Scripts {
		if _, is := kept.Criterion(script.Criterion); is {
			kept.Scripts = append(kept.Scripts, script)
		}
	}
	return kept
}

// Public returns the part of a suite that students may see: its public scripts, and the
// criteria that these belong to. It is nil when there are none.
func (s *Suite) Public() *Suite {
	part := &Suite{Rules: s.Rules, Program: s.Program}
	for _, script := range s.Scripts {
		if script.Public {
			part.Scripts = append(part.Scripts, script)
		}
	}
	for _, c := range s.Criteria {
		if slices.ContainsFunc(part.Scripts, func(script Script) bool { return script.Criterion == c.Name }) {
			part.Criteria = append(part.Criteria, c)
		}
	}
	if part.Scripts == nil {
		return nil
	}
	return part
}

// SameScripts reports whether two suites play the same and charge the same rules to the same
// criteria: they may differ in what points are given, and in titles of criteria.
func SameScripts(a, b *Suite) bool { return a.bare().String() == b.bare().String() }

// bare is the suite without what is given for its criteria.
func (s *Suite) bare() *Suite {
	b := &Suite{Rules: s.Rules, Program: s.Program, Criteria: slices.Clone(s.Criteria), Scripts: slices.Clone(s.Scripts)}
	for i, c := range b.Criteria {
		b.Criteria[i] = Criterion{Name: c.Name, Claims: c.Claims}
	}
	for i := range b.Scripts {
		b.Scripts[i].Public, b.Scripts[i].Comments = false, nil
	}
	return b
}

// Open reports whether what must be seen of a script is known only with a program, which
// plays one side or makes the set-up itself.
func (s *Suite) Open(script Script) bool { return script.Own || s.Program != game.Nobody }

// Example is a set-up of a script: its own, or one such as the program may make.
func (s *Suite) Example(script Script) game.Setup {
	if script.Own {
		return s.Rules.Deal(rand.New(rand.NewPCG(1, 1)))
	}
	return script.Setup
}

// HasOpen reports whether a script is open.
func (s *Suite) HasOpen() bool { return slices.ContainsFunc(s.Scripts, s.Open) }

// Has reports whether a step of the script does that.
func (s Script) Has(act Act) bool {
	return slices.ContainsFunc(s.Steps, func(step Step) bool { return step.Act == act })
}

// Fixed is the scripts that are not open.
func (s *Suite) Fixed() []Script { return slices.DeleteFunc(slices.Clone(s.Scripts), s.Open) }
