package suites

import (
	"fmt"
	"strings"

	"durchgang/core/game"
	"durchgang/core/game/blackjack"
	"durchgang/core/suite"
)

// writeBlackjack takes the suite that ships for a table with bets, or without, and plays its scripts by the variant: bets are
// brought into its bounds, what it asks besides is declined, and what it does not allow is left out.
func writeBlackjack(w *writer, r *blackjack.Rules) {
	usual := game.Variant("blackjack")
	if !r.Bets() {
		usual = "blackjack:bets=no"
	}
	shipped, _, err := suite.Shipped(usual, game.NewRegistry(blackjack.Blackjack()))
	if err != nil {
		return // it is part of the program
	}
	t := &tableWriter{writer: w, r: r}
	for _, c := range shipped.Criteria {
		c.Title = t.title(c)
		w.open = &c
		for _, script := range shipped.Scripts {
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
	*writer
	r *blackjack.Rules
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
	if t.open.Name == "natural" && !t.r.Naturals() {
		return
	}
	s := t.play(script.Setup)
	wanted, done := 0, 0
	for _, step := range script.Steps {
		switch step.Act {
		case suite.TypeLine:
			s.text(step.Text)
			continue
		case suite.Again:
			if s.over() {
				s.again()
			}
			continue
		}
		m := step.Move
		if m.Verb == blackjack.Bet && !step.Refused {
			m.Amount = min(max(m.Amount, t.r.Least()), t.r.Most(), t.r.Bank())
		}
		if step.Refused {
			if wanted++; s.legal(m) || s.wrong {
				continue // this table allows it
			}
			s.refused(m)
			done++
			continue
		}
		t.through(s, m)
		if s.legal(m) {
			s.move(m)
		}
	}
	if wanted > 0 && done == 0 {
		return // nothing is left of what it is for
	}
	t.through(s, game.Move{})
	t.add(script.Title, s)
}

// mostThrough bounds the decisions that are made on the way to a move.
const mostThrough = 6

// through declines what is asked besides, and stands on a hand that is asked for though the script has none for it, until a move
// is legal; without one, until the round is over.
func (t *tableWriter) through(s *steps, m game.Move) {
	for range mostThrough {
		if s.over() || m.Verb != "" && s.legal(m) {
			return
		}
		decline, stand := game.Move{Verb: blackjack.Decline}, game.Move{Verb: blackjack.Stand}
		switch {
		case s.legal(decline):
			s.move(decline)
		case s.legal(stand) && len(s.list) > 0:
			s.move(stand)
		default:
			return
		}
	}
}

// bets are scripts for the bounds of this table.
func (t *tableWriter) bets() {
	bet := func(n int) game.Move { return game.Move{Verb: blackjack.Bet, Amount: n} }
	least := bet(t.r.Least())
	const cards = "cards=10S 9H 9D 10C"
	finish := func(s *steps) *steps {
		s.move(least)
		t.through(s, game.Move{})
		return s
	}
	if t.r.Least() > 1 {
		t.add("less than the least", finish(t.play(cards).refused(bet(t.r.Least()-1))))
	}
	t.add("more than is possible", finish(t.play(cards).refused(bet(min(t.r.Most(), t.r.Bank())+1))))
}

// more are criteria that the usual table has not: what it may offer besides.
func (t *tableWriter) more() {
	bet := game.Move{Verb: blackjack.Bet, Amount: min(max(10, t.r.Least()), t.r.Most(), t.r.Bank())}
	verb := func(name string) game.Move { return game.Move{Verb: name} }
	whole := func(s *steps) *steps {
		t.through(s, game.Move{})
		return s
	}
	if t.param("surrender") == "late" {
		t.criterion("surrender", "The first decision may be to give up half the bet", 1, suite.Results, suite.Money, suite.Legal)
		t.add("a hand of 16 that is given up", t.play("cards=10S 9H 6D 10C").move(bet, verb(blackjack.Surrender)))
		late := t.play("cards=10S 9H 2D 10C 3D").move(bet, verb(blackjack.Hit)).refused(verb(blackjack.Surrender))
		t.add("not after a third card", whole(late))
	}
	if t.param("insurance") == "yes" {
		t.criterion("insurance", "Insurance is offered against an ace, and paid 2 to 1", 1, suite.Money, suite.Legal)
		t.add("the dealer has a natural", whole(t.play("cards=10S AH 9D KC").move(bet, verb(blackjack.Insure))))
		t.add("the dealer has none", whole(t.play("cards=10S AH 9D 8C 7C").move(bet, verb(blackjack.Insure))))
		t.add("insurance that is declined", whole(t.play("cards=10S AH 9D KC").move(bet, verb(blackjack.Decline))))
	}
	if n := t.param("splits"); n != "" && n != "0" {
		t.criterion("split", "Two cards of the same value may be split", 1, suite.Legal, suite.Results, suite.Money, suite.Cards, suite.Totals)
		t.add("two eights", whole(t.play("cards=8S 9H 8D 9C 3H 10D 2C 9D 5H 6H 7H").move(bet, verb(blackjack.Split))))
		t.add("two aces", whole(t.play("cards=AS 9H AD 9C 3H 10D 2C 9D 5H 6H 7H").move(bet, verb(blackjack.Split))))
	}
}

// again is the criterion of another game, where that is dealt from the cards that are left.
func (t *tableWriter) again() {
	if !t.r.GoesOn() {
		return
	}
	begin := game.Move{Verb: blackjack.Deal}
	if t.r.Bets() {
		begin = game.Move{Verb: blackjack.Bet, Amount: min(t.r.Most(), t.r.Bank())}
	}
	t.criterion("again", "Another game is dealt from the cards that are left", 1, suite.NewGame)
	s := t.play("cards=10S 10H 6D 9C 9S QH 8D 10C JS KH 5D 9H").move(begin)
	for _, title := range []string{"two games", "three games"} {
		t.through(s, game.Move{})
		s.again().move(begin)
		t.through(s, game.Move{})
		t.add(title, s.copy())
	}
}
