package cli

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"testing/fstest"

	"github.com/spf13/cobra"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/core/suites"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

type tryFlags struct {
	game, channel, phrasebook, suite string
	strict, own                      bool
}

func tryCommand(o *options) *cobra.Command {
	var f tryFlags
	c := &cobra.Command{
		Use:   "try PROGRAM",
		Short: "Grade one program now, without the service",
		Long: `Grade one program now, without the service. PROGRAM is a source file, or a folder
with the files of one program.

The way moves are typed is read from what the program says before its first move,
unless the phrasebook settles it (docs/phrasebook.md).`,
		Example: `  durchgang try tictactoe.py
  durchgang try demo/class/greta-holm --game tic-tac-toe --json
  durchgang try ttt.c --phrasebook rows-first.yaml --suite mine.suite --strict`,
		Args: exactly("the PROGRAM to try"),
		RunE: func(c *cobra.Command, args []string) error { return try(c, o, f, args[0]) },
	}
	c.Flags().StringVar(&f.game, "game", "", gameFlag)
	c.Flags().StringVar(&f.channel, "channel", record.Terminal, "how the program is driven: "+grading.ChannelHelp())
	c.Flags().StringVar(
		&f.phrasebook, "phrasebook", "",
		"YAML file that says how the program talks, how its functions are called, or where on the page the game is",
	)
	c.Flags().StringVar(&f.suite, "suite", "", "file with scripts and criteria; without it the one that ships for the game")
	c.Flags().BoolVar(
		&f.own, "own", false,
		"the program chooses the word, hides the fleet or shuffles the cards by itself; without it this is found out where no --suite is given",
	)
	c.Flags().BoolVar(&f.strict, "strict", false, "exit with status 3 unless the program has every point")
	return c
}

// trial is what try prints as JSON.
type trial struct {
	Program  string `json:"program"`
	Language string `json:"language"`
	judge.Verdict
	record.Examination
}

func try(c *cobra.Command, o *options, f tryFlags, path string) error {
	g, err := f.grader(f.own)
	if err != nil {
		return err
	}
	find := programFolder
	if f.channel == record.Page {
		find = pageFolder
	}
	folder, err := find(path)
	if err != nil {
		return err
	}
	done, err := attempt(c.Context(), g, folder)
	own := g.Suite.Scripts[0].Own
	if f.suite == "" && grading.NotRead(err) {
		if other, variant := f.otherwise(c.Context(), g, folder, err); other != nil {
			fmt.Fprintf(c.ErrOrStderr(), "%s makes the set-up by itself: graded as with --game %s --own\n", filepath.Base(path), variant)
			done, err, own = other, nil, variant == g.Suite.Rules.Variant()
		}
	}
	if f.suite == "" && err == nil && own && !done.whole() {
		if variant := f.plays(c.Context(), g.Suite.Rules, folder); variant != "" {
			fmt.Fprintf(
				c.ErrOrStderr(), "%s plays %s, by which it has all points; it is graded by %s\n", filepath.Base(path), variant,
				g.Suite.Rules.Variant(),
			)
		}
	}
	if grading.AtFault(err) {
		return &exitError{exitUngraded, fmt.Errorf("%s: %w", path, err)}
	}
	if err != nil {
		return err
	}
	if o.json {
		err = printJSON(c.OutOrStdout(), trial{path, done.Language, done.Verdict, done.Examination})
	} else {
		evidence := func(script string) record.Evidence { return done.evidence[script] }
		err = printVerdict(c.OutOrStdout(), filepath.Base(path)+", "+done.Language, done.Verdict, done.Examination, evidence)
	}
	if err == nil && f.strict && !done.whole() {
		return &exitError{status: exitFaults}
	}
	return err
}

// attempted is a program that was graded, with the evidence by the title and number of its script.
type attempted struct {
	grading.Graded
	evidence map[string]record.Evidence
}

// whole reports whether a program has all points.
func (a *attempted) whole() bool { return a.Verdict.Points >= a.Verdict.Of }

func attempt(ctx context.Context, g grading.Grader, folder fs.FS) (*attempted, error) {
	a := &attempted{evidence: map[string]record.Evidence{}}
	var err error
	a.Graded, err = g.Grade(ctx, folder, func(e record.Evidence) error {
		a.evidence[e.Title], a.evidence[fmt.Sprint(e.Number)] = e, e
		return nil
	})
	return a, err
}

// mostShown is how many things a program may show in turn that are not what is asked for: a board and a fleet.
const mostShown = 2

// otherwise grades a program that was not understood as one that makes the set-up by itself, in the variant or
// one like it. It returns nil where that is not understood either.
func (f tryFlags) otherwise(ctx context.Context, g grading.Grader, folder fs.FS, unread error) (*attempted, game.Variant) {
	own, err := f.grader(true)
	if err != nil {
		return nil, ""
	}
	if !g.Suite.Scripts[0].Own {
		a, err := attempt(ctx, own, folder)
		if err == nil {
			return a, own.Suite.Rules.Variant()
		}
		unread = err
	}
	for range mostShown {
		shown := (*grading.NotReadError)(nil)
		if !errors.As(unread, &shown) || shown.Shows == "" {
			break
		}
		a, err := f.by(ctx, game.Variant(shown.Alike), folder)
		if err == nil {
			return a, game.Variant(shown.Alike)
		}
		unread = err
	}
	return f.alike(ctx, own.Suite.Rules, true, folder)
}

