package play

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Seat is whoever plays one side of a game under a referee.
type Seat interface {
	// Choose asks for a move in the game's notation.
	Choose(ctx context.Context, s house.Sight) (Answer, error)
	// End tells what was seen since the last move. The game is over.
	End(ctx context.Context, told []game.Fact) error
}

// Answer is a move as a seat has named it.
type Answer struct {
	Text string
	Took time.Duration
}

// Foul is what a seat did that ends its game. It is an error of Choose; any other error of a
// seat is about the machine.
type Foul struct {
	Seat   game.Player `json:"seat"`
	Kind   FoulKind    `json:"kind"`
	Detail string      `json:"detail"`
}

// FoulKind is what kind of foul it is.
type FoulKind string

// The fouls. Each of them loses the game.
const (
	Illegal FoulKind = "illegal move"
	NoMove  FoulKind = "no move" // the answer is not a move at all
	Unasked FoulKind = "unasked" // it answered without being asked, or twice
	Silent  FoulKind = "silent"  // it did not answer in time
	Slow    FoulKind = "slow"    // its time for the game is used up
	Gone    FoulKind = "gone"    // the program has ended
	Flood   FoulKind = "flood"   // it printed too much
	Endless FoulKind = "endless" // the game does not come to an end
	Absent  FoulKind = "absent"  // the program cannot play
)

func (f *Foul) Error() string { return fmt.Sprintf("%s: %s", f.Kind, f.Detail) }

// Ply is a move that was made.
type Ply struct {
	Seat game.Player   `json:"seat"`
	Move string        `json:"move"`
	Took time.Duration `json:"took" description:"Nanoseconds."`
}

// Record is a game that was played. The first Opening moves were made for the players.
type Record struct {
	Variant game.Variant `json:"variant"`
	Setup   game.Setup   `json:"setup"`
	Opening int          `json:"opening"`
	Plies   []Ply        `json:"plies"`
	Result  game.Result  `json:"result"`
	Foul    *Foul        `json:"foul,omitempty"`
}

// Deal is what is the same for everyone who plays it: what chance or a hidden choice has
// fixed, and moves that are made before the players are asked.
type Deal struct {
	Setup   game.Setup `json:"setup"`
	Opening []string   `json:"opening"`
}

// longest is how many moves a game may have.
const longest = 20_000

// Referee plays a game between two seats, or with the first one alone where the game has
// one player. A foul loses the game: the other side wins. Errors are those of the deal, and
// of seats that are no fouls.
func Referee(ctx context.Context, rules game.Rules, deal Deal, seats [2]Seat) (*Record, error) {
	pos, err := rules.Start(deal.Setup)
	if err != nil {
		return nil, err
	}
	g := &refereed{
		rules:  rules,
		pos:    pos,
		seats:  seats,
		record: &Record{Variant: rules.Variant(), Setup: deal.Setup, Opening: len(deal.Opening), Plies: []Ply{}},
	}
	for _, text := range deal.Opening {
		if foul := g.move(Answer{Text: text}); foul != nil {
			return nil, fmt.Errorf("opening: %w", foul)
		}
	}
	for !pos.Result().Over() && g.record.Foul == nil {
		if err := g.ask(ctx); err != nil {
			return nil, err
		}
	}
	return g.record, g.end(ctx)
}

// refereed is a game under way.
type refereed struct {
	rules  game.Rules
	pos    game.Position
	seats  [2]Seat
	told   [2][]game.Fact
	views  [2][]game.Fact
	record *Record
}

// ask lets the player to move make a move.
func (g *refereed) ask(ctx context.Context) error {
	mover := g.pos.Turn()
	i := mover - game.First
	if len(g.views[i]) == 0 {
		g.look(mover)
	}
	if len(g.record.Plies) >= longest {
		g.foul(&Foul{Seat: mover, Kind: Endless, Detail: fmt.Sprintf("after %d moves the game goes on", longest)})
		return nil
	}
	answer, err := g.seats[i].Choose(ctx, house.Sight{Seat: mover, View: g.views[i], Told: g.told[i]})
	g.told[i] = g.told[i][:0]
	if err != nil {
		return g.caught(mover, err)
	}
	if foul := g.move(answer); foul != nil {
		g.foul(foul)
	}
	return nil
}

