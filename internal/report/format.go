package report

import "slices"

// Kind is what is written as a report.
type Kind string

// The kinds.
const (
	OfStudent Kind = "student"
	OfClass   Kind = "class"
	OfContest Kind = "contest"
	OfGame    Kind = "game"
)

// Format is a form in which reports are written.
type Format struct {
	Name   string `json:"name"`
	Title  string `json:"title"`
	Ending string `json:"ending" description:"Of a file's name, without the point."`
	For    []Kind `json:"for" description:"What is written in it: student, class, contest or game."`
	Media  string `json:"-"` // its media type
}

// Formats are all forms of reports.
var Formats = []Format{
	{"html", "Page (HTML)", "html", []Kind{OfStudent, OfClass}, "text/html; charset=utf-8"},
	{"md", "Markdown", "md", []Kind{OfStudent}, "text/markdown; charset=utf-8"},
	{"csv", "Table (CSV)", "csv", []Kind{OfClass, OfContest}, "text/csv; charset=utf-8"},
	{"svg", "Plot (SVG)", "svg", []Kind{OfClass, OfContest}, "image/svg+xml"},
	{"png", "Plot (PNG)", "png", []Kind{OfClass, OfContest}, "image/png"},
	{"json", "JSON", "json", []Kind{OfStudent, OfClass, OfContest, OfGame}, "application/json"},
	{"junit", "JUnit XML", "xml", []Kind{OfStudent, OfClass}, "application/xml"},
	{"tap", "TAP", "tap", []Kind{OfStudent, OfClass}, "text/plain; charset=utf-8"},
	{"sgf", "SGF", "sgf", []Kind{OfGame}, "application/x-go-sgf; charset=utf-8"},
}

// FormatOf is the format of a name.
func FormatOf(name string) (Format, bool) {
	i := slices.IndexFunc(Formats, func(f Format) bool { return f.Name == name })
	if i < 0 {
		return Format{}, false
	}
	return Formats[i], true
}

// Names are those of the formats of a kind of reports.
func Names(kind Kind) (names []string) {
	for _, f := range Formats {
		if slices.Contains(f.For, kind) {
			names = append(names, f.Name)
		}
	}
	return names
}
