package cli

import (
	"fmt"
	"io"
	"math"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/spf13/cobra"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/internal/client"
	"durchgang/internal/record"
)

func contestCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use: "contest", Short: "Contests of strategies",
		Example: "  durchgang contest create evening-class/noughts --game tic-tac-toe\n  durchgang contest enter evening-class/noughts demo/contest/tic-tac-toe\n  durchgang contest start evening-class/noughts --wait\n  durchgang contest show evening-class/noughts",
	}
	c.AddCommand(contestCreateCommand(o), contestListCommand(o), contestEnterCommand(o), contestDropCommand(o), contestSeedCommand(o), contestStartCommand(o))
	for act, short := range map[string]string{"pause": "Let a contest rest: matches at work are played to their end", "resume": "Let a contest that rests go on", "cancel": "End a contest as it is"} {
		c.AddCommand(&cobra.Command{
			Use: act + " COURSE/CONTEST", Short: short, Args: exactly("a COURSE/CONTEST"), Example: "  durchgang contest " + act + " evening-class/noughts",
			RunE: func(c *cobra.Command, args []string) error {
				course, name, err := cutContest(c, args[0])
				if err != nil {
					return err
				}
				found, err := o.client().HoldContest(c.Context(), course, name, act)
				return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
			},
		})
	}
	c.AddCommand(contestMoreCommand(o), contestShowCommand(o), contestMatchesCommand(o), contestPlayerCommand(o), contestReplayCommand(o), contestExportCommand(o), contestPointsCommand(o))
	return c
}

func cutContest(c *cobra.Command, text string) (course, name string, err error) {
	course, name, found := strings.Cut(text, "/")
	if !found || course == "" || name == "" {
		return "", "", &usageError{c, fmt.Errorf("%q is not COURSE/CONTEST, as in evening-class/noughts", text)}
	}
	return course, name, nil
}

// termsFlags are the terms of a contest.
type termsFlags struct {
	terms            contest.Terms
	game             string
	format, memory   string
	words, functions string
}

func (f *termsFlags) add(c *cobra.Command) {
	c.Flags().StringVar(&f.game, "game", "", gameFlag)
	c.Flags().StringVar(&f.format, "format", "", "all (all against all), swiss, knockout, double-knockout, groups or ladder; games for one are deals")
	c.Flags().IntVar(&f.terms.Rounds, "rounds", 0, "all: how often each meets each, 1 or 2; swiss, ladder: how many rounds")
	c.Flags().IntVar(&f.terms.Groups, "groups", 0, "how many groups")
	c.Flags().IntVar(&f.terms.Deals, "deals", 0, "deals of a match, each played from both sides; of a game for one, how many everyone plays")
	c.Flags().IntVar(&f.terms.Opening, "opening", 0, "moves at random before the players are asked, the same for everyone")
	c.Flags().BoolVar(&f.terms.Hands, "hands", false, "blackjack: every two cards against every open card once")
	c.Flags().StringVar(&f.memory, "memory", "", "match: a program stays for all games of a match; game: it is started for each")
	c.Flags().Float64Var(&f.terms.Seconds, "seconds", 0, "a player's time for a game; 10 without it")
	c.Flags().Uint64Var(&f.terms.Seed, "seed", 1, "settles chance: the same seed gives the same deals")
	c.Flags().StringVar(&f.words, "words", "", "file with a secret word in each line, for hangman")
	c.Flags().StringVar(&f.functions, "functions", "", "YAML file that says how strategies that are functions are called (docs/contests.md)")
}

// read completes the terms, and returns the text of the functions file.
func (f *termsFlags) read() (contest.Terms, string, error) {
	t := f.terms
	t.Variant, t.Format, t.Memory = game.Variant(f.game), contest.Format(f.format), contest.Memory(f.memory)
	if f.words != "" {
		data, err := os.ReadFile(f.words)
		if err != nil {
			return t, "", plainCause(err)
		}
		for word := range strings.Lines(string(data)) {
			if word = strings.TrimSpace(word); word != "" {
				t.Words = append(t.Words, word)
			}
		}
	}
	if f.functions == "" {
		return t, "", nil
	}
	data, err := os.ReadFile(f.functions)
	return t, string(data), plainCause(err)
}

