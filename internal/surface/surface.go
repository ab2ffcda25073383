// Package surface holds what pages in a browser and windows on a display have in common: they are driven with a
// pointer and keys, and looked at.
package surface

import (
	"context"
	"strconv"
	"time"

	"durchgang/core/pagemap"
)

// Place is a place of what is shown, in pixels.
type Place struct{ X, Y float64 }

// Dialog is a message in a window of its own: an alert, a question to be confirmed, or a
// prompt for a text.
type Dialog struct{ Kind, Text, Default string }

// Note is something that happened beside what the page shows.
type Note struct {
	Kind NoteKind `json:"kind"`
	Text string   `json:"text"`
	File string   `json:"file,omitempty"`
	Line int      `json:"line,omitempty"` // from 1; 0 when it is not known
}

// NoteKind is what a note is about.
type NoteKind string

// The kinds.
const (
	NoteDialog  NoteKind = "dialog"  // a message in a window of its own
	NoteError   NoteKind = "error"   // a script failed
	NoteConsole NoteKind = "console" // a script noted something
	NoteRefused NoteKind = "refused" // the page asked for what is not its own
	NoteMissing NoteKind = "missing" // the page asked for a file that is not there
	NoteAway    NoteKind = "away"    // the page tried to lead elsewhere
)

// String is the note as a person reads it.
func (n Note) String() string {
	at := ""
	if n.File != "" {
		at = " (" + n.File
		if n.Line > 0 {
			at += ", line " + strconv.Itoa(n.Line)
		}
		at += ")"
	}
	switch n.Kind {
	case NoteDialog:
		return "a message says: " + n.Text
	case NoteError:
		return "a script fails: " + n.Text + at
	case NoteConsole:
		return "console: " + n.Text + at
	case NoteMissing:
		return "a file is missing: " + n.Text
	case NoteAway:
		return "the page tries to lead to " + n.Text + ", which is refused"
	}
	return "the page asks for " + n.Text + ", which is refused: it has only its own files"
}

// Part is a part of a drawing, in fractions of its size.
type Part struct{ Left, Top, Right, Bottom float64 }

// Center is the middle of the part.
func (p Part) Center() (x, y float64) { return (p.Left + p.Right) / 2, (p.Top + p.Bottom) / 2 }

// Look is what was looked at once.
type Look struct {
	Shown pagemap.Look
	Said  [][]pagemap.Line // what was said since the look before
}

// Settled is what is shown after a step.
type Settled struct {
	Look
	Before []Look // those before it, the oldest first
	Rests  bool   // nothing is left to do; else it goes on without end
}

// Surface is something that is driven with a pointer and keys. Errors are *Ended, or about the machine.
type Surface interface {
	// Ask says what is looked for from now on.
	Ask(pagemap.Question) error

	// Settle lets it do what it has put off by less than within, and looks at it when it rests.
	Settle(ctx context.Context, within time.Duration) (Settled, error)

	// Reload begins it anew.
	Reload(context.Context) error

	// Click clicks at a place, so many times in a row; Tap touches it; Drag presses the pointer at one place and
	// releases it at another.
	Click(ctx context.Context, x, y float64, times int) error
	Tap(ctx context.Context, x, y float64) error
	Drag(ctx context.Context, from, to Place) error

	// Type presses the keys of a text, one after the other; Press a key by its name in UI Events.
	Type(ctx context.Context, text string) error
	Press(ctx context.Context, key string) error

	// Under reports whether a place belongs to something made to be clicked.
	Under(ctx context.Context, x, y float64) (bool, error)

	// Scan tells what may be of use where nothing is known yet.
	Scan(context.Context) (pagemap.Scan, error)

	// Drawn tells which parts of a drawing are others than when it was asked last.
	Drawn(ctx context.Context, css string) ([]Part, error)

	// State is the same where the same is shown, and empty where that cannot be told. Picture is a JPEG of it, and
	// Outline what it says and has, a line for each thing.
	State(context.Context) (string, error)
	Picture(context.Context) ([]byte, error)
	Outline(context.Context) ([]string, error)

	// Notes are what happened since it was asked last.
	Notes() []Note

	// Close ends it.
	Close()
}

// Ended is the error of a program that has ended.
type Ended struct {
	How   string // for people
	Fault bool   // it did not end by itself, or tells that it failed
}

func (e *Ended) Error() string { return "the program has ended: " + e.How }
