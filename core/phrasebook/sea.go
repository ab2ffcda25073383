package phrasebook

import (
	"regexp"
	"slices"
	"strings"
	"unicode/utf8"

	"durchgang/core/game"
)

// sea is what is said of shots at ships, and whose board is whose.
type sea struct {
	ignore, hit, miss, sunk, won, refused []*regexp.Regexp
	own, target                           []*regexp.Regexp  // captions of a player's own board, and of the one shot at
	drawn                                 map[string]string // what a cell's drawing means
}

// splash is what one line says of a shot.
type splash struct{ hit, miss, sunk, won bool }

func (s splash) told() bool { return s.hit || s.miss || s.sunk || s.won }

// splash reads a line. One that tells of hits and misses alike is a legend, and one that
// refuses tells of an earlier shot.
func (b *Book) splash(line string) splash {
	text := blank(b.sea.ignore, b.blank(line))
	s := splash{
		hit:  matchesAny(b.sea.hit, text),
		miss: matchesAny(b.sea.miss, text),
		sunk: matchesAny(b.sea.sunk, text),
		won:  matchesAny(b.sea.won, text),
	}
	if s.hit && s.miss || matchesAny(b.sea.refused, text) {
		return splash{}
	}
	return s
}

// readShots adds what was printed after a shot to the facts: the shot's own, and the
// boards of which it can be told whose they are.
func (b *Book) readShots(screen Screen, t Table, step Step, facts []game.Fact) []game.Fact {
	target := game.Second
	if !t.Solo {
		target = step.Mover.Opponent()
	}
	if step.Move != nil && step.Move.Verb == "" {
		facts = append(facts, b.shot(screen, t, game.Fact{Player: target, Cell: step.Move.Cell})...)
	}
	won := slices.ContainsFunc(facts, func(f game.Fact) bool { return f.Kind == game.FactWon })
	if !won && slices.ContainsFunc(screen, func(line string) bool { return b.splashOf(line).won }) {
		winner := game.Nobody // a fleet is sunk, and it is not said by whom
		if t.Solo {
			winner = game.First
		}
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: winner})
	}
	return append(facts, b.oceans(screen, t, step)...)
}

// splashOf is splash, remembered.
func (b *Book) splashOf(line string) splash {
	return b.splashes.get(line, func() splash { return b.splash(line) })
}

// shot reads what became of one shot.
func (b *Book) shot(screen Screen, t Table, at game.Fact) []game.Fact {
	var all splash
	ship, sinks := "", false
	for _, line := range screen {
		s := b.splashOf(line)
		all.hit, all.miss = all.hit || s.hit, all.miss || s.miss
		named := t.shipIn(line)
		if named != "" && (s.hit || s.sunk) {
			ship = named
		}
		sinks = sinks || s.sunk && (!s.won || named != "")
	}
	fact := func(kind game.Kind, text string) game.Fact {
		f := at
		f.Kind, f.Text = kind, text
		return f
	}
	var facts []game.Fact
	switch {
	case all.miss:
		facts = append(facts, fact(game.FactMiss, ""))
	case (all.hit || sinks) && t.names:
		facts = append(facts, fact(game.FactHit, ship))
	case all.hit || sinks:
		facts = append(facts, fact(game.FactHit, ""))
	}
	if sinks {
		facts = append(facts, game.Fact{Kind: game.FactSunk, Player: at.Player, Text: ship})
	}
	return facts
}

// shipIn returns the one ship that a line names, the longest name where one is part of
// another.
func (t Table) shipIn(line string) string {
	found := ""
	lower := strings.ToLower(line)
	for _, ship := range t.ships {
		if len(ship) > len(found) && strings.Contains(lower, strings.ToLower(ship)) {
			found = ship
		}
	}
	return found
}

// ocean is a board of a player's own as it is drawn, between two lines of a screen.
type ocean struct {
	begin, end int
	caption    string
	over       int        // the line of the caption, -1 without one
	cells      [][]string // " " for a blank one
}

