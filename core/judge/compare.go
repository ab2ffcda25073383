package judge

import (
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// State is the result of a comparison, of a script, or of a criterion.
type State string

// The states. A comparison has one of the first three.
const (
	Agrees     State = "agrees"
	Differs    State = "differs"
	NotShown   State = "not shown"
	NotRead    State = "not read"    // it is shown in words or signs that are not understood
	NotReached State = "not reached" // an earlier fault was in the way of what is tested
	Unsteady   State = "unsteady"    // it went another way when it was tried again
)

// Comparison is one subject of one step, expected and seen, in words.
type Comparison struct {
	Subject  string       `json:"subject"`
	Aspect   suite.Aspect `json:"aspect"`
	State    State        `json:"state"`
	Expected string       `json:"expected"`
	Seen     string       `json:"seen"`

	routine bool // to agree is no evidence that the program keeps the aspect's rule
	worded  bool // to differ hangs on what was read, and on nothing that the program does
}

// comparer compares one moment with its observation.
type comparer struct {
	rules  game.Rules
	moment suite.Moment
	seen   Observation
	kept   bool         // the step before was refused, so that a wrong turn is about keeping it
	unsure suite.Aspect // a refusal that was expected before but not shown, or empty

	before, after, shown picture   // the position before and after the step, and what was seen of it
	subjects             []subject // what is told beside the board and compared
}

// compare returns the comparisons of a step, the weightiest first: what makes
// the others wrong stands before them.
func (c *comparer) compare() []Comparison {
	if c.moment.Step.Act == suite.Leave {
		return []Comparison{c.left()}
	}
	list := []Comparison{c.running()}
	if list[0].State != Agrees {
		return list
	}
	for _, check := range c.seen.Checks {
		list = append(list, check.comparison())
	}
	if !c.opening() && !c.looked() && !c.seen.Skipped {
		list = append(list, c.acceptance())
	}
	if c.seen.Reason != nil && list[len(list)-1].State != Differs {
		list = append(list, c.seen.Reason.comparison())
	}
	shown := c.told()
	if c.after.cells+c.shown.cells > 0 {
		shown = append([]Comparison{c.board()}, shown...)
	}
	switch {
	case c.afterEnd():
		list = append(list, shown...)
	case c.hides() && c.announced(): // what was hidden is rightly turned up when the game is over
		list = append(append(list, c.outcome()), shown...)
	default:
		list = append(append(list, shown...), c.outcome())
	}
	if c.moment.Result.Outcome == game.Open && !c.rules.Solo() {
		list = append(list, c.turn())
	}
	return list
}

// afterEnd reports whether the game was over before this step.
func (c *comparer) afterEnd() bool {
	return !c.opening() && !c.looked() && c.moment.Mover == game.Nobody
}

// looked reports whether the step is no step, but a position to look at.
func (c *comparer) looked() bool {
	return slices.Contains([]suite.Act{suite.Look, suite.Reload, suite.Leave}, c.moment.Step.Act)
}

// opening reports whether the step begins a game.
func (c *comparer) opening() bool {
	return c.moment.Step.Act == suite.Start || c.moment.Step.Act == suite.Again
}

func (c *comparer) running() Comparison {
	open := c.moment.Result.Outcome == game.Open
	result := Comparison{
		Subject:  "program",
		Aspect:   suite.Running,
		State:    Agrees,
		Expected: "the program goes on",
		Seen:     c.say(c.seen.Condition),
	}
	if !open {
		result.Expected = "the program goes on or ends"
	}
	if reason, refused := game.Refused(c.moment.Facts); refused {
		result.Aspect, result.routine = RefusalAspect(reason), true
		if c.seen.NoMove {
			result.Aspect = suite.Text
		}
	}
	if c.moment.Step.Act == suite.Again && c.seen.Untyped {
		result.State, result.Seen = NotShown, "the program offers no other game"
		return result
	}
	if c.seen.Condition == Ended && c.seen.Detail == "" && open && c.announced() {
		return result // it says why it ends: that is what differs
	}
	if !c.seen.Condition.alive() && (open || c.seen.Condition != Ended) {
		result.State = Differs
	}
	return result
}

// left compares whether the program has ended by what was typed.
func (c *comparer) left() Comparison {
	result := Comparison{
		Subject:  "program",
		Aspect:   suite.Leaving,
		State:    Differs,
		Expected: "the program ends",
		Seen:     c.say(c.seen.Condition),
	}
	switch {
	case c.seen.Untyped:
		result.State, result.Seen = NotShown, "the program asks for nothing any more"
	case c.seen.Condition == Ended:
		result.State = Agrees
	}
	return result
}

func (c *comparer) say(condition Condition) string {
	text := "the program " + string(condition)
	if c.seen.Detail != "" {
		text += " (" + c.seen.Detail + ")"
	}
	return text
}

// acceptance compares whether the move was accepted.
func (c *comparer) acceptance() Comparison {
	reason, refused := game.Refused(c.moment.Facts)
	_, said := game.Refused(c.seen.Facts)
	result := Comparison{Subject: "move", State: NotShown}
	if !refused {
		result.Aspect, result.Expected = suite.Legal, c.word()+" is accepted"
		switch {
		case c.seen.Accepted, c.played(), c.answered():
			result.State, result.Seen = Agrees, result.Expected
		case said:
			result.State, result.Seen, result.worded = Differs, c.word()+" is refused", true
		}
		return result
	}
	result.Aspect = RefusalAspect(reason)
	result.Expected = fmt.Sprintf("%s is refused: %s", c.word(), reason)
	switch {
	case c.seen.Untyped, reason == game.GameOver && c.seen.Condition.closed():
		result.State, result.Seen = Agrees, "no move is asked for any more"
	case c.seen.Accepted, c.changed():
		result.State, result.Seen = Differs, c.word()+" is accepted"
	case said:
		result.State, result.Seen = Agrees, c.word()+" is refused"
	case c.unchanged():
		result.State, result.Seen = Agrees, "the board stays as it was"
	case c.announced(), reason == game.GameOver && c.seen.Condition == Asking:
		result.State, result.Seen = Differs, c.word()+" is accepted"
	case c.seen.Repeats && c.dealt():
		result.State, result.Seen = Agrees, c.word()+" is passed over"
	case c.turnIs(c.moment.Mover), c.seen.Silent && c.moment.Step.Act == suite.TypeLine:
		result.State, result.Seen = Agrees, c.word()+" is passed over"
	case c.shown.cells > 0 && !c.changed() && c.turnIs(game.Turn(c.moment.Facts)): // of rules by which the turn passes
		result.State, result.Seen = Agrees, "the board stays as it was"
	case c.turnIs(c.moment.Mover.Opponent()):
		result.State, result.Seen = Differs, c.word()+" is accepted"
	}
	return result
}

// dealt reports whether cards are played for, where each move that is accepted shows some.
func (c *comparer) dealt() bool {
	return slices.ContainsFunc(c.moment.View, func(f game.Fact) bool { return f.Kind == game.FactBank || f.Kind == game.FactCard })
}

// RefusalAspect is the rule that a reason for refusing a move is about.
func RefusalAspect(reason game.Refusal) suite.Aspect {
	switch {
	case reason.Is(game.GameOver):
		return suite.AfterEnd
	case reason.Is(game.OutOfRange):
		return suite.Range
	case reason.Is(game.Unreadable):
		return suite.Text
	default:
		return suite.TakenCell
	}
}

func (c *comparer) word() string {
	if c.moment.Step.Act == suite.TypeLine {
		return fmt.Sprintf("the line %q", c.moment.Step.Text)
	}
	return c.rules.FormatMove(c.moment.Step.Move)
}

// played reports whether the board shown is the one after the move.
func (c *comparer) played() bool {
	return c.shown.cells > 0 && c.shown.all(func(at place, what content) bool {
		held, there := c.after.at(at)
		return !there || what == held
	})
}

// changed reports whether something shown is another than before the step.
func (c *comparer) changed() bool {
	same := c.shown.all(func(at place, what content) bool {
		before, _ := c.before.at(at)
		return what == before || before.text == game.ShipText && what.text == game.SeaText // which nobody has to turn up
	})
	return !same || c.moved()
}

// unchanged reports whether a board is shown, and is the one before the step, where
// a player who plays on a cell of their own would leave it so too.
func (c *comparer) unchanged() bool {
	at := place{game.Nobody, c.moment.Step.Move.Cell}
	held, _ := c.before.at(at)
	own := c.moment.Step.Act == suite.MakeMove && held.mark == c.moment.Mover && c.moment.Mover != game.Nobody
	return (c.shown.cells > 0 || c.stands()) && !c.changed() && !own
}

// announced reports whether an end was announced that the reference does not know.
func (c *comparer) announced() bool {
	outcome, shown := game.Announced(c.seen.Facts)
	return shown && c.moment.Result != outcome && !(outcome.Winner == game.Nobody && c.moment.Result.Outcome == outcome.Outcome)
}

func (c *comparer) outcome() Comparison {
	expected := c.moment.Result
	seen, shown := game.Announced(c.seen.Facts)
	if c.opening() && c.seen.Condition.alive() && !c.seen.Asked {
		seen, shown = game.Result{}, false // a greeting that explains the rules announces nothing
	}
	if !shown && c.seen.Condition == Asking {
		seen, shown = game.Result{}, true
	}
	if half, told := c.half(expected); told && !shown {
		return half
	}
	result := Comparison{Subject: "result", State: NotShown, Expected: c.describe(expected), routine: expected.Outcome == game.Open}
	if expected.Outcome == game.Open && !shown && c.seen.Condition.alive() && !c.seen.Condition.closed() {
		seen, shown = game.Result{}, true
	}
	result.Aspect = c.outcomeAspect(expected, seen)
	if !shown {
		if expected.Outcome == game.Open {
			result.State, result.Seen = Differs, c.say(c.seen.Condition)
			result.Aspect = suite.Running
		}
		return result
	}
	result.Seen = c.describe(seen)
	result.worded = seen.Outcome != game.Open && c.seen.Condition == Asking
	unsaid := seen.Outcome == game.Won && seen.Winner == game.Nobody
	if seen == expected || unsaid && expected.Outcome == game.Won {
		result.State = Agrees
	} else {
		result.State = Differs
	}
	return result
}

// half compares with what says only that nobody has won, or that the game is not drawn.
func (c *comparer) half(expected game.Result) (result Comparison, told bool) {
	if !c.seen.Unwon && !c.seen.Undrawn || c.seen.Unwon && c.seen.Undrawn {
		return result, false
	}
	result = Comparison{Subject: "result", State: NotShown, Expected: c.describe(expected), Aspect: c.outcomeAspect(expected, game.Result{})}
	says, rules, leaves := "nobody has won", game.Won, game.Drawn
	if c.seen.Undrawn {
		says, rules, leaves = "it is not drawn", game.Drawn, game.Won
	}
	switch expected.Outcome {
	case rules:
		result.State, result.Seen = Differs, says
	case leaves:
		return result, true
	default:
		result.State, result.Seen, result.routine = Agrees, says, true
	}
	return result, true
}

// outcomeAspect charges a wrong result to the rule that decides it: the expected
// one, or what was claimed too early.
func (c *comparer) outcomeAspect(expected, seen game.Result) suite.Aspect {
	lost := expected.Winner == game.Second || expected.Outcome == game.Open && seen.Winner == game.Second
	switch {
	case expected.Outcome == game.Drawn || expected.Outcome == game.Open && seen.Outcome == game.Drawn:
		return suite.Draw
	case c.rules.Solo() && lost:
		return suite.Loss
	}
	return suite.Win
}

func (c *comparer) describe(r game.Result) string {
	switch {
	case r.Outcome == game.Drawn:
		return "a draw"
	case r.Outcome == game.Won && r.Winner == game.Nobody:
		return "a win, without saying whose"
	case r.Outcome == game.Won:
		return c.rules.PlayerName(r.Winner) + " wins"
	default:
		return "the game goes on"
	}
}

func (c *comparer) board() Comparison {
	result := Comparison{Subject: "board", Aspect: suite.Mark, State: NotShown}
	if c.seen.Condition == Anew { // the board is already the next game's
		return result
	}
	var expected, seen []string
	for _, f := range c.moment.View {
		if f.Kind != game.FactCell {
			continue
		}
		at, held := cellOf(f)
		is, there := c.shown.at(at)
		if !there || held.text == game.ShipText && is.text == game.SeaText { // nobody has to turn up at the end what is left
			continue
		}
		if result.State == NotShown {
			result.State = Agrees
		}
		if is != held {
			result.State, result.worded = Differs, true
			result.Aspect = c.markAspect(at, held, is)
			expected = append(expected, c.describeCell(at, held))
			seen = append(seen, c.describeCell(at, is))
		}
	}
	result.Expected, result.Seen = few(expected), few(seen)
	if result.State == Agrees {
		result.Expected, result.Seen = "the same board", "the same board"
	}
	return result
}

// mostCells is how many cells are told of a board that differs.
const mostCells = 6

// few is a list of cells as it is told.
func few(cells []string) string {
	text := strings.Join(cells[:min(len(cells), mostCells)], ", ")
	if more := len(cells) - mostCells; more > 0 {
		text += fmt.Sprintf(", and %d more", more)
	}
	return text
}

// markAspect tells why a cell shows something else than it should.
func (c *comparer) markAspect(at place, held, is content) suite.Aspect {
	before, _ := c.before.at(at)
	moved := before != held
	switch {
	case c.unsure != "":
		return c.unsure
	case held.text == game.SeaText && is.text == game.ShipText && !c.moment.Result.Over():
		return suite.Hidden
	case moved && is.mark != game.Nobody && is.mark == c.moment.Mover.Opponent() && c.kept:
		return suite.TurnKept
	case moved && is.mark != game.Nobody && is.mark == c.moment.Mover.Opponent():
		return suite.Turns
	default:
		return suite.Mark
	}
}

func (c *comparer) describeCell(at place, held content) string {
	switch {
	case held.text != "":
		return fmt.Sprintf("%s at %s of %s", held.text, at.cell, c.rules.PlayerName(at.owner))
	case held.mark == game.Nobody:
		return at.cell.String() + " empty"
	}
	return c.rules.PlayerName(held.mark) + " at " + at.cell.String()
}

func (c *comparer) turn() Comparison {
	result := Comparison{Subject: "turn", Aspect: suite.Turns, State: NotShown}
	if _, refused := game.Refused(c.moment.Facts); refused {
		result.Aspect = suite.TurnKept
	}
	expected := game.Turn(c.moment.Facts)
	result.Expected = c.rules.PlayerName(expected) + " is to move"
	if seen := game.Turn(c.seen.Facts); seen != game.Nobody {
		result.Seen = c.rules.PlayerName(seen) + " is to move"
		result.State, result.worded = Differs, true
		if seen == expected {
			result.State = Agrees
		}
	}
	return result
}

func (c *comparer) turnIs(p game.Player) bool {
	return p != game.Nobody && game.Turn(c.seen.Facts) == p
}
