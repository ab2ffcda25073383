package cli

import (
	"cmp"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/desk"
	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/play/house"
	"durchgang/internal/record"
)

// valued is what a position is worth.
type valued struct {
	Position []string    `json:"position"` // drawn
	ToMove   string      `json:"to_move"`
	Best     float64     `json:"best"`
	Moves    []moveWorth `json:"moves"` // the best first
	Line     []string    `json:"line"`  // the best moves of both sides from here on
}

type moveWorth struct {
	Move  string  `json:"move"`
	Worth float64 `json:"worth"`
}

func gameValueCommand(o *options) *cobra.Command {
	var moves, board, setup string
	c := &cobra.Command{
		Use:   "value GAME",
		Short: "Say what each move in a position is worth",
		Long: `Say what each move in a position is worth, by exact values: points of a game for two, 1 for a win and 0.5 for a
draw, or at blackjack bets that a decision wins on average. The position is reached by moves, or is a board that is drawn
in a file; - reads it from standard input.`,
		Example: "  durchgang game value tic-tac-toe --moves \"b2 a1 c3\"\n  durchgang game value connect-four --board position.txt\n" +
			"  durchgang game value blackjack --setup \"cards=AS 9H 6D 7C\" --moves 10",
		Args: exactly("a GAME"),
		RunE: func(c *cobra.Command, args []string) error {
			rules, err := games.All().Rules(args[0])
			if err != nil {
				return &record.InputError{Field: "game", Err: err}
			}
			v, err := valueOf(rules, game.Setup(setup), moves, board)
			if err != nil {
				return err
			}
			return o.answer(c, v, nil, func(w io.Writer) { printValue(w, v) })
		},
	}
	c.Flags().StringVar(&moves, "moves", "", "moves that lead to the position, divided by blanks")
	c.Flags().StringVar(&board, "board", "", "file with a drawn board, in place of moves")
	c.Flags().StringVar(&setup, "setup", "", "what chance has settled, as in a suite")
	return c
}

// valueOf values the moves of a position.
func valueOf(rules game.Rules, setup game.Setup, moves, board string) (valued, error) {
	pos, err := positionAt(rules, setup, moves, board)
	if err != nil {
		return valued{}, err
	}
	v := valued{Moves: []moveWorth{}, Line: []string{}}
	for line := range strings.SplitSeq(strings.TrimRight(game.Draw(rules, rules.View(pos, game.Nobody, nil)), "\n"), "\n") {
		v.Position = append(v.Position, line)
	}
	if pos.Result().Over() {
		return v, &record.InputError{Field: "moves", Err: errors.New("the game is over in this position: no move is left")}
	}
	appraiser := house.NewAppraiser(rules)
	if appraiser == nil {
		return v, &record.InputError{Field: "game", Err: fmt.Errorf("no exact values are known of %s", rules.Variant())}
	}
	v.ToMove = rules.PlayerName(pos.Turn())
	for _, m := range game.Legal(rules, pos) {
		if a, known := appraiser.Appraise(pos, m); known {
			v.Best = a.Best
			v.Moves = append(v.Moves, moveWorth{rules.FormatMove(m), a.Made})
		}
	}
	if len(v.Moves) == 0 {
		return v, &record.InputError{Field: "game", Err: fmt.Errorf("what the moves of this position of %s are worth is not known", rules.Variant())}
	}
	slices.SortStableFunc(v.Moves, func(a, b moveWorth) int { return cmp.Compare(b.Worth, a.Worth) })
	if !rules.Solo() {
		v.Line = lineOf(rules, appraiser, pos)
	}
	return v, nil
}

// positionAt is the position that moves or a board lead to.
func positionAt(rules game.Rules, setup game.Setup, moves, board string) (game.Position, error) {
	if moves != "" && board != "" {
		return nil, &record.InputError{Field: "board", Err: errors.New("a position is reached by moves, or is a board: leave out --moves or --board")}
	}
	var list []game.Move
	if board != "" {
		text, err := readText(board)
		if err != nil {
			return nil, err
		}
		if list, setup, err = reached(rules, text); err != nil {
			return nil, &record.InputError{Field: "board", Err: err}
		}
	}
	for word := range strings.FieldsSeq(moves) {
		m, err := rules.ParseMove(word)
		if err != nil {
			return nil, &record.InputError{Field: "moves", Err: err}
		}
		list = append(list, m)
	}
	pos, err := rules.Start(setup)
	if err != nil {
		return nil, &record.InputError{Field: "setup", Err: err}
	}
	for _, m := range list {
		if reason, refused := game.Refused(rules.Play(pos, m, nil)); refused {
			return nil, &record.InputError{Field: "moves", Err: fmt.Errorf("%s is refused: %s", rules.FormatMove(m), reason)}
		}
	}
	return pos, nil
}

// reached are moves that lead to a board.
func reached(rules game.Rules, text string) ([]game.Move, game.Setup, error) {
	arranges, is := rules.(game.Arranges)
	if !is {
		return nil, "", fmt.Errorf("no board is given in %s; write --moves", rules.Variant())
	}
	a, err := arranges.Arrange("", []string{text})
	if err != nil {
		return nil, "", err
	}
	moves, err := desk.Reach(rules, a)
	return moves, a.Setup, err
}

// lineOf are the best moves of both sides until the game ends, at most mostLine of them.
func lineOf(rules game.Rules, appraiser house.Appraiser, pos game.Position) []string {
	const mostLine = 60
	line := []string{}
	pos = pos.Clone()
	for len(line) < mostLine && !pos.Result().Over() {
		legal := game.Legal(rules, pos)
		if len(legal) == 0 {
			break
		}
		best, most := legal[0], -1.0
		for _, m := range legal {
			if a, known := appraiser.Appraise(pos, m); known && a.Made > most {
				best, most = m, a.Made
			}
		}
		if most < 0 && len(legal) > 1 {
			break
		}
		line = append(line, rules.FormatMove(best))
		rules.Play(pos, best, nil)
	}
	return line
}

func printValue(w io.Writer, v valued) {
	fmt.Fprintf(w, "%s\n\n%s is to move.\n\n", strings.Join(v.Position, "\n"), v.ToMove)
	t := newTable(w)
	t.AppendHeader(table.Row{"move", "worth", ""})
	for _, m := range v.Moves {
		note := ""
		if m.Worth < v.Best {
			note = fmt.Sprintf("gives away %.3g", v.Best-m.Worth)
		}
		t.AppendRow(table.Row{m.Move, fmt.Sprintf("%.3g", m.Worth), note})
	}
	t.Render()
	if len(v.Line) > 0 {
		fmt.Fprintf(w, "\nBest play: %s\n", strings.Join(v.Line, " "))
	}
}
