package grading

import (
	"context"
	"fmt"
	"io/fs"
	"path"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/pagemap"
	"durchgang/core/suite"
	"durchgang/internal/browser"
	"durchgang/internal/channel"
	"durchgang/internal/record"
	"durchgang/internal/sandbox"
	"durchgang/internal/window"
)

// pages drives pages in a browser.
type pages struct {
	chart    *pagemap.Map // nil where each page's is drafted
	browsers *browser.Pool
}

// browsers are those of this process. Starting one takes longer than most scripts.
var browsers = browser.Pool{Keep: 2}

// CloseBrowsers ends the browsers and displays that nobody uses, when the process is about to end.
func CloseBrowsers() {
	browsers.Close()
	window.CloseDisplays()
}

func openPages(file, text string, s *suite.Suite) (way, error) {
	p := &pages{browsers: &browsers}
	if text == "" {
		return p, nil
	}
	var err error
	p.chart, err = pagemap.ParseOpponent(file, text, s.Program)
	return p, err
}

// prepare finds the page in a folder and lends it a browser. Without a map it is drafted.
func (w *pages) prepare(ctx context.Context, g Grader, p *playing, folder fs.FS) error {
	name := ""
	if w.chart != nil {
		name = w.chart.Page
	}
	site, err := browser.Find(folder, name)
	if err != nil {
		return err
	}
	if p.loan, err = w.browsers.Lend(ctx); err != nil {
		return fmt.Errorf("lend a browser: %w", err)
	}
	p.language, p.close, p.spec = "page", p.loan.Return, func() sandbox.Spec { return sandbox.Spec{} }
	p.source, p.accepts = siteText(site), true // else there is no map
	if err = w.chartOf(ctx, g, p, channel.Browser{Site: site, Loan: p.loan}); err != nil {
		p.loan.Return()
	}
	return err
}

// chartOf checks the map with the program, or drafts it where there is none.
func (w *pages) chartOf(ctx context.Context, g Grader, p *playing, stage channel.Stage) (err error) {
	p.page = channel.Page{Map: w.chart, Stage: stage, Rules: g.Suite.Rules, Album: &channel.Album{}}
	if p.page.Map != nil {
		return w.page(p, suite.Script{Setup: g.Suite.Scripts[0].Setup}, 0).Check(ctx)
	}
	p.draft, err = channel.DraftPage(ctx, channel.Drafting{
		Stage: stage, Rules: g.Suite.Rules, Setup: g.Suite.Example(g.Suite.Scripts[0]), Own: g.Suite.Scripts[0].Own, Source: p.source,
		Program: g.Suite.Program, Patience: g.patience(),
	})
	p.page.Map = p.draft.Map
	return err
}

// siteText is what stands in a page's files of text.
func siteText(site browser.Site) string {
	var b strings.Builder
	_ = fs.WalkDir(site.Files, ".", func(name string, d fs.DirEntry, err error) error { // what cannot be read is left out
		switch {
		case err != nil || d.IsDir() && d.Name() == "node_modules":
			return fs.SkipDir
		case slices.Contains([]string{".html", ".htm", ".js", ".mjs", ".json", ".txt"}, strings.ToLower(path.Ext(name))) && b.Len() < mostSource:
			if data, err := fs.ReadFile(site.Files, name); err == nil {
				b.Write(data)
			}
		}
		return nil
	})
	return b.String()
}

// mostSource bounds what is read of a page's files, in bytes.
const mostSource = 1 << 20

// page is the page as it plays a script for the n-th time.
func (*pages) page(p *playing, script suite.Script, n int) channel.Page {
	page := p.page
	page.Setup, page.Patience, page.Quick = script.Setup, p.patience(), script.Quick
	page.Seed = fmt.Sprintf("%s %d", script.Title, n)
	return page
}

func (*pages) probe(context.Context, Grader, *playing) error { return nil }

func (w *pages) play(ctx context.Context, _ Grader, p *playing, script suite.Script, moments []suite.Moment) (channel.Performance, error) {
	return w.page(p, script, 0).On(ctx, func(page channel.Page) (channel.Performance, error) {
		return page.Play(ctx, p.spec(), moments)
	})
}

func (w *pages) join(
	ctx context.Context,
	_ Grader,
	p *playing,
	script suite.Script,
	n int,
	play func(channel.Sitter) (channel.Performance, error),
) (channel.Performance, error) {
	return w.page(p, script, n).On(ctx, func(page channel.Page) (channel.Performance, error) { return play(page) })
}

// teach teaches the words of the page's map.
func (w *pages) teach(p *playing, _, learned string, program game.Player) (way, error) {
	book, text, err := taught(p.page.Map.Words(), learned, program)
	if err != nil {
		return nil, err
	}
	p.page.Map = p.page.Map.With(book, text)
	return w, nil
}

func (*pages) shows(s *suite.Suite) *suite.Suite { return s }

// CheckPage reports how a map does not fit the page in a folder; see AtFault.
func CheckPage(ctx context.Context, s *suite.Suite, file, text string, folder fs.FS) error {
	g, err := New(record.Page, s, file, text)
	if err != nil {
		return err
	}
	p, err := g.prepare(ctx, folder)
	if err == nil {
		p.close()
	}
	return err
}

// DraftPage finds the map of the page in a folder, and what its words mean by playing the suite. Errors are
// those of a page that cannot be graded, see AtFault, or about the machine.
func DraftPage(ctx context.Context, s *suite.Suite, folder fs.FS) (channel.PageDraft, error) {
	g, err := New(record.Page, s, "", "")
	if err != nil {
		return channel.PageDraft{}, err
	}
	p, err := g.prepare(ctx, folder)
	if err != nil {
		return channel.PageDraft{}, err
	}
	defer p.close()
	if _, _, err := g.hear(ctx, p, nil); err != nil {
		return channel.PageDraft{}, err
	}
	p.draft.Map = p.page.Map
	return p.draft, nil
}
