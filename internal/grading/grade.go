package grading

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/browser"
	"durchgang/internal/channel"
	"durchgang/internal/driver"
	"durchgang/internal/record"
	"durchgang/internal/sandbox"
	"durchgang/internal/toolchain"
)

// Grader grades programs by one suite, through one channel. New makes one.
type Grader struct {
	Suite    *suite.Suite
	Learn    bool             // where the settings do not read a program, its wording is learned
	Class    []string         // what was learned of others of the class, which is tried first
	Parallel int              // scripts played at the same time
	Patience channel.Patience // with a program; the usual one when zero
	Builds   toolchain.Cache  // of programs that were built before
	DaysLate int              // that the program was handed in after the due time
	Memory   int64            // bytes that a program may use; the usual limit when 0

	Prepared *Prepared // of the suite; nil where it is prepared anew

	channel Channel
	way     way
	settled string // the text of the settings
}

// Graded is how a program fared.
type Graded struct {
	Language string
	Verdict  judge.Verdict
	record.Examination
	Behaviour string        // the same for programs that do the same
	Played    []judge.Brief // how the scripts went, to compute points again
	Judging   time.Duration // of the time it took, what went into judging and diagnosing
}

// AtFault reports whether an error of Grade is the program's: it cannot be found,
// chosen, built or run here. Such an error is a result, not a failure of the service.
func AtFault(err error) bool {
	var unread *NotReadError
	var uncalled *NotCalledError
	if errors.As(err, &unread) || errors.As(err, &uncalled) {
		return true
	}
	for _, cause := range []error{
		toolchain.ErrNoProgram, toolchain.ErrAmbiguous, toolchain.ErrMissing,
		toolchain.ErrBuild, toolchain.ErrName, toolchain.ErrTooLarge, driver.ErrLanguage, driver.ErrNotCalled,
		browser.ErrNoPage, browser.ErrPages, browser.ErrNotBuilt, channel.ErrNoMap, channel.ErrFits,
	} {
		if errors.Is(err, cause) {
			return true
		}
	}
	return false
}

// Grade plays the whole suite with the program under folder. Each script's
// evidence goes to keep as soon as it is complete, in no set order but one at a
// time; keep may be nil.
func (g Grader) Grade(ctx context.Context, folder fs.FS, keep func(record.Evidence) error) (Graded, error) {
	p, err := g.prepare(ctx, folder)
	if err != nil {
		return Graded{}, err
	}
	defer p.close()
	if p.callee != nil {
		g = g.called(p)
	}
	list, learned, err := g.hear(ctx, p, keep)
	if err != nil {
		return Graded{}, err
	}
	if err := g.unread(ctx, p, list); err != nil {
		return Graded{Language: p.language}, err
	}
	if list, err = g.trust(p, list, keep); err != nil {
		return Graded{Language: p.language}, err
	}
	e, err := g.examine(ctx, p, list, keep)
	if err != nil {
		return Graded{}, err
	}
	began := time.Now()
	verdicts := verdictsOf(e.played)
	if p.callee != nil {
		learned = p.callee.text
	}
	graded := Graded{Language: p.language, Verdict: judge.Judge(g.Suite, verdicts, g.DaysLate)}
	graded.Examination = record.Examination{Note: p.note, Learned: learned, Diagnosis: e.found, Causes: e.causes}.Whole()
	graded.Behaviour = judge.Behaviour(graded.Verdict, verdicts)
	graded.Played = judge.Briefs(verdicts)
	graded.Judging = time.Duration(p.judging.Load()) + time.Since(began)
	return graded, nil
}

// Folder is the folder of a submission that is packed as a zip archive.
func Folder(archive []byte) (fs.FS, error) {
	folder, err := zip.NewReader(bytes.NewReader(archive), int64(len(archive)))
	if err != nil {
		return nil, fmt.Errorf("open the submission's archive: %w", err)
	}
	return folder, nil
}

// prepare makes the program of a folder ready to be run.
func (g Grader) prepare(ctx context.Context, folder fs.FS) (*playing, error) {
	p := &playing{usual: g.patience()}
	if err := g.way.prepare(ctx, g, p, folder); err != nil {
		return nil, err
	}
	return p, nil
}