// caught takes a foul of a seat, and returns any other error.
func (g *refereed) caught(seat game.Player, err error) error {
	var foul *Foul
	if !errors.As(err, &foul) {
		return err
	}
	f := *foul
	f.Seat = seat
	g.foul(&f)
	return nil
}

// foul ends the game for the other side.
func (g *refereed) foul(f *Foul) {
	g.record.Foul = f
	g.record.Result = game.Result{Outcome: game.Won, Winner: f.Seat.Opponent()}
}

// move makes a move, and tells both sides what they see of it.
func (g *refereed) move(answer Answer) *Foul {
	mover := g.pos.Turn()
	m, err := g.rules.ParseMove(answer.Text)
	if err != nil {
		return &Foul{mover, NoMove, err.Error()}
	}
	facts := g.rules.Play(g.pos, m, nil)
	if reason, refused := game.Refused(facts); refused {
		return &Foul{mover, Illegal, answer.Text + ": " + reason.Explain()}
	}
	g.record.Plies = append(g.record.Plies, Ply{mover, g.rules.FormatMove(m), answer.Took})
	g.record.Result = g.pos.Result()
	for i, seat := range g.seats {
		if seat == nil {
			continue
		}
		g.told[i] = append(g.told[i], facts...)
		g.look(game.First + game.Player(i))
	}
	return nil
}

// look adds to what a seat is told the standing facts that have changed. What is free or
// not known yet at the start need not be told.
func (g *refereed) look(seat game.Player) {
	i := seat - game.First
	before := g.views[i]
	view := g.rules.View(g.pos, seat, make([]game.Fact, 0, len(before)))
	for k, f := range view {
		known := k < len(before) && before[k] == f
		if len(view) != len(before) {
			known = slices.Contains(before, f)
		}
		blank := len(before) == 0 && f.Kind == game.FactCell && (f.Player == game.Nobody || f.Text == game.SeaText)
		if !known && !blank && !slices.Contains(g.told[i], f) {
			g.told[i] = append(g.told[i], f)
		}
	}
	g.views[i] = view
}

// end tells both sides how the game has ended.
func (g *refereed) end(ctx context.Context) error {
	for i, seat := range g.seats {
		if seat == nil {
			continue
		}
		told := g.told[i]
		if g.record.Foul != nil {
			told = append(told, game.Fact{Kind: game.FactWon, Player: g.record.Result.Winner})
		}
		if err := seat.End(ctx, told); err != nil {
			return err
		}
	}
	return nil
}

// HouseSeat is a seat that a house player takes.
type HouseSeat struct {
	Rules  game.Rules
	Player house.Player
}

// Choose implements Seat.
func (h HouseSeat) Choose(ctx context.Context, s house.Sight) (Answer, error) {
	return Answer{Text: h.Rules.FormatMove(h.Player.Choose(s))}, ctx.Err()
}

// End implements Seat.
func (HouseSeat) End(context.Context, []game.Fact) error { return nil }

// Replay plays the moves of a record again and calls see before each of them, with the move,
// and once after the last, with none.
func Replay(rules game.Rules, r *Record, see func(ply int, pos game.Position, m *game.Move)) error {
	pos, err := rules.Start(r.Setup)
	if err != nil {
		return err
	}
	for i, ply := range r.Plies {
		m, err := rules.ParseMove(ply.Move)
		if err != nil {
			return err
		}
		see(i, pos, &m)
		rules.Play(pos, m, nil)
	}
	see(len(r.Plies), pos, nil)
	return nil
}
