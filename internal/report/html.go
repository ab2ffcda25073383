package report

import (
	"embed"
	"encoding/base64"
	"fmt"
	"html/template"
	"io"
	"strings"

	"durchgang/core/judge"
	"durchgang/internal/record"
)

//go:embed student.html class.html style.css
var files embed.FS

// HTML writes the student's page, which needs nothing from elsewhere.
func (s Student) HTML(w io.Writer) error { return page("student.html").Execute(w, s) }

// page reads a template, in which all text is escaped where it stands.
func page(name string) *template.Template {
	style, err := files.ReadFile("style.css")
	if err != nil {
		panic("report: " + err.Error()) // it is part of the binary
	}
	return template.Must(template.New(name).Funcs(template.FuncMap{
		"style":    func() template.CSS { return template.CSS(style) },
		"plot":     func(svg string) template.HTML { return template.HTML(svg) }, // drawn here, of numbers and the suite's titles
		"share":    share,
		"names":    func(list []string) string { return strings.Join(list, ", ") },
		"students": record.Students,
		"state":    func(c record.ClassCriterion, state string) int { return c.States[judge.State(state)] },
		"picture": func(jpeg []byte) template.URL { // what the browser drew, of nothing but bytes
			return template.URL("data:image/jpeg;base64," + base64.StdEncoding.EncodeToString(jpeg))
		},
		"cell": func(mark string) string {
			if mark == "" {
				return "·"
			}
			return mark
		},
	}).ParseFS(files, name))
}

// share is a part in percent, to whole numbers.
func share(n, of int) string {
	if of == 0 {
		return "–"
	}
	return fmt.Sprintf("%d %%", (200*n+of)/(2*of))
}
