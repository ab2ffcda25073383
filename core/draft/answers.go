package draft

import (
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/phrasebook"
)

// Followed counts the plays whose last step had the effect that it should have: all cards that lie face up
// stand on the screen, as far as they did not before, one of them is new, the player's hand is shown with no
// other card behind it, and the same is asked as before unless the round is over.
func Followed(rules game.Rules, plays []Play) (n int) {
	l := newLearner(plays, [3][]string{})
	l.blind = true
	var last [2]Seen
	steps := l.suppose(rules).steps
	for i, s := range steps {
		last[0], last[1] = last[1], s
		if s.step+1 == len(plays[s.play].Screens) && s.step > 1 && (i+1 == len(steps) || steps[i+1].play != s.play) &&
			followed(last[0], s) {
			n++
		}
	}
	return n
}

// Answers counts plays by the result of their last step, the third, where nothing is known of the cards.
type Answers struct {
	More  int // it shows another card, and the round goes on
	Same  int // the same is asked as before, with no other card
	Ended int // something else is asked, or nothing: the round is over
}

// Answered counts the plays whose last step shows cards; not those of a round that is over as it is dealt, after
// which the bet is asked for again.
func Answered(rules game.Rules, plays []Play) (a Answers) {
	_, deals := game.Opening(rules)
	for _, p := range plays {
		last := len(p.Screens) - 1
		if last < 2 || p.Seen[last].Untyped || len(ranksOn(p.Screens[last])) == 0 {
			continue
		}
		bet, before, now := "", asks(p.Screens[last-1]), asks(p.Screens[last])
		if !deals {
			bet = asks(p.Screens[0])
		}
		switch {
		case bet != "" && before == bet:
		case p.Seen[last].Condition == judge.Ended || !offersLess(now, before):
			a.Ended++
		case within(ranksOn(p.Screens[last]), ranksOn(p.Screens[last-1])):
			a.Same++
		default:
			a.More++
		}
	}
	return a
}

// offersLess reports whether a prompt is the one before, or offers less of the same, as without a double once
// there is a card more.
func offersLess(now, before string) bool {
	words := func(prompt string) []string { return tokensOf(strings.ToLower(prompt)) }
	return now == before || len(words(now)) > 0 && within(words(now), words(before))
}

// asks is what a screen asks, whatever its numbers are.
func asks(s phrasebook.Screen) string { return number.ReplaceAllString(s.Prompt(), anyNumber) }

func followed(before, after Seen) bool {
	if over := has(after.Facts, kind(game.FactResult)); over == (asks(before.Screen) == asks(after.Screen)) {
		return false // it asks for a decision when the round is over, or for something else before
	}
	was, is := allCards(before.View), allCards(after.View)
	for _, c := range was {
		if i := slices.Index(is, c); i >= 0 {
			is = slices.Delete(is, i, i+1)
		}
	}
	h := handsOf(after.View)
	for _, line := range after.Screen {
		cards := phrasebook.Ranks(line)
		for i := range cards {
			if end := i + len(h.mine); len(h.mine) > 1 && !h.several && end < len(cards) && runs(cards[i:end], h.mine) &&
				adjacent(line[cards[end-1].To:cards[end].From]) {
				return false
			}
		}
	}
	return len(is) > 0 && within(is, ranksOn(after.Screen))
}

// adjacent reports whether what stands between two cards divides cards of one hand.
func adjacent(between string) bool {
	text := strings.Trim(between, " ,+&/'\"-<>[]")
	return text == "" || text == "and"
}

// allCards are the ranks of all cards that lie face up.
func allCards(view []game.Fact) (ranks []string) {
	for _, f := range view {
		if rank := rank(f.Text); f.Kind == game.FactCard && rank != "?" {
			ranks = append(ranks, rank)
		}
	}
	return ranks
}
