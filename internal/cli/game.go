package cli

import (
	"bufio"
	"context"
	"fmt"
	"io"
	"math/rand/v2"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"github.com/spf13/cobra"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/guide"
	"durchgang/core/play"
	"durchgang/core/play/house"
)

func gameCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use:     "game",
		Short:   "The games and their rules",
		Example: "  durchgang game list\n  durchgang game play tic-tac-toe --against simple",
	}
	c.AddCommand(gameListCommand(o), gameShowCommand(o), gameCountCommand(o), gamePlayCommand(o), gameValueCommand(o))
	return c
}

func gameListCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "list", Short: "List the games", Args: exactly(), Example: "  durchgang game list",
		RunE: func(c *cobra.Command, _ []string) error {
			definitions := games.All().Games()
			return o.answer(c, definitions, nil, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"game", "title", "parameters"})
				for _, d := range definitions {
					names := make([]string, len(d.Params))
					for i, p := range d.Params {
						names[i] = p.Name
					}
					t.AppendRow(table.Row{d.Name, d.Title, strings.Join(names, ", ")})
				}
				t.Render()
			})
		},
	}
}

func gameShowCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "show GAME", Short: "Show a game's rules, parameters, criteria and known mistakes", Args: exactly("a GAME"),
		Example: "  durchgang game show connect-four\n  durchgang game show battleship:placing=by-hand --json",
		RunE: func(c *cobra.Command, args []string) error {
			g, err := guide.For(args[0])
			if err != nil {
				return err
			}
			return o.answer(c, g, nil, func(w io.Writer) { printGuide(w, g) })
		},
	}
}

func printGuide(w io.Writer, g guide.Guide) {
	fmt.Fprintf(w, "%s\n\n%s\n%s\n\n", g.Title, wrapped(g.Doc), wrapped(g.Moves))
	t := newTable(w)
	t.AppendHeader(table.Row{"parameter", "usually", "values", "meaning"})
	for _, p := range g.Params {
		values := fmt.Sprintf("%d to %d", p.Min, p.Max)
		switch {
		case p.Choices != nil:
			values = strings.Join(p.Choices, ", ")
		case p.Check != nil:
			values = "text"
		}
		t.AppendRow(table.Row{p.Name, p.Default, values, p.Doc})
	}
	t.SetColumnConfigs([]table.ColumnConfig{{Number: 4, WidthMax: 60, WidthMaxEnforcer: text.WrapSoft}})
	t.Render()
	fmt.Fprintf(w, "\nA variant is written as %s:%s=...; this is %s.\n\n", g.Name, g.Params[0].Name, g.Variant)
	printGuideCriteria(w, g)
	fmt.Fprintf(w, "\n%d known mistakes:\n", len(g.Mistakes))
	width := 0
	for _, m := range g.Mistakes {
		width = max(width, len(m.Name))
	}
	for _, m := range g.Mistakes {
		fmt.Fprintf(w, "  %-*s  %s\n", width, m.Name, m.Teacher)
	}
}

// wrapped breaks a text into lines for a terminal.
func wrapped(s string) string {
	lines := strings.Split(text.WrapSoft(s, 100), "\n")
	for i, line := range lines {
		lines[i] = strings.TrimRight(line, " ")
	}
	return strings.Join(lines, "\n")
}

func printGuideCriteria(w io.Writer, g guide.Guide) {
	if len(g.Criteria) == 0 {
		fmt.Fprintf(w, "The suite for this variant is written when it is used; `durchgang suite write %s` prints it.\n", g.Variant)
		return
	}
	t := newTable(w)
	t.AppendHeader(table.Row{"criterion", "points", "scripts", "title"})
	for _, c := range g.Criteria {
		t.AppendRow(table.Row{c.Name, c.Points, c.Scripts, c.Title})
	}
	t.Render()
}

func gameCountCommand(o *options) *cobra.Command {
	var plies int
	var setup string
	c := &cobra.Command{
		Use: "count GAME", Short: "Count move sequences and positions, ply by ply", Args: exactly("a GAME"),
		Example: "  durchgang game count tic-tac-toe --plies 9\n  durchgang game count connect-four --plies 8 --json",
		RunE: func(c *cobra.Command, args []string) error {
			rules, err := games.All().Rules(args[0])
			if err != nil {
				return err
			}
			list := []game.Ply{}
			if err := game.Count(c.Context(), rules, game.Setup(setup), plies, func(p game.Ply) { list = append(list, p) }); err != nil {
				return &exitError{exitInput, err}
			}
			return o.answer(c, list, nil, func(w io.Writer) { printPlies(w, rules, list) })
		},
	}
	c.Flags().IntVar(&plies, "plies", 6, "how many moves deep")
	c.Flags().StringVar(&setup, "setup", "", "what chance or a hidden choice fixes, as in word=apple")
	return c
}

