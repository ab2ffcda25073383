package window

import (
	"bufio"
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/jezek/xgb/damage"
	"github.com/jezek/xgb/xproto"

	"durchgang/core/pagemap"
	"durchgang/internal/sandbox"
	"durchgang/internal/surface"
)

// Program is a program that opens windows.
type Program struct {
	Spec   sandbox.Spec
	Timers *sandbox.Timers // what is known of its timers, which its runs share
	Answer func(surface.Dialog) (accept bool, text string)
}

// Window is a program that runs, with all its windows. It implements surface.Surface. One goroutine uses it at a time.
type Window struct {
	program  Program
	d        *display
	damage   damage.Damage
	tk       *tk
	box      *sandbox.Box
	beside   *os.File // to what was put beside the program
	question pagemap.Question
	tree     pagemap.Tree
	drawn    pagemap.Tree // when Drawn was asked last
	notes    []surface.Note
	focus    xproto.Window
	parked   bool // the pointer is beside all windows
	dialogs  int  // that were answered in a row
	asked    int  // how often what is beside a program of Java was asked

	mu      sync.Mutex
	printed bytes.Buffer
	heard   int      // bytes of it that were noted
	told    []string // what was told last, line by line
	fresh   chan []string
}

// ErrNone means that a program has opened no window.
var ErrNone = errors.New("it opens no window")

const (
	mostPrinted = 64 << 10         // bytes that are kept of what a program prints
	openTime    = 20 * time.Second // for the first window, on a machine that is very busy
	askTime     = 10 * time.Second // for an answer of what is beside a program, on such a machine
	mostDialogs = 12               // that are answered in a row
)

// Open starts a program on a display of its own and waits for its first window. Errors are ErrNone and *surface.Ended,
// or about the machine.
func Open(ctx context.Context, p Program) (w *Window, err error) {
	if p.Timers == nil {
		p.Timers = &sandbox.Timers{}
	}
	w = &Window{program: p, fresh: make(chan []string, 1)}
	defer func() {
		if err != nil {
			w.Close()
		}
	}()
	if w.d, err = takeDisplay(ctx); err != nil {
		return w, err
	}
	if w.tk, err = newTk(w.d); err != nil {
		return w, err
	}
	if w.damage, err = damage.NewDamageId(w.d.x); err != nil {
		return w, fmt.Errorf("watch the display: %w", err)
	}
	if err = damage.CreateChecked(w.d.x, w.damage, xproto.Drawable(w.d.root), damage.ReportLevelNonEmpty).Check(); err != nil {
		return w, fmt.Errorf("watch the display: %w", err)
	}
	return w, w.start(ctx)
}

func (w *Window) start(ctx context.Context) error {
	spec, err := beside(w.d.shows(w.program.Spec))
	if err != nil {
		return err
	}
	ours, theirs, err := sandbox.Connection()
	if err != nil {
		return err
	}
	spec.Passed = []*os.File{theirs}
	stream, stdio, err := sandbox.Connection()
	if err != nil {
		ours.Close()
		theirs.Close()
		return err
	}
	defer stdio.Close()
	w.beside, w.focus = ours, 0
	if w.box, err = sandbox.Start(spec, stdio); err != nil {
		stream.Close()
		return err
	}
	go w.hear(stream)
	go w.listen(ours)
	return w.appear(ctx)
}

// appear waits for the first window.
func (w *Window) appear(ctx context.Context) error {
	w.d.point(screenWidth-1, screenHeight-1)
	until := time.Now().Add(openTime)
	for idle := 0; ; {
		windows, err := w.windows()
		if err != nil {
			return w.cause(err)
		}
		if len(windows) > 0 {
			return nil
		}
		if err := w.ended(); err != nil {
			return err
		}
		w.painted() // events must not pile up
		if a := w.does(); !a.runs && a.timer == 0 {
			idle++
		} else {
			idle = 0
		}
		if idle > 100 || time.Now().After(until) { // it waits for something else
			return ErrNone
		}
		if err := w.pass(ctx, 5*time.Millisecond); err != nil {
			return err
		}
	}
}

// hear keeps what the program prints.
func (w *Window) hear(from *os.File) {
	defer from.Close()
	buffer := make([]byte, 4096)
	for {
		n, err := from.Read(buffer)
		w.mu.Lock()
		if w.printed.Len() < mostPrinted {
			w.printed.Write(buffer[:n])
		}
		w.mu.Unlock()
		if err != nil {
			return
		}
	}
}

