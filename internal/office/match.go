package office

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"math/rand/v2"
	"sync"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/game/blackjack"
	"durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/internal/channel"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/toolchain"
)

// contender is who plays in a match: a strategy, or a house player by its name. A problem says why
// a strategy cannot play: it loses all its games.
type contender struct {
	house    string
	problem  string
	strategy *strategist
}

// maxLost is how many games a program may lose by ending or by silence in a match; the others
// are lost without being played.
const maxLost = 2

// appraisers keeps what knows the worth of moves, one for each variant, since what it has
// found out serves the next game too, and what the house's best brings on deals. It is safe
// for concurrent use.
type appraisers struct {
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
func (a *appraisers) best(deal dealOf, play func() (float64, error)) (float64, error) {
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

func (a *appraisers) of(rules game.Rules) *appraising {
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

// meeting plays one match.
type meeting struct {
	rules      game.Rules
	contest    int64 // whose match it is
	terms      contest.Terms
	players    [2]contender
	alone      bool
	measure    house.Measure
	appraisers *appraisers
	seats      [2]channel.Contestant
	lost       [2]int
	chances    []float64 // of a contest of hands, by deal
	outcome    record.Outcome
}

// play plays the games of a match with so many deals from one on, and hands each to keep,
// whose error ends it.
func (m *meeting) play(ctx context.Context, from, deals int, keep func(store.PlayedBout) error) error {
	for i, p := range m.players {
		if p.strategy != nil {
			seat, err := p.strategy.sitDown(m.rules, m.terms)
			if err != nil {
				return err
			}
			m.seats[i] = seat
			defer seat.Close()
		}
	}
	if r, is := m.rules.(*blackjack.Rules); is && m.terms.Hands {
		m.chances = contest.HandChances(r.Table())
	}
	sides := 2
	if m.alone {
		sides = 1
	}
	number := 0
	for deal := from; deal < from+deals; deal++ {
		dealt, err := m.terms.Deal(m.rules, deal)
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
func (m *meeting) game(ctx context.Context, deal play.Deal, number int, swapped bool) (store.PlayedBout, error) {
	order := [2]int{0, 1}
	if swapped {
		order = [2]int{1, 0}
	}
	r, err := m.record(ctx, deal, number, order)
	if err != nil {
		return store.PlayedBout{}, err
	}
	b := store.PlayedBout{Record: *r, Worth: []record.Worth{}}
	b.Deal, b.First, b.Second, b.Plies = number, order[0], order[1], len(r.Plies)
	b.Winner = int(r.Result.Winner)
	if f := r.Foul; f != nil {
		b.Foul, b.FoulBy = string(f.Kind)+": "+f.Detail, int(f.Seat)
		i := order[f.Seat-game.First]
		m.outcome.Fouls[i]++
		switch f.Kind {
		case play.Gone, play.Silent, play.Flood, play.Unasked:
			m.lost[i]++
		}
	}
	if err := m.appraise(r, &b); err != nil {
		return b, err
	}
	if m.alone {
		return b, m.weigh(ctx, deal, number, r, &b)
	}
	m.count(b, order)
	b.Digest = digest(r)
	return b, nil
}

// count adds a game's points to the outcome.
func (m *meeting) count(b store.PlayedBout, order [2]int) {
	if b.Winner == 0 {
		m.outcome.Draws++
		m.outcome.Points[0] += 0.5
		m.outcome.Points[1] += 0.5
		return
	}
	i := order[b.Winner-1]
	m.outcome.Wins[i]++
	m.outcome.Points[i]++
}

// record plays a game. A player that cannot play, or has ended too often, loses without one.
func (m *meeting) record(ctx context.Context, deal play.Deal, number int, order [2]int) (*play.Record, error) {
	var seats [2]play.Seat
	for side, i := range order {
		if m.alone && i == 1 {
			continue
		}
		seat := game.First + game.Player(side)
		p := m.players[i]
		switch {
		case p.problem != "" || m.lost[i] >= maxLost:
			why := p.problem
			if why == "" {
				why = fmt.Sprintf("it has ended or kept silent %d times in this match", m.lost[i])
			}
			return &play.Record{
				Variant: m.rules.Variant(), Setup: deal.Setup, Plies: []play.Ply{}, Foul: &play.Foul{Seat: seat, Kind: play.Absent, Detail: why},
				Result: game.Result{Outcome: game.Won, Winner: seat.Opponent()},
			}, nil
		case p.house != "":
			h, err := house.New(m.rules, p.house, m.terms.Words, rand.New(rand.NewPCG(m.terms.Seed, uint64(number)<<8|uint64(seat))))
			if err != nil {
				return nil, err
			}
			seats[side] = play.HouseSeat{Rules: m.rules, Player: h}
		default:
			s, err := m.seats[i].Sit(ctx, seat)
			if err != nil {
				return nil, err
			}
			seats[side] = s
		}
	}
	return play.Referee(ctx, m.rules, deal, seats)
}

// appraise finds out what each move of a player was worth.
func (m *meeting) appraise(r *play.Record, b *store.PlayedBout) error {
	a := m.appraisers.of(m.rules)
	if a.Appraiser == nil {
		return nil
	}
	a.Lock()
	defer a.Unlock()
	var ahead [2]bool // a win was sure
	err := play.Replay(m.rules, r, func(ply int, pos game.Position, move *game.Move) {
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
		ahead[i] = ahead[i] || !m.alone && worth.Best == 1
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
func (m *meeting) weigh(ctx context.Context, deal play.Deal, number int, r *play.Record, b *store.PlayedBout) (err error) {
	m.outcome.Draws++ // a game for one is neither won nor lost
	if m.terms.Hands {
		cost := b.Quality[0].Cost
		if r.Foul != nil {
			cost = 1
		}
		b.Measure = cost * m.chances[number%len(m.chances)] * float64(m.terms.Deals)
		m.outcome.Points[0] += b.Measure
		b.House = new(float64)
		return nil
	}
	if b.Measure, err = m.measured(r); err != nil {
		return err
	}
	m.outcome.Points[0] += b.Measure
	value, err := m.appraisers.best(dealOf{m.contest, number}, func() (float64, error) {
		other := meeting{rules: m.rules, terms: m.terms, players: [2]contender{{house: best(m.rules)}}, alone: true, measure: m.measure}
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

func (m *meeting) measured(r *play.Record) (value float64, err error) {
	err = play.Replay(m.rules, r, func(_ int, pos game.Position, move *game.Move) {
		if move == nil {
			value = m.measure.Of(pos, r.Foul != nil)
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

// newContender builds a strategy for a match; a program that cannot be built gets a problem.
func newContender(ctx context.Context, c record.Contest, e record.Entrant, rules game.Rules, cache toolchain.Cache) (contender, error) {
	if e.House != "" || e.Problem != "" {
		return contender{house: e.House, problem: e.Problem}, nil
	}
	folder, err := unpacked(e.Archive)
	if err != nil {
		return contender{}, err
	}
	s, err := prepareStrategy(ctx, folder, rules, c.Functions, sidesOf(e), cache)
	if grading.AtFault(err) {
		return contender{problem: err.Error()}, nil
	}
	return contender{strategy: s}, err
}

func (p contender) close() {
	if p.strategy != nil {
		p.strategy.program.Close()
	}
}
