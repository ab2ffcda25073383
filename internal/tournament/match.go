package tournament

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"math/rand/v2"
	"sync"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// Contender is who plays in a match: a strategy, or a house player by its name. A problem says why
// a strategy cannot play: it loses all its games.
type Contender struct {
	House    string
	Problem  string
	Strategy *Strategy
}

// maxLost is how many games a program may lose by ending or by silence in a match; the others
// are lost without being played.
const maxLost = 2

// Appraisers keeps what knows the worth of moves, one for each variant, since what it has
// found out serves the next game too, and what the house's best brings on deals. It is safe
// for concurrent use.
type Appraisers struct {
	mu     sync.Mutex
	known  map[game.Variant]*appraising
	house  sync.Mutex // held while the house plays
	brings map[dealOf]float64
}

// dealOf is a deal of a contest.
type dealOf struct {
	contest int64
	number  int
}

// mostBrings bounds what is kept of the house's games.
const mostBrings = 10_000

// best is what the house's best brings on a deal; play finds it out.
func (a *Appraisers) best(deal dealOf, play func() (float64, error)) (float64, error) {
	a.house.Lock()
	defer a.house.Unlock()
	if value, known := a.brings[deal]; known {
		return value, nil
	}
	value, err := play()
	if a.brings == nil || len(a.brings) >= mostBrings {
		a.brings = map[dealOf]float64{}
	}
	if err == nil {
		a.brings[deal] = value
	}
	return value, err
}

type appraising struct {
	sync.Mutex
	house.Appraiser
}

func (a *Appraisers) of(rules game.Rules) *appraising {
	a.mu.Lock()
	defer a.mu.Unlock()
	if a.known == nil {
		a.known = map[game.Variant]*appraising{}
	}
	found := a.known[rules.Variant()]
	if found == nil {
		found = &appraising{Appraiser: house.NewAppraiser(rules)}
		a.known[rules.Variant()] = found
	}
	return found
}

// Match plays one match; what begins in capitals is set before.
type Match struct {
	Rules      game.Rules
	Contest    int64 // whose match it is
	Terms      contest.Terms
	Players    [2]Contender
	Alone      bool // the first player, who is measured
	Measure    house.Measure
	Appraisers *Appraisers
	Outcome    record.Outcome // of what was played so far

	seats   [2]channel.Contestant
	lost    [2]int
	chances []float64 // of a contest of hands, by deal
}

// Play plays the games of a match with so many deals from one on, and hands each to keep,
// whose error ends it.
func (m *Match) Play(ctx context.Context, from, deals int, keep func(record.PlayedBout) error) error {
	for i, p := range m.Players {
		if p.Strategy != nil {
			seat, err := p.Strategy.sitDown(m.Rules, m.Terms)
			if err != nil {
				return err
			}
			m.seats[i] = seat
			defer seat.Close()
		}
	}
	if r, is := m.Rules.(contest.HandDeals); is && m.Terms.Hands {
		m.chances = r.HandChances()
	}
	sides := 2
	if m.Alone {
		sides = 1
	}
	number := 0
	for deal := from; deal < from+deals; deal++ {
		dealt, err := m.Terms.Deal(m.Rules, deal)
		if err != nil {
			return err
		}
		for side := range sides {
			b, err := m.game(ctx, dealt, deal, side == 1)
			if err != nil {
				return err
			}
			b.Number = number
			number++
			if err := keep(b); err != nil {
				return err
			}
		}
	}
	return nil
}

// game plays one game; swapped when the second player moves first. Who is first in the bout is
// 0 or 1, the place in the match.
func (m *Match) game(ctx context.Context, deal play.Deal, number int, swapped bool) (record.PlayedBout, error) {
	order := [2]int{0, 1}
	if swapped {
		order = [2]int{1, 0}
	}
	r, err := m.record(ctx, deal, number, order)
	if err != nil {
		return record.PlayedBout{}, err
	}
	b := record.PlayedBout{Record: *r, Worth: []record.Worth{}}
	b.Deal, b.First, b.Second, b.Plies = number, order[0], order[1], len(r.Plies)
	b.Winner = int(r.Result.Winner)
	if f := r.Foul; f != nil {
		b.Foul, b.FoulBy = string(f.Kind)+": "+f.Detail, int(f.Seat)
		i := order[f.Seat-game.First]
		m.Outcome.Fouls[i]++
		switch f.Kind {
		case play.Gone, play.Silent, play.Flood, play.Unasked:
			m.lost[i]++
		}
	}
	if err := m.appraise(r, &b); err != nil {
		return b, err
	}
	if m.Alone {
		return b, m.weigh(ctx, deal, number, r, &b)
	}
	m.count(b, order)
	b.Digest = digest(r)
	return b, nil
}

// count adds a game's points to the outcome.
func (m *Match) count(b record.PlayedBout, order [2]int) {
	if b.Winner == 0 {
		m.Outcome.Draws++
		m.Outcome.Points[0] += 0.5
		m.Outcome.Points[1] += 0.5
		return
	}
	i := order[b.Winner-1]
	m.Outcome.Wins[i]++
	m.Outcome.Points[i]++
}

