package calls

import (
	"slices"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Shows reports whether the functions can show how a program treats an aspect of a game.
func (b *Book) Shows(rules game.Rules, a suite.Aspect) bool {
	_, err := rules.Start("")
	_, ships := rules.(game.HasShips)
	if b.Follows() {
		return b.followed(rules, a)
	}
	if a == suite.Draw && (b.functions[Winner].there() || b.functions[Wins].there()) && b.functions[Full].there() {
		return true
	}
	for role, f := range b.functions {
		if a == suite.Range && f.given("number") {
			continue // a cell off the board has no number
		}
		if role == Fits && (err != nil || !ships) {
			continue // no ship is placed in the game
		}
		if slices.Contains(roles[role].aspects, a) {
			return true
		}
	}
	return false
}

// Followable reports whether programs that follow a game usually have what tells of an aspect.
func Followable(rules game.Rules, a suite.Aspect) bool {
	_, words := rules.(interface{ Lives() int })
	_, ships := rules.(game.HasShips)
	rows, _ := rules.Shape()
	switch a {
	case suite.Legal, suite.Win, suite.TakenCell, suite.Range, suite.AfterEnd, suite.NewGame:
		return true
	case suite.Mark, suite.Turns, suite.TurnKept, suite.Draw:
		return rows > 0 && !rules.Solo()
	case suite.Letters, suite.Lives, suite.Loss, suite.Text, suite.Hidden:
		return words
	case suite.Shots, suite.Sunk:
		return ships
	case suite.Totals, suite.Results, suite.Dealer, suite.Cards:
		return rows == 0 && !words
	}
	return false
}

// followed is the same where a game is followed.
func (b *Book) followed(rules game.Rules, a suite.Aspect) bool {
	does := func(r Role) bool { return b.functions[r].there() }
	gives := func(meaning string) bool {
		for _, m := range b.functions[Move].gives {
			if m == meaning {
				return true
			}
		}
		return b.functions[Move].other == meaning
	}
	switch a {
	case suite.NewGame:
		return does(Reset) || b.home.made() && b.home.value == ""
	case suite.Text:
		return does(Move) && b.functions[Move].given("letter")
	case suite.Shots:
		return gives("hit") && (gives("miss") || gives("sunk"))
	case suite.Sunk:
		return gives("sunk")
	case suite.Win:
		return does(State) || does(Winner) || does(Wins) || does(Won) || does(Afloat)
	case suite.Draw:
		return does(State) || does(Drawn) || (does(Winner) || does(Wins)) && (does(Full) || does(Over))
	case suite.Loss:
		return does(Lost) || does(State) || does(Over) && does(Won)
	case suite.Turns, suite.TurnKept:
		if rules.Solo() {
			return false
		}
	case suite.TakenCell, suite.AfterEnd:
		if does(Hit) || does(Stand) {
			return true
		}
	}
	for role := range b.functions {
		if slices.Contains(roles[role].aspects, a) {
			return true
		}
	}
	return false
}
