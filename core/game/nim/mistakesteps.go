package nim

import "durchgang/core/game"

// Each type below is the reference rules with one step changed.

// allows accepts what is refused for one reason.
type allows struct {
	*Rules
	reason game.Refusal
	below  bool // a heap may hold less than nothing
}

func (m allows) Refuse(p *Position, move game.Move) game.Refusal {
	if reason := m.Rules.Refuse(p, move); reason != m.reason {
		return reason
	}
	if m.reason == OverMost && move.Amount > p.Heaps[move.Cell.Row] {
		return TooMany
	}
	return game.Accepted
}

func (m allows) Take(p *Position, heap, count int) {
	m.Rules.Take(p, heap, count)
	if !m.below {
		p.Heaps[heap] = max(0, p.Heaps[heap])
	}
}

type takesNone struct {
	*Rules
	least int
}

func (m takesNone) Refuse(p *Position, move game.Move) game.Refusal {
	if reason := m.Rules.Refuse(p, move); reason != TooFew || move.Amount < m.least || m.least < 0 && move.Amount == 0 {
		return reason
	}
	return game.Accepted
}

type limitOff struct{ *Rules }

func (m limitOff) Refuse(p *Position, move game.Move) game.Refusal {
	if reason := m.Rules.Refuse(p, move); reason != game.Accepted || move.Amount != m.most {
		return reason
	}
	return OverMost
}

type emptyPasses struct{ *Rules }

func (m emptyPasses) Refuse(p *Position, move game.Move) game.Refusal {
	if reason := m.Rules.Refuse(p, move); reason != Empty {
		return reason
	}
	return game.Accepted
}

func (m emptyPasses) Take(p *Position, heap, count int) {
	if p.Heaps[heap] > 0 {
		m.Rules.Take(p, heap, count)
	}
}

// heapAt takes a heap that does not exist for another one.
type heapAt struct {
	*Rules
	from, to int
}

func (m heapAt) Read(move game.Move) game.Move {
	if move = m.Rules.Read(move); int(move.Cell.Row) == m.from {
		move.Cell.Row = int16(m.to)
	}
	return move
}

type heapBase struct {
	*Rules
	by int16
}

func (m heapBase) Read(move game.Move) game.Move {
	move = m.Rules.Read(move)
	move.Cell.Row += m.by
	return move
}

// refusedPasses passes the turn where a move is refused for a reason.
type refusedPasses struct {
	*Rules
	reason game.Refusal
}

func (m refusedPasses) Refused(p *Position, reason game.Refusal) {
	if !p.result.Over() && reason.Is(m.reason) {
		m.steps.Pass(p)
	}
}

type takes struct {
	*Rules
	number func(int) int
}

func (m takes) Take(p *Position, heap, count int) {
	m.Rules.Take(p, heap, min(m.number(count), p.Heaps[heap]))
}

type noAlternation struct{ *Rules }

func (noAlternation) Pass(*Position) {}

type staleHeaps struct{ *Rules }

func (m staleHeaps) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	if before != nil {
		p.Heaps = append([]int(nil), before.Heaps...)
	}
}

type wrongStarter struct{ *Rules }

func (m wrongStarter) Begin(p, before *Position) {
	m.Rules.Begin(p, before)
	if before != nil {
		p.Mover = before.Mover
	}
}

type wrongWinner struct{ *Rules }

func (m wrongWinner) Decide(p *Position, mover game.Player) game.Result {
	return m.Rules.Decide(p, mover.Opponent())
}

type winnerIs struct {
	*Rules
	winner game.Player
}

func (m winnerIs) Decide(p *Position, mover game.Player) game.Result {
	result := m.Rules.Decide(p, mover)
	if result.Over() {
		result.Winner = m.winner
	}
	return result
}

type neverEnds struct{ *Rules }

func (neverEnds) Decide(*Position, game.Player) game.Result { return game.Result{} }

// endsAt ends the game where something holds, by the rule for the one who has moved.
type endsAt struct {
	*Rules
	over func(*Position) bool
}

func (m endsAt) Decide(p *Position, mover game.Player) game.Result {
	if !m.over(p) {
		return game.Result{}
	}
	if m.misere {
		mover = mover.Opponent()
	}
	return game.Result{Outcome: game.Won, Winner: mover}
}

func (p *Position) anyEmpty() bool {
	for _, n := range p.Heaps {
		if n <= 0 {
			return true
		}
	}
	return false
}
