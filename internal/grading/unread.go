package grading

import (
	"context"
	"errors"
	"slices"
	"strings"
	"time"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/mistake"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
)

// NotReadError says that a program could not be graded, since no move of it was seen to be
// accepted: it is another program, needs something that is not there, or speaks in a way that was
// not found. It is no fault that is known.
type NotReadError struct {
	Condition string // what it does when it is started
	Printed   string // the last lines of what it printed then
	Chooses   bool   // it plays with another set-up than it is given
	Replies   bool   // it answers a move with one of its own
	Uncounted bool   // it shows cards, and what it says of them was not understood in any round
	Alike     string // a variant that begins otherwise, which it may play instead; empty for none
	Shows     string // what it shows that belongs to that variant, empty for nothing
}

func (e *NotReadError) Error() string {
	crash, crashed := strings.CutPrefix(e.Condition, string(judge.Crashed))
	crash = strings.Trim(crash, " ()")
	var text string
	switch {
	case e.Shows != "":
		return "not graded yet: the program has " + e.Shows + ", which is not what is asked for.\nIf that is meant, grade it by the variant " + e.Alike + "."
	case e.Replies:
		text = "not graded yet: the program answers a move with one of its own, and two players were expected.\nGrade it with a suite for programs that play one side (docs/scripts.md); if it has two players as well, say in a phrasebook what is answered to get there."
	case e.Chooses:
		text = "not graded yet: the program does not play with the word or the cards that it is given.\nIf it chooses them by itself, grade it with the suite for such programs; if it is given them in another way, say so in a phrasebook."
	case e.Uncounted:
		text = "not graded yet: in no round was it understood what the program's cards count or who has won.\nIf it is this game, say in a phrasebook how a card is written to it (setup, card) and what it says (cards)."
	case crashed && crash != "":
		text = "not graded yet: the program stops before it asks for anything: " + crash +
			".\nIt may need a module, a file, a window, or a version of the language that is not here, or input in another way."
	case failsAtOnce(e.Condition):
		text = "not graded yet: the program stops before it asks for anything.\nIf this is the right file, it may need something that is not here, or input in another way."
	default:
		text = "not graded yet: no move was seen to be accepted, in any way of typing one that was tried.\nIf this is the right game, say in a phrasebook how a move is typed and how the board is drawn."
	}
	if e.Alike != "" && !e.Replies && !crashed {
		text += "\nIf it plays another variant, such as " + e.Alike + ", grade it by that one; durchgang try finds out which."
	}
	if e.Printed == "" {
		return text + "\nIt prints nothing."
	}
	return text + "\nIt prints:\n" + e.Printed
}

// NotRead reports whether a program could not be graded since it was not understood: a *NotReadError, or a
// page on which the game was not found.
func NotRead(err error) bool {
	var unread *NotReadError
	var uncalled *NotCalledError
	return errors.As(err, &unread) || errors.As(err, &uncalled) || errors.Is(err, channel.ErrNoMap)
}

// mostPrinted is how many lines of what an unread program prints are told.
const mostPrinted = 12

// unread is a NotReadError where no move was seen to be accepted in any script.
//
// A program that does one thing at one time and another at the next gets a few more tries.
func (g Grader) unread(ctx context.Context, p *playing, list []played) error {
	if !g.learns() {
		return nil
	}
	if other, shows := g.otherSea(list); other != nil {
		return &NotReadError{Alike: string(other.Variant()), Shows: shows}
	}
	if !given(list) || !g.fleetsGiven(list) {
		return g.notRead(list, NotReadError{Chooses: true})
	}
	if p.replies && doubtful(list) {
		return g.notRead(list, NotReadError{Replies: true})
	}
	seen := func(subjects ...string) bool {
		return slices.ContainsFunc(list, func(p played) bool { return agrees(p, subjects...) })
	}
	if g.rounds() && !(seen("cards") && seen("total", "bust", "hand")) { // it shows cards, and does not know what they count
		return g.notRead(list, NotReadError{Uncounted: seen("cards")})
	}
	if p.accepts {
		return nil
	}
	if accepted(list) {
		if endless(list) || g.unheeded(list) {
			return g.notRead(list, NotReadError{})
		}
		return nil
	}
	began := time.Now()
	for n := range triesOfFailing {
		r, err := g.playScript(ctx, p, g.Suite.Scripts[0], 1)
		if err != nil {
			return err
		}
		if accepted([]played{r}) {
			return nil
		}
		atOnce := len(r.evidence.Steps) > 0 && failsAtOnce(r.evidence.Steps[0].Condition)
		if n+1 >= moreTries && (!atOnce || time.Since(began) > longestStarting) {
			break
		}
	}
	return g.notRead(list, NotReadError{})
}

