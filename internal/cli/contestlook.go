package cli

import (
	"fmt"
	"io"
	"strconv"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"
)

func contestShowCommand(o *options) *cobra.Command {
	var cross bool
	c := &cobra.Command{
		Use: "show COURSE/CONTEST", Short: "Show the standings of a contest, and how certain they are", Args: exactly("a COURSE/CONTEST"),
		Example: "  durchgang contest show evening-class/noughts --cross",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			page, err := o.client().ContestPage(c.Context(), course, name)
			return o.answer(c, page, err, func(w io.Writer) {
				printStandings(w, page)
				if cross && page.Cross != nil {
					printCross(w, page)
				}
			})
		}),
	}
	c.Flags().BoolVar(&cross, "cross", false, "the results of each against each too")
	return c
}

func contestMatchesCommand(o *options) *cobra.Command {
	var match int64
	c := &cobra.Command{
		Use: "matches COURSE/CONTEST", Short: "List the matches of a contest, or the games of one", Args: exactly("a COURSE/CONTEST"),
		Example: "  durchgang contest matches evening-class/noughts\n  durchgang contest matches evening-class/noughts --match 12",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			page, err := o.client().ContestPage(c.Context(), course, name)
			if err != nil {
				return err
			}
			if match > 0 {
				bouts, err := o.client().MatchGames(c.Context(), course, name, match)
				return o.answer(c, bouts, err, func(w io.Writer) { printBouts(w, page.Contest, bouts) })
			}
			list, err := o.client().Matches(c.Context(), course, name)
			return o.answer(c, list, err, func(w io.Writer) { printMatches(w, page.Contest, list) })
		}),
	}
	c.Flags().Int64Var(&match, "match", 0, "number of a match, whose games are listed")
	return c
}

func contestPlayerCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "player COURSE/CONTEST PLAYER", Short: "Show one player's results and costliest moves", Args: exactly("a COURSE/CONTEST", "a PLAYER"),
		Example: "  durchgang contest player evening-class/noughts corner-first",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			page, err := o.client().ContestPage(c.Context(), course, name)
			if err != nil {
				return err
			}
			number, err := playerOf(page.Contest, args[1])
			if err != nil {
				return err
			}
			p, err := o.client().PlayerPage(c.Context(), course, name, number)
			return o.answer(c, p, err, func(w io.Writer) { printPlayer(w, p, number) })
		}),
	}
}

func contestReplayCommand(o *options) *cobra.Command {
	var move int
	c := &cobra.Command{
		Use: "replay COURSE/CONTEST GAME", Short: "Step through a game, with the value of each move", Args: exactly("a COURSE/CONTEST", "a GAME"),
		Example: "  durchgang contest replay evening-class/noughts 12",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			id, err := strconv.ParseInt(args[1], 10, 64)
			if err != nil {
				return &usageError{c, fmt.Errorf("%q is not the number of a game", args[1])}
			}
			r, err := o.client().ReplayGame(c.Context(), course, name, id)
			return o.answer(c, r, err, func(w io.Writer) {
				fmt.Fprintf(
					w, "%s against %s: %s\n", called(r.Contest, r.Bout.First), called(r.Contest, r.Bout.Second),
					resultOf(r.Contest, r.Bout),
				)
				printSteps(w, r.Steps, move, r.Bout.Foul)
			})
		}),
	}
	c.Flags().IntVar(&move, "move", 0, "show only the position before this move, counted from 1")
	return c
}

func contestExportCommand(o *options) *cobra.Command {
	var format string
	var id int64
	c := &cobra.Command{
		Use: "export COURSE/CONTEST", Short: "Export a contest, or one game, for other tools", Args: exactly("a COURSE/CONTEST"),
		Example: "  durchgang contest export evening-class/noughts > noughts.json\n  durchgang contest export evening-class/noughts --format png > noughts.png\n  durchgang contest export evening-class/noughts --game 12 --format sgf > game.sgf",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			var data []byte
			var err error
			if id > 0 {
				data, err = o.client().ExportGame(c.Context(), course, name, id, format)
			} else {
				data, err = o.client().ExportContest(c.Context(), course, name, format)
			}
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(data)
			return err
		}),
	}
	c.Flags().StringVar(&format, "format", "json", "json, or csv, svg or png for the standings; sgf for a game")
	c.Flags().Int64Var(&id, "game", 0, "number of a game")
	return c
}

func contestPointsCommand(o *options) *cobra.Command {
	var criterion, by string
	c := &cobra.Command{
		Use: "points COURSE/CONTEST ASSIGNMENT", Short: "Award the points of a criterion by contest results", Args: exactly("a COURSE/CONTEST", "an ASSIGNMENT"),
		Long: `Give the points of a criterion of an assignment of the same course by how well strategies
played: the share of best moves, of what the house's best brought on the same deals, or of
points. They are points by hand with a reason, and stay through regrades.`,
		Example: "  durchgang contest points evening-class/noughts strategies --criterion strategy --by best-moves",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			given, err := o.client().GiveContestPoints(c.Context(), course, name, args[1], criterion, by)
			return o.answer(c, given, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"student", "points", "reason"})
				for _, g := range given {
					t.AppendRow(table.Row{g.Student, g.Points, printable(g.Reason)})
				}
				t.Render()
			})
		}),
	}
	c.Flags().StringVar(&criterion, "criterion", "", "whose points are given")
	c.Flags().StringVar(&by, "by", "best-moves", "best-moves, house or points")
	return c
}
