package browser

import (
	"errors"
	"fmt"
	"io/fs"
	"net/http"
	"net/url"
	"path"
	"regexp"
	"slices"
	"strings"
)

// Site is what a page consists of: its files by name, as the page finds them, which one is
// opened first, and what follows it in the address.
type Site struct {
	Files fs.FS
	Start string
	Query string
}

// host is the name under which a page finds its own files. Names under localhost are never
// looked up (RFC 6761, section 6.3), and what comes from there counts as safe.
const host = "page.localhost"

// address is where the site begins.
func (s Site) address() string {
	u := url.URL{Scheme: "http", Host: host, Path: "/" + s.Start, RawQuery: s.Query}
	return u.String()
}

// kinds are the media types by the end of a name.
var kinds = map[string]string{
	".html": "text/html; charset=utf-8", ".htm": "text/html; charset=utf-8", ".js": "text/javascript; charset=utf-8", ".mjs": "text/javascript; charset=utf-8",
	".css": "text/css; charset=utf-8", ".json": "application/json", ".txt": "text/plain; charset=utf-8", ".svg": "image/svg+xml",
	".png": "image/png", ".jpg": "image/jpeg", ".jpeg": "image/jpeg", ".gif": "image/gif", ".webp": "image/webp", ".ico": "image/x-icon",
	".wasm": "application/wasm", ".woff": "font/woff", ".woff2": "font/woff2", ".mp3": "audio/mpeg", ".wav": "audio/wav", ".map": "application/json",
}

// reply is how a request is answered.
type reply struct {
	status  int
	kind    string
	body    []byte
	own     bool // the request is for the site
	refused bool // it is for something else
}

// answer looks up what a request asks for. Nothing but the site's own files is there.
func (s Site) answer(method, address string) reply {
	u, err := url.Parse(address)
	if err != nil || u.Scheme != "http" || u.Host != host ||
		(method != http.MethodGet && method != http.MethodHead && method != http.MethodPost) {
		return reply{refused: true}
	}
	name := strings.TrimPrefix(path.Clean("/"+u.Path), "/")
	if name == "" {
		name = s.Start
	}
	body, err := fs.ReadFile(s.Files, name)
	if err != nil {
		if body, err = fs.ReadFile(s.Files, path.Join(name, "index.html")); err == nil {
			name = "index.html"
		}
	}
	if err != nil {
		return reply{status: http.StatusNotFound, kind: "text/plain", own: true}
	}
	kind := kinds[strings.ToLower(path.Ext(name))]
	if kind == "" {
		kind = "application/octet-stream"
	}
	return reply{status: http.StatusOK, kind: kind, body: body, own: true}
}

// short is an address as a student knows it: the name of a file of their own.
func short(address string) string {
	return strings.TrimPrefix(address, "http://"+host+"/")
}

// Causes of a folder that is not a page, for errors.Is.
var (
	ErrNoPage = errors.New("there is no page: a page is a file whose name ends in .html, and index.html is opened first")
	ErrPages  = errors.New(
		"there are several pages, and none of them is index.html: name the one that is opened first so, or say it in the page map, as in page: game.html",
	)
	ErrNotBuilt = errors.New(
		"the page's scripts are still to be built, which is not done here: hand in what the build makes, as in npm run build, with its folder dist or build",
	)
)

// built are the folders in which a build leaves its page.
var built = []string{"dist", "build", "out"}

// Find finds the page in a folder: the one named, or index.html at the top, in a folder that
// is alone, or where builds leave it; else the only one there is.
func Find(folder fs.FS, page string) (Site, error) {
	folder = descend(folder)
	if page != "" {
		if _, err := fs.Stat(folder, page); err != nil {
			return Site{}, fmt.Errorf("%w; the page map names %s, which is not there", ErrNoPage, page)
		}
		return Site{Files: folder, Start: page}, nil
	}
	for _, dir := range built {
		if _, err := fs.Stat(folder, dir+"/index.html"); err == nil {
			under, err := fs.Sub(folder, dir)
			return Site{Files: under, Start: "index.html"}, err
		}
	}
	var found []string
	err := fs.WalkDir(folder, ".", func(name string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			if d != nil && d.Name() == "node_modules" {
				return fs.SkipDir
			}
			return err
		}
		if end := strings.ToLower(path.Ext(name)); (end == ".html" || end == ".htm") && !strings.HasPrefix(path.Base(name), "._") {
			found = append(found, name)
		}
		return nil
	})
	if err != nil {
		return Site{}, fmt.Errorf("list the page's files: %w", err)
	}
	for _, name := range found {
		if name == "index.html" || name == "index.htm" {
			return startAt(folder, name)
		}
	}
	switch len(found) {
	case 0:
		return Site{}, ErrNoPage
	case 1:
		return startAt(folder, found[0])
	}
	return Site{}, fmt.Errorf("%w; they are %s", ErrPages, strings.Join(found, ", "))
}

var unbuilt = regexp.MustCompile(`<script[^>]*\bsrc="[^"]*\.(?:tsx?|jsx|vue)"`)

// startAt is the site that begins with a file, which must not need building first.
func startAt(folder fs.FS, name string) (Site, error) {
	text, err := fs.ReadFile(folder, name)
	if err != nil {
		return Site{}, fmt.Errorf("read %s: %w", name, err)
	}
	if unbuilt.Match(text) {
		return Site{}, ErrNotBuilt
	}
	return Site{Files: folder, Start: name}, nil
}

// descend goes down while there is nothing but one folder.
func descend(folder fs.FS) fs.FS {
	for range 5 {
		entries, err := fs.ReadDir(folder, ".")
		entries = slices.DeleteFunc(entries, func(e fs.DirEntry) bool { return strings.HasPrefix(e.Name(), ".") || e.Name() == "__MACOSX" })
		if err != nil || len(entries) != 1 || !entries[0].IsDir() || slices.Contains(built, entries[0].Name()) {
			return folder
		}
		under, err := fs.Sub(folder, entries[0].Name())
		if err != nil {
			return folder
		}
		folder = under
	}
	return folder
}