// oceans reads the last board of each player.
func (b *Book) oceans(screen Screen, t Table, step Step) []game.Fact {
	found := b.findOceans(screen, t)
	if len(found) == 0 {
		return nil
	}
	sea := step.Known.Sea
	if sea == "" {
		sea = usualCell(found)
	}
	drawn := map[int]bool{}
	for _, o := range found {
		drawn[o.over] = true
		for i := o.begin; i <= o.end; i++ {
			drawn[i] = true
		}
	}
	turn := b.turnIn(screen, len(screen), drawn)
	var cells [3][]game.Fact
	for _, o := range found {
		viewer := b.turnIn(screen, o.begin, drawn)
		if viewer == game.Nobody {
			viewer = turn
		}
		owner := b.owner(o.caption, viewer, t)
		if owner == game.Nobody {
			continue
		}
		if read := b.water(o, owner, sea, owner == viewer && !t.Solo); read != nil {
			cells[owner] = read
		}
	}
	return append(cells[game.First], cells[game.Second]...)
}

// Sea returns how a cell is drawn of which nothing is known: like most cells of the first
// board. It is empty without a board.
func (b *Book) Sea(screen Screen, t Table) string {
	if !t.oceans {
		return ""
	}
	return usualCell(b.findOceans(screen, t))
}

// Water is a board at sea as it is drawn: its cells by row, and the sign that most of them have.
type Water struct {
	Cells [][]string
	Sea   string
}

// Waters returns the boards at sea on a screen.
func (b *Book) Waters(screen Screen, t Table) (boards []Water) {
	for _, o := range b.findOceans(screen, t) {
		boards = append(boards, Water{o.cells, usualCell([]ocean{o})})
	}
	return boards
}

// Bounds of the size of a board that is looked for, in rows and columns.
const (
	leastSea = 4
	mostSea  = 20
)

// SeaSize returns the size of the largest board on a screen of which nothing is known yet, in rows and columns; 0
// without one.
func (b *Book) SeaSize(screen Screen) (rows, cols int) {
	for cols := mostSea; cols >= leastSea; cols-- {
		for rows := mostSea; rows >= leastSea; rows-- {
			if slices.ContainsFunc(b.findOceans(screen, Table{Rows: rows, Cols: cols}), ocean.plain) {
				return rows, cols
			}
		}
	}
	return 0, 0
}

// plain reports whether all cells of a board are drawn alike, and none as a blank.
func (o ocean) plain() bool {
	first := o.cells[0][0]
	return strings.TrimSpace(first) != "" &&
		!slices.ContainsFunc(slices.Concat(o.cells...), func(cell string) bool { return cell != first })
}

func usualCell(boards []ocean) string {
	counts, usual := map[string]int{}, ""
	for _, o := range boards {
		for _, cell := range slices.Concat(o.cells...) {
			counts[cell]++
			if counts[cell] > counts[usual] {
				usual = cell
			}
		}
	}
	return usual
}

// turnIn is the player named last before a line of a screen, but for the lines of boards
// and their captions.
func (b *Book) turnIn(screen Screen, before int, drawn map[int]bool) game.Player {
	for i := before - 1; i >= 0; i-- {
		named := b.named.get(screen[i], func() game.Player { return player(b.prompt, b.blank(screen[i])) })
		if named != game.Nobody && !drawn[i] {
			return named
		}
	}
	return game.Nobody
}

// owner tells whose board a caption is over. A player's own board is theirs, and what
// they shoot at is the other's, as is a board without a caption of its own.
func (b *Book) owner(caption string, viewer game.Player, t Table) game.Player {
	if t.Solo {
		return game.Second
	}
	whose := player(b.prompt, caption)
	if whose == game.Nobody {
		whose = viewer
	}
	if matchesAny(b.sea.own, caption) && !matchesAny(b.sea.target, caption) {
		return whose
	}
	return whose.Opponent()
}

// water turns a board's drawing into cells, or returns nil when one of them means
// nothing. Ships on one's own board are no secret.
func (b *Book) water(o ocean, owner game.Player, sea string, own bool) []game.Fact {
	var facts []game.Fact
	for r, row := range o.cells {
		for c, drawing := range row {
			text := b.sea.drawn[strings.ToLower(drawing)]
			switch {
			case text != "":
			case drawing == sea:
				text = game.SeaText
			default:
				text = meaning(drawing)
			}
			if own && text == game.ShipText {
				text = game.SeaText
			}
			facts = append(facts, game.Fact{Kind: game.FactCell, Player: owner, Cell: game.Cell{Row: int16(r), Col: int16(c)}, Text: text})
		}
	}
	return facts
}

// meaning is what a cell's drawing usually means that is not the sea's.
func meaning(drawing string) string {
	switch {
	case strings.Contains("xh*#†✖✗❌💥🔥●", strings.ToLower(drawing)):
		return game.HitText
	case strings.Contains("om0·.-_~+/\\○◯⭕⚪ ≈•,:", strings.ToLower(drawing)):
		return game.MissText
	}
	return game.ShipText
}

