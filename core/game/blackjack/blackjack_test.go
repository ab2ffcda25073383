package blackjack_test

import (
	"errors"
	"fmt"
	"math"
	"math/big"
	"slices"
	"strings"
	"testing"

	"durchgang/core/game"
	"durchgang/core/game/blackjack"
	"durchgang/core/game/gametest"
)

var registry = game.NewRegistry(blackjack.Blackjack())

func rules(t testing.TB, variant string) game.Rules {
	t.Helper()
	return gametest.Rules(t, registry, variant)
}

func TestRules(t *testing.T) {
	for _, variant := range []string{
		"blackjack", "blackjack:bets=no", "blackjack:bets=no,natural=none,at21=decides", "blackjack:rounds=20,splits=3,aces=free,insurance=yes,surrender=late",
		"blackjack:rounds=20,decks=6,peek=no,soft17=hits,double=9-11,das=no,natural=6:5,min=5,max=50,bank=60",
	} {
		for seed := range 6 {
			setup := game.Setup(fmt.Sprintf("seed=%d", seed))
			t.Run(variant+" "+string(setup), func(t *testing.T) { gametest.TestRules(t, rules(t, variant), setup) })
		}
	}
}

// play plays moves with the given cards and writes the results of the hands and
// what is in the bank then, or refusals.
func play(t *testing.T, variant, cards, moves string) string {
	t.Helper()
	r := rules(t, variant)
	pos, err := r.Start(game.Setup("cards=" + cards))
	if err != nil {
		t.Fatal(err)
	}
	var told []string
	for text := range strings.FieldsSeq(moves) {
		m, err := r.ParseMove(text)
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range r.Play(pos, m, nil) {
			switch f.Kind {
			case game.FactRefused:
				told = append(told, string(f.Reason))
			case game.FactResult:
				told = append(told, f.Text)
			case game.FactBank:
				told = append(told, fmt.Sprintf("%g", float64(f.Amount)/100))
			}
		}
	}
	return strings.Join(told, ", ")
}

