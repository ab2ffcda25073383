package window

import (
	"errors"
	"slices"
	"strings"
	"testing"
	"time"

	"durchgang/internal/surface"
)

const head = "import tkinter as tk\nfrom tkinter import messagebox\nroot = tk.Tk()\n"

// What programs do with their windows is seen: text by signs that no key has, messages that are answered, errors that
// do not end them, and the windows that they open beside the first.
func TestWhatIsShown(t *testing.T) {
	tests := []struct{ name, source, typed, want string }{
		{"signs that no key has", head + "e = tk.Entry(root)\ne.pack()\ne.focus_force()\nroot.mainloop()", "aß€ü;Я", "aß€ü;Я"},
		{"a message is answered", head + `l = tk.Label(root, text="waits")
l.pack()
def ask(e): l.config(text="yes" if messagebox.askyesno("T", "Again?") else "no")
root.bind("x", ask)
root.mainloop()`, "x", "yes"},
		{"an error is told", head + "tk.Label(root, text='here').pack()\nroot.bind('x', lambda e: 1 / 0)\nroot.mainloop()", "x",
			"a script fails: ZeroDivisionError: division by zero"},
		{"a second window", head + "tk.Label(tk.Toplevel(root), text='beside').pack()\nroot.mainloop()", "", "beside"},
		{"what comes a little later", head + `l = tk.Label(root, text="now")
l.pack()
root.bind("x", lambda e: root.after(400, lambda: l.config(text="later")))
root.mainloop()`, "x", "later"},
		{"a grab of all that is typed", head + "l = tk.Label(root, text='held')\nl.pack()\nroot.update()\nroot.grab_set_global()\nroot.mainloop()",
			"", "held"},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			w := openBench(t, tt.source)
			if _, err := w.Settle(t.Context(), time.Second); err != nil {
				t.Fatal(err)
			}
			if err := w.Type(t.Context(), tt.typed); err != nil {
				t.Fatal(err)
			}
			if _, err := w.Settle(t.Context(), time.Second); err != nil {
				t.Fatal(err)
			}
			lines, err := w.Outline(t.Context())
			for _, n := range w.Notes() {
				lines = append(lines, n.String())
			}
			if err != nil || !slices.ContainsFunc(lines, func(l string) bool { return strings.Contains(l, tt.want) }) {
				t.Errorf("%q, %v", lines, err)
			}
		})
	}
}

// Programs that show no window, or end, are told as that.
func TestNoWindow(t *testing.T) {
	tests := []struct{ name, source, want string }{
		{"it prints only", "input('your move: ')", ErrNone.Error()},
		{"it ends", "print('bye')", "the program has ended"},
		{"it fails", "import tkinter\nraise ValueError('nothing')", "it prints: ValueError: nothing"},
		{"it uses another display", "import tkinter\ntkinter.Tk(screenName=':1')", `couldn't connect to display ":1"`},
		{"it hides its window", head + "root.withdraw()\nroot.mainloop()", ErrNone.Error()},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			w, err := tryOpen(t, tt.source)
			if err == nil {
				w.Close()
			}
			var ended *surface.Ended
			if err == nil || !strings.Contains(err.Error(), tt.want) || !errors.Is(err, ErrNone) && !errors.As(err, &ended) {
				t.Errorf("%v", err)
			}
		})
	}
}

// A display is as new for the next program, whatever the one before has left on it, however many windows.
func TestDisplaysAreUsedAgain(t *testing.T) {
	const flood = head + "tops = [tk.Toplevel(root) for _ in range(300)]\nroot.clipboard_clear()\nroot.clipboard_append('secret')\nroot.mainloop()"
	w := openBench(t, flood)
	if _, err := w.Settle(t.Context(), time.Second); err != nil {
		t.Fatal(err)
	}
	w.Close()
	for range 3 {
		w := openBench(t, nine)
		if _, err := w.Settle(t.Context(), time.Second); err != nil {
			t.Fatal(err)
		}
		if list := w.tk.interpreters(); len(list) != 1 || len(w.tree.Find("button")) != 9 {
			t.Errorf("%v are on the display, %d buttons", list, len(w.tree.Find("button")))
		}
		w.Close()
	}
}
