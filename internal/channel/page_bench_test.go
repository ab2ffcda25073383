package channel_test

import (
	"context"
	"fmt"
	"os"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/pagemap"
	"durchgang/core/suite"
	"durchgang/internal/browser"
	"durchgang/internal/channel"
	"durchgang/internal/sandbox"
)

const benchPage = "../../demo/page/tic-tac-toe/ada-buttons"

// clickedPage is a page with its map, and a script for it.
func clickedPage(b *testing.B) (channel.Page, []suite.Moment) {
	b.Helper()
	rules, err := games.All().Rules("tic-tac-toe")
	if err != nil {
		b.Fatal(err)
	}
	m, err := pagemap.Parse("map", "board: {cells: '#board > button'}\nmarks: {first: {text: X}, second: {text: O}}\nrestart: '#again'\nsays: ['#status']\n")
	if err != nil {
		b.Fatal(err)
	}
	site, err := browser.Find(os.DirFS(benchPage), "")
	if err != nil {
		b.Fatal(err)
	}
	var script suite.Script
	for _, cell := range []string{"a1", "b1", "c1", "b2", "a2", "c2", "b3", "a3"} {
		c, err := game.ParseCell(cell)
		if err != nil {
			b.Fatal(err)
		}
		script.Steps = append(script.Steps, suite.Step{Act: suite.MakeMove, Move: game.Move{Cell: c}})
	}
	moments, err := script.Moments(rules)
	if err != nil {
		b.Fatal(err)
	}
	return channel.Page{Map: m, Stage: channel.Browser{Site: site}, Rules: rules, Patience: channel.DefaultPatience(), Album: &channel.Album{}}, moments
}

func perform(b *testing.B, p channel.Page, loan *browser.Loan, moments []suite.Moment) channel.Performance {
	b.Helper()
	stage := p.Stage.(channel.Browser)
	stage.Loan = loan
	p.Stage = stage
	done, err := p.On(b.Context(), func(p channel.Page) (channel.Performance, error) {
		return p.Play(b.Context(), sandbox.Spec{}, moments)
	})
	if err != nil || len(done.Observations) != len(moments) {
		b.Fatalf("%d observations, %v", len(done.Observations), err)
	}
	return done
}

func lend(b *testing.B, pool *browser.Pool) *browser.Loan {
	b.Helper()
	loan, err := pool.Lend(b.Context())
	if err != nil {
		b.Fatal(err)
	}
	return loan
}

// BenchmarkPageStep prints how long a step takes through the channel, with what it shows and
// its picture, as a multiple of the same click and the reading of the status with bare
// chromedp, where the selectors are known: once where the page has shown the same before, so
// that its picture is there, and once where each picture is taken.
func BenchmarkPageStep(b *testing.B) {
	p, moments := clickedPage(b)
	var pool browser.Pool
	loan := lend(b, &pool)
	defer loan.Return()
	bare := newBare(b)
	perform(b, p, loan, moments)
	var known, fresh, clicked time.Duration
	for b.Loop() {
		known += steps(perform(b, p, loan, moments))
		other := p
		other.Album = &channel.Album{}
		fresh += steps(perform(b, other, loan, moments))
		clicked += bare.play(b, moments)
	}
	b.ReportMetric(float64(known)/float64(clicked), "ratio")
	b.ReportMetric(float64(fresh)/float64(clicked), "ratio-with-new-pictures")
	b.ReportMetric(float64(clicked.Microseconds())/float64(b.N*(len(moments)-1)), "bare-µs/step")
}

// steps is how long a performance took from its start to its last step.
func steps(p channel.Performance) time.Duration {
	last := p.Events[len(p.Events)-1]
	return last[len(last)-1].At - p.Events[0][0].At
}

// bare is the same page in a browser that chromedp drives.
type bare struct{ ctx context.Context }

func newBare(b *testing.B) bare {
	b.Helper()
	options := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath("/usr/lib/chromium/chromium-headless-shell"),
		chromedp.NoSandbox, chromedp.DisableGPU, chromedp.UserDataDir(b.TempDir()))
	allocator, cancel := chromedp.NewExecAllocator(b.Context(), options...)
	b.Cleanup(cancel)
	ctx, cancel := chromedp.NewContext(allocator)
	b.Cleanup(cancel)
	return bare{ctx}
}

func (c bare) play(b *testing.B, moments []suite.Moment) time.Duration {
	b.Helper()
	dir, err := os.Getwd()
	if err == nil {
		err = chromedp.Do(c.ctx, chromedp.Navigate("file://"+dir+"/"+benchPage+"/index.html"))
	}
	if err != nil {
		b.Fatal(err)
	}
	began := time.Now()
	for _, m := range moments[1:] {
		at := m.Step.Move.Cell
		err := chromedp.Do(c.ctx, chromedp.Click(fmt.Sprintf("#board > button:nth-child(%d)", 3*at.Row+at.Col+1)))
		if err == nil {
			_, err = chromedp.Run(c.ctx, chromedp.Text("#status"))
		}
		if err != nil {
			b.Fatal(err)
		}
	}
	return time.Since(began)
}

// BenchmarkPageContext prints how long a script takes in a fresh context of a browser that
// runs, as a part of how long it takes in one that is started for it.
func BenchmarkPageContext(b *testing.B) {
	p, moments := clickedPage(b)
	var pool browser.Pool
	warm := lend(b, &pool)
	defer warm.Return()
	perform(b, p, warm, moments)
	var context, started time.Duration
	for b.Loop() {
		began := time.Now()
		perform(b, p, warm, moments)
		context += time.Since(began)
		began = time.Now()
		cold := lend(b, &pool)
		perform(b, p, cold, moments)
		started += time.Since(began)
		cold.Return()
	}
	b.ReportMetric(float64(context)/float64(started), "ratio")
	b.ReportMetric(float64(context.Milliseconds())/float64(b.N), "context-ms")
	b.ReportMetric(float64(started.Milliseconds())/float64(b.N), "started-ms")
}

// BenchmarkPageMemory prints how many megabytes the browser holds after a tenth of 30 pages
// with 40 scripts each, two at a time, and how many at most after that.
func BenchmarkPageMemory(b *testing.B) {
	const pages, scripts = 30, 40
	p, moments := clickedPage(b)
	for b.Loop() {
		pool := browser.Pool{Keep: 1}
		var tenth, most int64
		for n := range pages {
			loan := lend(b, &pool)
			var players sync.WaitGroup
			for range 2 {
				players.Go(func() {
					for range scripts / 2 {
						perform(b, p, loan, moments)
					}
				})
			}
			players.Wait()
			held := loan.Resident()
			if n < pages/10 {
				tenth = max(tenth, held)
			} else {
				most = max(most, held)
			}
			loan.Return()
		}
		pool.Close()
		b.ReportMetric(float64(tenth>>20), "tenth-MB")
		b.ReportMetric(float64(most>>20), "most-MB")
	}
}
