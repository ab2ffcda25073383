package blackjack

// Table is what a variant settles about the worth of a decision.
type Table struct {
	Decks       int
	HitsSoft17  bool
	Pays, Per   int // what a natural is paid, as in 3 per 2
	Peeks       bool
	Double      string // any, 9-11, 10-11 or none
	AfterSplit  bool   // a hand may be doubled after a split
	Splits      int
	AceTakesOne bool // split aces take one card each
	Insurance   bool
	Surrender   bool
}

// Table returns what the variant settles about the worth of a decision.
func (r *Rules) Table() Table {
	return Table{
		Decks: r.decks, HitsSoft17: r.hitsSoft17, Pays: r.pays, Per: r.per, Peeks: r.peeks, Double: r.double,
		AfterSplit: r.afterSplit, Splits: r.splits, AceTakesOne: r.aceTakesOne, Insurance: r.insurance, Surrender: r.surrender,
	}
}