// playAll plays the scripts with g.Parallel players and returns how they went in the
// order of the suite.
func (g Grader) playAll(ctx context.Context, p *playing, keep func(record.Evidence) error) ([]played, error) {
	ctx, cancel := context.WithCancelCause(ctx)
	defer cancel(nil)
	list := make([]played, len(g.Suite.Scripts))
	if err := g.way.probe(ctx, g, p); err != nil {
		return nil, err
	}
	next := make(chan int)
	var keeping sync.Mutex
	var players sync.WaitGroup
	for range max(1, g.Parallel) {
		players.Go(func() {
			for i := range next {
				r, err := g.playScript(ctx, p, g.Suite.Scripts[i], i+1)
				if err == nil && keep != nil {
					keeping.Lock()
					err = keep(r.evidence)
					keeping.Unlock()
				}
				if err != nil {
					cancel(err)
					return
				}
				if r.verdict.State == judge.Agrees && r.verdict.Finding == nil && !g.reasoned(r.verdict.Script) {
					r.evidence.Steps = nil // is kept already, and will not change
				}
				list[i] = r
			}
		})
	}
feed:
	for i := range g.Suite.Scripts {
		select {
		case next <- i:
		case <-ctx.Done():
			break feed
		}
	}
	close(next)
	players.Wait()
	if err := context.Cause(ctx); err != nil {
		return list, err
	}
	return g.reasons(list, keep)
}

func (g Grader) patience() channel.Patience {
	if g.Patience == (channel.Patience{}) {
		return channel.DefaultPatience()
	}
	return g.Patience
}

// playing is one program that plays a suite.
type playing struct {
	language  string
	note      string              // which of several files is run
	source    string              // of its files
	spec      func() sandbox.Spec // of its box
	close     func()
	page      channel.Page      // where it is one
	draft     channel.PageDraft // of its map, where it has none
	loan      *browser.Loan
	callee    *callee // where it is called
	usual     channel.Patience
	form      int // of the phrasebook's
	tape      *channel.Tape
	recorded  bool            // what is on the tape is not played again
	rehearsed bool            // so is what a program did that has a part in the course of a game
	heard     map[string]bool // titles of scripts of which the same holds
	uncertain []string        // subjects that are not read: what was learned of them may mean the opposite
	replies   bool            // it answers a move with one of its own, whatever it is asked first
	accepts   bool            // that it takes moves is known before it plays
	stuck     atomic.Int32    // scripts in which it got stuck
	judging   atomic.Int64    // nanoseconds
}

// run makes a program that was built the one that plays.
func (p *playing) run(program *toolchain.Program, memory int64, folder fs.FS) {
	program.Memory = memory
	p.source = sourceText(folder)
	p.language, p.note, p.spec, p.close = program.Language, program.Note, program.Spec, program.Close
}

// anew is the same program, of which nothing is known yet.
func (p *playing) anew() *playing {
	return &playing{
		language: p.language, note: p.note, source: p.source, spec: p.spec, close: p.close, page: p.page, draft: p.draft, loan: p.loan,
		callee: p.callee, usual: p.usual, tape: p.tape, accepts: p.accepts,
	}
}

// patientFor is how many scripts a program may get stuck in before it is given less
// time in the others, so that a program that hangs always does not take minutes.
const patientFor = 3

func (p *playing) patience() channel.Patience {
	patience := p.usual
	if p.stuck.Load() >= patientFor {
		patience.Rest /= 3
	}
	return patience
}

func (p *playing) heed(performance channel.Performance) {
	if n := len(performance.Observations); performance.Stuck || n > 0 && performance.Observations[n-1].Condition == judge.Stuck {
		p.stuck.Add(1)
	}
}

