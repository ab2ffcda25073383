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
)

// pages is what pages are driven by.
type pages struct {
	chart    *pagemap.Map // nil where each page's is drafted
	browsers *browser.Pool
}

// browsers are those of this process. Starting one takes longer than most scripts.
var browsers = browser.Pool{Keep: 2}

// CloseBrowsers ends the browsers that nobody uses, when the process is about to end.
func CloseBrowsers() { browsers.Close() }

func newPages(file, text string, program game.Player) (*pages, error) {
	p := &pages{browsers: &browsers}
	if text == "" {
		return p, nil
	}
	var err error
	p.chart, err = pagemap.ParseOpponent(file, text, program)
	return p, err
}

// openPage finds the page in a folder and lends it a browser. Without a map it is drafted.
func (g Grader) openPage(ctx context.Context, p *playing, folder fs.FS) error {
	name := ""
	if g.pages.chart != nil {
		name = g.pages.chart.Page
	}
	site, err := browser.Find(folder, name)
	if err != nil {
		return err
	}
	if p.loan, err = g.pages.browsers.Lend(ctx); err != nil {
		return fmt.Errorf("lend a browser: %w", err)
	}
	p.language, p.close, p.spec = "page", p.loan.Return, func() sandbox.Spec { return sandbox.Spec{} }
	p.source = siteText(site)
	p.page = channel.Page{Map: g.pages.chart, Site: site, Rules: g.Suite.Rules, Album: &channel.Album{}}
	if p.page.Map == nil {
		p.draft, err = channel.DraftPage(ctx, p.loan, channel.Drafting{
			Site: site, Rules: g.Suite.Rules, Setup: g.Suite.Example(g.Suite.Scripts[0]), Own: g.Suite.Scripts[0].Own, Source: p.source,
			Program: g.Suite.Program, Patience: g.patience(),
		})
		p.page.Map = p.draft.Map
	} else {
		err = g.page(p, suite.Script{Setup: g.Suite.Scripts[0].Setup}, 0).Check(ctx, p.loan)
	}
	if err != nil {
		p.loan.Return()
	}
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
func (g Grader) page(p *playing, script suite.Script, n int) channel.Page {
	page := p.page
	page.Setup, page.Patience, page.Quick = script.Setup, p.patience(), script.Quick
	page.Seed = fmt.Sprintf("%s %d", script.Title, n)
	return page
}

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