// How often more the first script is played with a program of which no move was seen to be accepted, and with one
// that ends before it asks for anything, in so much time: it may do so at random, and its next start is soon seen.
const (
	moreTries       = 5
	triesOfFailing  = 25
	longestStarting = 4 * time.Second
)

// failsAtOnce reports whether a program has ended or crashed, by its condition.
func failsAtOnce(condition string) bool {
	return strings.HasPrefix(condition, string(judge.Crashed)) || strings.HasPrefix(condition, string(judge.Ended))
}

// accepted reports whether a move was seen to be accepted in one of the scripts: whoever it was taken
// to be of, and wherever it was put. Where a program shows boards, whose turn it says it is proves nothing
// as long as no mark is on one of them.
func accepted(list []played) bool {
	boards := slices.ContainsFunc(list, func(p played) bool {
		return slices.ContainsFunc(p.evidence.Steps, func(s record.Step) bool { return len(s.Shown) > 0 })
	})
	proofs := []string{"board", "letters", "shot", "cards", "total", "heaps", "answer"}
	if !boards {
		proofs = append(proofs, "turn")
	}
	for _, p := range list {
		for i, step := range p.verdict.Steps {
			if i == 0 || i > len(p.verdict.Script.Steps) {
				continue
			}
			if made := p.verdict.Script.Steps[i-1]; made.Act != suite.MakeMove || made.Refused {
				continue
			}
			if i < len(p.evidence.Steps) && strings.TrimSpace(strings.Join(slices.Concat(p.evidence.Steps[i].Shown...), "")) != "" {
				return true
			}
			if slices.ContainsFunc(step.Comparisons, func(c judge.Comparison) bool {
				return !step.Echo && (c.State == judge.Agrees && slices.Contains(proofs, c.Subject) ||
					c.State == judge.Differs && c.Subject == "answer") // a wrong answer is one
			}) {
				return true
			}
		}
	}
	return false
}

// endless reports whether a program that makes the set-up itself comes to no end, and tells of none, in any of the
// scripts that end, at least three: what is typed to it is not what it wants.
func endless(list []played) bool {
	over := 0
	for _, p := range list {
		if !p.verdict.Script.Own {
			continue
		}
		if p.witness == nil {
			return false // what it shows is a fault
		}
		n := len(p.witness.Seen)
		if n == 0 || n > len(p.witness.Moments) || !p.witness.Moments[n-1].Result.Over() {
			continue
		}
		last := p.witness.Seen[n-1]
		_, told := game.Announced(last.Facts)
		if told || kindAt(last.Facts, game.FactResult) || last.Condition != judge.Asking && last.Condition != judge.Waiting {
			return false
		}
		over++
	}
	return over >= 3
}

// rounds reports whether the game is played at a table of cards.
func (g Grader) rounds() bool {
	return phrasebook.TableOf(g.Suite.Rules, g.Suite.Example(g.Suite.Scripts[0])).Rounds()
}

// agrees reports whether one of some subjects was seen to be as it should be at a step of a script.
func agrees(p played, subjects ...string) bool {
	return slices.ContainsFunc(p.verdict.Steps, func(step judge.StepVerdict) bool {
		return slices.ContainsFunc(
			step.Comparisons,
			func(c judge.Comparison) bool { return c.State == judge.Agrees && slices.Contains(subjects, c.Subject) },
		)
	})
}

// unheeded reports whether something that a player does at a table of cards has no effect, however often it
// is typed: the program asks the same again and shows no card. What is typed is not what it wants.
func (g Grader) unheeded(list []played) bool {
	if !g.rounds() {
		return false
	}
	type count struct{ typed, heeded int }
	counts := map[string]count{}
	for _, p := range list {
		for i, step := range p.verdict.Script.Steps {
			if step.Act != suite.MakeMove || step.Refused || step.Move.Verb == "" || p.witness == nil || i+1 >= len(p.witness.Seen) {
				continue
			}
			o := p.witness.Seen[i+1]
			if o.Untyped || o.Skipped {
				continue
			}
			c := counts[step.Move.Verb]
			c.typed++
			if !o.Repeats || kindAt(o.Facts, game.FactCard) {
				c.heeded++
			}
			counts[step.Move.Verb] = c
		}
	}
	for _, c := range counts {
		if c.typed >= 3 && c.heeded == 0 {
			return true
		}
	}
	return false
}