// playScript plays one script and judges it; number is what its evidence is kept under.
func (g Grader) playScript(ctx context.Context, p *playing, script suite.Script, number int) (r played, err error) {
	var moments []suite.Moment
	var performance channel.Performance
	if g.Suite.Open(script) {
		performance, err = g.against(ctx, p, script)
		moments = performance.Moments
	} else {
		if moments, err = script.Moments(g.Suite.Rules); err != nil {
			return r, err
		}
		performance, err = g.way.play(ctx, g, p, script, moments)
	}
	if err != nil {
		return r, fmt.Errorf("play the script %q: %w", script.Title, err)
	}
	began := time.Now()
	if !g.Suite.Open(script) {
		p.heed(performance)
	}
	r.verdict = judge.JudgeScript(g.Suite, script, moments, performance.Observations)
	if p.callee != nil && p.callee.untold[script.Criterion] && r.verdict.State != judge.Differs {
		r.verdict.State = judge.NotRead
	}
	wrong := 0
	if p.callee != nil && script.Has(suite.Look) {
		for _, step := range r.verdict.Steps {
			if slices.ContainsFunc(step.Comparisons, func(c judge.Comparison) bool { return c.State == judge.Differs }) {
				wrong++
			}
		}
	}
	all := len(moments)
	if shown := shorten(r.verdict, moments, &performance); len(shown) < len(moments) {
		moments, r.verdict = shown, judge.JudgeScript(g.Suite, script, shown, performance.Observations)
	}
	if !script.Has(suite.Look) && !script.Has(suite.Reload) && !script.Has(suite.Leave) {
		told := script
		if performance.Played != nil {
			told = *performance.Played
		}
		r.witness = g.witnessOf(told, r.verdict, moments, performance.Observations)
	}
	p.judging.Add(int64(time.Since(began)))
	if script.Own {
		for i, m := range moments[:min(len(moments), len(performance.Observations))] {
			r.moves, r.seen = append(r.moves, m.Step.Move), append(r.seen, performance.Observations[i])
		}
		for _, b := range performance.Beyond {
			r.moves, r.seen = append(r.moves, b.Move), append(r.seen, b.Seen)
		}
	}
	who := calls.Program{Language: p.language}
	if p.callee != nil {
		who.Files = p.callee.program.Files
	}
	r.evidence = g.evidence(number, moments, performance, r.verdict, who)
	if wrong > 0 {
		r.evidence.Note = fmt.Sprintf("the functions are wrong on %d of %d positions", wrong, all)
	}
	if len(performance.Events) > 0 {
		r.asked = channel.LastLine(printed(performance.Events[0]))
	}
	return r, nil
}

// against plays a script whose course the program has a part in, as often as the script
// says: against a program that plays one side, or with one that makes the set-up. Of several
// games the first one with a fault counts, else the longest, and it is a fault when all are the same.
func (g Grader) against(ctx context.Context, p *playing, script suite.Script) (channel.Performance, error) {
	var shown channel.Performance
	chose := ""
	criterion, _ := g.Suite.Criterion(script.Criterion)
	varies := criterion.Claim(suite.Varied)
	times, varied, faulty := max(1, script.Repeats), false, false
	for n := range times {
		if n > 0 && !varied && varies { // a program may choose by the second that it starts in
			if err := nextSecond(ctx); err != nil {
				return shown, err
			}
		}
		performance, err := g.course(ctx, p, script, n)
		if err != nil {
			return performance, err
		}
		p.heed(performance)
		fault := judge.JudgeScript(g.Suite, script, performance.Moments, performance.Observations).Finding != nil
		if fault && !varies {
			return performance, nil
		}
		if n == 0 {
			chose = performance.Chose
		}
		if fault && !faulty ||
			fault == faulty && len(performance.Observations) > len(shown.Observations) { // others ended before all could be tried
			shown, faulty = performance, fault
		}
		varied = varied || performance.Chose != chose
	}
	if times > 1 && varies && chose != "" {
		first := &shown.Observations[0] // which is judged whatever else is wrong with the games
		seen := map[bool]string{true: "it does not", false: fmt.Sprintf("all of %d games are the same", times)}[varied]
		first.Checks = append(
			first.Checks,
			judge.Check{Aspect: suite.Varied, Agrees: varied, Expected: "the program does not always play the same game", Seen: seen},
		)
	}
	return shown, nil
}

// nextSecond waits until the clock shows another second.
func nextSecond(ctx context.Context) error {
	timer := time.NewTimer(time.Until(time.Now().Truncate(time.Second).Add(time.Second)))
	defer timer.Stop()
	select {
	case <-ctx.Done():
		return ctx.Err()
	case <-timer.C:
		return nil
	}
}

// course plays one of the games in which the program has a part.
func (g Grader) course(ctx context.Context, p *playing, script suite.Script, n int) (channel.Performance, error) {
	on := func(s channel.Sitter) (channel.Performance, error) {
		if g.Suite.Program != game.Nobody {
			return channel.Opponent{
				On:      s,
				Rules:   g.Suite.Rules,
				Setup:   script.Setup,
				Program: g.Suite.Program,
			}.Play(
				ctx,
				p.spec(),
				script,
			)
		}
		return channel.Own{On: s, Rules: g.Suite.Rules, Setup: script.Setup, Source: p.source}.Play(ctx, p.spec(), script)
	}
	return g.way.join(ctx, g, p, script, n, on)
}
