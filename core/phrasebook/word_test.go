package phrasebook

import "testing"

// A word is read where as many places are shown as it has letters, and not as a part of more.
func TestLettersAreAllOfTheWord(t *testing.T) {
	table := Table{Solo: true, Word: "balloon"}
	for line, want := range map[string]string{
		"Word: _ _ _ _ _ _ _":           "_______",
		"Word: b _ _ _ _ _ _   (6)":     "b______",
		"Word: _ _ _ _ _ _ _ _":         "",
		"Word: _ _ _ _ _ _ _ a  left 6": "",
		"[_______] 6":                   "_______",
	} {
		if got, _ := table.letters(line, usualHiders); got != want {
			t.Errorf("%q shows %q, want %q", line, got, want)
		}
	}
}

// What hides letters is the sign that stands for all of them when a game begins, or else among letters
// later on; only where none does are they the usual signs.
func TestHiders(t *testing.T) {
	tests := []struct {
		word, first, later string
		want               string
	}{
		{"oo", "-- (6 left)", "There are 2 o.", "-"},
		{"orange", "Word: ------  Lives: ******", "Word: --a---  Lives: ******", "-"},
		{"orange", "Word: ------  Lives: ******", "Word: ------  Lives: *****", "-*"},
		{"orange", "$ $ $ $ $ $", "", "$"},
		{"orange", "Guess! It has 6 letters.", "", usualHiders},
		{"a-b", "_-_", "", "_"},
	}
	for _, tt := range tests {
		table := Table{Solo: true, Word: tt.word}
		var known Known
		known.Hide(table, NewScreen(tt.first), true)
		known.Hide(table, NewScreen(tt.later), false)
		if known.Hiders != tt.want {
			t.Errorf("%q, then %q: letters of %s are hidden by %q, want %q", tt.first, tt.later, tt.word, known.Hiders, tt.want)
		}
	}
}
