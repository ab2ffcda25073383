package office

import (
	"bytes"
	"cmp"
	"context"
	"fmt"
	"html"
	"slices"
	"strings"
	"time"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/extension"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/guide"
	"durchgang/core/suite"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// Handout says in words what an assignment asks for, as students read it: the text that the form has, or else what is made
// from its game, suite and terms. Nothing is kept.
func (o *Office) Handout(ctx context.Context, course string, form Form) (record.Handout, error) {
	c, err := o.Course(ctx, course)
	if err != nil {
		return record.Handout{}, err
	}
	form.Name = cmp.Or(form.Name, "assignment")
	a, err := form.check(c)
	if err != nil {
		return record.Handout{}, err
	}
	return handoutOf(a)
}

// HandoutOf is what students read of an assignment.
func (o *Office) HandoutOf(ctx context.Context, course, name string) (record.Handout, error) {
	a, err := o.Assignment(ctx, course, name)
	if err != nil {
		return record.Handout{}, err
	}
	return handoutOf(a)
}

func handoutOf(a record.Assignment) (record.Handout, error) {
	whole, err := suite.Parse("suite", a.Suite, games.All())
	if err != nil {
		return record.Handout{}, err
	}
	text, err := handout(a, whole)
	if err != nil {
		return record.Handout{}, err
	}
	page, err := printed(a.Title, text)
	return record.Handout{Markdown: text, HTML: page}, err
}

// handout is the text that students read: a teacher's own, or one that is made.
func handout(a record.Assignment, whole *suite.Suite) (string, error) {
	if a.Handout != "" {
		return a.Handout, nil
	}
	g, err := guide.For(a.Game)
	if err != nil {
		return "", err
	}
	channel, err := grading.ChannelOf(a.Channel)
	if err != nil {
		return "", err
	}
	var b strings.Builder
	fmt.Fprintf(&b, "# %s\n\nWrite a program that plays %s.\n\n## Rules\n\n%s\n", a.Title, strings.ToLower(g.Title), g.Doc)
	writeParams(&b, g)
	if whole.Program != game.Nobody {
		fmt.Fprintf(&b, "\nYour program plays %s itself, against a person.\n", whole.Rules.PlayerName(whole.Program))
	}
	if slices.ContainsFunc(whole.Scripts, func(s suite.Script) bool { return s.Own }) {
		fmt.Fprintf(&b, "\nPrograms %s themselves.\n", g.Makes)
	}
	fmt.Fprintf(&b, "\n## How your program is spoken to\n\n%s", channel.Brief)
	b.WriteString("\n## What earns points\n\n| points | what |\n|---:|---|\n")
	for _, c := range whole.Criteria {
		fmt.Fprintf(&b, "| %s | %s |\n", c.Points, strings.ReplaceAll(c.Title, "|", "\\|"))
	}
	fmt.Fprintf(&b, "\n%s points in all.\n", whole.Total())
	if err := writeExamples(&b, whole, g.Moves); err != nil {
		return "", err
	}
	writeHandingIn(&b, a)
	return b.String(), nil
}

// writeParams writes the parameters of a variant that are not the usual ones.
func writeParams(b *strings.Builder, g guide.Guide) {
	_, list, other := strings.Cut(string(g.Variant), ":")
	if !other {
		return
	}
	b.WriteString("\nIn this assignment:\n\n")
	for part := range strings.SplitSeq(list, ",") {
		name, value, _ := strings.Cut(part, "=")
		for _, p := range g.Params {
			if p.Name == name {
				fmt.Fprintf(b, "- %s: **%s**\n", p.Doc, strings.ReplaceAll(value, "+", ", "))
			}
		}
	}
}

// mostExamples is how many public scripts a handout shows.
const mostExamples = 3

// writeExamples shows the first public scripts whose course is known.
func writeExamples(b *strings.Builder, whole *suite.Suite, moves string) error {
	shown := 0
	for _, script := range whole.Scripts {
		if !script.Public || whole.Open(script) || script.Has(suite.Look) || shown == mostExamples {
			continue
		}
		moments, err := script.Moments(whole.Rules)
		if err != nil {
			return err
		}
		if shown == 0 {
			fmt.Fprintf(b, "\n## Examples of play\n\n%s Your program may ask for moves in another way.\n", moves)
		}
		shown++
		fmt.Fprintf(b, "\n### %s\n\n", strings.ToUpper(script.Title[:1])+script.Title[1:])
		if script.Setup != "" {
			fmt.Fprintf(b, "With `%s`:\n\n", shortened(string(script.Setup)))
		}
		b.WriteString("| | who | plays | then |\n|---:|---|---|---|\n")
		for i, m := range moments[1:] {
			fmt.Fprintf(b, "| %d | %s | `%s` | %s |\n", i+1, moverOf(whole.Rules, m), strings.TrimPrefix(whole.Word(m.Step), "!"), thenOf(whole.Rules, m))
		}
		if board := strings.TrimRight(game.Draw(whole.Rules, moments[len(moments)-1].View), "\n"); board != "" {
			fmt.Fprintf(b, "\nAt the end:\n\n```\n%s\n```\n", board)
		}
	}
	return nil
}

// shortened is a text of which only the begin is needed to recognise it.
func shortened(text string) string {
	const most = 80
	if len(text) <= most {
		return text
	}
	return strings.ToValidUTF8(text[:most], "") + " …"
}

func moverOf(rules game.Rules, m suite.Moment) string {
	if m.Mover == game.Nobody {
		return ""
	}
	return rules.PlayerName(m.Mover)
}

// thenOf is what must be seen of a step, in a few words.
func thenOf(rules game.Rules, m suite.Moment) string {
	if reason, refused := game.Refused(m.Facts); refused {
		return "refused: " + reason.Explain()
	}
	seen := slices.DeleteFunc(slices.Clone(m.Facts), func(f game.Fact) bool { return f.Kind == game.FactCell })
	words := strings.Join(game.Lines(rules, seen), ", ")
	return strings.ReplaceAll(cmp.Or(words, "another game"), "|", "\\|")
}

func writeHandingIn(b *strings.Builder, a record.Assignment) {
	b.WriteString("\n## Handing in\n\n")
	for _, t := range []struct {
		says string
		at   *time.Time
	}{{"from", a.OpensAt}, {"due", a.DueAt}, {"not after", a.ClosesAt}} {
		if t.at != nil {
			fmt.Fprintf(b, "- %s: %s\n", t.says, onClock(*t.at, a.Zone))
		}
	}
	if a.Attempts > 0 {
		fmt.Fprintf(b, "- at most %d times\n", a.Attempts)
	}
	fmt.Fprintf(b, "- with `durchgang submit %s/%s FOLDER`, or in the browser\n", a.Course, a.Name)
	if a.Tries > 0 {
		fmt.Fprintf(
			b, "\nDurchgang plays the examples with your program %d times a day, after you have handed in: `durchgang submit --try %s/%s FOLDER`.\n",
			a.Tries, a.Course, a.Name,
		)
	}
}

// printed is Markdown as a page that can be read and printed by itself. HTML in the text is left out.
func printed(title, markdown string) (string, error) {
	var body bytes.Buffer
	if err := goldmark.New(goldmark.WithExtensions(extension.GFM)).Convert([]byte(markdown), &body); err != nil {
		return "", fmt.Errorf("make a page of the handout: %w", err)
	}
	return fmt.Sprintf(page, html.EscapeString(title), body.String()), nil
}

// page is laid out for a screen and for paper.
const page = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>%s</title>
<style>
body { font: 11pt/1.5 Georgia, "Liberation Serif", serif; color: #1c1f23; max-width: 46rem; margin: 2rem auto; padding: 0 1rem; }
h1, h2, h3 { font-family: system-ui, "Liberation Sans", sans-serif; line-height: 1.2; break-after: avoid; }
h1 { font-size: 1.7rem; } h2 { font-size: 1.2rem; margin-top: 1.8rem; } h3 { font-size: 1rem; }
table { border-collapse: collapse; break-inside: avoid; } th, td { padding: .15rem .8rem .15rem 0; text-align: left; border-bottom: 1px solid #d5d9de; }
code, pre { font-family: "Liberation Mono", ui-monospace, monospace; font-size: .9em; }
pre { background: #f4f5f7; padding: .6rem .8rem; break-inside: avoid; }
@page { margin: 2cm; } @media print { body { margin: 0; max-width: none; } pre { background: none; border: 1px solid #d5d9de; } }
</style>
</head>
<body>
%s</body>
</html>
`
