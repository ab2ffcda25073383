package blackjack

import "durchgang/core/game/blackjack/stakes"

// Table returns what the variant settles about the worth of a decision.
func (r *Rules) Table() stakes.Table {
	return stakes.Table{
		Decks: r.decks, HitsSoft17: r.hitsSoft17, Pays: r.pays, Per: r.per, Peeks: r.peeks, Double: r.double,
		AfterSplit: r.afterSplit, Splits: r.splits, AceTakesOne: r.aceTakesOne, Insurance: r.insurance, Surrender: r.surrender,
	}
}

// Buttons implements game.Buttons.
func (r *Rules) Buttons() []string {
	if !r.Bets() {
		return []string{Deal, Hit, Stand}
	}
	return []string{"10", Hit, Stand, Double, Split}
}