// record plays a game. A player that cannot play, or has ended too often, loses without one.
func (m *Match) record(ctx context.Context, deal play.Deal, number int, order [2]int) (*play.Record, error) {
	var seats [2]play.Seat
	for side, i := range order {
		if m.Alone && i == 1 {
			continue
		}
		seat := game.First + game.Player(side)
		p := m.Players[i]
		switch {
		case p.Problem != "" || m.lost[i] >= maxLost:
			why := p.Problem
			if why == "" {
				why = fmt.Sprintf("it has ended or kept silent %d times in this match", m.lost[i])
			}
			return &play.Record{
				Variant: m.Rules.Variant(), Setup: deal.Setup, Plies: []play.Ply{}, Foul: &play.Foul{Seat: seat, Kind: play.Absent, Detail: why},
				Result: game.Result{Outcome: game.Won, Winner: seat.Opponent()},
			}, nil
		case p.House != "":
			h, err := house.New(m.Rules, p.House, m.Terms.Words, rand.New(rand.NewPCG(m.Terms.Seed, uint64(number)<<8|uint64(seat))))
			if err != nil {
				return nil, err
			}
			seats[side] = play.HouseSeat{Rules: m.Rules, Player: h}
		default:
			s, err := m.seats[i].Sit(ctx, seat)
			if err != nil {
				return nil, err
			}
			seats[side] = s
		}
	}
	return play.Referee(ctx, m.Rules, deal, seats)
}

// appraise finds out what each move of a player was worth.
func (m *Match) appraise(r *play.Record, b *record.PlayedBout) error {
	a := m.Appraisers.of(m.Rules)
	if a.Appraiser == nil {
		return nil
	}
	a.Lock()
	defer a.Unlock()
	var ahead [2]bool // a win was sure
	err := play.Replay(m.Rules, r, func(ply int, pos game.Position, move *game.Move) {
		if move == nil || ply < r.Opening {
			return
		}
		worth, known := a.Appraise(pos, *move)
		if !known {
			return
		}
		b.Worth = append(b.Worth, record.Worth{Ply: ply, Appraisal: worth})
		i := pos.Turn() - game.First
		q := &b.Quality[i]
		q.Moves++
		q.Cost += worth.Cost()
		if worth.Cost() < 1e-9 {
			q.Best++
		}
		if q.Blunder == 0 && worth.Cost() >= 0.5 {
			q.Blunder = ply + 1
		}
		ahead[i] = ahead[i] || !m.Alone && worth.Best == 1
	})
	for i, sure := range ahead {
		if sure && b.Winner != i+1 {
			b.Quality[i].Thrown = 1
		}
	}
	return err
}

// weigh measures a game for one, beside what the house's best brings on the same deal. A hand
// counts by what the decisions have cost and how often it is dealt; a foul costs its whole
// bet.
func (m *Match) weigh(ctx context.Context, deal play.Deal, number int, r *play.Record, b *record.PlayedBout) (err error) {
	m.Outcome.Draws++ // a game for one is neither won nor lost
	if m.Terms.Hands {
		cost := b.Quality[0].Cost
		if r.Foul != nil {
			cost = 1
		}
		b.Measure = cost * m.chances[number%len(m.chances)] * float64(m.Terms.Deals)
		m.Outcome.Points[0] += b.Measure
		b.House = new(float64)
		return nil
	}
	if b.Measure, err = m.measured(r); err != nil {
		return err
	}
	m.Outcome.Points[0] += b.Measure
	value, err := m.Appraisers.best(dealOf{m.Contest, number}, func() (float64, error) {
		other := Match{Rules: m.Rules, Terms: m.Terms, Players: [2]Contender{{House: best(m.Rules)}}, Alone: true, Measure: m.Measure}
		theirs, err := other.record(ctx, deal, number, [2]int{0, 1})
		if err != nil {
			return 0, err
		}
		return m.measured(theirs)
	})
	b.House = &value
	return err
}

// best is the strongest house player.
func best(rules game.Rules) string {
	names := house.Names(rules)
	return names[len(names)-1]
}

func (m *Match) measured(r *play.Record) (value float64, err error) {
	err = play.Replay(m.Rules, r, func(_ int, pos game.Position, move *game.Move) {
		if move == nil {
			value = m.Measure.Of(pos, r.Foul != nil)
		}
	})
	return value, err
}

// digest is the same for games with the same deal and moves.
func digest(r *play.Record) string {
	h := sha256.New()
	fmt.Fprintln(h, r.Setup)
	for _, p := range r.Plies {
		fmt.Fprintln(h, p.Move)
	}
	if r.Foul != nil {
		fmt.Fprintln(h, r.Foul.Kind)
	}
	return hex.EncodeToString(h.Sum(nil)[:12])
}

// NewContender builds a strategy for a match; a program that cannot be built gets a problem.
func NewContender(ctx context.Context, functions string, e record.Entrant, rules game.Rules, cache toolchain.Cache) (Contender, error) {
	if e.House != "" || e.Problem != "" {
		return Contender{House: e.House, Problem: e.Problem}, nil
	}
	folder, err := grading.Folder(e.Archive)
	if err != nil {
		return Contender{}, err
	}
	s, err := Prepare(ctx, folder, rules, functions, sidesOf(e), cache)
	if AtFault(err) {
		return Contender{Problem: err.Error()}, nil
	}
	return Contender{Strategy: s}, err
}

// Close ends the strategy.
func (p Contender) Close() {
	if p.Strategy != nil {
		p.Strategy.Close()
	}
}
