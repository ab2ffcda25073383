package grading

import (
	"context"
	"io/fs"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// Replay plays one script, with what was learned of the program, and reports whether the finding comes about again.
func (g Grader) Replay(
	ctx context.Context,
	folder fs.FS,
	learned string,
	script suite.Script,
	number int,
	f judge.Finding,
) (e record.Evidence, same bool, err error) {
	p, err := g.prepare(ctx, folder)
	if err != nil {
		return e, false, err
	}
	defer p.close()
	if learned != "" {
		if err := g.teach(p, learned); err != nil {
			return e, false, err
		}
	}
	if err := g.way.probe(ctx, g, p); err != nil {
		return e, false, err
	}
	r, err := g.playScript(ctx, p, script, number)
	if err != nil {
		return e, false, err
	}
	v := r.verdict.Finding
	return r.evidence, v != nil && v.Step == f.Step && v.Seen == f.Seen, nil
}
