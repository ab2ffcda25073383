package window

import (
	"os"
	"testing"
	"time"

	"github.com/jezek/xgb/damage"

	"durchgang/core/pagemap"
	"durchgang/internal/sandbox"
	"durchgang/internal/scratch"
)

// nine buttons that take a mark each.
const nine = `import tkinter as tk
root = tk.Tk()
turn = "X"
def click(b):
    global turn
    b.config(text=turn)
    turn = "O" if turn == "X" else "X"
for i in range(9):
    b = tk.Button(root, width=4, height=2)
    b.config(command=lambda b=b: click(b))
    b.grid(row=i // 3, column=i % 3)
root.mainloop()
`

// tryOpen starts a program in Python.
func tryOpen(b testing.TB, source string) (*Window, error) {
	b.Helper()
	dir, err := scratch.Dir("program")
	if err != nil {
		b.Fatal(err)
	}
	b.Cleanup(func() { os.RemoveAll(dir) })
	if err := os.WriteFile(dir+"/main.py", []byte(source), 0o644); err != nil {
		b.Fatal(err)
	}
	spec := sandbox.Spec{Dir: dir, Argv: []string{"/usr/bin/python3", "main.py"}, Limits: sandbox.DefaultLimits()}
	return Open(b.Context(), Program{Spec: spec})
}

func openBench(b testing.TB, source string) *Window {
	b.Helper()
	w, err := tryOpen(b, source)
	if err != nil {
		b.Fatal(err)
	}
	b.Cleanup(w.Close)
	return w
}

// BenchmarkWindowStep prints how long a click takes with what is shown after it and its picture, as a multiple of the
// same click by the same X client that waits for the first repaint and takes the window's pixels.
func BenchmarkWindowStep(b *testing.B) {
	w := openBench(b, nine)
	settle := func() {
		if _, err := w.Settle(b.Context(), time.Second); err != nil {
			b.Fatal(err)
		}
	}
	settle()
	cells := w.tree.Find("button")
	if len(cells) != 9 {
		b.Fatalf("%d buttons", len(cells))
	}
	var driven, bare time.Duration
	steps := 0
	for b.Loop() {
		for _, c := range cells {
			steps++
			began := time.Now()
			x, y := c.Center()
			if err := w.Click(b.Context(), x, y, 1); err != nil {
				b.Fatal(err)
			}
			settle()
			if _, err := w.Picture(b.Context()); err != nil {
				b.Fatal(err)
			}
			driven += time.Since(began)
		}
		for _, c := range cells {
			w.painted()
			began := time.Now()
			w.clickBare(b, c)
			bare += time.Since(began)
			settle()
		}
	}
	b.ReportMetric(float64(driven)/float64(bare), "ratio")
	b.ReportMetric(float64(bare.Microseconds())/float64(steps), "bare-µs/step")
}

func (w *Window) clickBare(b *testing.B, c *pagemap.Element) {
	b.Helper()
	x, y := c.Center()
	w.d.point(int(x), int(y))
	w.d.button(true)
	w.d.button(false)
	for {
		event, err := w.d.x.WaitForEvent()
		if err != nil {
			b.Fatal(err)
		}
		if _, is := event.(damage.NotifyEvent); is {
			damage.Subtract(w.d.x, w.damage, 0, 0)
			break
		}
	}
	shown, err := w.windows()
	if err != nil {
		b.Fatal(err)
	}
	if _, err = w.d.pictureOf(shown); err != nil {
		b.Fatal(err)
	}
}