// findOceans finds the boards on a screen, from the top.
func (b *Book) findOceans(screen Screen, t Table) []ocean {
	if t.Rows == 0 {
		return nil
	}
	if found := b.oceansIn(screen, t); found != nil {
		return found
	}
	left, right := make([]string, len(screen)), make([]string, len(screen))
	for i, line := range screen {
		left[i], right[i] = halves(line, t.Cols)
	}
	return append(b.oceansIn(left, t), b.oceansIn(right, t)...)
}

var gap = regexp.MustCompile(`\s*\|\|\s*|\s{2,}(?:[|│║:]\s{2,})?|\s[|│║]\s`)

// halves splits a line of two boards side by side, or of two captions, in the middle.
func halves(line string, cols int) (left, right string) {
	gaps := gap.FindAllStringIndex(strings.TrimRight(line, " "), -1)
	best, middle := -1, len(line)
	for i, g := range gaps {
		l, r := line[:g[0]], line[g[1]:]
		if strings.TrimSpace(l) == "" {
			continue
		}
		off := len(strings.TrimSpace(l)) - len(strings.TrimSpace(r))
		if off < 0 {
			off = -off
		}
		if off < middle {
			best, middle = i, off
		}
	}
	if best < 0 {
		return line, ""
	}
	return line[:gaps[best][0]], line[gaps[best][1]:]
}

// oceansIn finds the boards among lines, in the layout that finds most.
func (b *Book) oceansIn(lines []string, t Table) []ocean {
	var best []ocean
	for _, split := range layouts {
		var found []ocean
		var run [][]string
		first := 0
		flush := func(end int) {
			if n := len(run); n >= t.Rows && n <= t.Rows+1 {
				begin := first
				if n > t.Rows { // a header that reads like a row
					run, begin = run[1:], first+1
				}
				caption, over := b.captionOver(lines, begin)
				found = append(found, ocean{begin: begin, end: end, caption: caption, over: over, cells: run})
			}
			run = nil
		}
		for i, line := range lines {
			switch cells := waterRow(split(line, t.Cols)); {
			case cells != nil:
				if run == nil {
					first = i
				}
				run = append(run, cells)
				if len(run) == t.Rows && (i+1 == len(lines) || waterRow(split(lines[i+1], t.Cols)) == nil) {
					flush(i)
				}
			case !between(line) || strings.TrimSpace(line) == "" && len(run) > 1:
				flush(i - 1)
			}
		}
		flush(len(lines) - 1)
		if len(found) > len(best) {
			best = found
		}
	}
	return best
}

// waterRow returns the cells of a row, each one sign, or nil when it is none: a header
// counts up.
func waterRow(cells []string) []string {
	if len(cells) < 2 {
		return nil
	}
	row := make([]string, len(cells))
	counts := true
	for i, cell := range cells {
		if utf8.RuneCountInString(strings.TrimSuffix(cell, "\ufe0f")) > 1 {
			return nil
		}
		if cell == "" {
			cell = " "
		}
		row[i] = cell
		counts = counts && len(cell) == 1 && len(cells[0]) == 1 && cell[0] == cells[0][0]+byte(i)
	}
	if counts {
		return nil
	}
	return row
}

// captionOver is the line over a board that is neither blank, a frame nor a header, and says nothing of a shot.
func (b *Book) captionOver(lines []string, begin int) (caption string, line int) {
	for i := begin - 1; i >= 0; i-- {
		if b.splashOf(lines[i]).told() || matchesAny(b.refused, lines[i]) || matchesAny(b.sea.refused, lines[i]) {
			break
		}
		fields := strings.Fields(strings.NewReplacer("|", " ", "│", " ", "║", " ").Replace(lines[i]))
		letters := slices.ContainsFunc(fields, func(f string) bool { return len(f) > 2 && strings.ContainsFunc(f, isLetter) })
		if letters {
			return lines[i], i
		}
		if len(fields) > 0 && !between(lines[i]) && !strings.EqualFold(fields[0], "a") && fields[0] != "0" && fields[0] != "1" {
			break
		}
	}
	return "", -1
}

func isLetter(r rune) bool { return r >= 'A' && r <= 'Z' || r >= 'a' && r <= 'z' }
