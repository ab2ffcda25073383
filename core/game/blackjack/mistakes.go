package blackjack

import (
	"durchgang/core/game"
	"durchgang/core/mistake"
)

// mistaken collects the mistakes of one table.
type mistaken struct {
	mistake.Changes[*Rules, Steps]
}

// Mistakes implements mistake.Source.
func (r *Rules) Mistakes() mistake.Known {
	b := &mistaken{mistake.Changes[*Rules, Steps]{Rules: r}}
	b.totals()
	b.dealer()
	b.results()
	b.cards()
	if r.Bets() {
		b.payments()
		b.bets()
	}
	setups := r.mistakenSetups()
	return b.Known(setups, r.leads(setups))
}

// mistakenSetups are orders of cards on which the mistakes show in a round or two:
// player, dealer, player, dealer, and the cards that are drawn.
func (*Rules) mistakenSetups() []game.Setup {
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

// leads bet as much as they can and draw no card.
func (r *Rules) leads(setups []game.Setup) []mistake.Lead {
	var leads []mistake.Lead
	for _, setup := range setups {
		pos, err := r.Start(setup)
		if err != nil {
			continue
		}
		p := pos.(*Position)
		lead := mistake.Lead{Setup: setup}
		for !p.Result().Over() {
			bet := game.Move{Verb: Bet, Amount: min(r.Most(), p.Bank/Unit)}
			for _, m := range []game.Move{{Verb: Deal}, bet, {Verb: Decline}, {Verb: Stand}} {
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
func (b *mistaken) totals() {
	count := func(name, teacher, student string, total func(right, held) (int, bool)) {
		b.Add(name, teacher, student, func(r *Rules) Steps { return counts{r, total} })
	}
	count("ace-high", "An ace always counts 11.", "Your program counts an ace in one way only.", aceHigh)
	b.Family("ace-high", "one-ace-high", "One ace of a hand always counts 11.", "Your program counts an ace in one way only.",
		func(r *Rules) Steps { return counts{r, oneAceHigh} })
	b.Family("ace-high", "ace-lowered-once", "Only one ace of a hand is turned to 1.", "Your program counts an ace in one way only.",
		func(r *Rules) Steps { return counts{r, aceOnce} })
	count("ace-low", "An ace always counts 1.", "Your program counts an ace in one way only.", aceLow)
	count("two-aces", "Two aces at the deal count 22.", "Your program counts a hand with two aces wrongly.", twoAces)
	count("ace-frozen", "What an ace counts is settled when it is drawn, and not changed by later cards.",
		"Your program does not look again at an ace when another card comes.", aceFrozen)
	count("face-value", "Jack, queen and king count 11, 12 and 13.", "Your program counts pictures wrongly.", faceValue)
	b.Add("bust-at-21", "A hand of exactly 21 is bust.", "Your program is wrong about how much is too much.",
		func(r *Rules) Steps { return bustAt{r, 21} })
	b.Add("bust-at-22-allowed", "A hand of 22 is not bust.", "Your program is wrong about how much is too much.",
		func(r *Rules) Steps { return bustAt{r, 23} })
}

// dealer are mistakes in when the dealer draws.
func (b *mistaken) dealer() {
	b.Add("dealer-stands-early", "The dealer stands on 16.", "In your program the dealer stops too early.",
		func(r *Rules) Steps { return dealerTo{r, 16} })
	b.Add("draws-on-17", "The dealer draws on every 17.", "In your program the dealer stops too late.",
		func(r *Rules) Steps { return dealerTo{r, 18} })
	b.Add("soft-17", "The dealer does the opposite of what is asked for with a soft 17.",
		"In your program the dealer treats an ace wrongly.", func(r *Rules) Steps { return softWrong{r} })
	b.Family("dealer-after-bust", "dealer-plays-after-bust", "The dealer plays on after the player is bust, although the round is over.",
		"Your program goes on with a round that is over.", func(r *Rules) Steps { return playsAfterBust{r} })
	b.Add("dealer-after-bust", "The dealer plays on after the player is bust, and the player wins when the dealer busts too.",
		"Your program goes on with a round that is over.", func(r *Rules) Steps { return afterBust{r} })
}

// results are mistakes in how a hand ends.
func (b *mistaken) results() {
	for _, push := range []struct{ family, says, result string }{{"push-wins", "wins", Wins}, {"push-loses", "loses", Loses}} {
		const student = "Your program is wrong about equal totals."
		b.Add(push.family, "The same total as the dealer's "+push.says+".", student,
			func(r *Rules) Steps { return pushIs{r, push.result, false} })
		b.Family(
			push.family,
			push.family+"-always",
			"The same total as the dealer's "+push.says+", and so does a natural against one.",
			student,
			func(r *Rules) Steps { return pushIs{r, push.result, true} },
		)
	}
	for _, c := range []struct {
		name, teacher string
		more, less    string
	}{
		{"higher-loses", "The player loses with more than the dealer.", Loses, Loses},
		{"lower-wins", "The player wins with less than the dealer.", Wins, Wins},
		{"compared-the-other-way", "The player wins with less than the dealer, and loses with more.", Loses, Wins},
	} {
		b.Family("compared-wrong", c.name, c.teacher, "Your program compares the player's total with the dealer's wrongly.",
			func(r *Rules) Steps { return compares{r, c.more, c.less} })
	}
	if b.Rules.Naturals() {
		b.Add("natural-ignored", "An ace and a ten-card at once is a 21 like any other.", "Your program overlooks a special hand.",
			func(r *Rules) Steps { return noNatural{r} })
		b.Add("both-natural", "The player's natural wins although the dealer has one too.", "Your program overlooks what the dealer has.",
			func(r *Rules) Steps { return bothNatural{r} })
	}
}

// payments are mistakes in what a hand is paid.
func (b *mistaken) payments() {
	ending := func(ended string, bets int) func(r *Rules) Steps {
		return func(r *Rules) Steps {
			return pays{r, func(h *Hand, paid int) int {
				if h.Ended == ended {
					return bets * h.Bet
				}
				return paid
			}}
		}
	}
	b.Add(
		"stake-lost-on-push", "The bet does not come back on a push.", "Your program keeps a bet that is not lost.",
		ending(Pushes, 0),
	)
	if !b.Rules.DoubleNaturals() {
		b.Add(
			"natural-pays-double", "A natural is paid two to one.", "Your program pays a special hand too much.",
			ending(Natural, 3),
		)
	}
	if !b.Rules.EvenNaturals() {
		b.Add(
			"natural-pays-even", "A natural is paid like any other win.", "Your program pays a special hand too little.",
			ending(Natural, 2),
		)
	}
	if b.Rules.BrokenNaturals() {
		b.Add("payout-rounding", "A payment is rounded down to whole units.", "Your program loses part of a payment.",
			func(r *Rules) Steps {
				return pays{r, func(_ *Hand, paid int) int { return paid / Unit * Unit }}
			})
	}
}

// cards are mistakes in which cards are dealt and shown.
func (b *mistaken) cards() {
	b.Add(
		"card-twice",
		"A card that is drawn stays in the deck, so that it comes again.",
		"Your program deals a card more often than there are.",
		func(r *Rules) Steps { return again{r} },
	)
	if b.Rules.GoesOn() {
		b.Add("deck-afresh", "Another game is dealt from the first card on again.", "Your program takes back cards that were dealt in the game before.",
			func(r *Rules) Steps { return freshDeck{r} })
	}
	b.Add("deck-wrong", "The kings are missing in the deck.", "Your program does not use a whole deck.",
		func(r *Rules) Steps { return noKings{r} })
	b.Add("unshuffled", "The deck is not shuffled.", "Your program deals the cards in the order of a new deck.",
		func(r *Rules) Steps { return unshuffled{r} })
	b.Wrapped(
		"shows-hole-card",
		"shows-hole-card",
		"The dealer's card that lies face down is shown.",
		"Your program shows what should be hidden.",
		func(r *Rules) game.Rules { return showsHole{r} },
	)
	b.Wrapped(
		"shows-hole-total",
		"shows-hole-total",
		"The dealer's total includes the card that lies face down.",
		"Your program gives away what should be hidden.",
		func(r *Rules) game.Rules { return showsTotal{r} },
	)
}

// bets are mistakes in bets and doubles.
func (b *mistaken) bets() {
	unchecked := func(name, what string, ignores func(units int, reason game.Refusal) bool) {
		b.Family("bet-unchecked", "bet-unchecked-"+name, "A bet "+what+" is accepted.", "Your program accepts a bet that is not possible.",
			func(r *Rules) Steps { return betUnchecked{r, ignores} })
	}
	if b.Rules.Poorer() {
		unchecked("bank", "of more than the bank holds", func(_ int, reason game.Refusal) bool { return reason == NoMoney })
	}
	unchecked("most", "above the highest one", func(_ int, reason game.Refusal) bool { return reason == AboveMax })
	unchecked("zero", "of nothing", func(units int, _ game.Refusal) bool { return units == 0 })
	unchecked("negative", "of less than nothing", func(units int, _ game.Refusal) bool { return units < 0 })
	if b.Rules.Least() > 1 {
		unchecked(
			"least",
			"below the least one",
			func(units int, reason game.Refusal) bool { return units > 0 && reason == BelowMin },
		)
	}
	if b.Rules.Broke() {
		b.Add("plays-broke", "The game goes on when the bank is below the least bet.", "Your program goes on when there is no money left.",
			func(r *Rules) Steps { return playsBroke{r} })
	}
	if b.Rules.Doubles() {
		b.Add("double-late", "A hand may be doubled after its third card.", "Your program allows a move too late in a round.",
			func(r *Rules) Steps { return doubleLate{r} })
		b.Add("double-draws-on", "More cards may be drawn after doubling.", "Your program gives a hand too many cards.",
			func(r *Rules) Steps { return doubleOn{r} })
	}
}