func contestCreateCommand(o *options) *cobra.Command {
	var f termsFlags
	var title string
	c := &cobra.Command{
		Use: "create COURSE/CONTEST", Short: "Add a contest", Args: exactly("a COURSE/CONTEST"),
		Long: `Add a contest. It is open first: strategies and house players enter (contest enter), and
then it is started.`,
		Example: "  durchgang contest create evening-class/noughts --game tic-tac-toe --rounds 2\n  durchgang contest create evening-class/columns --game connect-four --format swiss --rounds 5 --opening 8 --deals 2\n  durchgang contest create evening-class/words --game hangman --deals 40 --words words.txt",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			if f.game == "" {
				f.game = "tic-tac-toe"
			}
			terms, functions, err := f.read()
			if err != nil {
				return err
			}
			found, err := o.client().CreateContest(c.Context(), course, client.ContestForm{Name: name, Title: title, Terms: terms, Functions: functions})
			return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
		},
	}
	f.add(c)
	c.Flags().StringVar(&title, "title", "", "what people call it")
	return c
}

func contestListCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "list COURSE", Short: "List the contests of a course", Args: exactly("a COURSE"), Example: "  durchgang contest list evening-class",
		RunE: func(c *cobra.Command, args []string) error {
			list, err := o.client().Contests(c.Context(), args[0])
			return o.answer(c, list, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"contest", "title", "game", "format", "state", "matches"})
				for _, c := range list {
					t.AppendRow(table.Row{c.Name, printable(c.Title), c.Terms.Variant, c.Terms.Format, c.State, fmt.Sprintf("%d of %d", c.Done, c.Matches)})
				}
				t.Render()
			})
		},
	}
}

func contestEnterCommand(o *options) *cobra.Command {
	var house []string
	var assignment, player string
	var mine bool
	c := &cobra.Command{
		Use: "enter COURSE/CONTEST [PATH]", Short: "Put strategies into a contest",
		Long: `Put strategies into a contest. PATH is a folder with one folder for each strategy, which is
named after it; with --player or --mine it is one strategy: a source file, a folder or an archive.
Entering again under the same name changes the strategy, as long as the contest has not begun.`,
		Example: "  durchgang contest enter evening-class/noughts demo/contest/tic-tac-toe --house perfect\n  durchgang contest enter evening-class/noughts corner.py --player ada-brandt\n  durchgang contest enter evening-class/noughts corner.py --mine\n  durchgang contest enter evening-class/noughts --assignment strategies",
		Args:    cobra.RangeArgs(1, 2),
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			if len(args) == 1 && len(house) == 0 && assignment == "" {
				return &usageError{c, fmt.Errorf("it takes a PATH, --house or --assignment")}
			}
			var found record.Contest
			if assignment != "" {
				if found, err = o.client().EnterClass(c.Context(), course, name, assignment); err != nil {
					return err
				}
			}
			if len(args) == 2 {
				if found, err = o.enter(c, course, name, args[1], player, mine); err != nil {
					return err
				}
			}
			for _, h := range house {
				if found, err = o.client().EnterHouse(c.Context(), course, name, h); err != nil {
					return err
				}
			}
			return o.answer(c, found, nil, func(w io.Writer) { printContest(w, found) })
		},
	}
	c.Flags().StringSliceVar(&house, "house", nil, "house players that enter; game show lists them")
	c.Flags().StringVar(&assignment, "assignment", "", "the last submissions of an assignment enter")
	c.Flags().StringVar(&player, "player", "", "PATH is the strategy of this player")
	c.Flags().BoolVar(&mine, "mine", false, "PATH is your own strategy")
	return c
}

// enter puts one strategy, or those of a folder, into a contest.
func (o *options) enter(c *cobra.Command, course, name, path, player string, mine bool) (found record.Contest, err error) {
	if player != "" || mine {
		file, data, err := program(path)
		if err != nil {
			return found, err
		}
		if mine {
			return o.client().EnterMine(c.Context(), course, name, data, file)
		}
		return o.client().Enter(c.Context(), course, name, player, data, file)
	}
	entries, err := os.ReadDir(path)
	if err != nil {
		return found, plainCause(err)
	}
	for _, e := range entries {
		if !e.IsDir() || strings.HasPrefix(e.Name(), ".") {
			continue
		}
		file, data, err := program(filepath.Join(path, e.Name()))
		if err != nil {
			return found, err
		}
		if found, err = o.client().Enter(c.Context(), course, name, e.Name(), data, file); err != nil {
			return found, fmt.Errorf("%s: %w", e.Name(), err)
		}
	}
	if found.Name == "" {
		return found, fmt.Errorf("%s has no folders; with --player it is one strategy", path)
	}
	return found, nil
}

func contestDropCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "drop COURSE/CONTEST [PLAYER]", Short: "Take a player out of a contest that has not begun, or delete the contest", Args: cobra.RangeArgs(1, 2),
		Example: "  durchgang contest drop evening-class/noughts ada-brandt\n  durchgang contest drop evening-class/noughts",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			if len(args) == 1 {
				found, err := o.client().DropContest(c.Context(), course, name)
				return o.answer(c, found, err, func(w io.Writer) { fmt.Fprintf(w, "contest %s is deleted\n", found.Name) })
			}
			page, err := o.client().ContestPage(c.Context(), course, name)
			if err != nil {
				return err
			}
			number, err := playerOf(page.Contest, args[1])
			if err != nil {
				return err
			}
			found, err := o.client().DropPlayer(c.Context(), course, name, number)
			return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
		},
	}
}

// playerOf finds a player by name or by seed, counted from 1.
func playerOf(c record.Contest, text string) (int, error) {
	for _, e := range c.Entrants {
		if e.Name == text {
			return e.Number, nil
		}
	}
	if n, err := strconv.Atoi(text); err == nil && n >= 1 && n <= len(c.Entrants) {
		return n - 1, nil
	}
	return 0, &exitError{exitInput, fmt.Errorf("contest %s has no player %q", c.Name, text)}
}

func contestSeedCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "seed COURSE/CONTEST PLAYER...", Short: "Order the players of a contest that has not begun; those left out follow", Args: cobra.MinimumNArgs(2),
		Example: "  durchgang contest seed evening-class/noughts minimax corner-first",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			page, err := o.client().ContestPage(c.Context(), course, name)
			if err != nil {
				return err
			}
			var numbers []int
			for _, text := range args[1:] {
				n, err := playerOf(page.Contest, text)
				if err != nil {
					return err
				}
				numbers = append(numbers, n)
			}
			for i := range page.Contest.Entrants {
				if !slices.Contains(numbers, i) {
					numbers = append(numbers, i)
				}
			}
			found, err := o.client().SeedContest(c.Context(), course, name, numbers)
			return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
		},
	}
}

func contestStartCommand(o *options) *cobra.Command {
	var wait bool
	c := &cobra.Command{
		Use: "start COURSE/CONTEST", Short: "Begin a contest", Args: exactly("a COURSE/CONTEST"), Example: "  durchgang contest start evening-class/noughts --wait",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			found, err := o.client().StartContest(c.Context(), course, name)
			if err != nil || !wait {
				return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
			}
			return o.awaitContest(c, course, name)
		},
	}
	c.Flags().BoolVar(&wait, "wait", false, "wait until it is over, and show the standings")
	return c
}

// awaitContest waits until a contest is over and shows it.
func (o *options) awaitContest(c *cobra.Command, course, name string) error {
	for {
		page, err := o.client().ContestPage(c.Context(), course, name)
		if err != nil {
			return err
		}
		if page.Contest.State.Settled() {
			return o.answer(c, page, nil, func(w io.Writer) { printStandings(w, page) })
		}
		select {
		case <-c.Context().Done():
			return c.Context().Err()
		case <-time.After(300 * time.Millisecond):
		}
	}
}

func contestMoreCommand(o *options) *cobra.Command {
	var deals int
	var wait bool
	c := &cobra.Command{
		Use: "more COURSE/CONTEST", Short: "Play more where it is not sure who is better", Args: exactly("a COURSE/CONTEST"),
		Long: `Play more where it is not sure who is better: neighbours in the standings of whom it is less
than 95 % sure meet again, on deals that were not played. In games for one everyone plays more
deals. A ladder goes on for more rounds.`,
		Example: "  durchgang contest more evening-class/columns --deals 10 --wait",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			found, err := o.client().MoreGames(c.Context(), course, name, deals)
			if err != nil || !wait {
				return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
			}
			return o.awaitContest(c, course, name)
		},
	}
	c.Flags().IntVar(&deals, "deals", 10, "how many more deals, or rounds of a ladder")
	c.Flags().BoolVar(&wait, "wait", false, "wait until they are played, and show the standings")
	return c
}

func contestShowCommand(o *options) *cobra.Command {
	var cross bool
	c := &cobra.Command{
		Use: "show COURSE/CONTEST", Short: "Show how a contest stands, and how sure that is", Args: exactly("a COURSE/CONTEST"),
		Example: "  durchgang contest show evening-class/noughts --cross",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			page, err := o.client().ContestPage(c.Context(), course, name)
			return o.answer(c, page, err, func(w io.Writer) {
				printStandings(w, page)
				if cross && page.Cross != nil {
					printCross(w, page)
				}
			})
		},
	}
	c.Flags().BoolVar(&cross, "cross", false, "the results of each against each too")
	return c
}

