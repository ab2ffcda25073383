package report

import (
	"fmt"
	"io"
	"strings"
)

// Markdown writes the student's page as Markdown (CommonMark), in which text from programs
// stands in fenced or indented code only.
func (s Student) Markdown(w io.Writer) error {
	var b strings.Builder
	fmt.Fprintf(&b, "# %s\n\n%s\n\n**%s**\n", escape(s.Title), escape(s.Name), s.Score())
	if s.Comment != "" {
		fmt.Fprintf(&b, "\n## Your teacher says\n\n%s\n", quote(s.Comment))
	}
	if s.Problem != "" {
		fmt.Fprintf(&b, "\n## Your program could not be run\n\n%s", block(s.Problem))
		_, err := io.WriteString(w, b.String())
		return err
	}
	if s.Note != "" {
		fmt.Fprintf(&b, "\n%s\n", escape(s.Note))
	}
	b.WriteString("\n## What works\n\n")
	for _, title := range s.Works {
		fmt.Fprintf(&b, "- ✓ %s\n", escape(title))
	}
	if len(s.Works) == 0 {
		b.WriteString("Nothing could be seen to work yet. Begin with the first point below: others may come right with it.\n")
	}
	if len(s.Faults) > 0 {
		b.WriteString("\n## What does not work yet\n")
	}
	for _, f := range s.Faults {
		f.markdown(&b)
	}
	if len(s.Open) > 0 {
		b.WriteString("\n## What could not be seen\n\n")
	}
	for _, o := range s.Open {
		fmt.Fprintf(&b, "- **%s.** %s\n", escape(o.Title), o.Why)
	}
	b.WriteString("\n## Your points\n\n| What was looked at | Points | Why |\n|---|---:|---|\n")
	for _, l := range s.Account {
		points := l.Points
		if l.Of != "" {
			points += " of " + l.Of
		}
		fmt.Fprintf(&b, "| %s | %s | %s |\n", escape(l.What), points, escape(l.Why))
	}
	fmt.Fprintf(&b, "| **Together** | **%s of %s** | |\n", s.Points, s.Of)
	_, err := io.WriteString(w, b.String())
	return err
}

func (f Fault) markdown(b *strings.Builder) {
	fmt.Fprintf(b, "\n### %s\n\n", escape(f.Heading()))
	if f.Sentence != "" {
		fmt.Fprintf(b, "%s\n\n", escape(f.Sentence))
	}
	if f.Setup != "" {
		fmt.Fprintf(b, "It shows when the game begins with this:\n\n%s\n", block(f.Setup))
	}
	if len(f.Typed) > 0 {
		fmt.Fprintf(b, "%s, line by line:\n\n%s\n", f.Way(), block(strings.Join(f.Typed, "\n")))
	} else {
		b.WriteString("It shows as soon as the program is started.\n\n")
	}
	if f.Expected != "" {
		fmt.Fprintf(b, "**What should happen:** %s.\n\n**What happens:** %s.\n", escape(f.Expected), escape(clean(f.Seen)))
	}
	if len(f.Shows) > 0 {
		fmt.Fprintf(b, "\nThe board should be:\n\n%s\nYour program shows:\n\n%s", block(grid(f.Should)), block(grid(f.Shows)))
	} else if len(f.Should) > 0 {
		fmt.Fprintf(b, "\nThe board then:\n\n%s", block(grid(f.Should)))
	}
	if len(f.Terminal) > 0 {
		fmt.Fprintf(b, "\nOn the screen; it goes wrong in what stands last:\n\n%s", block(f.Screen()))
	}
}

func grid(rows [][]string) string {
	var b strings.Builder
	for _, row := range rows {
		for _, mark := range row {
			if mark == "" {
				mark = "·"
			}
			b.WriteString(mark + " ")
		}
		b.WriteString("\n")
	}
	return b.String()
}

// block is text as a fenced block, with a fence longer than any in the text.
func block(text string) string {
	fence := "```"
	for strings.Contains(text, fence) {
		fence += "`"
	}
	return fence + "\n" + strings.TrimRight(clean(text), "\n") + "\n" + fence + "\n"
}

func quote(text string) string {
	lines := strings.Split(escape(text), "\n")
	return "> " + strings.Join(lines, "\n> ")
}

// escape makes text that means nothing to Markdown or HTML.
func escape(text string) string {
	var b strings.Builder
	for _, c := range clean(text) {
		if strings.ContainsRune("\\`*_{}[]<>()#+-!|~&", c) {
			b.WriteByte('\\')
		}
		b.WriteRune(c)
	}
	return b.String()
}
