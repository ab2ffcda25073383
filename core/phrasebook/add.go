package phrasebook

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"github.com/goccy/go-yaml"

	"durchgang/core/game"
)

// ErrMeaning means that a phrase can stand nowhere by that name.
var ErrMeaning = errors.New("a phrase cannot mean that")

// meanings are the keys of phrasebooks under which phrases stand, in words.
var meanings = []struct{ key, says, table string }{
	{"says.won", "somebody has won", "two"},
	{"says.drawn", "a draw", "board"},
	{"says.refused", "a refusal", "two"},
	{"says.turn", "whose turn it is", "two"},
	{"names.first", "the first player", "two"},
	{"names.second", "the second player", "two"},
	{"shots.hit", "a hit", "sea"},
	{"shots.miss", "a miss", "sea"},
	{"shots.sunk", "a ship is sunk", "sea"},
	{"solo.won", "the player has won", "word"},
	{"solo.lost", "the player has lost", "word"},
	{"solo.refused", "a refusal", "solo"},
	{"cards.win", "the hand wins", "cards"},
	{"cards.lose", "the hand loses", "cards"},
	{"cards.push", "neither wins", "cards"},
	{"cards.bust", "a hand is bust", "cards"},
	{"says.again", "an offer of another game", ""},
	{"ignore", "nothing: pass it over", ""},
}

// Meanings lists what a phrase can mean in a game: the key, and in words.
func Meanings(rules game.Rules, s game.Setup) [][2]string {
	t := TableOf(rules, s)
	fits := map[string]bool{
		"": true, "two": !t.Solo, "board": !t.Solo && !t.oceans, "sea": t.oceans,
		"word": t.Solo && !t.cards, "solo": t.Solo, "cards": t.cards,
	}
	var list [][2]string
	for _, m := range meanings {
		if fits[m.table] {
			list = append(list, [2]string{m.key, m.says})
		}
	}
	return list
}

// Add returns the text of a phrasebook with one more phrase, which is found whatever its
// numbers and blanks are; names of players in it stand for either. Comments are kept.
func Add(file, text, key, phrase string) (string, error) {
	if !slices.ContainsFunc(meanings, func(m struct{ key, says, table string }) bool { return m.key == key }) {
		return "", fmt.Errorf("%q: %w", key, ErrMeaning)
	}
	book, err := Parse(file, text)
	if err != nil {
		return "", err
	}
	comments := yaml.CommentMap{}
	var whole yaml.MapSlice
	if strings.TrimSpace(text) != "" {
		if err := yaml.UnmarshalWithOptions([]byte(text), &whole, yaml.CommentToMap(comments)); err != nil {
			return "", &Error{File: file, Err: err}
		}
	}
	value := strings.TrimSpace(phrase)
	if !strings.HasPrefix(key, "names.") {
		value = book.pattern(value, key)
	}
	whole = insert(whole, strings.Split(key, "."), value)
	out, err := yaml.MarshalWithOptions(whole, yaml.WithComment(comments))
	if err != nil {
		return "", &Error{File: file, Err: err}
	}
	_, err = Parse(file, string(out))
	return string(out), err
}

// insert appends a value to the list at a path.
func insert(m yaml.MapSlice, path []string, value string) yaml.MapSlice {
	for i, item := range m {
		if item.Key != path[0] {
			continue
		}
		if len(path) > 1 {
			inner, _ := item.Value.(yaml.MapSlice)
			m[i].Value = insert(inner, path[1:], value)
			return m
		}
		list, _ := item.Value.([]any)
		m[i].Value = append(list, value)
		return m
	}
	if len(path) > 1 {
		return append(m, yaml.MapItem{Key: path[0], Value: insert(nil, path[1:], value)})
	}
	return append(m, yaml.MapItem{Key: path[0], Value: []any{value}})
}

var numbers = regexp.MustCompile(`[0-9]+`)

// pattern is a regular expression that finds a phrase.
func (b *Book) pattern(phrase, key string) string {
	words := strings.Fields(phrase)
	for i, w := range words {
		bare := strings.Trim(w, ".,:;!?()'")
		for p := game.First; p <= game.Second; p++ {
			named := slices.ContainsFunc(
				append(slices.Clone(b.names[p]), b.marks[p]),
				func(name string) bool { return strings.EqualFold(name, bare) },
			)
			if named && (key == "says.won" || key == "says.turn") {
				words[i] = "{player}"
			}
		}
		if words[i] != "{player}" {
			words[i] = numbers.ReplaceAllString(regexp.QuoteMeta(w), `\d+`)
		}
	}
	text := strings.Join(words, `\s+`)
	return strings.ReplaceAll(strings.ReplaceAll(text, `{player}\s+`, `{player}\s*`), `\s+{player}`, `\s*{player}`)
}
