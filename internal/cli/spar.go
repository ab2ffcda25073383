package cli

import (
	"errors"
	"fmt"
	"io"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/contest"
	"durchgang/core/games"
	"durchgang/core/play/house"
	"durchgang/internal/record"
	"durchgang/internal/tournament"
)

func sparCommand(o *options) *cobra.Command {
	var f termsFlags
	var against string
	var step int
	var list bool
	c := &cobra.Command{
		Use: "spar PROGRAM", Short: "Play a strategy against a house player, without the service",
		Long: `Play a strategy against a house player, without the service, from both sides of each deal; a
game for one is played alone, and compared with the strongest house player. --step N shows
game N move by move, with what each move was worth where that is known. docs/contests.md
says how a strategy is spoken to.`,
		Example: "  durchgang spar corner.py --game tic-tac-toe --against perfect\n  durchgang spar corner.py --game tic-tac-toe --step 1\n  durchgang spar --house --game connect-four",
		Args:    cobra.RangeArgs(0, 1),
		RunE: func(c *cobra.Command, args []string) error {
			if f.game == "" {
				f.game = games.Usual
			}
			if list {
				return o.housePlayers(c, f.game)
			}
			if len(args) == 0 {
				return &usageError{c, errors.New("it takes a PROGRAM")}
			}
			if err := useless(c, f.game); err != nil {
				return err
			}
			terms, functions, err := f.read()
			if err != nil {
				return err
			}
			folder, err := programFolder(args[0])
			if err != nil {
				return err
			}
			s, err := tournament.Spar(c.Context(), folder, terms, functions, against)
			var wrong *record.InputError
			switch {
			case errors.As(err, &wrong):
				return &exitError{exitInput, err}
			case errors.Is(err, tournament.ErrCannotPlay):
				return &exitError{exitUngraded, err}
			}
			if err == nil && (step < 0 || step > len(s.Games)) {
				return &exitError{exitInput, fmt.Errorf("there are games 1 to %d, and no %d", len(s.Games), step)}
			}
			return o.answer(c, s, err, func(w io.Writer) { printSparring(w, s, step) })
		},
	}
	f.add(c)
	c.Flags().StringVar(&against, "against", "", "the house player; without it a simple one")
	c.Flags().IntVar(&step, "step", 0, "show this game move by move")
	c.Flags().BoolVar(&list, "house", false, "only list the house players of the game")
	return c
}

// useless is an error where a flag is given that does nothing when a strategy spars in a game.
func useless(c *cobra.Command, variant string) error {
	rules, err := games.All().Rules(variant)
	if err != nil {
		return &record.InputError{Field: "game", Err: err}
	}
	for _, flag := range []struct {
		name string
		does bool
		why  string
	}{
		{"format", false, "a strategy spars with a house player alone"},
		{"rounds", false, "it is of contests; --deals says how many games are played"},
		{"groups", false, "it is of contests"},
		{"hands", contest.HasHands(rules), "it is of blackjack"},
		{"words", contest.HasWords(rules), "it is of hangman"},
		{"opening", !rules.Solo(), "it is of games for two"},
	} {
		if c.Flags().Changed(flag.name) && !flag.does {
			return &record.InputError{Field: flag.name, Err: fmt.Errorf("it does nothing here: %s", flag.why)}
		}
	}
	return nil
}

func (o *options) housePlayers(c *cobra.Command, variant string) error {
	rules, err := games.All().Rules(variant)
	if err != nil {
		return err
	}
	list := house.Players(rules)
	return o.answer(c, list, nil, func(w io.Writer) {
		t := newTable(w)
		t.AppendHeader(table.Row{"house player", "what it does"})
		for _, e := range list {
			t.AppendRow(table.Row{e.Name, e.Strength})
		}
		t.Render()
	})
}

// unitOf is what a measure is counted in: its first word.
func unitOf(measure string) string {
	unit, _, _ := strings.Cut(measure, " ")
	return unit
}

func printSparring(w io.Writer, s tournament.Sparring, step int) {
	c := record.Contest{Measure: s.Measure, Entrants: []record.Entrant{{Name: "your strategy"}, {Name: "house: " + s.Against}}}
	if step > 0 {
		g := s.Games[step-1]
		fmt.Fprintf(w, "game %d: %s\n", step, resultOf(c, g.Bout))
		printSteps(w, g.Steps, 0, g.Foul)
		return
	}
	fmt.Fprintf(
		w, "%s, a strategy in %s, asked through %s\n", s.Variant, s.Language,
		map[string]string{record.Wire: "the protocol", record.Function: "its function", record.Terminal: "the terminal"}[s.Channel],
	)
	t := newTable(w)
	t.AppendHeader(table.Row{"game", "you move", "result", "moves", "best moves", "first blunder", "foul"})
	if s.Measure != "" {
		t.ResetHeaders()
		t.AppendHeader(table.Row{"game", s.Measure, "the house's best", "moves", "best moves", "cost in " + unitOf(s.Measure), "foul"})
	}
	for i, g := range s.Games {
		q, best := g.Quality[0], ""
		if g.First == 1 {
			q = g.Quality[1]
		}
		if q.Moves > 0 {
			best = fmt.Sprintf("%d of %d", q.Best, q.Moves)
		}
		if s.Measure != "" {
			house := ""
			if g.House != nil {
				house = fmt.Sprint(*g.House)
			}
			cost := ""
			if q.Moves > 0 {
				cost = fmt.Sprintf("%.3f", q.Cost)
			}
			t.AppendRow(table.Row{i + 1, g.Measure, house, g.Plies, best, cost, printable(g.Foul)})
			continue
		}
		blunder := ""
		if q.Blunder > 0 {
			blunder = fmt.Sprintf("move %d", q.Blunder)
		}
		t.AppendRow(
			table.Row{
				i + 1, map[bool]string{true: "first", false: "second"}[g.First == 0], resultOf(c, g.Bout), g.Plies, best, blunder,
				printable(g.Foul),
			},
		)
	}
	t.Render()
	if s.Measure == "" {
		fmt.Fprintf(w, "%g points of %s against the house player %s\n", s.Outcome.Points[0], plural(len(s.Games), "game"), s.Against)
	}
	fmt.Fprintln(w, "--step 1 shows the first game move by move")
}
