package grading

import (
	"context"
	"fmt"
	"io/fs"
	"slices"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/document"
	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/phrasebook"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/record"
	"durchgang/internal/toolchain"
)

// Channel is a way to drive programs, with what it can do. New refuses suites that ask for more.
type Channel struct {
	Name     string // as assignments have it
	Programs string // that are driven through it, as a choice says it
	Settings string // what its settings file says
	Empty    string // what an empty settings file means
	Speaks   bool   // programs speak to people, and how they do is learned
	OneSide  bool   // they may play one side themselves
	OwnSetup bool   // they may make the set-up themselves
	Looks    bool   // they can be asked about a position
	Given    bool   // a position can be given to them to begin with
	Leaves   bool   // they may be ended by a word
	Whole    bool   // they play whole games, so that they show all of a suite
	Words    bool   // games that are played in words alone are driven
	Prints   bool   // what they print is read by a phrasebook
	Brief    string // for students: how their program is spoken to

	// Keys are those that a settings file may have.
	Keys func() document.Keys

	// open reads a settings file; an empty text is the usual settings.
	open func(file, text string, s *suite.Suite) (way, error)
}

// Channels are all ways to drive programs; the first is the usual one.
var Channels = []Channel{
	{
		Name: record.Terminal, Programs: "on a terminal, as people play", Settings: "how programs talk", Empty: "the built-in wording",
		Speaks: true, OneSide: true, OwnSetup: true, Leaves: true, Whole: true, Words: true, Prints: true,
		Keys: phrasebook.Keys, open: openTerminal,
		Brief: `It is played as people play it, on a terminal: it shows the board, asks for a move, reads a line, and says
what the move did. The wording is yours. Say whose turn it is, refuse a move that is not allowed and ask
again, and say who has won.
`,
	},
	{
		Name: record.Wire, Programs: "by the wire protocol", Settings: "how programs talk, for when the channel changes", Empty: "the built-in wording",
		Whole: true, Words: true, Keys: phrasebook.Keys, open: openWire,
		Brief: "It answers requests on standard input with lines on standard output: `wire.md` says how. `start.py` answers\n" +
			"them all, with what is still to be done left out.\n",
	},
	{
		Name: record.Function, Programs: "by calling their functions", Settings: "how functions are called", Empty: "how each program is called is found out",
		Looks: true, Given: true, Keys: calls.Keys, open: openFunctions,
		Brief: "What it defines is called: a class, a module or functions, not a program that asks for input. Where there is a\n" +
			"`functions.yaml`, it names them, `functions.md` says what they are given and what their results mean, and the files\n" +
			"named `start` have them all, with what is still to be done left out.\n",
	},
	{
		Name: record.Page, Programs: "as pages in a browser", Settings: "where on a page the game is", Empty: "the map of each page is drafted",
		Speaks: true, OneSide: true, OwnSetup: true, Whole: true, Keys: pagemap.Keys, open: openPages,
		Brief: "It is a page that is played with a mouse in a browser: a folder with `index.html` and all that it needs, since\n" +
			"it reaches nothing else. Built pages are handed in as they were built. What chance settles is given in the\n" +
			"address, as in `index.html?word=lantern`. Say whose turn it is and who has won in words beside the board.\n",
	},
	{
		Name: record.Window, Programs: "in windows on a display", Settings: "where in the windows the game is", Empty: "the map of each program's windows is drafted",
		Speaks: true, OneSide: true, OwnSetup: true, Whole: true, Keys: pagemap.Keys, open: openWindows,
		Brief: "It opens a window and is played with a mouse and keys, on a display of its own. What chance settles is given on\n" +
			"its command line, as in `python3 game.py lantern`. Say whose turn it is and who has won in words in the window.\n",
	},
}

