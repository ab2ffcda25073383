package cli

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"strings"

	"github.com/spf13/cobra"

	"durchgang/core/game"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/client"
	"durchgang/internal/cluster"
	"durchgang/internal/grading"
	"durchgang/internal/record"
	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
	"durchgang/internal/server"
)

// Exit statuses, for scripts. docs/commands.md lists them.
const (
	exitFailed      = 1 // something on the machine or in the service failed
	exitInput       = 2 // what was given is wrong: the message says which part
	exitFaults      = 3 // with --strict: the program does not have every point
	exitUngraded    = 4 // the program could not be built or started
	exitUnreachable = 5 // no service answers
)

// options are the flags that every command has.
type options struct {
	server string
	json   bool
}

func (o *options) client() *client.Client { return client.New(o.server).As(tokenFor(o.server)) }

// New returns the command tree; console holds the built console.
func New(console fs.FS) *cobra.Command {
	var o options
	root := &cobra.Command{
		Use:   "durchgang",
		Short: "Grade programs that play classroom games",
		Long: `Durchgang plays against student programs, compares every step with reference
rules, gives points by criterion, and shows the step at which each goes wrong.

  durchgang try PROGRAM      one program, now, without the service
  durchgang serve            the service with its console
  durchgang sign-in          signs in; account, person, member
  durchgang import, run, matrix, show
                             a class, through the service
  durchgang class, groups, comment, report, finding
                             results, and what students are told
  durchgang regrade, compare, by-hand
                             what a change would do, and points by hand
  durchgang publish, request, gradebook
                             handing back
  durchgang submit, mine     for students: handing in, trying, looking
  durchgang contest, spar    contests of strategies, and a strategy against the house
  durchgang work             a worker on this or another machine
  durchgang backup, restore, config
                             keeping the records; the service's settings
  durchgang game             the games, their rules, and a way to play them
  durchgang suite            what the scripts of a suite do and catch
  durchgang toolchain        the languages, and what the machine has of them
  durchgang sandbox          the box in which programs run, and its limits`,
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	address := os.Getenv("DURCHGANG_SERVER")
	if address == "" {
		address = "http://" + defaultListen
	}
	root.PersistentFlags().StringVar(&o.server, "server", address, "address of the service; DURCHGANG_SERVER sets it too")
	root.PersistentFlags().BoolVar(&o.json, "json", false, "print the answer as JSON")
	root.SetFlagErrorFunc(func(c *cobra.Command, err error) error { return &usageError{c, err} })
	root.AddCommand(
		tryCommand(&o),
		callsCommand(&o),
		serveCommand(console),
		courseCommand(&o),
		rosterCommand(&o),
		assignmentCommand(&o),
		signInCommand(
			&o,
		),
		signOutCommand(&o),
		welcomeCommand(&o),
		accountCommand(&o),
		personCommand(&o),
		memberCommand(&o),
		trailCommand(&o),
		importCommand(&o),
		submitCommand(&o),
		mineCommand(&o),
		runCommand(&o),
		regradeCommand(&o),
		compareCommand(&o),
		byHandCommand(&o),
		publishCommand(
			&o,
		),
		withdrawCommand(&o),
		requestCommand(&o),
		gradebookCommand(&o),
		workloadCommand(&o),
		workCommand(),
		backupCommand(&o),
		restoreCommand(&o),
		configCommand(&o),
		contestCommand(
			&o,
		),
		sparCommand(&o),
		openingsCommand(),
		matrixCommand(&o),
		showCommand(&o),
		classCommand(&o),
		groupsCommand(&o),
		commentCommand(&o),
		reportCommand(&o),
		findingCommand(&o),
		gameCommand(&o),
		suiteCommand(&o),
		toolchainCommand(&o),
		sandboxCommand(&o),
		wireCommand(),
		pageCommand(&o),
		phrasebookCommand(&o),
		openapiCommand(),
	)
	return root
}

// usageError is a command called the wrong way.
type usageError struct {
	command *cobra.Command
	err     error
}

func (e *usageError) Error() string {
	return fmt.Sprintf("%s; see %s --help", e.err, e.command.CommandPath())
}

func (e *usageError) Unwrap() error { return e.err }

// exactly is cobra.ExactArgs with an error that names what is missing.
func exactly(names ...string) cobra.PositionalArgs {
	return func(c *cobra.Command, args []string) error {
		if len(args) == len(names) {
			return nil
		}
		return &usageError{c, fmt.Errorf("it takes %s", strings.Join(names, " and "))}
	}
}

// exitError carries an exit status of its own.
type exitError struct {
	status int
	err    error // nil when all has been said
}

func (e *exitError) Error() string {
	if e.err == nil {
		return ""
	}
	return e.err.Error()
}

func (e *exitError) Unwrap() error { return e.err }

// Main runs the command tree and returns the exit status.
func Main(ctx context.Context, console fs.FS, args []string, stdout, stderr io.Writer) int {
	defer scratch.Remove()
	defer grading.CloseBrowsers()
	root := New(console)
	root.SetArgs(args)
	root.SetOut(stdout)
	root.SetErr(stderr)
	err := root.ExecuteContext(ctx)
	if err == nil {
		return 0
	}
	if text := err.Error(); text != "" {
		fmt.Fprintln(stderr, "durchgang: "+printable(text))
	}
	return status(err)
}

func status(err error) int {
	var own *exitError
	var usage *usageError
	var input *record.InputError
	var answer *client.Error
	var book *phrasebook.Error
	var syntax *suite.SyntaxError
	var param *game.ParamError
	switch {
	case errors.As(err, &own):
		return own.status
	case errors.Is(err, client.ErrUnreachable):
		return exitUnreachable
	case errors.As(err, &answer) && answer.Status >= 500:
		return exitFailed
	case errors.As(err, &usage), errors.As(err, &input), errors.As(err, &answer), errors.As(err, &book),
		errors.As(err, &syntax), errors.As(err, &param), errors.Is(err, fs.ErrNotExist),
		errors.Is(err, server.ErrPortInUse), strings.HasPrefix(err.Error(), "unknown command"):
		return exitInput
	case errors.Is(err, sandbox.ErrNoBox), errors.Is(err, sandbox.ErrBadBox), errors.Is(err, cluster.ErrMissing):
		return exitFailed
	}
	return exitFailed
}

// printJSON writes an answer for programs.
func printJSON(w io.Writer, answer any) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	return e.Encode(answer)
}

// printable strips control characters from text that a student's program may have
// written, so that it cannot command the terminal; line ends stay.
func printable(text string) string {
	return strings.Map(func(r rune) rune {
		if r < ' ' && r != '\n' || r >= 0x7f && r < 0xa0 {
			return -1
		}
		return r
	}, text)
}

func openapiCommand() *cobra.Command {
	return &cobra.Command{
		Use: "openapi", Short: "Print the OpenAPI document of the service", Args: exactly(),
		Example: "  durchgang openapi > openapi.json",
		RunE: func(c *cobra.Command, _ []string) error {
			document, err := server.Document()
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(append(document, '\n'))
			return err
		},
	}
}
