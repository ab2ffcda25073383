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
	"durchgang/core/mistakes"
)

func gameCommand(o *options) *cobra.Command {
	c := &cobra.Command{Use: "game", Short: "The games and their rules", Example: "  durchgang game list\n  durchgang game play tic-tac-toe --against random"}
	c.AddCommand(gameListCommand(o), gameShowCommand(o), gameCountCommand(o), gamePlayCommand())
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
		Use: "show GAME", Short: "Show a game's rules, parameters and known mistakes", Args: exactly("a GAME"),
		Example: "  durchgang game show connect-four\n  durchgang game show blackjack --json",
		RunE: func(c *cobra.Command, args []string) error {
			rules, err := games.All().Rules(args[0])
			if err != nil {
				return err
			}
			all := games.All().Games()
			d := all[slices.IndexFunc(all, func(d game.Definition) bool { return d.Name == rules.Variant().Game() })]
			shown := shownGame{Definition: d, Mistakes: []shownMistake{}}
			for _, m := range mistakes.For(rules).Mistakes {
				shown.Mistakes = append(shown.Mistakes, shownMistake{m.Name, m.Teacher})
			}
			return o.answer(c, shown, nil, func(w io.Writer) { printGame(w, shown) })
		},
	}
}

// shownGame is a game with the mistakes that are known of it.
type shownGame struct {
	game.Definition
	Mistakes []shownMistake `json:"mistakes"`
}

type shownMistake struct {
	Name    string `json:"name"`
	Teacher string `json:"teacher"`
}

func printGame(w io.Writer, d shownGame) {
	fmt.Fprintf(w, "%s\n\n%s\n\n", d.Title, text.WrapSoft(d.Doc, 100))
	t := newTable(w)
	t.AppendHeader(table.Row{"parameter", "usually", "values", "meaning"})
	for _, p := range d.Params {
		values := fmt.Sprintf("%d to %d", p.Min, p.Max)
		switch {
		case p.Choices != nil:
			values = strings.Join(p.Choices, ", ")
		case p.Check != nil:
			values = "text"
		}
		t.AppendRow(table.Row{p.Name, p.Default, values, p.Doc})
	}
	t.SetColumnConfigs([]table.ColumnConfig{{Number: 4, WidthMax: 60}})
	t.Render()
	fmt.Fprintf(w, "\nA variant is written as %s:%s=...\n", d.Name, d.Params[0].Name)
	if len(d.Mistakes) == 0 {
		return
	}
	fmt.Fprintf(w, "\n%d known mistakes:\n", len(d.Mistakes))
	for _, m := range d.Mistakes {
		fmt.Fprintf(w, "  %-24s %s\n", m.Name, m.Teacher)
	}
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
	t.AppendHeader(table.Row{"ply", "sequences", "positions", "won by " + rules.PlayerName(game.First), "won by " + rules.PlayerName(game.Second), "drawn"})
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

func gamePlayCommand() *cobra.Command {
	var f playFlags
	c := &cobra.Command{
		Use:   "play GAME",
		Short: "Play a game in the terminal, by the reference rules",
		Long: `Play a game in the terminal: two people at one keyboard, or one against moves
drawn at random. A move is typed in the game's notation; every refused one is explained.`,
		Example: "  durchgang game play tic-tac-toe --against random\n  durchgang game play hangman --setup word=apple\n  durchgang game play blackjack:rounds=5 --setup seed=7",
		Args:    exactly("a GAME"),
		RunE:    func(c *cobra.Command, args []string) error { return playGame(c, f, args[0]) },
	}
	c.Flags().StringVar(&f.against, "against", "", "random: the second player's moves are drawn at random")
	c.Flags().StringVar(&f.setup, "setup", "", "what chance or a hidden choice fixes, as in word=apple or seed=7")
	c.Flags().Uint64Var(&f.seed, "seed", 1, "settles the moves drawn at random")
	return c
}

func playGame(c *cobra.Command, f playFlags, variant string) error {
	rules, err := games.All().Rules(variant)
	if err != nil {
		return err
	}
	pos, err := rules.Start(game.Setup(f.setup))
	if err != nil {
		return &exitError{exitInput, err}
	}
	if f.against != "" && f.against != "random" {
		return &usageError{c, fmt.Errorf("--against is random or left out, not %q", f.against)}
	}
	s := session{rules: rules, pos: pos, in: bufio.NewScanner(c.InOrStdin()), out: c.OutOrStdout()}
	if f.against == "random" {
		s.random = rand.New(rand.NewPCG(f.seed, 0))
	}
	return s.run(c.Context())
}

// session is a game between people, or a person and chance.
type session struct {
	rules  game.Rules
	pos    game.Position
	in     *bufio.Scanner
	out    io.Writer
	random *rand.Rand // moves for the second player, when not nil
}

func (s *session) run(ctx context.Context) error {
	for !s.pos.Result().Over() && ctx.Err() == nil {
		mover := s.pos.Turn()
		if s.random != nil && mover == game.Second {
			s.drawMove()
			continue
		}
		fmt.Fprint(s.out, game.Draw(s.rules, s.rules.View(s.pos, mover, nil)))
		fmt.Fprintf(s.out, "%s> ", s.rules.PlayerName(mover))
		if !s.in.Scan() {
			fmt.Fprintln(s.out)
			return s.in.Err()
		}
		move, err := s.rules.ParseMove(strings.TrimSpace(s.in.Text()))
		if err != nil {
			fmt.Fprintln(s.out, err)
			continue
		}
		s.play(move)
	}
	fmt.Fprint(s.out, game.Draw(s.rules, s.rules.View(s.pos, game.Nobody, nil)))
	return ctx.Err()
}

// drawMove plays one of the legal moves.
func (s *session) drawMove() {
	moves := s.rules.Candidates(s.pos, nil)
	for _, i := range s.random.Perm(len(moves)) {
		if _, refused := game.Refused(s.rules.Play(s.pos.Clone(), moves[i], nil)); !refused {
			fmt.Fprintf(s.out, "%s plays %s\n", s.rules.PlayerName(s.pos.Turn()), s.rules.FormatMove(moves[i]))
			s.play(moves[i])
			return
		}
	}
}

func (s *session) play(m game.Move) {
	for _, f := range s.rules.Play(s.pos, m, nil) {
		if f.Kind != game.FactTurn {
			fmt.Fprintln(s.out, game.Say(s.rules, f))
		}
	}
}
