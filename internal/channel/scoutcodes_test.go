package channel

import (
	"fmt"
	"testing"

	"durchgang/core/phrasebook"
)

// A program's own names of cells are found where as many different ones stand together.
func TestCodesOnAScreen(t *testing.T) {
	for screen, want := range map[string]string{
		"Where do the sheep graze (nw n ne w c e sw s se)? ":   "[[nw n ne w c e sw s se]]",
		"q w e\na s d\nz x c\nX: ":                             "[[q w e a s d z x c]]",
		"Keys are qweasdzxc\n> ":                               "[]",
		"qweasdzxc\n> ":                                        "[[q w e a s d z x c]]",
		"X, where? (a b c a b c a b c)":                        "[]",
		"A long sentence of nine words that are different all": "[]",
	} {
		if got := fmt.Sprint(codesOn(phrasebook.NewScreen(screen), 9, 3)); got != want {
			t.Errorf("%q has %s, want %s", screen, got, want)
		}
	}
}