func printPlies(w io.Writer, rules game.Rules, list []game.Ply) {
	t := newTable(w)
	t.AppendHeader(
		table.Row{
			"ply", "sequences", "positions", "won by " + rules.PlayerName(game.First),
			"won by " + rules.PlayerName(game.Second), "drawn",
		},
	)
	columns := make([]table.ColumnConfig, 6)
	for i := range columns {
		columns[i] = table.ColumnConfig{Number: i + 1, Align: text.AlignRight, AlignHeader: text.AlignRight}
	}
	t.SetColumnConfigs(columns)
	for _, p := range list {
		t.AppendRow(table.Row{p.Number, p.Sequences, p.Positions, p.First, p.Second, p.Drawn})
	}
	t.Render()
}

type playFlags struct {
	against, setup string
	seed           uint64
}

func gamePlayCommand(o *options) *cobra.Command {
	var f playFlags
	c := &cobra.Command{
		Use:   "play GAME",
		Short: "Play a game in the terminal, by the reference rules",
		Long: `Play a game in the terminal: two people at one keyboard, or one against an opponent.
A move is typed in the game's notation; every refused one is explained. A set-up that
is not given is drawn.`,
		Example: "  durchgang game play tic-tac-toe --against simple\n  durchgang game play hangman --setup word=apple\n  durchgang game play blackjack:rounds=5 --seed 7",
		Args:    exactly("a GAME"),
		RunE:    func(c *cobra.Command, args []string) error { return playGame(c, o, f, args[0]) },
	}
	c.Flags().StringVar(&f.against, "against", "", "a house player for the second side, such as random, simple or perfect")
	c.Flags().StringVar(&f.setup, "setup", "", "what chance or a hidden choice fixes, as in word=apple or seed=7")
	c.Flags().Uint64Var(&f.seed, "seed", 1, "settles what is drawn: a set-up, and moves of the opponent")
	return c
}

func playGame(c *cobra.Command, o *options, f playFlags, variant string) error {
	rules, err := games.All().Rules(variant)
	if err != nil {
		return err
	}
	random := rand.New(rand.NewPCG(f.seed, 0))
	var opponent house.Player
	if f.against != "" {
		if opponent, err = house.New(rules, f.against, nil, random); err != nil {
			return &usageError{c, fmt.Errorf("--against: %w", err)}
		}
	}
	g, err := play.New(rules, game.Setup(f.setup), random)
	if err != nil {
		return &exitError{exitInput, err}
	}
	s := session{game: g, in: bufio.NewScanner(c.InOrStdin()), out: c.OutOrStdout(), opponent: opponent}
	if o.json {
		s.out = io.Discard
	}
	if err := s.run(c.Context()); err != nil {
		return err
	}
	table := g.Table(game.Nobody)
	return o.answer(c, table, nil, func(w io.Writer) { printTable(w, table) })
}

// session is a game between people, or a person and an opponent.
type session struct {
	game     *play.Game
	in       *bufio.Scanner
	out      io.Writer
	opponent house.Player // moves for the second player, when not nil
}

// run plays until the game or the input ends.
func (s *session) run(ctx context.Context) error {
	for s.game.Turn() != game.Nobody && ctx.Err() == nil {
		if s.opponent != nil && s.game.Turn() == game.Second {
			if try, moved := s.game.Answer(s.opponent); moved {
				fmt.Fprintf(s.out, "%s plays %s\n", try.Player, try.Move)
				s.say(try)
			}
			continue
		}
		table := s.game.Table(s.game.Turn())
		printTable(s.out, table)
		fmt.Fprintf(s.out, "%s> ", table.ToMove)
		if !s.in.Scan() {
			fmt.Fprintln(s.out)
			return s.in.Err()
		}
		s.say(s.game.Try(s.in.Text()))
	}
	return ctx.Err()
}

func (s *session) say(try play.Try) {
	if try.Refused != "" {
		fmt.Fprintf(s.out, "refused: %s\n", try.Refused)
	}
	shown := s.game.Table(s.game.Turn()).Lines // will be printed next
	for _, line := range try.Says {
		if !slices.Contains(shown, line) {
			fmt.Fprintln(s.out, line)
		}
	}
}

func printTable(w io.Writer, t play.Table) {
	for _, line := range t.Lines {
		fmt.Fprintln(w, line)
	}
	for _, b := range t.Boards {
		fmt.Fprint(w, b)
	}
}