func TestRounds(t *testing.T) {
	// The player gets the first and third card, the dealer the second and fourth.
	tests := []struct{ name, variant, cards, moves, want string }{
		{"more than the dealer wins", "", "10S 9S 10H 9H", "10 stand", "win, 110"},
		{"less than the dealer loses", "", "10S 9S 8H 10H", "10 stand", "lose, 90"},
		{"as much as the dealer is a push", "", "10S 9S 9H 10H", "10 stand", "push, 100"},
		{"more than 21 loses at once, and the dealer draws no card", "rounds=1", "10S 6S 6H 10H 10D", "10 hit stand", "lose, 90, game over"},
		{"21 is no bust and ends the hand", "", "10S 10H 5S 9H 6S", "10 hit", "win, 110"},
		{"the dealer busts", "", "10S 6S 2H 10H 10D", "10 stand", "win, 110"},
		{"a natural is paid three to two", "", "AS 9S KH 9H", "10", "natural, 115"},
		{"a natural is paid six to five", "natural=6:5", "AS 9S KH 9H", "10", "natural, 112"},
		{"an odd bet is paid exactly", "", "AS 9S KH 9H", "5", "natural, 107.5"},
		{"two naturals are a push", "", "AS AH KH KS", "10", "push, 100"},
		{"the dealer's natural beats a drawn 21", "peek=no", "10S AH 5S KH 6S", "10 hit", "lose, 90"},
		{"the dealer looks for a natural before anything is decided", "rounds=1", "10S AH 5S KH 6S", "10 hit", "lose, 90, game over"},
		{"without looking a double is lost too", "peek=no", "5S AH 6S KH 10S", "10 double", "lose, 80"},
		{"an ace turns to one", "", "AS 10H 6S 7H KS 4D", "10 hit hit", "win, 110"},
		{"two aces are twelve", "", "AS 10H AH 7H 9S", "10 hit", "win, 110"},
		{"the dealer stands on soft 17", "", "10S AH 8S 6H 10H", "10 stand", "win, 110"},
		{"the dealer hits soft 17", "soft17=hits", "10S AH 8S 6H 4H", "10 stand", "lose, 90"},
		{"the dealer stands on hard 17", "soft17=hits", "10S 10H 8S 7H 4H", "10 stand", "win, 110"},
		{"a double takes one card and twice the bet", "", "5S 9S 6H 9H 10D", "10 double", "win, 120"},
		{"a double after a third card is refused", "", "2S 9S 3H 9H 4D 10D 10C", "10 hit double stand", "not with these cards, lose, 90"},
		{"a double outside its totals is refused", "double=10-11", "5S 9S 4H 9H", "10 double", "not with these cards"},
		{"no double at all", "double=none", "5S 9S 6H 9H", "10 double", "the table does not allow it"},
		{"a double the bank does not cover is refused", "bank=15", "5S 9S 6H 9H", "10 double", "out of range: more than the bank holds"},
		{"a split is two hands and two bets", "", "8S 9S 8H 9H 10D 2D", "10 split stand stand", "push, lose, 90"},
		{"a split of different cards is refused", "", "8S 9S 7H 9H", "10 split", "not with these cards"},
		{"a second split is refused", "", "8S 9S 8H 9H 8D 2D", "10 split split", "the table does not allow it"},
		{"a second split where it is allowed", "splits=2", "8S 9S 8H 9H 8D 10D 10C 10H", "10 split split stand stand stand", "push, push, push, 100"},
		{"split aces take one card, and 21 is no natural", "", "AS 9S AH 9H KD 5D", "10 split", "win, lose, 100"},
		{"split aces play on where that is free", "aces=free", "AS 9S AH 9H 5D 6D 3C 4C", "10 split hit stand hit", "win, win, 120"},
		{"no double after a split where it is not allowed", "das=no", "8S 9S 8H 9H 3D 2D", "10 split double", "the table does not allow it"},
		{"half the bet comes back", "surrender=late", "10S 9S 6H 9H", "10 surrender", "surrender, 95"},
		{"no surrender after a card", "surrender=late", "2S 9S 3H 9H 4D", "10 hit surrender", "not with these cards"},
		{"no surrender at all", "", "10S 9S 6H 9H", "10 surrender", "the table does not allow it"},
		{"insurance pays two to one", "insurance=yes", "10S AS 9H KH", "10 insure", "lose, 100"},
		{"insurance is lost without a natural", "insurance=yes", "10S AS 9H 8H", "10 insure stand", "push, 95"},
		{"insurance declined", "insurance=yes", "10S AS 9H KH", "10 decline", "lose, 90"},
		{"insurance is asked for first", "insurance=yes", "10S AS 9H 8H", "10 hit decline stand", "not what is asked for now, push, 100"},
		{"even money: a natural insured against a natural", "insurance=yes", "AS AH KS KH", "10 insure", "push, 110"},
		{"without bets nothing is paid that is told", "bets=no", "10S 9S 10H 9H", "deal stand hit", "win, game over"},
		{"without bets nothing is bet, and no hand is doubled", "bets=no", "5S 9S 6H 9H 10D", "10 deal deal double hit", "the table does not allow it, not what is asked for now, the table does not allow it, win"},
		{"no natural is more than 21", "natural=none", "AS 10S KH 9H 2D", "10", "win, 110"},
		{"21 against the dealer's ace and king", "natural=none", "7S AH 7H KH 7D", "10 hit", "push, 100"},
		{"the player decides on 21", "natural=none,at21=decides", "AS 9S KH 9H 5D", "10 hit stand", "lose, 90"},
		{"bets beyond the bounds", "min=5,max=20,bank=10", "10S 9S 10H 9H", "0 4 -3 21 11 5 stand", "out of range: below the minimum, out of range: below the minimum, out of range: below the minimum, out of range: above the maximum, out of range: more than the bank holds, win, 15"},
		{"no decision before the bet, no bet after it", "", "10S 9S 10H 9H", "hit 10 10", "not what is asked for now, not what is asked for now"},
		{"the game ends when the bank is below the least bet", "bank=10,min=10,rounds=5", "10S 9S 8H 10H", "10 stand 1", "lose, 0, game over"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			if got := play(t, strings.TrimSuffix("blackjack:"+tt.variant, ":"), tt.cards, tt.moves); got != tt.want {
				t.Errorf("%s\nwant %s", got, tt.want)
			}
		})
	}
}