func printContest(w io.Writer, c record.Contest) {
	fmt.Fprintf(w, "%s: %s, %s, %s; %d of %d matches played\n", printable(c.Title), c.Terms.Variant, c.Terms.Format, c.State, c.Done, c.Matches)
	t := newTable(w)
	t.AppendHeader(table.Row{"seed", "player", "speaks", "language", "problem"})
	for _, e := range c.Entrants {
		speaks := e.Channel
		if e.House != "" {
			speaks = "house"
		}
		t.AppendRow(table.Row{e.Number + 1, printable(e.Name), speaks, e.Language, printable(e.Problem)})
	}
	t.Render()
}

func printStandings(w io.Writer, p record.ContestPage) {
	c := p.Contest
	fmt.Fprintf(w, "%s: %s, %s, %s; %d of %d matches, %s\n", printable(c.Title), c.Terms.Variant, c.Terms.Format, c.State, c.Done, c.Matches, plural(p.Ranking.Games, "game"))
	t := newTable(w)
	if c.Measure != "" {
		t.AppendHeader(table.Row{"", "player", c.Measure, "±", "house's best", "games", "fouls", "best moves", "cost a move", "better than the next"})
	} else {
		t.AppendHeader(table.Row{"", "player", "points", "won", "drawn", "lost", "fouls", "strength", "±", "best moves", "thrown", "better than the next"})
	}
	for i, r := range p.Ranking.Rows {
		name, next := printable(c.Entrants[r.Player].Name), ""
		if i+1 < len(p.Ranking.Rows) && p.Ranking.Games > 0 {
			next = percent(min(p.Ranking.Ahead[i][i+1], 0.999))
		}
		best, cost := "", ""
		if q := r.Quality; q.Moves > 0 {
			best, cost = percent(float64(q.Best)/float64(q.Moves)), fmt.Sprintf("%.3f", q.Cost/float64(q.Moves))
		}
		if c.Measure != "" {
			t.AppendRow(table.Row{r.Place, name, mean(c, r.Mean.Mean), mean(c, r.Error), mean(c, r.House), r.Games, r.Fouls, best, cost, next})
		} else {
			t.AppendRow(table.Row{r.Place, name, r.Points, r.Wins, r.Draws, r.Losses, r.Fouls, fmt.Sprintf("%+.2f", r.Strength), fmt.Sprintf("%.2f", r.Error), best, r.Quality.Thrown, next})
		}
	}
	t.Render()
	switch {
	case p.Ranking.Games == 0:
	case p.Ranking.Open == 0:
		fmt.Fprintln(w, "Of all neighbours it is sure to 95 % who is better.")
	default:
		fmt.Fprintf(w, "Of %d of %d neighbours it is not sure to 95 %% who is better.\n", p.Ranking.Open, len(p.Ranking.Rows)-1)
	}
	if p.Ranking.Equal > 0 {
		fmt.Fprintf(w, "%s equal to an earlier one, move by move, and count once for the strengths.\n", plural(p.Ranking.Equal, "game")+map[bool]string{true: " is", false: " are"}[p.Ranking.Equal == 1])
	}
}

// mean writes what games for one have brought; hands cost little each.
func mean(c record.Contest, value float64) string {
	if c.Terms.Hands {
		return fmt.Sprintf("%.4f", value)
	}
	return fmt.Sprintf("%.2f", value)
}

// percent writes a share; what is not quite all or nothing does not look like it.
func percent(share float64) string {
	switch {
	case share > 0.995 && share < 1:
		return "> 99 %"
	case share > 0 && share < 0.005:
		return "< 1 %"
	}
	return fmt.Sprintf("%.0f %%", 100*share)
}

func printCross(w io.Writer, p record.ContestPage) {
	t := newTable(w)
	header := table.Row{"", "points of the row against"}
	for i := range p.Cross.Order {
		header = append(header, i+1)
	}
	t.AppendHeader(header)
	for i, player := range p.Cross.Order {
		row := table.Row{i + 1, printable(p.Contest.Entrants[player].Name)}
		for k, points := range p.Cross.Cells[i] {
			text := ""
			if k != i && points >= 0 {
				text = fmt.Sprintf("%g/%d", points, p.Cross.Games[i][k])
			}
			row = append(row, text)
		}
		t.AppendRow(row)
	}
	t.Render()
}

