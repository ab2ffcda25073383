package suite

import (
	"embed"
	"fmt"

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