// listen takes what is told from beside the program: lines until one of a single byte 4.
func (w *Window) listen(from *os.File) {
	lines := bufio.NewScanner(from)
	lines.Buffer(nil, 1<<20)
	var list []string
	for lines.Scan() {
		line := lines.Text()
		if line != "\x04" {
			if len(list) < 4000 {
				list = append(list, line)
			}
			continue
		}
		w.mu.Lock()
		w.told = list
		w.mu.Unlock()
		select {
		case <-w.fresh:
		default:
		}
		w.fresh <- list
		list = nil
	}
}

// Box is the box in which the program runs.
func (w *Window) Box() *sandbox.Box { return w.box }

// ended is how the program has ended; nil while it runs.
func (w *Window) ended() error {
	select {
	case <-w.box.Done():
	default:
		return nil
	}
	exit := w.box.Exit()
	e := &surface.Ended{How: exit.String(), Fault: exit != (sandbox.Exit{})}
	w.mu.Lock()
	lines := strings.Split(strings.TrimSpace(w.printed.String()), "\n")
	w.mu.Unlock()
	if last := strings.TrimSpace(lines[len(lines)-1]); last != "" && e.Fault {
		e.How += "; it prints: " + last
	}
	return e
}

// cause is what is behind an error of the display: a server may end with the program that floods it.
func (w *Window) cause(err error) error {
	if ended := w.ended(); ended != nil && err != nil {
		return ended
	}
	select {
	case <-w.d.box.Done():
		return &surface.Ended{How: "its display has ended: " + w.d.box.Exit().String(), Fault: true}
	default:
	}
	return err
}

// windows are those that lie on the screen, the lowest first.
func (w *Window) windows() (list []pagemap.Element, err error) {
	_, list, err = w.stack()
	return list, err
}

func (w *Window) stack() (ids []xproto.Window, list []pagemap.Element, err error) {
	tree, err := xproto.QueryTree(w.d.x, w.d.root).Reply()
	if err != nil {
		return nil, nil, fmt.Errorf("look at the display: %w", err)
	}
	for _, id := range tree.Children {
		a, err := xproto.GetWindowAttributes(w.d.x, id).Reply()
		if err != nil || a.MapState != xproto.MapStateViewable || a.Class != xproto.WindowClassInputOutput {
			continue // it has gone meanwhile, or shows nothing
		}
		g, err := xproto.GetGeometry(w.d.x, xproto.Drawable(id)).Reply()
		if err != nil || g.Width < 8 || g.Height < 8 {
			continue
		}
		e := pagemap.Element{Kind: "window"}
		e.X, e.Y, e.W, e.H = float64(g.X), float64(g.Y), float64(g.Width), float64(g.Height)
		e.Off = a.OverrideRedirect // a menu or a hint, which takes no keys
		ids, list = append(ids, id), append(list, e)
	}
	return ids, list, nil
}

// aim gives the keyboard to the window on top.
func (w *Window) aim() error {
	ids, list, err := w.stack()
	if err != nil {
		return err
	}
	for i := len(ids) - 1; i >= 0; i-- {
		if list[i].Off {
			continue
		}
		if ids[i] != w.focus {
			w.focus = ids[i]
			xproto.SetInputFocus(w.d.x, xproto.InputFocusPointerRoot, ids[i], xproto.TimeCurrentTime)
		}
		break
	}
	return w.d.sync()
}

// Ask implements surface.Surface.
func (w *Window) Ask(q pagemap.Question) error {
	w.question = q
	return nil
}

// look looks at all windows.
func (w *Window) look(ctx context.Context) error {
	ctx, cancel := context.WithTimeout(ctx, askTime)
	defer cancel()
	shown, err := w.windows()
	if err != nil {
		return err
	}
	pixels, err := w.d.pictureOf(shown)
	if err != nil {
		return err
	}
	lines, told, err := w.tk.look(ctx)
	if err != nil && !errors.Is(err, errSilent) {
		return err
	}
	if !told {
		lines, told = w.ask(ctx)
	}
	if list := elements(lines); told && len(list) > 0 {
		w.tree = pagemap.NewTree(list, pixels)
		return nil
	}
	w.mu.Lock()
	lines = w.told
	w.mu.Unlock()
	var list []*pagemap.Element
	for i := range shown {
		e := &shown[i]
		canvas := &pagemap.Element{Box: e.Box, Kind: "canvas"}
		canvas.Off = false
		if i == 0 { // a program of SDL has one window, mostly
			canvas.Written = written(lines, e.X, e.Y)
		}
		e.Parts = []*pagemap.Element{canvas}
		list = append(list, e)
	}
	w.tree = pagemap.NewTree(list, pixels)
	return nil
}

// java reports whether the program runs on a machine of Java.
func (w *Window) java() bool {
	return slices.ContainsFunc(w.program.Spec.Argv, func(a string) bool { return strings.HasSuffix(a, "/java") })
}

