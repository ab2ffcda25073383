package cli

import (
	"fmt"
	"io"
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
	"durchgang/core/games"
	"durchgang/internal/client"
	"durchgang/internal/record"
)

func contestCommand(o *options) *cobra.Command {
	c := &cobra.Command{
		Use: "contest", Short: "Contests of strategies",
		Example: "  durchgang contest create evening-class/noughts --game tic-tac-toe\n  durchgang contest enter evening-class/noughts demo/contest/tic-tac-toe\n  durchgang contest start evening-class/noughts --wait\n  durchgang contest show evening-class/noughts",
	}
	c.AddCommand(
		contestCreateCommand(o), contestListCommand(o), contestEnterCommand(o), contestDropCommand(o), contestSeedCommand(o),
		contestStartCommand(o),
	)
	for act, short := range map[string]string{"pause": "Pause a contest: matches in progress are finished", "resume": "Resume a paused contest", "cancel": "End a contest as it is"} {
		c.AddCommand(&cobra.Command{
			Use: act + " COURSE/CONTEST", Short: short, Args: exactly("a COURSE/CONTEST"), Example: "  durchgang contest " + act + " evening-class/noughts",
			RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
				found, err := o.client().HoldContest(c.Context(), course, name, act)
				return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
			}),
		})
	}
	c.AddCommand(
		contestMoreCommand(o), contestShowCommand(o), contestMatchesCommand(o), contestPlayerCommand(o),
		contestReplayCommand(o), contestExportCommand(o), contestPointsCommand(o),
	)
	return c
}

// onContest is an act on the contest that the first argument names; args are all of them.
func onContest(act func(c *cobra.Command, course, name string, args []string) error) func(*cobra.Command, []string) error {
	return func(c *cobra.Command, args []string) error {
		course, name, found := strings.Cut(args[0], "/")
		if !found || course == "" || name == "" {
			return &usageError{c, fmt.Errorf("%q is not COURSE/CONTEST, as in evening-class/noughts", args[0])}
		}
		return act(c, course, name, args)
	}
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
	c.Flags().StringVar(
		&f.format, "format", "",
		"all (all against all), swiss, knockout, double-knockout, groups or ladder; games for one are deals",
	)
	c.Flags().IntVar(&f.terms.Rounds, "rounds", 0, "all: how often each meets each, 1 or 2; swiss, ladder: how many rounds")
	c.Flags().IntVar(&f.terms.Groups, "groups", 0, "how many groups")
	c.Flags().IntVar(
		&f.terms.Deals, "deals", 0,
		"deals of a match, each played from both sides; of a game for one, how many everyone plays",
	)
	c.Flags().IntVar(&f.terms.Opening, "opening", 0, "moves at random before the players are asked, the same for everyone")
	c.Flags().BoolVar(&f.terms.Hands, "hands", false, "every two cards against every open card once, where hands are decided on")
	c.Flags().StringVar(&f.memory, "memory", "", "match: a program stays for all games of a match; game: it is started for each")
	c.Flags().Float64Var(&f.terms.Seconds, "seconds", 0, "a player's time for a game; 10 without it")
	c.Flags().Uint64Var(&f.terms.Seed, "seed", 1, "settles chance: the same seed gives the same deals")
	c.Flags().StringVar(&f.words, "words", "", "file with a secret word in each line, for hangman")
	c.Flags().StringVar(
		&f.functions, "functions", "", "YAML file that says how strategies that are functions are called (docs/contests.md)",
	)
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
		Use: "create COURSE/CONTEST", Short: "Create a contest", Args: exactly("a COURSE/CONTEST"),
		Long: `Add a contest. It is open first: strategies and house players enter (contest enter), and
then it is started.`,
		Example: "  durchgang contest create evening-class/noughts --game tic-tac-toe --rounds 2\n  durchgang contest create evening-class/columns --game connect-four --format swiss --rounds 5 --opening 8 --deals 2\n  durchgang contest create evening-class/words --game hangman --deals 40 --words words.txt",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			if f.game == "" {
				f.game = games.Usual
			}
			terms, functions, err := f.read()
			if err != nil {
				return err
			}
			found, err := o.client().CreateContest(
				c.Context(),
				course,
				client.ContestForm{Name: name, Title: title, Terms: terms, Functions: functions},
			)
			return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
		}),
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
					t.AppendRow(
						table.Row{
							c.Name, printable(c.Title), c.Terms.Variant, c.Terms.Format, c.State,
							fmt.Sprintf("%d of %d", c.Done, c.Matches),
						},
					)
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
		Use: "enter COURSE/CONTEST [PATH]", Short: "Enter strategies into a contest",
		Long: `Put strategies into a contest. PATH is a folder with one folder for each strategy, which is
named after it; with --player or --mine it is one strategy: a source file, a folder or an archive.
Entering again under the same name changes the strategy, as long as the contest has not begun.`,
		Example: "  durchgang contest enter evening-class/noughts demo/contest/tic-tac-toe --house perfect\n  durchgang contest enter evening-class/noughts corner.py --player ada-brandt\n  durchgang contest enter evening-class/noughts corner.py --mine\n  durchgang contest enter evening-class/noughts --assignment strategies",
		Args:    cobra.RangeArgs(1, 2),
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			if len(args) == 1 && len(house) == 0 && assignment == "" {
				return &usageError{c, fmt.Errorf("it takes a PATH, --house or --assignment")}
			}
			var found record.Contest
			var err error
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
		}),
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
	if info, err := os.Stat(path); err == nil && !info.IsDir() {
		return found, &exitError{exitInput, fmt.Errorf("%s is one strategy: say whose it is with --player, or --mine", path)}
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
		Use: "drop COURSE/CONTEST [PLAYER]", Short: "Remove a player from a contest that has not started, or delete the contest", Args: cobra.RangeArgs(1, 2),
		Example: "  durchgang contest drop evening-class/noughts ada-brandt\n  durchgang contest drop evening-class/noughts",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
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
		}),
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
		Use: "seed COURSE/CONTEST PLAYER...", Short: "Seed the players of a contest that has not started; players left out follow", Args: cobra.MinimumNArgs(2),
		Example: "  durchgang contest seed evening-class/noughts minimax corner-first",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
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
		}),
	}
}

func contestStartCommand(o *options) *cobra.Command {
	var wait bool
	c := &cobra.Command{
		Use: "start COURSE/CONTEST", Short: "Start a contest", Args: exactly("a COURSE/CONTEST"), Example: "  durchgang contest start evening-class/noughts --wait",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			found, err := o.client().StartContest(c.Context(), course, name)
			if err != nil || !wait {
				return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
			}
			return o.awaitContest(c, course, name)
		}),
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
		Use: "more COURSE/CONTEST", Short: "Play more games where the ranking is uncertain", Args: exactly("a COURSE/CONTEST"),
		Long: `Play more where it is not sure who is better: neighbours in the standings of whom it is less
than 95 % sure meet again, on deals that were not played. In games for one everyone plays more
deals. A ladder goes on for more rounds.`,
		Example: "  durchgang contest more evening-class/columns --deals 10 --wait",
		RunE: onContest(func(c *cobra.Command, course, name string, args []string) error {
			found, err := o.client().MoreGames(c.Context(), course, name, deals)
			if err != nil || !wait {
				return o.answer(c, found, err, func(w io.Writer) { printContest(w, found) })
			}
			return o.awaitContest(c, course, name)
		}),
	}
	c.Flags().IntVar(&deals, "deals", 10, "how many more deals, or rounds of a ladder")
	c.Flags().BoolVar(&wait, "wait", false, "wait until they are played, and show the standings")
	return c
}
