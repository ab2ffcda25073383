package office

import (
	"context"
	"fmt"
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
	"durchgang/docs"
	"durchgang/internal/record"
)

// Kit writes what students begin with: the handout, the public part of the suite with what must
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
	text, err := handout(a, whole)
	if err != nil {
		return nil, err
	}
	page, err := printed(a.Title, text)
	if err != nil {
		return nil, err
	}
	files := []file{{"README.md", text}, {"README.html", page}, {"trying.md", trying(a)}, {"public.suite", s.String()}}
	examples, err := examples(s)
	if err != nil {
		return nil, err
	}
	files = append(files, file{"examples.md", examples})
	switch a.Channel {
	case record.Wire:
		files = append(files, file{"wire.md", docs.Wire}, file{"start.py", wireStart})
	case record.Function:
		files = append(files, file{"functions.md", docs.Functions})
		if strings.TrimSpace(a.Phrasebook) == "" {
			break // programs may be called in any way
		}
		book, err := calls.Parse("phrasebook", a.Phrasebook)
		if err != nil {
			return nil, err
		}
		files = append(files, file{"functions.yaml", a.Phrasebook})
		for _, language := range calls.StartLanguages() {
			if text, err := book.Start(language); err == nil { // not every language can have it
				files = append(files, file{startNames[language], text})
			}
		}
	}
	return pack(files)
}

// trying says how students try their programs on their own machines.
func trying(a record.Assignment) string {
	book := ""
	if a.Channel == record.Function && strings.TrimSpace(a.Phrasebook) != "" {
		book = " --phrasebook functions.yaml"
	}
	return fmt.Sprintf("# Trying it first\n\n`examples.md` shows some games step by step, with what must be seen.\n\n"+
		"    durchgang try FOLDER --suite public.suite --channel %s%s\n\nplays them with your program on your machine.\n", a.Channel, book)
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

// startNames are the files to start from by language.
var startNames = map[string]string{
	"Python": "start.py", "JavaScript": "start.js", "Java": "Start.java", "Ruby": "start.rb", "Lua": "start.lua", "C": "start.c", "Go": "start.go",
}
