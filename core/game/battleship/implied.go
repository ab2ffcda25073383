package battleship

import (
	"errors"
	"fmt"
	"slices"
	"sort"
	"strings"

	"durchgang/core/game"
)

// ErrImplied means that fleets cannot be told from the shots.
var ErrImplied = errors.New("the fleet can be told only where one player shoots at a fleet that is not placed by hand")

// Implied implements game.Implies.
func (r *Rules) Implied() bool { return !r.two && !r.byHand }

// answer is what was told of a cell that was shot at.
type answer struct {
	hit  bool
	ship string // the name, where it was told
	move int    // the first one at the cell
}

// Imply implements game.Implies. A fleet whose ships are sunk when that was told is
// preferred to one in which a ship that is told to be sunk lies where the shot was, and that
// to one that fits the hits and misses only.
func (r *Rules) Imply(moves []game.Move, seen [][]game.Fact) (game.Setup, error) {
	if !r.Implied() {
		return "", ErrImplied
	}
	told, sunk, err := r.answers(moves, seen)
	if err != nil {
		return "", err
	}
	for _, by := range []fit{bySinking, byNames, byHits} {
		if berths := r.fleetFor(told, sunk, len(moves), by); berths != nil {
			return r.setupOf(berths), nil
		}
	}
	first := sort.Search(len(moves), func(i int) bool { return r.fleetFor(told, sunk, i+1, byHits) == nil })
	hits := 0
	for _, a := range told {
		if a.hit && a.move <= first {
			hits++
		}
	}
	return "", &game.Contradiction{
		Move:     first,
		Expected: fmt.Sprintf("a fleet of ships of %s cells lies where all answers say", r.spellLengths()),
		Seen:     fmt.Sprintf("after %d shots and %d hits there is no place for it", first+1, hits),
	}
}

func (r *Rules) spellLengths() string {
	var lengths []string
	for _, n := range r.lengths() {
		lengths = append(lengths, fmt.Sprint(n))
	}
	return strings.Join(lengths, ", ")
}

func (r *Rules) setupOf(berths []Berth) game.Setup {
	var list []string
	for _, b := range berths {
		list = append(list, b.String())
	}
	return game.Setup("fleet=" + strings.Join(list, ","))
}

// answers are what was told by cell, and the names of the ships told to be sunk by move.
// The error is a *game.Contradiction about a cell that changed.
func (r *Rules) answers(moves []game.Move, seen [][]game.Fact) (told map[game.Cell]answer, sunk map[int][]string, err error) {
	told, sunk = map[game.Cell]answer{}, map[int][]string{}
	for i, m := range moves {
		said := slices.ContainsFunc(seen[i], func(f game.Fact) bool { return f.Kind == game.FactHit || f.Kind == game.FactMiss })
		for _, f := range seen[i] {
			marked := !said && f.Kind == game.FactCell && f.Cell == m.Cell && (f.Text == game.HitText || f.Text == game.MissText)
			switch {
			case f.Kind == game.FactSunk:
				sunk[i] = append(sunk[i], f.Text)
			case f.Kind == game.FactHit, f.Kind == game.FactMiss, marked: // where nothing is said, the board shows it
				hit := f.Kind == game.FactHit || marked && f.Text == game.HitText
				if before, again := told[m.Cell]; again && before.hit != hit {
					return nil, nil, &game.Contradiction{
						Move:     i,
						Expected: fmt.Sprintf("%s is still a %s", m.Cell, kindOf(before.hit)),
						Seen:     fmt.Sprintf("it has become a %s", kindOf(hit)),
					}
				} else if !again {
					told[m.Cell] = answer{hit, nameIn(f), i}
				}
			}
		}
	}
	return told, sunk, nil
}

// nameIn is the name of the ship that a fact about a shot tells.
func nameIn(f game.Fact) string {
	if f.Kind == game.FactCell {
		return ""
	}
	return f.Text
}

func kindOf(hit bool) game.Kind {
	if hit {
		return game.FactHit
	}
	return game.FactMiss
}

// fit is what a fleet must fit beside hits and misses.
type fit int

const (
	byHits    fit = iota
	byNames       // a ship that is named at a shot lies there
	bySinking     // and ships are sunk when that is told
)

