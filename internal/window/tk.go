package window

import (
	"bytes"
	"context"
	_ "embed"
	"errors"
	"fmt"
	"strconv"
	"strings"
	"time"

	"github.com/jezek/xgb"
	"github.com/jezek/xgb/xproto"
)

// tk speaks to programs that use the toolkit Tk, which evaluates scripts for other clients of its display: the
// command send (Tk's manual; tkUnixSend.c says how requests lie in the property Comm of a window).
type tk struct {
	d                    *display
	own                  xproto.Window
	comm, registry, text xproto.Atom
	serial               int
	ready                map[string]bool // interpreters that know our procedure, by their windows and names
}

//go:embed tk.tcl
var tkScript string

func newTk(d *display) (*tk, error) {
	t := &tk{d: d, ready: map[string]bool{}, text: xproto.AtomString}
	for _, a := range []struct {
		atom *xproto.Atom
		name string
	}{{&t.comm, "Comm"}, {&t.registry, "InterpRegistry"}} {
		r, err := xproto.InternAtom(d.x, false, uint16(len(a.name)), a.name).Reply()
		if err != nil {
			return nil, fmt.Errorf("speak to the display: %w", err)
		}
		*a.atom = r.Atom
	}
	id, err := xproto.NewWindowId(d.x)
	if err != nil {
		return nil, fmt.Errorf("speak to the display: %w", err)
	}
	t.own = id
	err = xproto.CreateWindowChecked(d.x, 0, id, d.root, -10, -10, 1, 1, 0, xproto.WindowClassInputOnly, 0, 0, nil).Check()
	if err != nil {
		return nil, fmt.Errorf("speak to the display: %w", err)
	}
	return t, nil
}

// interpreter is one of Tk that is on the display.
type interpreter struct {
	window xproto.Window
	name   string
}

// interpreters lists them: the registry is a list of windows in hexadecimal and names, each ended by a zero byte.
func (t *tk) interpreters() (list []interpreter) {
	data := t.property(t.d.root, t.registry, false)
	for entry := range bytes.SplitSeq(data, []byte{0}) {
		id, name, found := strings.Cut(string(entry), " ")
		if n, err := strconv.ParseUint(id, 16, 32); found && err == nil {
			list = append(list, interpreter{xproto.Window(n), name})
		}
	}
	return list
}

const mostProperty = 1 << 20 // bytes, in units of four

func (t *tk) property(w xproto.Window, name xproto.Atom, take bool) []byte {
	r, err := xproto.GetProperty(t.d.x, take, w, name, xproto.GetPropertyTypeAny, 0, mostProperty).Reply()
	if err != nil {
		return nil
	}
	return r.Value
}

// Errors of interpreters that do not answer, and of those whose window has gone.
var (
	errSilent = errors.New("the program does not answer")
	errGone   = errors.New("the program's window has gone")
)

// eval evaluates a script in an interpreter.
func (t *tk) eval(ctx context.Context, in interpreter, script string) (string, error) {
	t.serial++
	var b bytes.Buffer
	fmt.Fprintf(&b, "\x00c\x00-n %s\x00-r %x %d\x00-s %s\x00", in.name, uint32(t.own), t.serial, script)
	err := xproto.ChangePropertyChecked(
		t.d.x, xproto.PropModeAppend, in.window, t.comm, t.text, 8, uint32(b.Len()), b.Bytes(),
	).Check()
	if err != nil {
		if _, is := err.(xgb.Error); is {
			return "", errGone
		}
		return "", fmt.Errorf("speak to the display: %w", err)
	}
	for wait := 100 * time.Microsecond; ; wait = min(2*wait, 4*time.Millisecond) {
		if result, code, there := t.result(); there {
			if code != "" {
				return "", fmt.Errorf("%w: %s", errSilent, result)
			}
			return result, nil
		}
		if ctx.Err() != nil {
			return "", errSilent
		}
		pause(wait)
	}
}

// result takes the answer to the last request. Those to earlier ones are left out.
func (t *tk) result() (text, code string, there bool) {
	fields := strings.Split(string(t.property(t.own, t.comm, true)), "\x00")
	serial := ""
	for _, f := range fields {
		switch {
		case f == "r":
			serial, text, code = "", "", ""
		case strings.HasPrefix(f, "-s "):
			serial = f[3:]
		case strings.HasPrefix(f, "-r "):
			text = f[3:]
		case strings.HasPrefix(f, "-c "):
			code = f[3:]
		}
		there = there || serial == strconv.Itoa(t.serial)
	}
	return text, code, there
}

// look asks all interpreters for what they show: one line for each part, in the form of tk.tcl.
func (t *tk) look(ctx context.Context) (lines []string, any bool, err error) {
	for _, in := range t.interpreters() {
		script := "::durchgang"
		if key := fmt.Sprint(in); !t.ready[key] {
			script = tkScript
			t.ready[key] = true
		}
		out, err := t.eval(ctx, in, script)
		if errors.Is(err, errGone) {
			continue
		}
		if err != nil {
			return nil, true, err
		}
		any = true
		lines = append(lines, strings.Split(out, "\n")...)
	}
	return lines, any, nil
}
