package suite

import (
	"errors"
	"fmt"
	"io/fs"
	"slices"
	"strings"

	"durchgang/core/game"
)

// Shipped returns the suite that comes with Durchgang for a game's usual
// variant, and its text.
func Shipped(v game.Variant, games game.Registry) (*Suite, string, error) {
	name := "shipped/" + strings.ReplaceAll(string(v), ":", ",") + ".suite"
	text, err := fs.ReadFile(games.Suites(v), name)
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
	shipped := games.Suites(v)
	name := ownName(v, shipped)
	text, err := fs.ReadFile(shipped, name)
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
func ownName(v game.Variant, shipped fs.FS) string {
	name, most := "shipped/own/"+v.Game()+".suite", 0
	params := strings.Split(strings.TrimPrefix(string(v), v.Game()+":"), ",")
	entries, _ := fs.ReadDir(shipped, "shipped/own") // which is there where a game has such suites
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
func ShippedNames(games game.Registry) (names []game.Variant) {
	for _, d := range games.Games() {
		entries, _ := fs.ReadDir(games.Suites(game.Variant(d.Name)), "shipped") // which is there where a game has suites
		for _, e := range entries {
			name, is := strings.CutSuffix(e.Name(), ".suite")
			if v := game.Variant(strings.Replace(name, ",", ":", 1)); is && v.Game() == d.Name {
				names = append(names, v)
			}
		}
	}
	return names
}
