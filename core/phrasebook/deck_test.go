package phrasebook_test

import (
	"slices"
	"testing"

	"durchgang/core/phrasebook"
)

// Cards have their usual names on a screen where the book says what the program calls them.
func TestNamesOfCards(t *testing.T) {
	b, err := phrasebook.Parse("book", "ranks: {'10': T, J: Bube, K: König, A: Ass}\nsuits: [Pik, Herz, Karo, Kreuz]\n")
	if err != nil {
		t.Fatal(err)
	}
	for printed, want := range map[string]string{
		"Bube, 3, König":               "J, 3, K",
		"Herz König und Pik 5":         "K♥ und 5♠",
		"Ass von Herz":                 "A♥",
		"Karte: Tc Th":                 "Karte: 10c 10h",
		"Königlich! Der Bubentrick":    "Königlich! Der Bubentrick",
		"Tippe, was du tun willst (T)": "Tippe, was du tun willst (10)",
	} {
		if got := b.Look(nil, printed); !slices.Equal(got, phrasebook.Screen{want}) {
			t.Errorf("%q is read as %q, want %q", printed, got, want)
		}
	}
	for _, wrong := range []string{"ranks: {Z: Zahl}", "ranks: {K: ''}", "suits: [Pik]"} {
		if _, err := phrasebook.Parse("book", wrong); err == nil {
			t.Errorf("%s is accepted", wrong)
		}
	}
}