func contestMatchesCommand(o *options) *cobra.Command {
	var match int64
	c := &cobra.Command{
		Use: "matches COURSE/CONTEST", Short: "List the matches of a contest, or the games of one", Args: exactly("a COURSE/CONTEST"),
		Example: "  durchgang contest matches evening-class/noughts\n  durchgang contest matches evening-class/noughts --match 12",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
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
		},
	}
	c.Flags().Int64Var(&match, "match", 0, "number of a match, whose games are listed")
	return c
}

// called is the name of a player, by number.
func called(c record.Contest, number int) string {
	if number < 0 || number >= len(c.Entrants) {
		return ""
	}
	return printable(c.Entrants[number].Name)
}

func printMatches(w io.Writer, c record.Contest, list []record.Match) {
	t := newTable(w)
	t.AppendHeader(table.Row{"match", "round", "stage", "player", "against", "points", "state"})
	for _, m := range list {
		against, points := called(c, m.Second), ""
		switch {
		case m.Deals == 0:
			against = "(bye)"
		case m.State == record.Done && m.Second < 0:
			points = mean(c, m.Outcome.Points[0]/float64(m.Deals))
		case m.State == record.Done:
			points = fmt.Sprintf("%g : %g", m.Outcome.Points[0], m.Outcome.Points[1])
		}
		stage := m.Stage
		if m.Extra {
			stage = "more"
		}
		t.AppendRow(table.Row{m.ID, m.Round, stage, called(c, m.First), against, points, m.State})
	}
	t.Render()
}

func printBouts(w io.Writer, c record.Contest, bouts []record.Bout) {
	t := newTable(w)
	t.AppendHeader(table.Row{"game", "deal", "first", "second", "result", "moves", "foul"})
	for _, b := range bouts {
		t.AppendRow(table.Row{b.ID, b.Deal + 1, called(c, b.First), called(c, b.Second), resultOf(c, b), b.Plies, printable(b.Foul)})
	}
	t.Render()
}

// resultOf says how a game has ended.
func resultOf(c record.Contest, b record.Bout) string {
	switch {
	case c.Measure != "":
		return fmt.Sprintf("%g %s", b.Measure, c.Measure)
	case b.Winner == 0:
		return "a draw"
	}
	return called(c, [2]int{b.First, b.Second}[b.Winner-1]) + " wins"
}

func contestPlayerCommand(o *options) *cobra.Command {
	return &cobra.Command{
		Use: "player COURSE/CONTEST PLAYER", Short: "Show one player: how it did, and what cost it most", Args: exactly("a COURSE/CONTEST", "a PLAYER"),
		Example: "  durchgang contest player evening-class/noughts corner-first",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
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
		},
	}
}

func printPlayer(w io.Writer, p record.PlayerPage, number int) {
	fmt.Fprintf(w, "%s: place %d of %d\n", called(p.Contest, number), p.Rank.Place, len(p.Contest.Entrants))
	if p.Contest.Measure != "" {
		fmt.Fprintf(w, "%s on average %s ± %s; the house's best %s on the same deals\n", p.Contest.Measure, mean(p.Contest, p.Rank.Mean.Mean), mean(p.Contest, p.Rank.Error), mean(p.Contest, p.Rank.House))
	} else {
		for i, side := range p.Sides {
			fmt.Fprintf(w, "moving %s: %g points of %s\n", [2]string{"first", "second"}[i], side.Points, plural(side.Games, "game"))
		}
	}
	if q := p.Rank.Quality; q.Moves > 0 {
		fmt.Fprintf(w, "%s of %s were best; they cost %.3f each; %s thrown away that were won\n", percent(float64(q.Best)/float64(q.Moves)), plural(q.Moves, "move"), q.Cost/float64(q.Moves), plural(q.Thrown, "game"))
	}
	if p.Rank.Fouls > 0 {
		fmt.Fprintf(w, "%s lost by a foul\n", plural(p.Rank.Fouls, "game"))
	}
	if len(p.Blunders) > 0 {
		fmt.Fprintln(w, "what cost most:")
		t := newTable(w)
		t.AppendHeader(table.Row{"where", "move", "better", "cost", "times", "game"})
		for _, b := range p.Blunders {
			t.AppendRow(table.Row{b.Where, b.Move, b.Better, fmt.Sprintf("%.3f", b.Cost), b.Times, b.Bout})
		}
		t.Render()
	}
}

