package guess

import (
	"slices"
	"strconv"

	"durchgang/core/game"
)

// Each type below is the reference rules with one step changed.

type answers struct {
	*Rules
	change func(right string) string
}

func (m answers) Answer(p *Position, number int) string { return m.change(m.Rules.Answer(p, number)) }

// near takes a number beside the right one for it.
type near struct {
	*Rules
	by int
}

func (m near) Right(p *Position, number int) bool {
	return m.Rules.Right(p, number) || number == p.Number+m.by
}

type neverRight struct{ *Rules }

func (neverRight) Right(*Position, int) bool { return false }

type firstDigit struct{ *Rules }

func (m firstDigit) Read(number int) int {
	text := strconv.Itoa(m.Rules.Read(number))
	first, err := strconv.Atoi(text[:1])
	if err != nil {
		return number // it begins with a minus
	}
	return first
}

// accepted takes guesses that are refused for one reason.
type accepted struct {
	*Rules
	reason game.Refusal
}

func (m accepted) Refuse(p *Position, number int) game.Refusal {
	if reason := m.Rules.Refuse(p, number); !reason.Is(m.reason) {
		return reason
	}
	return game.Accepted
}

// refusing refuses one number more.
type refusing struct {
	*Rules
	number int
	reason game.Refusal
}

func (m refusing) Refuse(p *Position, number int) game.Refusal {
	if reason := m.Rules.Refuse(p, number); reason != game.Accepted || number != m.number {
		return reason
	}
	return m.reason
}

// refusedCosts counts a guess that is refused for a reason.
type refusedCosts struct {
	*Rules
	reason game.Refusal
}

func (m refusedCosts) Refused(p *Position, reason game.Refusal) {
	if !p.result.Over() && reason.Is(m.reason) {
		p.Left--
	}
}

type triesOff struct {
	*Rules
	by int
}

func (m triesOff) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	p.Left += m.by
}

type uncounted struct{ *Rules }

func (uncounted) Cost(bool) int { return 0 }

// lostAt loses when so many tries are left.
type lostAt struct {
	*Rules
	left int
}

func (m lostAt) Decide(p *Position, right bool) game.Result {
	switch {
	case right:
		return m.Rules.Decide(p, right)
	case p.Left <= m.left:
		return game.Result{Outcome: game.Won, Winner: game.Second}
	}
	return game.Result{}
}

type lastTryLost struct{ *Rules }

func (m lastTryLost) Decide(p *Position, right bool) game.Result {
	return m.Rules.Decide(p, right && p.Left > 0)
}

type lossWins struct{ *Rules }

func (m lossWins) Decide(p *Position, right bool) game.Result {
	result := m.Rules.Decide(p, right)
	if result.Over() {
		result.Winner = game.First
	}
	return result
}

type staleTries struct{ *Rules }

func (m staleTries) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	if before != nil {
		p.Left = before.Left
	}
}

type playsOn struct{ *Rules }

func (m playsOn) Refuse(p *Position, number int) game.Refusal {
	over := p.result
	p.result = game.Result{}
	reason := m.Rules.Refuse(p, number)
	p.result = over
	return reason
}

type leaksNumber struct{ *Rules }

func (m leaksNumber) View(pos game.Position, _ game.Player, facts []game.Fact) []game.Fact {
	return m.Rules.View(pos, game.Second, facts)
}

type neverTold struct{ *Rules }

func (m neverTold) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	facts = m.Rules.View(pos, viewer, facts)
	if pos.Result().Winner != game.Second {
		return facts
	}
	return slices.DeleteFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactWord })
}