// fitting looks for a fleet that fits answers.
type fitting struct {
	*search
	rules  *Rules
	told   map[game.Cell]answer // up to a move
	sunk   map[int][]string
	moves  int // how many of them count
	by     fit
	hits   []game.Cell // in order
	placed []bool
	tries  int
}

// mostTries bounds the search; nobody's fleet has needed a hundredth of it.
const mostTries = 2_000_000

// fleetFor returns a fleet that fits what was told in the first moves, or nil.
func (r *Rules) fleetFor(told map[game.Cell]answer, sunk map[int][]string, moves int, by fit) []Berth {
	f := &fitting{
		search: newSearch(r.rows, r.cols, r.lengths(), r.touching), rules: r,
		told: map[game.Cell]answer{}, sunk: sunk, moves: moves, by: by, placed: make([]bool, len(r.fleet)),
	}
	var misses set
	for c, a := range told {
		switch {
		case a.move >= moves:
		case a.hit:
			f.told[c] = a
			f.hits = append(f.hits, c)
		default:
			misses.add(f.bit(int(c.Row), int(c.Col)))
		}
	}
	slices.SortFunc(f.hits, func(a, b game.Cell) int { return f.told[a].move - f.told[b].move })
	if !f.cover(misses, set{}) {
		return nil
	}
	return f.laid
}

// cover places a ship over the first hit that has none, in every way; once all have one
// the other ships go where nothing was hit.
func (f *fitting) cover(taken, covered set) bool {
	if f.tries++; f.tries > mostTries {
		return false
	}
	for _, c := range f.hits {
		bit := f.bit(int(c.Row), int(c.Col))
		if covered.has(bit) {
			continue
		}
		for ship := range f.lengths {
			if f.placed[ship] {
				continue
			}
			for i := range f.berths[ship] {
				p := &f.berths[ship][i]
				if !p.cells.has(bit) || !f.free(&taken, p) || f.by >= byNames && !f.named(ship, p.berth) {
					continue
				}
				next, over := f.with(&taken, p), covered
				for w := range f.n {
					over[w] |= p.cells[w]
				}
				f.placed[ship], f.laid[ship] = true, p.berth
				if f.cover(next, over) {
					return true
				}
				f.placed[ship] = false
			}
		}
		return false
	}
	if f.by == bySinking && !f.sinks() {
		return false
	}
	return f.rest(0, taken)
}

// rest places the ships that were not hit.
func (f *fitting) rest(ship int, taken set) bool {
	if f.tries++; f.tries > mostTries {
		return false
	}
	if ship == len(f.lengths) {
		return true
	}
	if f.placed[ship] {
		return f.rest(ship+1, taken)
	}
	for i := range f.berths[ship] {
		if p := &f.berths[ship][i]; f.free(&taken, p) {
			f.laid[ship] = p.berth
			if f.rest(ship+1, f.with(&taken, p)) {
				return true
			}
		}
	}
	return false
}

// named reports whether the hits on a ship were told with its name, or with none, and so was that it is sunk.
func (f *fitting) named(ship int, at Berth) bool {
	other := func(name string) bool { return name != "" && name != f.rules.fleet[ship].Name }
	for _, c := range at.Cells(f.lengths[ship]) {
		if a, hit := f.told[c]; hit &&
			(other(a.ship) || len(f.sunk[a.move]) > 0 && !slices.ContainsFunc(f.sunk[a.move], func(name string) bool { return !other(name) })) {
			return false
		}
	}
	return true
}

// sinks reports whether the ships that were hit were sunk at the moves at which that was
// told, and at no others.
func (f *fitting) sinks() bool {
	left := map[int][]string{}
	for move, names := range f.sunk {
		if move < f.moves {
			left[move] = slices.Clone(names)
		}
	}
	for ship, placed := range f.placed {
		if !placed {
			continue
		}
		last, afloat := -1, false
		for _, c := range f.laid[ship].Cells(f.lengths[ship]) {
			a, hit := f.told[c]
			afloat = afloat || !hit
			last = max(last, a.move)
		}
		if afloat {
			continue
		}
		name := f.rules.fleet[ship].Name
		i := slices.IndexFunc(left[last], func(told string) bool { return told == name || told == "" })
		if i < 0 {
			return false
		}
		left[last] = slices.Delete(left[last], i, i+1)
	}
	for _, names := range left {
		if len(names) > 0 {
			return false
		}
	}
	return true
}