// ask asks what is beside a program of Java. What is beside others tells without being asked.
func (w *Window) ask(ctx context.Context) (lines []string, answered bool) {
	if !w.java() {
		return nil, false
	}
	ctx, cancel := context.WithTimeout(ctx, askTime)
	defer cancel()
	w.asked++
	if _, err := fmt.Fprintln(w.beside, w.asked); err != nil {
		return nil, false
	}
	number := "\t" + strconv.Itoa(w.asked)
	for {
		select {
		case lines = <-w.fresh:
			if len(lines) > 0 && strings.HasSuffix(lines[0], number) { // and not what was asked for before
				return lines, true
			}
		case <-ctx.Done():
			return nil, false
		}
	}
}

// Settle implements surface.Surface. Dialogs are answered.
func (w *Window) Settle(ctx context.Context, within time.Duration) (s surface.Settled, err error) {
	w.dialogs = 0
	for {
		if s.Rests, err = w.rest(ctx, within); err != nil {
			return s, err
		}
		if err = w.aim(); err != nil {
			return s, w.cause(err)
		}
		if err = w.park(ctx); err != nil {
			return s, err
		}
		if err = w.look(ctx); err != nil {
			return s, w.cause(err)
		}
		w.complain()
		before := s.Look
		s.Look = surface.Look{Shown: w.tree.Look(w.question)}
		if before.Shown.Things != nil {
			s.Before = append(s.Before, before)
		}
		if w.dialogs++; w.dialogs > mostDialogs {
			return s, nil
		}
		if dialog := w.dialog(); dialog == nil {
			return s, nil
		} else if err := w.reply(ctx, dialog); err != nil {
			return s, err
		}
	}
}

// park moves the pointer away, so that nothing is marked by where it is.
func (w *Window) park(ctx context.Context) error {
	if w.parked {
		return nil
	}
	w.parked = true
	w.d.point(screenWidth-1, screenHeight-1)
	if err := w.d.sync(); err != nil {
		return w.cause(err)
	}
	timer, err := w.idle(ctx)
	if err == nil && timer > 0 && timer <= frame && !w.java() {
		err = w.draw(ctx, timer) // it looks where the pointer is with its next pictures
	}
	return err
}

// complain notes what the program has printed about an error that has not ended it.
func (w *Window) complain() {
	w.mu.Lock()
	text := w.printed.String()[w.heard:]
	w.heard = w.printed.Len()
	w.mu.Unlock()
	if _, after, found := strings.Cut(text, "Traceback (most recent call last)"); found {
		lines := strings.Split(strings.TrimSpace(after), "\n")
		w.notes = append(w.notes, surface.Note{Kind: surface.NoteError, Text: lines[len(lines)-1]})
	} else if i := strings.Index(text, "Exception in thread"); i >= 0 {
		line, _, _ := strings.Cut(text[i:], "\n")
		w.notes = append(w.notes, surface.Note{Kind: surface.NoteError, Text: line})
	}
}

// Notes implements surface.Surface.
func (w *Window) Notes() []surface.Note {
	notes := w.notes
	w.notes = nil
	return notes
}

// Scan implements surface.Surface.
func (w *Window) Scan(ctx context.Context) (pagemap.Scan, error) {
	if err := w.look(ctx); err != nil {
		return pagemap.Scan{}, w.cause(err)
	}
	return w.tree.Scan(), nil
}

// Drawn implements surface.Surface.
func (w *Window) Drawn(ctx context.Context, css string) (parts []surface.Part, err error) {
	if err := w.look(ctx); err != nil {
		return nil, w.cause(err)
	}
	found := w.tree.Find(css)
	if len(found) > 0 && w.drawn.Pixels != nil {
		for _, r := range pagemap.Differences(w.drawn.Pixels, w.tree.Pixels, found[0].Box) {
			parts = append(parts, surface.Part(r))
		}
	}
	w.drawn = w.tree
	return parts, nil
}

// State implements surface.Surface, Outline and Under too.
func (w *Window) State(context.Context) (string, error) { return w.tree.State(), nil }

// Outline implements surface.Surface.
func (w *Window) Outline(context.Context) ([]string, error) { return w.tree.Outline(), nil }

// Under implements surface.Surface.
func (w *Window) Under(_ context.Context, x, y float64) (bool, error) { return w.tree.Under(x, y), nil }

// Reload implements surface.Surface: the program is started anew.
func (w *Window) Reload(ctx context.Context) error {
	w.box.Kill()
	w.beside.Close()
	w.mu.Lock()
	w.told = nil
	w.mu.Unlock()
	return w.start(ctx)
}

// Close implements surface.Surface.
func (w *Window) Close() {
	if w.box != nil {
		w.box.Kill()
	}
	if w.beside != nil {
		w.beside.Close()
	}
	if w.d == nil {
		return
	}
	w.d.free()
}
