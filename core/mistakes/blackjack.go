package mistakes

import (
	"durchgang/core/game"
	"durchgang/core/game/blackjack"
	"durchgang/core/mistake"
)

// blackjackList collects the mistakes of one table.
type blackjackList struct {
	changes[*blackjack.Rules, blackjack.Steps]
}

func blackjackMistakes(r *blackjack.Rules) *changes[*blackjack.Rules, blackjack.Steps] {
	b := &blackjackList{changes[*blackjack.Rules, blackjack.Steps]{r: r}}
	b.totals()
	b.dealer()
	b.results()
	b.cards()
	if r.Bets() {
		b.payments()
		b.bets()
	}
	return &b.changes
}

// blackjackSetups are orders of cards on which the mistakes show in a round or two:
// player, dealer, player, dealer, and the cards that are drawn.
func blackjackSetups(*blackjack.Rules) []game.Setup {
	return []game.Setup{
		"cards=AS 9H 5D 9C KH 8S", // an ace that has to turn to one
		"cards=AS 9H AD 9C 9D",    // two aces
		"cards=KS 7H QD 9C 5S",    // pictures, and the dealer draws to 21
		"cards=9S 6H 7D 10C 6S",   // the player busts with 22, the dealer has 16
		"cards=9S 6H 6D 10C 6C",   // the player draws 21, the dealer busts
		"cards=10S 10H 10D 10C",   // a push
		"cards=10S AH 8D 6C 4S",   // the dealer has a soft 17
		"cards=10S 10H 8D 7C 3S",  // the dealer has a hard 17
		"cards=10S 10H 7D 6C 3S",  // the dealer has 16
		"cards=AS 9H KD 9C",       // a natural
		"cards=AS AH KD KC",       // two naturals
		"cards=5S 6H 6D 10C 2S 9D 7H",
		"seed=1",
	}
}

// blackjackLeads bet as much as they can and draw no card.
func blackjackLeads(r *blackjack.Rules, setups []game.Setup) []mistake.Lead {
	var leads []mistake.Lead
	for _, setup := range setups {
		pos, err := r.Start(setup)
		if err != nil {
			continue
		}
		p := pos.(*blackjack.Position)
		lead := mistake.Lead{Setup: setup}
		for !p.Result().Over() {
			bet := game.Move{Verb: blackjack.Bet, Amount: min(r.Most(), p.Bank/blackjack.Unit)}
			for _, m := range []game.Move{{Verb: blackjack.Deal}, bet, {Verb: blackjack.Decline}, {Verb: blackjack.Stand}} {
				if _, refused := game.Refused(r.Play(p, m, nil)); !refused {
					lead.Moves = append(lead.Moves, m)
				}
			}
		}
		leads = append(leads, lead)
	}
	return leads
}

// totals are mistakes in what cards count.
func (b *blackjackList) totals() {
	count := func(name, teacher, student string, total func(right, cards) (int, bool)) {
		b.add(name, teacher, student, func(r *blackjack.Rules) blackjack.Steps { return counts{r, total} })
	}
	count("ace-high", "An ace always counts 11.", "Your program counts an ace in one way only.", aceHigh)
	b.family("ace-high", "one-ace-high", "One ace of a hand always counts 11.", "Your program counts an ace in one way only.",
		func(r *blackjack.Rules) blackjack.Steps { return counts{r, oneAceHigh} })
	b.family("ace-high", "ace-lowered-once", "Only one ace of a hand is turned to 1.", "Your program counts an ace in one way only.",
		func(r *blackjack.Rules) blackjack.Steps { return counts{r, aceOnce} })
	count("ace-low", "An ace always counts 1.", "Your program counts an ace in one way only.", aceLow)
	count("two-aces", "Two aces at the deal count 22.", "Your program counts a hand with two aces wrongly.", twoAces)
	count("ace-frozen", "What an ace counts is settled when it is drawn, and not changed by later cards.",
		"Your program does not look again at an ace when another card comes.", aceFrozen)
	count("face-value", "Jack, queen and king count 11, 12 and 13.", "Your program counts pictures wrongly.", faceValue)
	b.add("bust-at-21", "A hand of exactly 21 is bust.", "Your program is wrong about how much is too much.",
		func(r *blackjack.Rules) blackjack.Steps { return bustAt{r, 21} })
	b.add("bust-at-22-allowed", "A hand of 22 is not bust.", "Your program is wrong about how much is too much.",
		func(r *blackjack.Rules) blackjack.Steps { return bustAt{r, 23} })
}

