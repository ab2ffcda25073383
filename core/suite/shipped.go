package suite

import (
	"embed"
	"fmt"
	"strings"

	"durchgang/core/game"
)

//go:embed shipped/*.suite
var shipped embed.FS

// Shipped returns the suite that comes with Durchgang for a game's usual
// variant, and its text.
func Shipped(v game.Variant, games game.Registry) (*Suite, string, error) {
	name := "shipped/" + string(v) + ".suite"
	text, err := shipped.ReadFile(name)
	if err != nil {
		return nil, "", fmt.Errorf("no suite comes with Durchgang for %s: write one (docs/scripts.md) and pass it with --suite", v)
	}
	s, err := Parse(name, string(text), games)
	return s, string(text), err
}

// ShippedNames lists the variants for which a suite comes with Durchgang.
func ShippedNames() []game.Variant {
	entries, err := shipped.ReadDir("shipped")
	if err != nil {
		return nil // the folder is part of the program
	}
	names := make([]game.Variant, len(entries))
	for i, e := range entries {
		names[i] = game.Variant(strings.TrimSuffix(e.Name(), ".suite"))
	}
	return names
}