func TestBadCardsAndTables(t *testing.T) {
	all := strings.Repeat("AS ", 53)
	for setup, cause := range map[game.Setup]error{
		"": blackjack.ErrNoCards, "cards=AS;seed=1": blackjack.ErrNoCards, "seed=x": blackjack.ErrSeed,
		"cards=1S": blackjack.ErrCard, "cards=AX": blackjack.ErrCard, "cards=AS 10H AS": blackjack.ErrTooMany,
		game.Setup("cards=" + all): blackjack.ErrDeckSize,
	} {
		_, err := rules(t, "blackjack").Start(setup)
		var named *game.SetupError
		if !errors.As(err, &named) || !errors.Is(err, cause) {
			t.Errorf("%q: error is %v, want %v", setup, err, cause)
		}
	}
	for _, variant := range []string{"blackjack:min=50,max=20", "blackjack:min=50,bank=20", "blackjack:natural=3:1", "blackjack:natural=none,peek=no", "blackjack:decks=9"} {
		if _, err := registry.Rules(variant); !errors.Is(err, game.ErrBounds) {
			t.Errorf("%s: error is %v", variant, err)
		}
	}
}

// What the player sees before the dealer's card is turned is the same whatever it is.
func TestViewHidesTheHoleCard(t *testing.T) {
	r := rules(t, "blackjack")
	var views [2][]game.Fact
	for i, hole := range []string{"9H", "2C"} {
		pos, err := r.Start(game.Setup("cards=10S 6S 2H " + hole + " 3H"))
		if err != nil {
			t.Fatal(err)
		}
		for _, text := range []string{"10", "hit"} {
			m, _ := r.ParseMove(text)
			views[i] = append(views[i], r.Play(pos, m, nil)...)
		}
		views[i] = append(views[i], r.View(pos, game.First, nil)...)
	}
	if !slices.Equal(views[0], views[1]) {
		t.Errorf("the player sees %v and %v", views[0], views[1])
	}
}

// dealt is how often the dealer ends with a total, of so many ways to draw in order from
// the cards of one deck: the counts of cards by rank and what is held decide.
type dealt struct {
	left  [14]int64 // by rank
	cards int64
	out   map[int]*big.Rat // chance by total, 22 for a bust
}

func newDealt() *dealt {
	d := &dealt{cards: 52, out: map[int]*big.Rat{}}
	for rank := 1; rank <= 13; rank++ {
		d.left[rank] = 4
	}
	return d
}

// draw draws every card in turn until stands says what the hand counts.
func (d *dealt) draw(hand []int, chance *big.Rat, stands func(ranks []int) (total int, done bool)) {
	if total, done := stands(hand); done {
		if d.out[total] == nil {
			d.out[total] = new(big.Rat)
		}
		d.out[total].Add(d.out[total], chance)
		return
	}
	for rank := 1; rank <= 13; rank++ {
		if d.left[rank] == 0 {
			continue
		}
		next := new(big.Rat).Mul(chance, big.NewRat(d.left[rank], d.cards))
		d.left[rank]--
		d.cards--
		d.draw(append(hand, rank), next, stands)
		d.left[rank]++
		d.cards++
	}
}

