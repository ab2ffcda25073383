package suite

import (
	"embed"
	"errors"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
)

// The file of a suite is named after its variant, with a comma for the colon.
//
//go:embed shipped/*.suite shipped/own/*.suite
var shipped embed.FS

// Shipped returns the suite that comes with Durchgang for a game's usual
// variant, and its text.
func Shipped(v game.Variant, games game.Registry) (*Suite, string, error) {
	name := "shipped/" + strings.ReplaceAll(string(v), ":", ",") + ".suite"
	text, err := shipped.ReadFile(name)
	if err != nil {
		return nil, "", fmt.Errorf("no suite ships with Durchgang for %s", v)
	}
	s, err := Parse(name, string(text), games)
	return s, string(text), err
}

// noOwn says that programs of a variant cannot make the set-up themselves, and in which they can.
func noOwn(rules game.Rules, games game.Registry) error {
	if own, ok := games.OwnSetups(rules); ok {
		return fmt.Errorf("in this variant it cannot be told what a program has set up; it can in %s", own.Variant())
	}
	return errors.New("in this variant it cannot be told what a program has set up")
}

// ShippedOwn returns the suite that comes with Durchgang for programs that make the hidden set-up of a
// variant themselves, and its text. The error says where there is none.
func ShippedOwn(rules game.Rules, games game.Registry) (*Suite, string, error) {
	v := rules.Variant()
	name := ownName(v)
	text, err := shipped.ReadFile(name)
	if err != nil {
		return nil, "", fmt.Errorf("in %s a program has nothing to set up by itself", v)
	}
	own, ok := games.OwnSetups(rules)
	if !ok {
		return nil, "", fmt.Errorf("%s: %w", v, noOwn(rules, games))
	}
	v = own.Variant()
	lines := strings.SplitAfter(string(text), "\n")
	for i, line := range lines {
		if strings.HasPrefix(line, "game ") {
			lines[i] = "game " + string(v) + "\n"
		}
	}
	written := strings.Join(lines, "")
	s, err := Parse(name, written, games)
	if err != nil {
		return nil, "", fmt.Errorf("the suite that ships for such programs does not fit %s: %w", v, err)
	}
	return s, written, nil
}

// ownName is the file of the suite for programs that make the hidden set-up of a variant themselves: the one
// that is for most of its parameters.
func ownName(v game.Variant) string {
	name, most := "shipped/own/"+v.Game()+".suite", 0
	params := strings.Split(strings.TrimPrefix(string(v), v.Game()+":"), ",")
	entries, _ := shipped.ReadDir("shipped/own") // which is part of the program
	for _, e := range entries {
		file := strings.Split(strings.TrimSuffix(e.Name(), ".suite"), ",")
		other := slices.ContainsFunc(file[1:], func(param string) bool { return !slices.Contains(params, param) })
		if file[0] == v.Game() && !other && len(file)-1 > most {
			name, most = "shipped/own/"+e.Name(), len(file)-1
		}
	}
	return name
}

// ShippedNames lists the variants for which a suite comes with Durchgang.
func ShippedNames() []game.Variant {
	entries, err := shipped.ReadDir("shipped")
	if err != nil {
		return nil // the folder is part of the program
	}
	var names []game.Variant
	for _, e := range entries {
		if name, is := strings.CutSuffix(e.Name(), ".suite"); is {
			names = append(names, game.Variant(strings.Replace(name, ",", ":", 1)))
		}
	}
	return names
}