// given reports whether the cards or the words that a program is given are those that it plays with: in
// at least half of the scripts whose first cards are seen, and with two thirds of the words, which have
// their lengths at the start of a script. Where they are not, it takes them in another way or chooses
// them by itself.
func given(list []played) bool {
	cards, dealt := 0, 0
	words := map[game.Setup]bool{} // whether it is seen
	for _, p := range list {
		if p.verdict.Script.Own {
			continue
		}
		first := firstOf("cards", p.verdict)
		if first == judge.NotShown {
			first = firstOf("dealer", p.verdict)
		}
		switch first {
		case judge.NotShown:
		case judge.Agrees:
			cards, dealt = cards+1, dealt+1
		default:
			cards++
		}
		if len(p.verdict.Steps) > 0 {
			setup := p.verdict.Script.Setup
			for _, c := range p.verdict.Steps[0].Comparisons {
				if c.Subject == "letters" {
					words[setup] = words[setup] || c.State == judge.Agrees
				}
			}
		}
	}
	seen := 0
	for _, is := range words {
		if is {
			seen++
		}
	}
	return dealt*2 >= cards && seen*3 >= len(words)*2
}

// fleetsGiven reports whether the fleets that a program is given are those that it plays with: by the rules
// or with a known mistake at least a third of the shots are told as hits that must be, which are more than
// shots at a fleet that lies anywhere.
func (g Grader) fleetsGiven(list []played) bool {
	must := false // there are shots that must hit
	for _, rules := range mistake.For(g.Suite.Rules).Rules() {
		hits, seen := 0, 0
		for _, p := range list {
			if p.witness == nil || p.verdict.Script.Own {
				continue
			}
			k := -1
			_ = p.witness.Script.Retell(rules, true, func(m suite.Moment) bool { // rules that cannot be told end the script
				if k++; k >= len(p.witness.Seen) {
					return false
				}
				told := p.witness.Seen[k].Facts
				switch {
				case !kindAt(m.Facts, game.FactHit):
				case kindAt(told, game.FactHit):
					hits, seen = hits+1, seen+1
				case kindAt(told, game.FactMiss):
					hits++
				}
				return true
			})
		}
		if hits > 0 && seen*3 >= hits {
			return true
		}
		must = must || hits > 0
	}
	return !must
}

// kindAt reports whether a fact of a kind is among facts.
func kindAt(facts []game.Fact, kind game.Kind) bool {
	return slices.ContainsFunc(facts, func(f game.Fact) bool { return f.Kind == kind })
}

// firstOf is how the first comparison of a subject came out that was shown.
func firstOf(subject string, v judge.ScriptVerdict) judge.State {
	for _, step := range v.Steps {
		for _, c := range step.Comparisons {
			if c.Subject == subject && c.State != judge.NotShown {
				return c.State
			}
		}
	}
	return judge.NotShown
}

// notRead adds to what is known of a program what it does when it is started; it is nil where what it does
// is a fault, whatever is said.
func (g Grader) notRead(list []played, known NotReadError) error {
	e := &known
	if others := games.All().Alike(g.Suite.Rules, true); len(others) > 0 {
		e.Alike = string(others[0].Variant())
	}
	for _, p := range list {
		if len(p.evidence.Steps) == 0 {
			continue
		}
		first := p.evidence.Steps[0]
		if slices.ContainsFunc(
			[]judge.Condition{judge.Stuck, judge.Flooding, judge.Exceeded},
			func(c judge.Condition) bool { return strings.HasPrefix(first.Condition, string(c)) },
		) {
			return nil
		}
		e.Condition = first.Condition
		var printed strings.Builder
		for _, step := range p.evidence.Steps[:min(2, len(p.evidence.Steps))] { // a deal is seen at its move
			for _, event := range step.Events {
				printed.WriteString(event.Text)
			}
			if printed.Len() > 0 {
				break
			}
		}
		lines := strings.Split(strings.TrimSpace(printed.String()), "\n")
		e.Printed = strings.TrimSpace(strings.Join(lines[max(0, len(lines)-mostPrinted):], "\n"))
		break
	}
	return e
}
