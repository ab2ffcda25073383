package channel

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"durchgang/core/game"
	"durchgang/core/pagemap"
)

// likely are letters in the order in which they are guessed where nothing is known of a word.
const likely = "eariotnslcudpmhgbfywkvxzjq"

// revealWord finds out the word that a page has chosen, and takes it for the set-up: of those that its source
// names, the longest that the page shows once letters have been guessed and did not show before. A draft
// opens the page with the same chance each time.
func (d *pageDrafter) revealWord(rules game.Chooses) error {
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	before := together(d.first)
	for _, letter := range likely {
		if v.fallen != nil {
			break
		}
		v.try(game.Move{Text: string(letter)})
	}
	now, err := v.scan()
	if err != nil {
		return err
	}
	after, longest := together(now), ""
	for _, setup := range rules.Choices(d.Source) {
		word := strings.ToLower(rules.Spell(setup).Values()["word"])
		if len(word) > len(longest) && strings.Contains(after, word) && !strings.Contains(before, word) && !fixed(word, now, d.Source) {
			longest, d.Setup = word, setup
		}
	}
	return v.err
}

// fixed reports whether a page shows a word only in sentences that stand in its source, beside the same word.
func fixed(word string, now pagemap.Scan, source string) bool {
	found := false
	for _, t := range now.Texts {
		words := strings.Fields(t.Text)
		at := slices.IndexFunc(words, func(w string) bool { return strings.EqualFold(strings.Trim(w, `.,:;!?"'`), word) })
		if at < 0 {
			continue
		}
		before := at > 0 && strings.Contains(source, words[at-1]+" "+words[at])
		if behind := at+1 < len(words) && strings.Contains(source, words[at]+" "+words[at+1]); !before && !behind {
			return false
		}
		found = true
	}
	return found
}

// together are the letters of all that a page shows, one behind the other.
func together(s pagemap.Scan) string {
	var b strings.Builder
	for _, t := range s.Texts {
		for _, c := range strings.ToLower(t.Text) {
			if unicode.IsLetter(c) {
				b.WriteRune(c)
			}
		}
	}
	return b.String()
}

// hiddenFleet is rules of a game in which a page may hide a fleet.
type hiddenFleet interface {
	game.Implies
	ShipLengths() []int
}

// revealFleet finds out where a page has hidden its fleet, and takes that for the set-up: every cell is shot
// at, and as many as the fleet has cells look alike.
func (d *pageDrafter) revealFleet(rules hiddenFleet) error {
	v, err := d.open()
	if err != nil {
		return err
	}
	defer v.leave()
	var moves []game.Move
	for i := range d.rows * d.cols {
		at := game.Cell{Row: int16(i / d.cols), Col: int16(i % d.cols)}
		x, y, there := v.Map.Place(v.looked, v.rows, v.cols, at, false, game.First)
		if !there || v.fallen != nil {
			break
		}
		if _, err := v.clickAt(x, y); err != nil {
			return err
		}
		moves = append(moves, game.Move{Cell: at})
	}
	fleet := 0
	for _, n := range rules.ShipLengths() {
		fleet += n
	}
	alike := map[string][]int{}
	cells := v.board()
	for i, c := range cells {
		looks := fmt.Sprint(c.Text, c.Classes, c.Attributes, c.Picture, c.Color, c.Letters, c.Ink, c.Pattern)
		alike[looks] = append(alike[looks], i)
	}
	for _, hits := range alike {
		if len(hits) != fleet {
			continue
		}
		seen := make([][]game.Fact, len(moves))
		for i, m := range moves {
			kind := game.FactMiss
			if slices.Contains(hits, i) {
				kind = game.FactHit
			}
			seen[i] = []game.Fact{{Kind: kind, Player: game.Second, Cell: m.Cell}}
		}
		if setup, err := rules.Imply(moves, seen); err == nil {
			d.Setup = setup
			return v.err
		}
	}
	return v.err
}
