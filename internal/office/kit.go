package office

import (
	"context"
	"fmt"
	"strings"
	"time"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/guide"
	"durchgang/core/suite"
	"durchgang/docs"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// Kit writes what students begin with: the brief, the public part of the suite with what must
// be seen, and files to start from. Nothing in it tells what else is played.
func (o *Office) Kit(ctx context.Context, course, name string) ([]byte, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return nil, err
	}
	s, whole, err := publicPart(a)
	if err != nil {
		return nil, err
	}
	brief, err := brief(a, whole)
	if err != nil {
		return nil, err
	}
	files := []file{{"README.md", brief}, {"public.suite", s.String()}}
	examples, err := examples(s)
	if err != nil {
		return nil, err
	}
	files = append(files, file{"examples.md", examples})
	switch a.Channel {
	case record.Wire:
		files = append(files, file{"wire.md", docs.Wire}, file{"start.py", wireStart})
	case record.Function:
		book, err := calls.Parse("phrasebook", a.Phrasebook)
		if err != nil {
			return nil, err
		}
		_, cols := s.Rules.Shape()
		functions := book.Settings(cols).Calls
		files = append(files, file{"functions.md", docs.Functions}, file{"functions.yaml", a.Phrasebook},
			file{"start.py", pythonStart(functions)}, file{"start.js", scriptStart(functions)})
	}
	return pack(files)
}

// brief says what is to be done, how it is graded, and by when.
func brief(a record.Assignment, whole *suite.Suite) (string, error) {
	g, err := guide.For(a.Game)
	if err != nil {
		return "", err
	}
	channel, err := grading.ChannelOf(a.Channel)
	if err != nil {
		return "", err
	}
	var b strings.Builder
	fmt.Fprintf(&b, "# %s\n\nWrite a program that plays %s (`%s`).\n\n", a.Title, g.Title, a.Game)
	fmt.Fprintf(&b, "%s\n", g.Doc)
	b.WriteString("\n## How your program is spoken to\n\n")
	b.WriteString(channel.Brief)
	b.WriteString("\n## What earns points\n\n| points | what |\n|---:|---|\n")
	for _, c := range whole.Criteria {
		fmt.Fprintf(&b, "| %s | %s |\n", c.Points, c.Title)
	}
	fmt.Fprintf(&b, "\n%s points in all.\n\n## Handing in\n\n", whole.Total())
	for _, t := range []struct {
		says string
		at   *time.Time
	}{{"from", a.OpensAt}, {"due", a.DueAt}, {"not after", a.ClosesAt}} {
		if t.at != nil {
			fmt.Fprintf(&b, "- %s: %s\n", t.says, onClock(*t.at, a.Zone))
		}
	}
	if a.Attempts > 0 {
		fmt.Fprintf(&b, "- at most %d times\n", a.Attempts)
	}
	fmt.Fprintf(&b, "- with `durchgang submit %s/%s FOLDER`, or in the browser\n", a.Course, a.Name)
	b.WriteString("\n## Trying it first\n\n`examples.md` shows some games step by step, with what must be seen. ")
	fmt.Fprintf(&b, "`durchgang try FOLDER --suite public.suite\n--channel %s", a.Channel)
	if a.Channel == record.Function {
		b.WriteString(" --phrasebook functions.yaml")
	}
	b.WriteString("` plays them with your program on your machine.\n")
	if a.Tries > 0 {
		fmt.Fprintf(
			&b,
			"Durchgang plays them for you %d times a day, after you have handed in: `durchgang submit --try %s/%s FOLDER`.\n",
			a.Tries, a.Course, a.Name,
		)
	}
	return b.String(), nil
}

// examples shows the public scripts with what must be seen.
func examples(s *suite.Suite) (string, error) {
	var b strings.Builder
	b.WriteString("# Examples\n\nEach game begins with a new program. A move that begins with `!` must be refused.\n")
	for _, script := range s.Scripts {
		fmt.Fprintf(&b, "\n## %s\n\n`%s`\n", script.Title, s.Words(script.Steps))
		if s.Open(script) || script.Has(suite.Look) {
			continue // what must be seen depends on the program
		}
		moments, err := script.Moments(s.Rules)
		if err != nil {
			return "", err
		}
		for i, m := range moments {
			var facts []string
			for _, f := range m.Facts {
				facts = append(facts, game.Say(s.Rules, f))
			}
			fmt.Fprintf(&b, "\n%d. `%s`: %s\n\n", i, s.Word(m.Step), strings.Join(facts, ", "))
			if board := strings.TrimRight(game.Draw(s.Rules, m.View), "\n"); board != "" {
				fmt.Fprintf(&b, "       %s\n", strings.ReplaceAll(board, "\n", "\n       "))
			}
		}
	}
	return b.String(), nil
}

const wireStart = `"""Answers the requests of the wire protocol. What is still to be done says TODO."""
import sys


def answer(*lines):
    for line in lines:
        print(line)
    print(".", flush=True)


for request in sys.stdin:
    word, _, rest = request.rstrip("\n").partition(" ")
    if word == "durchgang":
        answer() if rest == "1" else answer("error this program knows version 1")
    elif word == "new":
        variant, _, setup = rest.partition(" ")
        answer()  # TODO: begin a game
    elif word == "move":
        answer()  # TODO: try the move, and print the result
    elif word == "show":
        answer()  # TODO: say what everybody may see
    elif word == "again":
        answer("error one game only")  # TODO: begin another game
    elif word == "end":
        break
    else:
        answer("error unknown request")
`

func pythonStart(functions []calls.Function) string {
	var b strings.Builder
	b.WriteString("\"\"\"The functions that are called: functions.md says what they are given.\"\"\"\n")
	for _, f := range functions {
		fmt.Fprintf(&b, "\n\ndef %s(%s):\n    raise NotImplementedError\n", f.Name, strings.Join(f.Takes, ", "))
	}
	return b.String()
}

func scriptStart(functions []calls.Function) string {
	var b strings.Builder
	b.WriteString("// The functions that are called: functions.md says what they are given.\n")
	for _, f := range functions {
		fmt.Fprintf(&b, "\nfunction %s(%s) {\n  throw new Error('still to be done')\n}\n", f.Name, strings.Join(f.Takes, ", "))
	}
	return b.String()
}
