package grading

import (
	"context"
	"io/fs"

	"durchgang/core/pagemap"
	"durchgang/core/suite"
	"durchgang/internal/channel"
	"durchgang/internal/sandbox"
	"durchgang/internal/toolchain"
)

// windows drives programs that open windows. All but how they are begun is as with pages.
type windows struct{ pages }

func openWindows(file, text string, s *suite.Suite) (way, error) {
	w := &windows{}
	if text == "" {
		return w, nil
	}
	var err error
	w.chart, err = pagemap.ParseOpponent(file, text, s.Program)
	return w, err
}

// prepare builds the program. Without a map it is drafted.
func (w *windows) prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error {
	if err := g.build(ctx, p, folder, (*toolchain.Program).Hurry); err != nil {
		return err
	}
	p.accepts = true // else there is no map
	err := w.chartOf(ctx, g, p, channel.Windows{Spec: p.spec, Timers: &sandbox.Timers{}})
	if err != nil {
		p.close()
	}
	return err
}

// pointed reports whether programs are driven with a pointer and keys.
func (g Grader) pointed() bool {
	switch g.way.(type) {
	case *pages, *windows:
		return true
	}
	return false
}