// dealer are mistakes in when the dealer draws.
func (b *blackjackList) dealer() {
	b.add("dealer-stands-early", "The dealer stands on 16.", "In your program the dealer stops too early.",
		func(r *blackjack.Rules) blackjack.Steps { return dealerTo{r, 16} })
	b.add("draws-on-17", "The dealer draws on every 17.", "In your program the dealer stops too late.",
		func(r *blackjack.Rules) blackjack.Steps { return dealerTo{r, 18} })
	b.add("soft-17", "The dealer does the opposite of what is asked for with a soft 17.",
		"In your program the dealer treats an ace wrongly.", func(r *blackjack.Rules) blackjack.Steps { return softWrong{r} })
	b.family("dealer-after-bust", "dealer-plays-after-bust", "The dealer plays on after the player is bust, although the round is over.",
		"Your program goes on with a round that is over.", func(r *blackjack.Rules) blackjack.Steps { return playsAfterBust{r} })
	b.add("dealer-after-bust", "The dealer plays on after the player is bust, and the player wins when the dealer busts too.",
		"Your program goes on with a round that is over.", func(r *blackjack.Rules) blackjack.Steps { return afterBust{r} })
}

// results are mistakes in how a hand ends.
func (b *blackjackList) results() {
	for _, push := range []struct{ family, says, result string }{{"push-wins", "wins", blackjack.Wins}, {"push-loses", "loses", blackjack.Loses}} {
		const student = "Your program is wrong about equal totals."
		b.add(push.family, "The same total as the dealer's "+push.says+".", student,
			func(r *blackjack.Rules) blackjack.Steps { return pushIs{r, push.result, false} })
		b.family(
			push.family,
			push.family+"-always",
			"The same total as the dealer's "+push.says+", and so does a natural against one.",
			student,
			func(r *blackjack.Rules) blackjack.Steps { return pushIs{r, push.result, true} },
		)
	}
	for _, c := range []struct {
		name, teacher string
		more, less    string
	}{
		{"higher-loses", "The player loses with more than the dealer.", blackjack.Loses, blackjack.Loses},
		{"lower-wins", "The player wins with less than the dealer.", blackjack.Wins, blackjack.Wins},
		{"compared-the-other-way", "The player wins with less than the dealer, and loses with more.", blackjack.Loses, blackjack.Wins},
	} {
		b.family("compared-wrong", c.name, c.teacher, "Your program compares the player's total with the dealer's wrongly.",
			func(r *blackjack.Rules) blackjack.Steps { return compares{r, c.more, c.less} })
	}
	if b.r.Naturals() {
		b.add("natural-ignored", "An ace and a ten-card at once is a 21 like any other.", "Your program overlooks a special hand.",
			func(r *blackjack.Rules) blackjack.Steps { return noNatural{r} })
		b.add("both-natural", "The player's natural wins although the dealer has one too.", "Your program overlooks what the dealer has.",
			func(r *blackjack.Rules) blackjack.Steps { return bothNatural{r} })
	}
}

