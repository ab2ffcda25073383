package window

import (
	"strconv"
	"strings"

	"durchgang/core/pagemap"
)

// kinds are the names of what lies in windows, by the classes of Tk; those of the Java agent are ours already.
var kinds = map[string]string{
	"Button": "button", "TButton": "button", "Menubutton": "menu", "TMenubutton": "menu", "Label": "label", "TLabel": "label",
	"Message": "label", "Entry": "field", "TEntry": "field", "Spinbox": "choice", "TSpinbox": "choice", "TCombobox": "choice",
	"Text": "text", "Listbox": "text", "Canvas": "canvas", "Checkbutton": "check", "TCheckbutton": "check", "Radiobutton": "check",
	"TRadiobutton": "check", "Frame": "frame", "TFrame": "frame", "Labelframe": "frame", "TLabelframe": "frame", "Menu": "menubar",
}

// fields of a line of tk.tcl or the Java agent.
const (
	toldDepth = iota
	toldKind
	toldTop
	toldDialog
	toldShown
	toldX
	toldY
	toldW
	toldH
	toldState
	toldLetters
	toldImage
	toldText
	toldWritten
	toldFields
)

var unescape = strings.NewReplacer(`\\`, `\`, `\t`, "\t", `\n`, "\n")

// elements reads lines as a toolkit tells them: parts follow what they lie in, one deeper. Windows that lie in others
// stand on their own.
func elements(lines []string) (windows []*pagemap.Element) {
	var path []*pagemap.Element
	for _, line := range lines {
		f := strings.Split(line, "\t")
		if len(f) < toldFields {
			continue
		}
		number := func(i int) float64 {
			n, _ := strconv.Atoi(f[i])
			return float64(n)
		}
		depth := int(number(toldDepth))
		if depth > len(path) {
			continue
		}
		path = path[:depth]
		e := &pagemap.Element{Kind: f[toldKind]}
		if kind, known := kinds[e.Kind]; known {
			e.Kind = kind
		}
		e.X, e.Y, e.W, e.H = number(toldX), number(toldY), number(toldW), number(toldH)
		e.Off = f[toldShown] != "1" || f[toldState] == "disabled" && e.Kind != "text"
		e.Text, e.Picture = unescape.Replace(f[toldText]), f[toldImage]
		if f[toldLetters] != "" {
			e.Letters = "#" + f[toldLetters]
		}
		switch {
		case f[toldWritten] != "":
			if depth > 0 {
				path[depth-1].Written = append(path[depth-1].Written, e.Box)
			}
			continue
		case f[toldDialog] == "1":
			e.Kind = "dialog"
		case f[toldTop] == "1":
			e.Kind = "window"
		}
		if f[toldTop] == "1" {
			windows = append(windows, e)
		} else if depth > 0 {
			path[depth-1].Parts = append(path[depth-1].Parts, e)
		}
		path = append(path, e)
	}
	return windows
}

// written reads lines of texts.c: x, y, width, height and text, in a window that lies at a place.
func written(lines []string, x, y float64) (texts []pagemap.Box) {
	for _, line := range lines {
		f := strings.SplitN(line, "\t", 5)
		if len(f) < 5 || strings.TrimSpace(f[4]) == "" {
			continue
		}
		var at [4]float64
		for i := range at {
			n, _ := strconv.Atoi(f[i])
			at[i] = float64(n)
		}
		texts = append(texts, pagemap.Box{X: x + at[0], Y: y + at[1], W: at[2], H: at[3], Text: f[4]})
	}
	return texts
}
