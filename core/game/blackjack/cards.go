package blackjack

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"strconv"
	"strings"
)

// Card is a playing card: rank from 1, the ace, to 13, the king, times four, and
// the suit from 0. The zero value is not a card.
type Card uint8

const (
	suits  = "SHDC"
	inDeck = 52
)

var ranks = [...]string{"", "A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"}

func card(rank, suit int) Card { return Card(rank*4 + suit) }

// Rank is 1 for an ace to 13 for a king.
func (c Card) Rank() int { return int(c) / 4 }

// Value is what the card counts: 1 for an ace, 10 for jack, queen and king.
func (c Card) Value() int { return min(c.Rank(), 10) }

// String writes the card as rank and suit, as in 10S.
func (c Card) String() string { return ranks[c.Rank()] + suits[c%4:c%4+1] }

// Errors of a card order, for errors.Is.
var (
	ErrCard     = errors.New("a card is a rank (A, 2 to 10, J, Q, K) and a suit (S, H, D, C), as in 10S")
	ErrTooMany  = errors.New("the card comes more often than the decks hold it")
	ErrDeckSize = errors.New("there are more cards than the decks hold")
	ErrSeed     = errors.New("a seed is a whole number from 0")
	ErrNoCards  = errors.New("it needs the order of the cards or a seed, as in cards=AS 10D or seed=7")
)

// ParseCard reads a card.
func ParseCard(text string) (Card, error) {
	if len(text) > 1 {
		suit := strings.Index(suits, strings.ToUpper(text[len(text)-1:]))
		for rank, name := range ranks {
			if rank > 0 && suit >= 0 && strings.EqualFold(name, text[:len(text)-1]) {
				return card(rank, suit), nil
			}
		}
	}
	return 0, fmt.Errorf("%q: %w", text, ErrCard)
}

// freshShoe is the cards of that many decks in the order of a new deck.
func freshShoe(decks int) []Card {
	shoe := make([]Card, 0, decks*inDeck)
	for range decks {
		for suit := range len(suits) {
			for rank := 1; rank <= 13; rank++ {
				shoe = append(shoe, card(rank, suit))
			}
		}
	}
	return shoe
}

// orderedShoe is the given cards, and after them the others of the decks in the
// order of a new deck.
func orderedShoe(text string, decks int) ([]Card, error) {
	words := strings.Fields(text)
	if len(words) > decks*inDeck {
		return nil, fmt.Errorf("%w: %d of %d", ErrDeckSize, len(words), decks*inDeck)
	}
	left := map[Card]int{}
	for _, c := range freshShoe(decks) {
		left[c]++
	}
	shoe := make([]Card, 0, decks*inDeck)
	for _, word := range words {
		c, err := ParseCard(word)
		if err != nil {
			return nil, err
		}
		if left[c] == 0 {
			return nil, fmt.Errorf("%s: %w", c, ErrTooMany)
		}
		left[c]--
		shoe = append(shoe, c)
	}
	for _, c := range freshShoe(decks) {
		if left[c] > 0 {
			left[c]--
			shoe = append(shoe, c)
		}
	}
	return shoe, nil
}

// shuffledShoe is the cards in an order that the seed settles.
func shuffledShoe(text string, decks int) ([]Card, error) {
	seed, err := strconv.ParseUint(text, 10, 64)
	if err != nil {
		return nil, ErrSeed
	}
	shoe := freshShoe(decks)
	rand.New(rand.NewPCG(seed, 0)).Shuffle(len(shoe), func(i, k int) { shoe[i], shoe[k] = shoe[k], shoe[i] })
	return shoe, nil
}
