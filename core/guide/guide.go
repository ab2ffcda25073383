// Package guide gathers what a teacher reads of a game: its rules, its parameters, the
// criteria of the suite that ships for it, and what students get wrong in it.
//
// Read For.
package guide

import (
	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/mistake"
	"durchgang/core/play/house"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// Guide is about one variant.
type Guide struct {
	game.Definition
	Variant  game.Variant      `json:"variant"`
	Kind     game.MoveKind     `json:"kind" enum:"cell,column,text,heap" description:"What a player names to move."`
	Criteria []Criterion       `json:"criteria" description:"Of the suite for the variant; empty for boards of more than 400 cells."`
	Mistakes []mistake.Mistake `json:"mistakes" description:"What is known to go wrong in this variant."`
	House    []house.Entry     `json:"house" description:"The house players, the weakest first."`
	Sides    []string          `json:"sides" description:"The sides that programs can play by themselves; none where they cannot."`
	Board    bool              `json:"board" description:"It is played on a board, or on one of each player."`
	Solo     bool              `json:"solo" description:"One player sits alone at a table that the game keeps."`
	Buttons  []string          `json:"buttons" description:"Moves that can be chosen instead of typed."`
	Contest  Contests          `json:"contest" description:"What contests of the variant may have."`
	Own      game.Variant      `json:"own" description:"The variant by which programs are graded that choose the word, hide the fleet or shuffle the cards by themselves; empty where there is none."`
}

// Contests is what contests of a variant may have.
type Contests struct {
	Alone    bool `json:"alone" description:"Everyone plays the same deals alone."`
	Openings bool `json:"openings" description:"Games may begin with moves at random."`
	Words    bool `json:"words" description:"The hidden word is taken from a list."`
	Hands    bool `json:"hands" description:"Every hand may be dealt once, instead of whole games."`
}

// Criterion is one thing that is graded.
type Criterion struct {
	Name    string       `json:"name"`
	Title   string       `json:"title"`
	Points  suite.Points `json:"points"`
	Scripts int          `json:"scripts" description:"How many scripts serve it, at least."`
}

// mostCells is up to how large a board the criteria are listed: beyond, they would take seconds.
const mostCells = 400

// For returns the guide to a variant in its text form. Errors are *game.ParamError.
func For(variant string) (Guide, error) {
	rules, err := games.All().Rules(variant)
	if err != nil {
		return Guide{}, err
	}
	g := Guide{
		Variant: rules.Variant(), Kind: rules.MoveKind(), Criteria: []Criterion{},
		Mistakes: append([]mistake.Mistake{}, mistake.For(rules).Mistakes...), // a list, also when it is empty
		House:    house.Players(rules),
		Sides:    suites.Sides(rules), Solo: rules.Solo(), Buttons: game.ButtonsOf(rules),
		Contest: Contests{Openings: house.Opens(rules), Words: contest.HasWords(rules), Hands: contest.HasHands(rules)},
	}
	_, g.Contest.Alone = house.MeasureOf(rules)
	if rows, _ := rules.Shape(); rows > 0 {
		g.Board = true
	}
	if own, ok := games.All().OwnSetups(rules); ok {
		g.Own = own.Variant()
	}
	for _, d := range games.All().Games() {
		if d.Name == rules.Variant().Game() {
			g.Definition = d
		}
	}
	if rows, cols := rules.Shape(); rows*cols > mostCells {
		return g, nil
	}
	s, err := suites.Outline(rules, games.All())
	if err != nil {
		return g, err
	}
	g.Criteria = criteria(s)
	return g, nil
}

func criteria(s *suite.Suite) []Criterion {
	list := make([]Criterion, len(s.Criteria))
	for i, c := range s.Criteria {
		list[i] = Criterion{Name: c.Name, Title: c.Title, Points: c.Points}
		for _, script := range s.Scripts {
			if script.Criterion == c.Name {
				list[i].Scripts++
			}
		}
	}
	return list
}
