package window

import (
	"fmt"
	"slices"

	"github.com/jezek/xgb/xproto"
	"github.com/jezek/xgb/xtest"
)

// keyboard knows which key types what.
type keyboard struct {
	first, per int              // keycode of the first row of the table, and symbols in a row
	codes      map[uint32]key   // by keysym
	spare      []xproto.Keycode // keys that are given signs which no key has
	shift      xproto.Keycode
}

type key struct {
	code  xproto.Keycode
	shift bool
}

// Keysyms of keys that type nothing (X Window System Protocol, appendix A: KEYSYM Encoding), by their names in
// UI Events.
var named = map[string]uint32{
	"Enter": 0xff0d, "Escape": 0xff1b, "Backspace": 0xff08, "Tab": 0xff09, "Delete": 0xffff,
	"ArrowLeft": 0xff51, "ArrowUp": 0xff52, "ArrowRight": 0xff53, "ArrowDown": 0xff54,
}

const shiftLeft = 0xffe1

// others are keys on which other countries' keyboards have other signs: programs that know keys by their places know
// these (X keycodes of a keyboard of 105 keys: the brackets, semicolon, apostrophe, minus, equal sign, backslash, grave
// accent, slash, and the key beside the left shift key).
var others = []xproto.Keycode{34, 47, 48, 20, 35, 21, 51, 49, 61, 94}

// keysym is what types a character: Latin-1 as it is, others by 0x01000000 and their number.
func keysym(r rune) uint32 {
	switch {
	case r == '\n':
		return named["Enter"]
	case r == '\b':
		return named["Backspace"]
	case r < 0x100:
		return uint32(r)
	}
	return 0x01000000 + uint32(r)
}

// readKeys asks the server which key types what.
func (d *display) readKeys() error {
	setup := xproto.Setup(d.x)
	first, count := setup.MinKeycode, byte(setup.MaxKeycode-setup.MinKeycode+1)
	m, err := xproto.GetKeyboardMapping(d.x, first, count).Reply()
	if err != nil {
		return fmt.Errorf("ask for the keyboard: %w", err)
	}
	k := keyboard{first: int(first), per: int(m.KeysymsPerKeycode), codes: map[uint32]key{}}
	for row := range int(count) {
		code, empty := xproto.Keycode(int(first)+row), true
		for column := range min(k.per, 2) {
			sym := uint32(m.Keysyms[row*k.per+column])
			if sym == 0 {
				continue
			}
			empty = false
			if _, known := k.codes[sym]; !known {
				k.codes[sym] = key{code, column == 1}
			}
		}
		if empty {
			k.spare = append(k.spare, code)
		}
	}
	k.shift = k.codes[shiftLeft].code
	k.spare = append(slices.Clone(others), k.spare...)
	d.keys = k
	return nil
}

// provide gives a keysym that no key has a key of its own. It reports whether that was needed.
func (d *display) provide(sym uint32) (changed bool, err error) {
	if _, there := d.keys.codes[sym]; there {
		return false, nil
	}
	if len(d.keys.spare) == 0 {
		return false, fmt.Errorf("no key is left to type %#x", sym)
	}
	k := key{code: d.keys.spare[0]}
	syms := make([]xproto.Keysym, d.keys.per)
	for i := range syms {
		syms[i] = xproto.Keysym(sym)
	}
	if err := xproto.ChangeKeyboardMappingChecked(d.x, 1, k.code, byte(len(syms)), syms).Check(); err != nil {
		return false, fmt.Errorf("give a key a sign: %w", err)
	}
	for other, has := range d.keys.codes {
		if has.code == k.code {
			delete(d.keys.codes, other)
		}
	}
	d.keys.codes[sym], d.keys.spare = k, d.keys.spare[1:]
	return true, nil
}

// press presses and releases the key of a keysym, which was provided.
func (d *display) press(sym uint32) error {
	k := d.keys.codes[sym]
	if k.shift {
		d.fake(xproto.KeyPress, byte(d.keys.shift), 0, 0)
	}
	d.fake(xproto.KeyPress, byte(k.code), 0, 0)
	d.fake(xproto.KeyRelease, byte(k.code), 0, 0)
	if k.shift {
		d.fake(xproto.KeyRelease, byte(d.keys.shift), 0, 0)
	}
	return d.sync()
}

// fake makes an event as a device would. Errors come with the next sync.
func (d *display) fake(kind, detail byte, x, y int) {
	xtest.FakeInput(d.x, kind, detail, 0, d.root, int16(x), int16(y), 0)
}

// point moves the pointer.
func (d *display) point(x, y int) { d.fake(xproto.MotionNotify, 0, x, y) }

// button presses or releases the left button.
func (d *display) button(down bool) {
	if down {
		d.fake(xproto.ButtonPress, 1, 0, 0)
	} else {
		d.fake(xproto.ButtonRelease, 1, 0, 0)
	}
}

// sync waits until the server has done all that it was asked for.
func (d *display) sync() error {
	if _, err := xproto.GetInputFocus(d.x).Reply(); err != nil {
		return fmt.Errorf("speak to the display: %w", err)
	}
	return nil
}