// From one deck the dealer ends with each total exactly as often by the rules as when
// the best of all values of the aces is looked for.
func TestDealerTotalsOfOneDeck(t *testing.T) {
	for _, soft17 := range []string{"stands", "hits"} {
		r := rules(t, "blackjack:soft17="+soft17).(*blackjack.Rules)
		byRules, byDefinition := newDealt(), newDealt()
		byRules.draw(nil, big.NewRat(1, 1), func(ranks []int) (int, bool) {
			var hand []blackjack.Card
			for _, rank := range ranks {
				hand = append(hand, blackjack.Card(4*rank))
			}
			total, _ := r.Total(hand)
			return min(total, 22), len(ranks) > 1 && !r.Draws(hand)
		})
		byDefinition.draw(nil, big.NewRat(1, 1), func(ranks []int) (int, bool) {
			least, best := 0, 0
			for _, rank := range ranks {
				least += min(rank, 10)
			}
			best = least
			if slices.Contains(ranks, 1) && least+10 <= 21 {
				best = least + 10
			}
			hits := best < 17 || best == 17 && best > least && soft17 == "hits"
			return min(best, 22), len(ranks) > 1 && !hits
		})
		sum := new(big.Rat)
		for total, chance := range byDefinition.out {
			sum.Add(sum, chance)
			if got := byRules.out[total]; got == nil || got.Cmp(chance) != 0 {
				t.Errorf("%s on soft 17: %d comes with chance %v, want %v", soft17, total, got, chance)
			}
			t.Logf("%s on soft 17: %d %s", soft17, total, chance.FloatString(6))
		}
		if sum.Cmp(big.NewRat(1, 1)) != 0 || len(byRules.out) != len(byDefinition.out) {
			t.Errorf("the chances add up to %v, of %d totals", sum, len(byRules.out))
		}
	}
}

// drawTo is the chance of each total that the dealer ends with, from an endless
// deck: 22 stands for a bust. It is derived here without the rules.
func drawTo(total int, ace bool, hitsSoft17 bool, chance float64, out map[int]float64) {
	count, soft := total, false
	if ace && total+10 <= 21 {
		count, soft = total+10, true
	}
	if count > 17 || count == 17 && !(soft && hitsSoft17) {
		out[min(count, 22)] += chance
		return
	}
	for value := 1; value <= 10; value++ {
		weight := 1.0 / 13
		if value == 10 {
			weight = 4.0 / 13
		}
		drawTo(total+value, ace || value == 1, hitsSoft17, chance*weight, out)
	}
}

// Over many shuffles of eight decks the dealer's totals come as often as from an
// endless deck, within four standard errors and what eight decks differ by.
func TestDealerTotals(t *testing.T) {
	const shuffles = 10_000
	for _, soft17 := range []string{"stands", "hits"} {
		r := rules(t, "blackjack:decks=8,peek=no,soft17="+soft17)
		seen := map[int]int{}
		games := 0
		for seed := range shuffles {
			pos, err := r.Start(game.Setup(fmt.Sprintf("seed=%d", seed)))
			if err != nil {
				t.Fatal(err)
			}
			facts := r.Play(pos, game.Move{Verb: blackjack.Bet, Amount: 1}, nil)
			facts = r.Play(pos, game.Move{Verb: blackjack.Stand}, facts)
			ended := ""
			for _, f := range facts {
				if f.Kind == game.FactResult {
					ended = f.Text
				}
			}
			if ended == blackjack.Natural || ended == blackjack.Pushes && pos.Result().Outcome == game.Drawn && natural(facts) {
				continue // the dealer does not draw against a natural
			}
			games++
			for _, f := range facts {
				if f.Kind == game.FactTotal && f.Player == game.Second {
					seen[min(f.Amount, 22)]++
				}
			}
		}
		want := map[int]float64{}
		drawTo(0, false, soft17 == "hits", 1, want)
		for total, chance := range want {
			got := float64(seen[total]) / float64(games)
			if bound := 4*math.Sqrt(chance*(1-chance)/float64(games)) + 0.003; math.Abs(got-chance) > bound {
				t.Errorf("%s on soft 17: %d came in %.4f of the games, want %.4f ± %.4f", soft17, total, got, chance, bound)
			}
		}
	}
}

// natural reports whether the player's first total is 21.
func natural(facts []game.Fact) bool {
	for _, f := range facts {
		if f.Kind == game.FactTotal && f.Player == game.First {
			return f.Amount == 21
		}
	}
	return false
}

func FuzzSetup(f *testing.F) {
	f.Add("cards=AS 10H")
	f.Add("seed=7")
	f.Fuzz(func(t *testing.T, setup string) {
		r := rules(t, "blackjack")
		pos, err := r.Start(game.Setup(setup))
		if err != nil {
			return
		}
		for _, text := range []string{"10", "split", "double", "hit", "stand"} {
			m, _ := r.ParseMove(text)
			r.Play(pos, m, nil)
		}
	})
}
