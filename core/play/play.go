// Package play lets people play by the reference rules: it tries moves, says what came
// of each, and moves for a house player. Referee plays whole games between two seats.
//
// Read Game first.
package play

import (
	"math/rand/v2"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/play/house"
)

// Game is a game in progress.
type Game struct {
	rules game.Rules
	setup game.Setup
	pos   game.Position
	tries []Try

	facts    []game.Fact // of all moves
	answered int         // of them, when a house player moved last
}

// Try is a move that was tried, and its result.
type Try struct {
	Player  string   `json:"player" description:"Who was to move."`
	Move    string   `json:"move"`
	Refused string   `json:"refused,omitempty" description:"Why the move was refused; empty when it was not."`
	Says    []string `json:"says" description:"The result, in words."`
}

// Table is how a game stands, as one of the players sees it.
type Table struct {
	Variant game.Variant `json:"variant"`
	Setup   game.Setup   `json:"setup" description:"What chance or a hidden choice has fixed."`
	Tries   []Try        `json:"tries"`
	ToMove  string       `json:"to_move" description:"Who is to move; empty at the end."`
	Result  string       `json:"result" description:"How the game has ended, in words; empty before."`
	Boards  []game.Board `json:"boards"`
	Lines   []string     `json:"lines" description:"What is seen beside the boards, in words."`
}

// New begins a game. Without a set-up one is dealt where the game needs one.
func New(rules game.Rules, setup game.Setup, random *rand.Rand) (*Game, error) {
	if setup == "" {
		setup = rules.Deal(random)
	}
	pos, err := rules.Start(setup)
	if err != nil {
		return nil, err
	}
	return &Game{rules: rules, setup: setup, pos: pos}, nil
}

// Turn is who is to move; nobody at the end.
func (g *Game) Turn() game.Player { return g.pos.Turn() }

// Try tries a move in the game's notation.
func (g *Game) Try(text string) Try {
	text = strings.TrimSpace(text)
	m, err := g.rules.ParseMove(text)
	if err != nil {
		t := Try{Player: g.mover(), Move: text, Refused: err.Error(), Says: []string{}}
		g.tries = append(g.tries, t)
		return t
	}
	return g.try(m)
}

func (g *Game) try(m game.Move) Try {
	t := Try{Player: g.mover(), Move: g.rules.FormatMove(m)}
	facts := g.rules.Play(g.pos, m, nil)
	g.facts = append(g.facts, facts...)
	if reason, refused := game.Refused(facts); refused {
		t.Refused = reason.Explain()
	}
	facts = slices.DeleteFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactTurn || f.Kind == game.FactRefused })
	t.Says = game.Lines(g.rules, facts)
	g.tries = append(g.tries, t)
	return t
}

func (g *Game) mover() string {
	if g.Turn() == game.Nobody {
		return ""
	}
	return g.rules.PlayerName(g.Turn())
}

// Answer lets a house player move for whoever is to move. It reports whether there was a
// move to make.
func (g *Game) Answer(by house.Player) (Try, bool) {
	seat := g.Turn()
	if seat == game.Nobody {
		return Try{}, false
	}
	told := g.facts[g.answered:]
	m := by.Choose(house.Sight{Seat: seat, View: g.rules.View(g.pos, seat, nil), Told: told})
	g.answered = len(g.facts)
	return g.try(m), true
}

// Table shows how the game stands; nobody sees what everyone may see.
func (g *Game) Table(viewer game.Player) Table {
	view := g.rules.View(g.pos, viewer, nil)
	t := Table{
		Variant: g.rules.Variant(), Setup: g.setup, Tries: g.tries, ToMove: g.mover(),
		Boards: game.Boards(g.rules, view), Lines: game.Lines(g.rules, view),
	}
	if t.Tries == nil {
		t.Tries = []Try{}
	}
	switch r := g.pos.Result(); r.Outcome {
	case game.Won:
		t.Result = g.rules.PlayerName(r.Winner) + " wins"
	case game.Drawn:
		t.Result = "a draw"
	}
	return t
}
