package tournament

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
	"durchgang/internal/record"
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
		return Sparring{}, &record.InputError{
			Field: "against",
			Err:   fmt.Errorf("%w: %q; there are %s", house.ErrUnknown, against, strings.Join(names, ", ")),
		}
	}
	s, err := Prepare(ctx, folder, rules, functions, nil, toolchain.UserCache())
	if AtFault(err) {
		return Sparring{}, fmt.Errorf("%w: %w", ErrCannotPlay, err)
	}
	if err != nil {
		return Sparring{}, err
	}
	defer s.Close()
	m := Match{
		Rules:      rules,
		Terms:      terms,
		Players:    [2]Contender{{Strategy: s}, {House: against}},
		Alone:      alone,
		Measure:    measure,
		Appraisers: &Appraisers{},
	}
	if alone {
		m.Players[1] = Contender{}
	}
	found := Sparring{
		Variant:  string(rules.Variant()),
		Language: s.Language(),
		Channel:  s.Channel(),
		Against:  against,
		Measure:  measure.Name,
		Less:     measure.Less,
		Games:    []SparGame{},
	}
	err = m.Play(ctx, 0, terms.Deals, func(b record.PlayedBout) error {
		steps, err := Steps(b)
		found.Games = append(found.Games, SparGame{b.Bout, steps})
		return err
	})
	found.Outcome = m.Outcome
	return found, err
}
