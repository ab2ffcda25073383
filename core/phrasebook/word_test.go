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
