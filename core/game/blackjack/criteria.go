package blackjack

import (
	"embed"
	"fmt"
	"strings"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

//go:embed shipped/*.suite shipped/own/*.suite
var shipped embed.FS

// WriteSuite implements suites.Written. It takes the suite that ships for a table with bets, or without, and plays its scripts
// by the variant: bets are brought into its bounds, what it asks besides is declined, and what it does not allow is left out.
func (r *Rules) WriteSuite(w *suites.Writer, _ mistake.Known) {
	usual := game.Variant("blackjack")
	if !r.Bets() {
		usual = "blackjack:bets=no"
	}
	usualSuite, _, err := suite.Shipped(usual, game.NewRegistry(Blackjack()))
	if err != nil {
		return // it is part of the program
	}
	t := &tableWriter{Writer: w, r: r}
	for _, c := range usualSuite.Criteria {
		c.Title = t.title(c)
		w.Begin(c)
		for _, script := range usualSuite.Scripts {
			if script.Criterion == c.Name {
				t.adapt(script)
			}
		}
		switch c.Name {
		case "bets":
			t.bets()
		case "double":
			t.more()
		}
	}
	t.again()
}

// tableWriter writes suites for blackjack.
type tableWriter struct {
	*suites.Writer
	r *Rules
}

// param is the value of a parameter that is not the usual one; "" for the usual one.
func (t *tableWriter) param(name string) string {
	_, params, _ := strings.Cut(string(t.r.Variant()), ":")
	for part := range strings.SplitSeq(params, ",") {
		if value, is := strings.CutPrefix(part, name+"="); is {
			return value
		}
	}
	return ""
}

// title is what a criterion says in this variant.
func (t *tableWriter) title(c suite.Criterion) string {
	switch pays := t.param("natural"); {
	case c.Name == "natural" && pays != "" && pays != "none":
		return strings.Replace(c.Title, "3 to 2", strings.Replace(pays, ":", " to ", 1), 1)
	case c.Name == "dealer" && t.param("soft17") == "hits":
		return strings.Replace(c.Title, "draws to 17", "draws to 17 and on a soft 17", 1)
	case c.Name == "cards" && t.param("decks") != "":
		return fmt.Sprintf("The cards come from %s decks, each as often as there are decks", t.param("decks"))
	}
	return c.Title
}

// adapt plays a script by the variant and adds it.
func (t *tableWriter) adapt(script suite.Script) {
	if script.Criterion == "natural" && !t.r.Naturals() {
		return
	}
	s := t.Play(script.Setup)
	wanted, done := 0, 0
	for _, step := range script.Steps {
		switch step.Act {
		case suite.TypeLine:
			s.Text(step.Text)
			continue
		case suite.Again:
			if s.Over() {
				s.Again()
			}
			continue
		}
		m := step.Move
		if m.Verb == Bet && !step.Refused {
			m.Amount = min(max(m.Amount, t.r.Least()), t.r.Most(), t.r.Bank())
		}
		if step.Refused {
			if wanted++; s.Legal(m) || s.Wrong {
				continue // this table allows it
			}
			s.Refused(m)
			done++
			continue
		}
		t.through(s, m)
		if s.Legal(m) {
			s.Move(m)
		}
	}
	if wanted > 0 && done == 0 {
		return // nothing is left of what it is for
	}
	t.through(s, game.Move{})
	t.Add(script.Title, s)
}

// mostThrough bounds the decisions that are made on the way to a move.
const mostThrough = 6

// through declines what is asked besides, and stands on a hand that is asked for though the script has none for it, until a move
// is legal; without one, until the round is over.
func (t *tableWriter) through(s *suites.Steps, m game.Move) {
	for range mostThrough {
		if s.Over() || m.Verb != "" && s.Legal(m) {
			return
		}
		decline, stand := game.Move{Verb: Decline}, game.Move{Verb: Stand}
		switch {
		case s.Legal(decline):
			s.Move(decline)
		case s.Legal(stand) && len(s.List) > 0:
			s.Move(stand)
		default:
			return
		}
	}
}

// bets are scripts for the bounds of this table.
func (t *tableWriter) bets() {
	bet := func(n int) game.Move { return game.Move{Verb: Bet, Amount: n} }
	least := bet(t.r.Least())
	const cards = "cards=10S 9H 9D 10C"
	finish := func(s *suites.Steps) *suites.Steps {
		s.Move(least)
		t.through(s, game.Move{})
		return s
	}
	if t.r.Least() > 1 {
		t.Add("less than the least", finish(t.Play(cards).Refused(bet(t.r.Least()-1))))
	}
	t.Add("more than is possible", finish(t.Play(cards).Refused(bet(min(t.r.Most(), t.r.Bank())+1))))
}

// more are criteria that the usual table has not: what it may offer besides.
func (t *tableWriter) more() {
	bet := game.Move{Verb: Bet, Amount: min(max(10, t.r.Least()), t.r.Most(), t.r.Bank())}
	verb := func(name string) game.Move { return game.Move{Verb: name} }
	whole := func(s *suites.Steps) *suites.Steps {
		t.through(s, game.Move{})
		return s
	}
	if t.param("surrender") == "late" {
		t.Criterion("surrender", "The first decision may be to give up half the bet", 1, suite.Results, suite.Money, suite.Legal)
		t.Add("a hand of 16 that is given up", t.Play("cards=10S 9H 6D 10C").Move(bet, verb(Surrender)))
		late := t.Play("cards=10S 9H 2D 10C 3D").Move(bet, verb(Hit)).Refused(verb(Surrender))
		t.Add("not after a third card", whole(late))
	}
	if t.param("insurance") == "yes" {
		t.Criterion("insurance", "Insurance is offered against an ace, and paid 2 to 1", 1, suite.Money, suite.Legal)
		t.Add("the dealer has a natural", whole(t.Play("cards=10S AH 9D KC").Move(bet, verb(Insure))))
		t.Add("the dealer has none", whole(t.Play("cards=10S AH 9D 8C 7C").Move(bet, verb(Insure))))
		t.Add("insurance that is declined", whole(t.Play("cards=10S AH 9D KC").Move(bet, verb(Decline))))
	}
	if n := t.param("splits"); n != "" && n != "0" {
		t.Criterion("split", "Two cards of the same value may be split", 1, suite.Legal, suite.Results, suite.Money, suite.Cards, suite.Totals)
		t.Add("two eights", whole(t.Play("cards=8S 9H 8D 9C 3H 10D 2C 9D 5H 6H 7H").Move(bet, verb(Split))))
		t.Add("two aces", whole(t.Play("cards=AS 9H AD 9C 3H 10D 2C 9D 5H 6H 7H").Move(bet, verb(Split))))
	}
}

// again is the criterion of another game, where that is dealt from the cards that are left.
func (t *tableWriter) again() {
	if !t.r.GoesOn() {
		return
	}
	begin := game.Move{Verb: Deal}
	if t.r.Bets() {
		begin = game.Move{Verb: Bet, Amount: min(t.r.Most(), t.r.Bank())}
	}
	t.Criterion("again", "Another game is dealt from the cards that are left", 1, suite.NewGame)
	s := t.Play("cards=10S 10H 6D 9C 9S QH 8D 10C JS KH 5D 9H").Move(begin)
	for _, title := range []string{"two games", "three games"} {
		t.through(s, game.Move{})
		s.Again().Move(begin)
		t.through(s, game.Move{})
		t.Add(title, s.Copy())
	}
}