// ChannelOf is the channel of a name. Errors are *record.InputError.
func ChannelOf(name string) (Channel, error) {
	i := slices.IndexFunc(Channels, func(c Channel) bool { return c.Name == name })
	if i < 0 {
		return Channel{}, &record.InputError{
			Field: "channel",
			Err:   fmt.Errorf("there is no channel %q; there are %s", name, channelsWith(func(Channel) bool { return true })),
		}
	}
	return Channels[i], nil
}

// ChannelHelp says how programs are driven through each channel, for one who chooses.
func ChannelHelp() string {
	var ways []string
	for _, c := range Channels {
		ways = append(ways, c.Name+" ("+c.Programs+")")
	}
	return strings.Join(ways, ", ")
}

// way drives programs through a channel.
type way interface {
	// prepare makes the program of a folder ready to be run.
	prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error

	// probe finds out what has to be known before the first script.
	probe(ctx context.Context, g Grader, p *playing) error

	// play plays a script whose moments are known.
	play(ctx context.Context, g Grader, p *playing, script suite.Script, moments []suite.Moment) (channel.Performance, error)

	// join plays a script for the n-th time in whose course the program has a part.
	join(
		ctx context.Context,
		g Grader,
		p *playing,
		script suite.Script,
		n int,
		play func(channel.Sitter) (channel.Performance, error),
	) (channel.Performance, error)

	// teach is the way with what was learned of a program; settled is what a teacher has settled.
	teach(p *playing, settled, learned string, program game.Player) (way, error)

	// shows is the part of a suite that programs can show.
	shows(s *suite.Suite) *suite.Suite
}

// New returns a grader of programs that are driven through a channel. The book is its settings file, whose name
// in errors is file. Errors are *record.InputError.
func New(name string, s *suite.Suite, file, book string) (Grader, error) {
	g := Grader{Suite: s, Builds: toolchain.UserCache(), Prepared: &Prepared{}}
	var err error
	if g.channel, err = ChannelOf(name); err != nil {
		return g, err
	}
	g.Learn, g.settled = g.channel.Speaks, book
	_, spoken := s.Rules.(game.Spoken)
	some := func(is func(suite.Script) bool) bool { return slices.ContainsFunc(s.Scripts, is) }
	for _, ask := range []struct {
		asks bool
		what string
		can  func(Channel) bool
	}{
		{some(func(c suite.Script) bool { return c.Own }), "programs that make the set-up themselves are driven", func(c Channel) bool { return c.OwnSetup }},
		{spoken, "programs of " + s.Rules.Variant().Game() + " are driven", func(c Channel) bool { return c.Words }},
		{s.Program != game.Nobody, "programs that play one side themselves are driven", func(c Channel) bool { return c.OneSide }},
		{some(func(c suite.Script) bool { return c.Has(suite.Look) }), "positions are looked at", func(c Channel) bool { return c.Looks }},
		{
			some(func(c suite.Script) bool { return game.GivesPosition(s.Rules, c.Setup) }), "games that begin with a position are played",
			func(c Channel) bool { return c.Given },
		},
		{some(func(c suite.Script) bool { return c.Has(suite.Leave) }), "programs are ended by a word", func(c Channel) bool { return c.Leaves }},
	} {
		if ask.asks && !ask.can(g.channel) {
			return g, &record.InputError{Field: "suite", Err: fmt.Errorf("%s only through: %s", ask.what, channelsWith(ask.can))}
		}
	}
	if g.way, err = g.channel.open(file, book, s); err != nil {
		return g, &record.InputError{Field: "phrasebook", Err: err}
	}
	return g, nil
}

// channelsWith are the names of the channels that can do something.
func channelsWith(can func(Channel) bool) string {
	var names []string
	for _, c := range Channels {
		if can(c) {
			names = append(names, c.Name)
		}
	}
	return strings.Join(names, ", ")
}

// Shown is the part of the suite that programs can show through the channel.
func (g Grader) Shown() *suite.Suite { return g.way.shows(g.Suite) }
