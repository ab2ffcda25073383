package office

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"slices"
	"strings"

	"durchgang/core/contest"
	"durchgang/core/games"
	"durchgang/core/play/house"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/store"
	"durchgang/internal/toolchain"
)

// ErrCannotPlay means that a strategy could not be built or has no way to be asked.
var ErrCannotPlay = errors.New("the strategy cannot play")

// Sparring is the result of games of a strategy against a house player, or alone.
type Sparring struct {
	Variant  string         `json:"variant"`
	Language string         `json:"language"`
	Channel  string         `json:"channel"`
	Against  string         `json:"against" description:"The house player; alone, the one it is compared with."`
	Measure  string         `json:"measure,omitempty"`
	Less     bool           `json:"less,omitempty"`
	Outcome  record.Outcome `json:"outcome"`
	Games    []SparGame     `json:"games"`
}

// SparGame is a game with its steps. The strategy is player 0, and the house 1.
type SparGame struct {
	record.Bout
	Steps []record.ReplayStep `json:"steps"`
}

// Spar plays the deals of a contest of that variant with the strategy under folder against a
// house player, from both sides, and nothing is kept. A game for one is played alone, and
// compared with the strongest house player. Errors are *record.InputError and ErrCannotPlay.
func Spar(ctx context.Context, folder fs.FS, terms contest.Terms, functions, against string) (Sparring, error) {
	rules, err := games.All().Rules(string(terms.Variant))
	if err != nil {
		return Sparring{}, &record.InputError{Field: "game", Err: err}
	}
	terms, err = terms.Complete(rules)
	if wrong := (*contest.TermsError)(nil); errors.As(err, &wrong) {
		return Sparring{}, &record.InputError{Field: wrong.Field, Err: wrong.Err}
	}
	measure, alone := house.MeasureOf(rules)
	names := house.Names(rules)
	switch {
	case alone:
		against = best(rules)
	case against == "":
		against = "simple"
		if !slices.Contains(names, against) {
			against = names[0]
		}
	}
	if !slices.Contains(names, against) {
		return Sparring{}, &record.InputError{Field: "against", Err: fmt.Errorf("%w: %q; there are %s", house.ErrUnknown, against, strings.Join(names, ", "))}
	}
	s, err := prepareStrategy(ctx, folder, rules, functions, nil, toolchain.UserCache())
	if grading.AtFault(err) {
		return Sparring{}, fmt.Errorf("%w: %w", ErrCannotPlay, err)
	}
	if err != nil {
		return Sparring{}, err
	}
	defer s.program.Close()
	m := meeting{rules: rules, terms: terms, players: [2]contender{{strategy: s}, {house: against}}, alone: alone, measure: measure, appraisers: &appraisers{}}
	if alone {
		m.players[1] = contender{}
	}
	found := Sparring{Variant: string(rules.Variant()), Language: s.program.Language, Channel: s.channel(), Against: against, Measure: measure.Name, Less: measure.Less, Games: []SparGame{}}
	err = m.play(ctx, 0, terms.Deals, func(b store.PlayedBout) error {
		steps, err := stepsOf(b)
		found.Games = append(found.Games, SparGame{b.Bout, steps})
		return err
	})
	found.Outcome = m.outcome
	return found, err
}
