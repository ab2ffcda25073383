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

// Names of cells may stand in quotes in the source, among other texts.
func TestCodesInASource(t *testing.T) {
	source := `print("Noughts!"); cells = {'top left': 0, 'top': 1, 'top right': 2, 'left': 3, 'middle': 4, 'right': 5, 'low left': 6, 'low': 7, 'low right': 8}; print("Draw.")`
	got := fmt.Sprint(codesIn(source, 9))
	if want := "[[top left top top right left middle right low left low low right]]"; got != want {
		t.Errorf("found %s, want %s", got, want)
	}
}