func contestReplayCommand(o *options) *cobra.Command {
	var move int
	c := &cobra.Command{
		Use: "replay COURSE/CONTEST GAME", Short: "Step through a game, with what the moves were worth", Args: exactly("a COURSE/CONTEST", "a GAME"),
		Example: "  durchgang contest replay evening-class/noughts 12",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			id, err := strconv.ParseInt(args[1], 10, 64)
			if err != nil {
				return &usageError{c, fmt.Errorf("%q is not the number of a game", args[1])}
			}
			r, err := o.client().ReplayGame(c.Context(), course, name, id)
			return o.answer(c, r, err, func(w io.Writer) {
				fmt.Fprintf(w, "%s against %s: %s\n", called(r.Contest, r.Bout.First), called(r.Contest, r.Bout.Second), resultOf(r.Contest, r.Bout))
				printSteps(w, r.Steps, move, r.Bout.Foul)
			})
		},
	}
	c.Flags().IntVar(&move, "move", 0, "show only the position before this move, counted from 1")
	return c
}

// printSteps prints the steps of a game, or only one counted from 1.
func printSteps(w io.Writer, steps []record.ReplayStep, only int, foul string) {
	for i, s := range steps {
		if only > 0 && i != only-1 {
			continue
		}
		for _, line := range s.Lines {
			fmt.Fprintln(w, line)
		}
		for _, b := range s.Boards {
			fmt.Fprint(w, b)
		}
		if s.Move != "" {
			fmt.Fprintf(w, "%d. %s plays %s%s\n", i+1, s.Turn, printable(s.Move), judged(s.Worth))
		}
	}
	if foul != "" && only == 0 {
		fmt.Fprintf(w, "ended by a foul: %s\n", printable(foul))
	}
}

// judged says what a move was worth.
func judged(worth *record.Worth) string {
	if worth == nil {
		return ""
	}
	if worth.Cost() < 1e-9 {
		return "  (best)"
	}
	var better []string
	for move, value := range worth.Moves {
		if math.Abs(value-worth.Best) < 1e-9 {
			better = append(better, move)
		}
	}
	slices.Sort(better)
	text := fmt.Sprintf("  (costs %.3f", worth.Cost())
	if len(better) > 0 {
		text += "; better " + strings.Join(better[:min(3, len(better))], ", ")
	}
	return text + ")"
}

func contestExportCommand(o *options) *cobra.Command {
	var format string
	var id int64
	c := &cobra.Command{
		Use: "export COURSE/CONTEST", Short: "Write a contest, or one game, in a form for other tools", Args: exactly("a COURSE/CONTEST"),
		Example: "  durchgang contest export evening-class/noughts > noughts.json\n  durchgang contest export evening-class/noughts --format png > noughts.png\n  durchgang contest export evening-class/noughts --game 12 --format sgf > game.sgf",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			var data []byte
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
		},
	}
	c.Flags().StringVar(&format, "format", "json", "json, or csv, svg or png for the standings; sgf for a game")
	c.Flags().Int64Var(&id, "game", 0, "number of a game")
	return c
}

func contestPointsCommand(o *options) *cobra.Command {
	var criterion, by string
	c := &cobra.Command{
		Use: "points COURSE/CONTEST ASSIGNMENT", Short: "Give the points of a criterion by how well strategies played", Args: exactly("a COURSE/CONTEST", "an ASSIGNMENT"),
		Long: `Give the points of a criterion of an assignment of the same course by how well strategies
played: the share of best moves, of what the house's best brought on the same deals, or of
points. They are points by hand with a reason, and stay through regrades.`,
		Example: "  durchgang contest points evening-class/noughts strategies --criterion strategy --by best-moves",
		RunE: func(c *cobra.Command, args []string) error {
			course, name, err := cutContest(c, args[0])
			if err != nil {
				return err
			}
			given, err := o.client().GiveContestPoints(c.Context(), course, name, args[1], criterion, by)
			return o.answer(c, given, err, func(w io.Writer) {
				t := newTable(w)
				t.AppendHeader(table.Row{"student", "points", "reason"})
				for _, g := range given {
					t.AppendRow(table.Row{g.Student, g.Points, printable(g.Reason)})
				}
				t.Render()
			})
		},
	}
	c.Flags().StringVar(&criterion, "criterion", "", "whose points are given")
	c.Flags().StringVar(&by, "by", "best-moves", "best-moves, house or points")
	return c
}