// payments are mistakes in what a hand is paid.
func (b *blackjackList) payments() {
	ending := func(ended string, bets int) func(r *blackjack.Rules) blackjack.Steps {
		return func(r *blackjack.Rules) blackjack.Steps {
			return pays{r, func(h *blackjack.Hand, paid int) int {
				if h.Ended == ended {
					return bets * h.Bet
				}
				return paid
			}}
		}
	}
	b.add(
		"stake-lost-on-push", "The bet does not come back on a push.", "Your program keeps a bet that is not lost.",
		ending(blackjack.Pushes, 0),
	)
	if !b.r.DoubleNaturals() {
		b.add(
			"natural-pays-double", "A natural is paid two to one.", "Your program pays a special hand too much.",
			ending(blackjack.Natural, 3),
		)
	}
	if !b.r.EvenNaturals() {
		b.add(
			"natural-pays-even", "A natural is paid like any other win.", "Your program pays a special hand too little.",
			ending(blackjack.Natural, 2),
		)
	}
	if b.r.BrokenNaturals() {
		b.add("payout-rounding", "A payment is rounded down to whole units.", "Your program loses part of a payment.",
			func(r *blackjack.Rules) blackjack.Steps {
				return pays{r, func(_ *blackjack.Hand, paid int) int { return paid / blackjack.Unit * blackjack.Unit }}
			})
	}
}

// cards are mistakes in which cards are dealt and shown.
func (b *blackjackList) cards() {
	b.add(
		"card-twice",
		"A card that is drawn stays in the deck, so that it comes again.",
		"Your program deals a card more often than there are.",
		func(r *blackjack.Rules) blackjack.Steps { return again{r} },
	)
	if b.r.GoesOn() {
		b.add("deck-afresh", "Another game is dealt from the first card on again.", "Your program takes back cards that were dealt in the game before.",
			func(r *blackjack.Rules) blackjack.Steps { return freshDeck{r} })
	}
	b.add("deck-wrong", "The kings are missing in the deck.", "Your program does not use a whole deck.",
		func(r *blackjack.Rules) blackjack.Steps { return noKings{r} })
	b.add("unshuffled", "The deck is not shuffled.", "Your program deals the cards in the order of a new deck.",
		func(r *blackjack.Rules) blackjack.Steps { return unshuffled{r} })
	b.wrapped(
		"shows-hole-card",
		"shows-hole-card",
		"The dealer's card that lies face down is shown.",
		"Your program shows what should be hidden.",
		func(r *blackjack.Rules) game.Rules { return showsHole{r} },
	)
	b.wrapped(
		"shows-hole-total",
		"shows-hole-total",
		"The dealer's total includes the card that lies face down.",
		"Your program gives away what should be hidden.",
		func(r *blackjack.Rules) game.Rules { return showsTotal{r} },
	)
}

// bets are mistakes in bets and doubles.
func (b *blackjackList) bets() {
	unchecked := func(name, what string, ignores func(units int, reason game.Refusal) bool) {
		b.family("bet-unchecked", "bet-unchecked-"+name, "A bet "+what+" is accepted.", "Your program accepts a bet that is not possible.",
			func(r *blackjack.Rules) blackjack.Steps { return betUnchecked{r, ignores} })
	}
	if b.r.Poorer() {
		unchecked("bank", "of more than the bank holds", func(_ int, reason game.Refusal) bool { return reason == blackjack.NoMoney })
	}
	unchecked("most", "above the highest one", func(_ int, reason game.Refusal) bool { return reason == blackjack.AboveMax })
	unchecked("zero", "of nothing", func(units int, _ game.Refusal) bool { return units == 0 })
	unchecked("negative", "of less than nothing", func(units int, _ game.Refusal) bool { return units < 0 })
	if b.r.Least() > 1 {
		unchecked(
			"least",
			"below the least one",
			func(units int, reason game.Refusal) bool { return units > 0 && reason == blackjack.BelowMin },
		)
	}
	if b.r.Broke() {
		b.add("plays-broke", "The game goes on when the bank is below the least bet.", "Your program goes on when there is no money left.",
			func(r *blackjack.Rules) blackjack.Steps { return playsBroke{r} })
	}
	if b.r.Doubles() {
		b.add("double-late", "A hand may be doubled after its third card.", "Your program allows a move too late in a round.",
			func(r *blackjack.Rules) blackjack.Steps { return doubleLate{r} })
		b.add("double-draws-on", "More cards may be drawn after doubling.", "Your program gives a hand too many cards.",
			func(r *blackjack.Rules) blackjack.Steps { return doubleOn{r} })
	}
}