// alike grades a program that makes the set-up by itself by the variants that are like the one asked for: those
// that begin in another way where it was not understood, else those that begin in the same. It returns the best
// verdict; nil where it is understood in none.
func (f tryFlags) alike(ctx context.Context, rules game.Rules, unread bool, folder fs.FS) (best *attempted, variant game.Variant) {
	list := games.All().Alike(rules, unread)
	if len(list) > 0 {
		list = append(list, list[0]) // the most usual once more: a program plays another game each time
	}
	for _, other := range list {
		a, err := f.by(ctx, other.Variant(), folder)
		if err != nil || best != nil && a.Verdict.Points <= best.Verdict.Points {
			continue
		}
		best, variant = a, other.Variant()
		if best.whole() {
			break
		}
	}
	return best, variant
}

// plays is the variant, like the one asked for, by which a program that makes the set-up by itself has all points;
// empty where there is none.
func (f tryFlags) plays(ctx context.Context, rules game.Rules, folder fs.FS) game.Variant {
	other, variant := f.alike(ctx, rules, false, folder)
	if other == nil || !other.whole() {
		return ""
	}
	if again, err := f.by(ctx, variant, folder); err != nil || !again.whole() { // a fault does not show in each game
		return ""
	}
	return variant
}

// by grades a program as one that makes the set-up by itself, by a variant.
func (f tryFlags) by(ctx context.Context, variant game.Variant, folder fs.FS) (*attempted, error) {
	f.game = string(variant)
	own, err := f.grader(true)
	if err != nil {
		return nil, err
	}
	return attempt(ctx, own, folder)
}

// grader grades as the flags say; own with the suite for programs that make the set-up themselves.
func (f tryFlags) grader(own bool) (grading.Grader, error) {
	if err := ownOrSuite(own, f.suite); err != nil {
		return grading.Grader{}, err
	}
	s, err := readScripts(f.game, f.suite, own)
	if err != nil {
		return grading.Grader{}, err
	}
	text, err := readText(f.phrasebook)
	if err != nil {
		return grading.Grader{}, err
	}
	g, err := grading.New(f.channel, s, cmp.Or(f.phrasebook, "--phrasebook"), text)
	if err != nil {
		return g, err
	}
	if f.suite == "" {
		g.Suite = g.Shown()
	}
	g.Parallel = runtime.NumCPU()
	return g, nil
}

// ownOrSuite is an error where both --own and --suite are given.
func ownOrSuite(own bool, file string) error {
	if own && file != "" {
		return &record.InputError{Field: "own", Err: errors.New("a suite says itself who makes the set-up: leave out --own or --suite")}
	}
	return nil
}

const gameFlag = "game or variant; without it the suite's, or " + games.Usual

// usualGame is what is graded when nothing is said.
const usualGame = games.Usual

// readScripts reads a file with a suite, which has to be for the variant where one is
// named; without a file it returns the suite that ships for it, or for programs that make its set-up
// themselves.
func readScripts(variant, file string, own bool) (*suite.Suite, error) {
	if file == "" {
		rules, err := games.All().Rules(cmp.Or(variant, usualGame))
		if err != nil {
			return nil, err
		}
		s, _, err := suites.For(rules, own, games.All())
		if err != nil {
			return nil, &record.InputError{Field: "game", Err: err}
		}
		return s, nil
	}
	text, err := readText(file)
	if err != nil {
		return nil, err
	}
	s, err := suite.Parse(file, text, games.All())
	if err != nil || variant == "" {
		return s, err
	}
	rules, err := games.All().Rules(variant)
	if err != nil {
		return nil, err
	}
	if s.Rules.Variant() != rules.Variant() {
		return nil, &record.InputError{
			Field: "suite",
			Err:   fmt.Errorf("%s is for %s, but --game is %s", file, s.Rules.Variant(), rules.Variant()),
		}
	}
	return s, nil
}

// readText reads a file of the teacher's; no name gives no text.
func readText(name string) (string, error) {
	if name == "" {
		return "", nil
	}
	data, err := os.ReadFile(name)
	if err != nil {
		return "", fmt.Errorf("read %s: %w", name, plainCause(err))
	}
	return string(data), nil
}

// plainCause is a path error without the path, which the caller names.
func plainCause(err error) error {
	var path *fs.PathError
	if errors.As(err, &path) {
		return path.Err
	}
	return err
}

// pageFolder returns the folder of a page, which may also be the page alone.
func pageFolder(path string) (fs.FS, error) {
	if end := strings.ToLower(filepath.Ext(path)); end != ".html" && end != ".htm" {
		return programFolder(path)
	}
	data, err := os.ReadFile(path)
	if err != nil {
		return nil, fmt.Errorf("read the page %s: %w", path, plainCause(err))
	}
	return fstest.MapFS{filepath.Base(path): {Data: data, Mode: 0o644}}, nil
}

// programFolder returns the folder of a program, which may also be a single file.
func programFolder(path string) (fs.FS, error) {
	info, err := os.Stat(path)
	if err != nil {
		return nil, fmt.Errorf("find the program %s: %w", path, plainCause(err))
	}
	if info.IsDir() {
		return os.DirFS(path), nil
	}
	if !toolchain.IsSource(path) {
		return nil, &exitError{
			exitUngraded,
			fmt.Errorf("%s: %w: its name does not end like a language's that Durchgang knows", path, toolchain.ErrNoProgram),
		}
	}
	data, err := os.ReadFile(path)
	if err != nil {
		return nil, fmt.Errorf("read the program %s: %w", path, plainCause(err))
	}
	return fstest.MapFS{filepath.Base(path): {Data: data, Mode: 0o644}}, nil
}
