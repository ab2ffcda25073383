package judge

import "durchgang/core/game"

// picture is facts, sorted for comparing.
type picture struct {
	sheets [game.Second + 1]sheet // of the one board, and of each player's own
	cells  int                    // told of
	rest   []game.Fact            // beside the cells
}

// sheet is the cells of one board, row by row.
type sheet struct {
	rows, cols int
	holds      []held
}

// held is what a cell holds, where that is told.
type held struct {
	content
	told bool
}

// place is a cell of the one board, whose owner is nobody, or of a player's own.
type place struct {
	owner game.Player
	cell  game.Cell
}

// content is what a cell holds: a player's mark or, on a board of a player's own, a
// text.
type content struct {
	mark game.Player
	text string
}

func newPicture(facts []game.Fact) picture {
	var p picture
	for _, f := range facts {
		if f.Kind == game.FactCell {
			s := &p.sheets[f.Owner()]
			s.rows, s.cols = max(s.rows, int(f.Cell.Row)+1), max(s.cols, int(f.Cell.Col)+1)
		}
	}
	for _, f := range facts {
		if f.Kind != game.FactCell {
			p.rest = append(p.rest, f)
			continue
		}
		at, what := cellOf(f)
		p.sheets[at.owner].put(at.cell, what)
		p.cells++
	}
	return p
}

func (s *sheet) put(c game.Cell, what content) {
	if s.holds == nil {
		s.holds = make([]held, s.rows*s.cols)
	}
	if c.Inside(s.rows, s.cols) {
		s.holds[int(c.Row)*s.cols+int(c.Col)] = held{what, true}
	}
}

// at returns what a place holds, and whether that is told.
func (p *picture) at(at place) (content, bool) {
	s := &p.sheets[at.owner]
	if !at.cell.Inside(s.rows, s.cols) {
		return content{}, false
	}
	h := s.holds[int(at.cell.Row)*s.cols+int(at.cell.Col)]
	return h.content, h.told
}

// all reports whether keeps holds for every place told of.
func (p *picture) all(keeps func(at place, what content) bool) bool {
	for owner := range p.sheets {
		s := &p.sheets[owner]
		for i, h := range s.holds {
			at := place{game.Player(owner), game.Cell{Row: int16(i / s.cols), Col: int16(i % s.cols)}}
			if h.told && !keeps(at, h.content) {
				return false
			}
		}
	}
	return true
}

// cellOf is the place that a fact of a cell tells of, and what it holds.
func cellOf(f game.Fact) (place, content) {
	if owner := f.Owner(); owner != game.Nobody {
		return place{owner, f.Cell}, content{text: f.Text}
	}
	return place{game.Nobody, f.Cell}, content{mark: f.Player}
}
