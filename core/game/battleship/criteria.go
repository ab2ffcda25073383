package battleship

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// seaWriter writes suites for battleship.
type seaWriter struct {
	*suites.Writer
	r          *Rules
	rows, cols int
	setup      game.Setup
	ships      [2][][]game.Cell // of each owner, in the fleet's order
	water      [2][]game.Cell
	seed       uint64 // of fleets that are placed by hand
}

// WriteSuite implements suites.Written.
func (r *Rules) WriteSuite(w *suites.Writer, _ mistake.Known) {
	b := &seaWriter{Writer: w, r: r}
	b.rows, b.cols = r.Shape()
	b.setup = r.Deal(w.Random)
	for b.seed = 21; b.seed < 61 && !b.crossable(); b.seed++ { // a fleet of which the first ship can be crossed
	}
	pos := b.begin().Pos
	for owner := range r.Sides() {
		at := map[game.Cell]bool{}
		for _, ship := range r.Lying(pos, b.owner(owner)) {
			b.ships[owner] = append(b.ships[owner], ship.Cells)
			for _, c := range ship.Cells {
				at[c] = true
			}
		}
		for i := range b.rows * b.cols {
			if c := (game.Cell{Row: int16(i / b.cols), Col: int16(i % b.cols)}); !at[c] {
				b.water[owner] = append(b.water[owner], c)
			}
		}
	}
	b.shots()
	if len(r.Fleet()) > 1 {
		b.told()
	}
	b.wins()
	b.refusals()
	b.after()
	if r.ByHand() {
		b.placing()
	}
}

// owner is the owner of the n-th fleet that is shot at: of one alone it is the second player's.
func (b *seaWriter) owner(n int) game.Player {
	if b.r.Sides() == 1 {
		return game.Second
	}
	return game.Player(n + 1)
}

// begin begins a script, with the fleets placed where they are placed by hand.
func (b *seaWriter) begin() *suites.Steps { return b.lay(b.Play(b.setup)) }

// lay places the fleets of a game, where they are placed by hand.
func (b *seaWriter) lay(s *suites.Steps) *suites.Steps {
	if b.r.ByHand() {
		random := rand.New(rand.NewPCG(b.seed, 22))
		for range b.r.Sides() {
			for _, berth := range b.r.Berths(random) {
				s.Move(placed(berth))
			}
		}
	}
	return s
}

func placed(berth Berth) game.Move {
	return game.Move{Verb: Place, Cell: berth.Cell, Text: map[bool]string{false: ">", true: "v"}[berth.Down]}
}

// battle lets each player shoot at cells in turn, as many as a turn has, until one whose turn it is has none left.
func (b *seaWriter) battle(s *suites.Steps, first, second []game.Cell) *suites.Steps {
	left := [2][]game.Cell{first, second}
	for !s.Over() {
		mine := &left[s.Pos.Turn()-1]
		if len(*mine) == 0 {
			break
		}
		s.Move(game.Move{Cell: (*mine)[0]})
		*mine = (*mine)[1:]
	}
	return s
}

// target are the ships that a player shoots at, and the water around them.
func (b *seaWriter) target(shooter game.Player) (ships [][]game.Cell, water []game.Cell) {
	n := 0
	if b.r.Sides() == 2 {
		n = int(shooter.Opponent()) - 1
	}
	return b.ships[n], b.water[n]
}

// fires is a script in which a player shoots at cells, and the other one, if there is one, at water.
func (b *seaWriter) fires(shooter game.Player, cells []game.Cell) *suites.Steps {
	_, water := b.target(shooter.Opponent())
	if b.r.Sides() == 1 {
		return b.battle(b.begin(), cells, nil)
	}
	if shooter == game.First {
		return b.battle(b.begin(), cells, water)
	}
	return b.battle(b.begin(), water, cells)
}

// shooters are who shoots.
func (b *seaWriter) shooters() []game.Player {
	if b.r.Sides() == 1 {
		return []game.Player{game.First}
	}
	return []game.Player{game.First, game.Second}
}

func (b *seaWriter) shots() {
	b.Criterion("shots", "A shot is told as a hit or a miss, where it was aimed at", 4, suite.Shots, suite.Legal, suite.Mark)
	corners := []game.Cell{
		{Row: 0, Col: 0}, {Row: 0, Col: int16(b.cols - 1)}, {Row: int16(b.rows - 1), Col: 0}, {Row: int16(b.rows - 1), Col: int16(b.cols - 1)},
	}
	slices.SortFunc(corners, compareCells)
	corners = slices.Compact(corners)
	first, _ := b.target(game.First)
	second, water := b.target(game.Second)
	b.Add("hits and misses in each corner", b.battle(b.begin(), append(slices.Clone(corners), first[0][0]), corners))
	b.Add("all cells of a ship and those beside it", b.battle(b.begin(), b.around(first[0]), append(slices.Clone(second[0]), water...)))
	var some []game.Cell
	for _, i := range b.Random.Perm(b.rows * b.cols)[:min(12, b.rows*b.cols)] {
		some = append(some, game.Cell{Row: int16(i / b.cols), Col: int16(i % b.cols)})
	}
	other := slices.Clone(some)
	slices.Reverse(other)
	b.Add("cells anywhere", b.battle(b.begin(), some, other))
	if b.r.Sides() == 2 {
		b.Criterion("turns", "The players shoot in turn, player 1 begins", 2, suite.Turns)
		b.Add("shots, each by the other player", b.battle(b.begin(), some[:min(4, len(some))], other[:min(4, len(other))]))
		b.Add("hits do not change whose turn it is", b.battle(b.begin(), first[0][:1], append(slices.Clone(second[0][:1]), water[:1]...)))
	}
}

func compareCells(x, y game.Cell) int { return int(x.Row-y.Row)*100 + int(x.Col-y.Col) }

// around are the cells of a ship, and those beside it.
func (b *seaWriter) around(ship []game.Cell) []game.Cell {
	list := slices.Clone(ship)
	for _, c := range ship {
		for _, d := range [][2]int16{{0, 1}, {1, 0}, {0, -1}, {-1, 0}} {
			if n := (game.Cell{Row: c.Row + d[0], Col: c.Col + d[1]}); n.Inside(b.rows, b.cols) && !slices.Contains(list, n) {
				list = append(list, n)
			}
		}
	}
	return list
}

// flat are the cells of ships, one ship after the other.
func flat(ships [][]game.Cell) (cells []game.Cell) {
	for _, ship := range ships {
		cells = append(cells, ship...)
	}
	return cells
}

// told is the criterion of ships that are sunk, of which the last one's is the end of the game.
func (b *seaWriter) told() {
	b.Criterion("sunk", "A ship is told to be sunk by its last hit, with its name", 4, suite.Sunk)
	for _, p := range b.shooters() {
		ships, _ := b.target(p)
		cells := flat(ships)
		b.Add(b.of("each ship", p), b.fires(p, cells[:len(cells)-1]))
	}
	first, _ := b.target(game.First)
	var mixed []game.Cell
	for i := range max(len(first[0]), len(first[len(first)-1])) {
		for _, ship := range [][]game.Cell{first[0], first[len(first)-1]} {
			if i < len(ship) {
				mixed = append(mixed, ship[len(ship)-1-i])
			}
		}
	}
	b.Add("two ships at once, from their ends", b.fires(game.First, mixed))
}

func (b *seaWriter) wins() {
	title := "Who sinks the whole fleet wins, and not before"
	if b.r.Sides() == 1 {
		title = "The game is won when the whole fleet is sunk, and not before"
	}
	b.Criterion("win", title, 4, suite.Win)
	for _, p := range b.shooters() {
		ships, water := b.target(p)
		back := slices.Clone(ships)
		slices.Reverse(back)
		for _, order := range []struct {
			title string
			cells []game.Cell
		}{
			{b.of("the whole fleet, ship by ship", p), flat(ships)}, {b.of("the whole fleet, from its last ship", p), flat(back)},
			{b.of("the whole fleet after misses", p), append(slices.Clone(water[:min(3, len(water))]), flat(ships)...)},
		} {
			if s := b.fires(p, order.cells); s.Over() && !s.Wrong && s.Pos.Result().Outcome == game.Won && s.Pos.Result().Winner == p {
				b.Add(order.title, s)
			}
		}
	}
	if ships, water := b.target(game.First); len(water) > 0 {
		n := min(len(water), len(flat(ships))+2)
		b.Add("more misses than a fleet has cells", b.fires(game.First, water[:n]))
	}
	if b.r.Turns() > 0 {
		b.Criterion("limit", "The game ends with the last turn", 2, suite.Draw, suite.Loss, suite.Win)
		for _, p := range b.shooters() {
			_, water := b.target(p)
			if s := b.fires(p, water); s.Over() && !s.Wrong {
				b.Add(b.of("misses until the end", p), s)
			}
		}
	}
}

// of says by whom, where there are two.
func (b *seaWriter) of(what string, p game.Player) string {
	if b.r.Sides() == 1 {
		return what
	}
	return fmt.Sprintf("%s, by %s", what, b.r.PlayerName(p))
}

func (b *seaWriter) refusals() {
	ships, water := b.target(game.First)
	_, otherWater := b.target(game.Second)
	hit, miss := game.Move{Cell: ships[0][0]}, game.Move{}
	if len(water) > 0 {
		miss.Cell = water[0]
	}
	pass := func(s *suites.Steps, n int) *suites.Steps { // the other player shoots, where there is one
		for b.r.Sides() == 2 && !s.Over() && s.Pos.Turn() == game.Second && n < len(otherWater) {
			s.Move(game.Move{Cell: otherWater[n]})
			n += b.rows * b.cols
		}
		return s
	}
	if b.r.Repeats() == "refused" {
		b.Criterion("repeated", "A cell that was shot at is refused", 2, suite.TakenCell)
		b.Add("a hit again", pass(b.begin().Move(hit), 0).Refused(hit).Move(miss))
		b.Add("a miss again", pass(b.begin().Move(miss), 0).Refused(miss).Move(hit))
		cells := flat(ships)
		s := b.fires(game.First, cells[:len(cells)-1])
		if !s.Over() && s.Pos.Turn() == game.First {
			b.Add("a hit again does not count towards the end", s.Refused(hit).Move(game.Move{Cell: cells[len(cells)-1]}))
		}
	} else {
		b.Criterion("repeated", "A shot at the same cell again is lost", 2, suite.Shots, suite.Turns)
		b.Add("a hit again", pass(pass(b.begin().Move(hit), 0).Move(hit), 1).Move(miss))
		b.Add("a miss again", pass(pass(b.begin().Move(miss), 0).Move(miss), 1).Move(hit))
	}
	b.Criterion("range", "A cell off the board is refused", 1, suite.Range)
	off := func(rows, cols int) game.Move { return game.Move{Cell: game.Cell{Row: int16(rows), Col: int16(cols)}} }
	b.Add("the row before the first", b.begin().Refused(off(-1, 0)).Move(hit))
	b.Add("the row after the last", b.begin().Refused(off(b.rows, 0)).Move(hit))
	b.Add("the column before the first", b.begin().Refused(off(0, -1)).Move(hit))
	b.Add("the column after the last", b.begin().Refused(off(0, b.cols)).Move(hit))
	b.Add("off the row of a ship", b.begin().Refused(off(int(ships[0][0].Row), b.cols), off(int(ships[0][0].Row), -1)).Move(hit))
	b.Add("off the column of a ship", b.begin().Refused(off(b.rows, int(ships[0][0].Col)), off(-1, int(ships[0][0].Col))).Move(hit))
	b.Criterion("text", "A line that is not a cell is refused", 1, suite.Text)
	for _, line := range [][2]string{{"letters", "abc"}, {"an empty line", ""}, {"a number alone", "7"}} {
		b.Add(line[0], b.begin().Text(line[1]).Move(hit))
	}
	if b.r.Sides() == 2 {
		b.Criterion("kept", "After a refused shot the same player is to shoot", 1, suite.TurnKept)
		b.Add("turn kept after a cell off the board", pass(b.begin().Refused(off(b.rows, 0)).Move(hit), 0))
		if b.r.Repeats() == "refused" {
			b.Add("turn kept after a cell that was shot at", pass(b.begin().Move(miss), 0).Refused(miss).Move(hit))
		}
	}
	b.Criterion("hidden", "Ships that were not hit stay hidden", 0.5, suite.Hidden)
	b.Add("the boards at the start and after some shots", pass(pass(b.begin().Move(hit), 0).Move(miss), 1))
}

func (b *seaWriter) after() {
	ships, water := b.target(game.First)
	won := b.fires(game.First, flat(ships))
	if !won.Over() || won.Wrong {
		return
	}
	b.Criterion("end", "Nothing is shot at after the end", 0.5, suite.AfterEnd)
	if len(water) > 0 {
		b.Add("shots after the fleet is sunk", won.Copy().Refused(game.Move{Cell: water[len(water)-1]}, game.Move{Cell: ships[0][0]}))
	}
	b.Criterion("again", "Another game starts with fleets that are whole", 0.5, suite.NewGame)
	b.Keeps()
	b.Add("a second game", b.lay(won.Copy().Again()).Move(game.Move{Cell: ships[0][0]}))
}

// crossable reports whether a ship can lie across the middle of the first one with its own middle.
func (b *seaWriter) crossable() bool {
	first := b.r.Berths(rand.New(rand.NewPCG(b.seed, 22)))[0]
	cells := first.Cells(b.r.ShipLengths()[0])
	middle := cells[len(cells)/2]
	other := b.across(first, middle).Cells(b.r.ShipLengths()[min(1, len(b.r.ShipLengths())-1)])
	return len(other) < 3 || slices.Contains(other[1:len(other)-1], middle)
}

// across is a berth for the second ship on the board that crosses the first one at a cell.
func (b *seaWriter) across(first Berth, at game.Cell) Berth {
	length := b.r.ShipLengths()[min(1, len(b.r.ShipLengths())-1)]
	for n := range length {
		shift := (length/2 + n) % length // with its middle, if that fits
		berth := Berth{Cell: at, Down: !first.Down}
		if berth.Down {
			berth.Cell.Row -= int16(shift)
		} else {
			berth.Cell.Col -= int16(shift)
		}
		if !slices.ContainsFunc(berth.Cells(length), func(c game.Cell) bool { return !c.Inside(b.rows, b.cols) }) {
			return berth
		}
	}
	return first
}

// placing is the criterion of fleets that are placed by hand. Each script goes on until all ships lie and one shot is fired, so
// that a ship that was accepted in spite of the rules is one too many.
func (b *seaWriter) placing() {
	b.Criterion("placing", "A ship is placed where it fits, and refused elsewhere", 2, suite.Range, suite.TakenCell, suite.Legal)
	berths := b.r.Berths(rand.New(rand.NewPCG(b.seed, 22)))
	edge := game.Cell{Row: int16(b.rows - 1), Col: int16(b.cols - 1)}
	first, length := berths[0], b.r.ShipLengths()[0]
	cells := first.Cells(length)
	for _, wrong := range []struct {
		title string
		after int // ships that lie already
		berth Berth
	}{
		{"over the right edge", 0, Berth{Cell: edge}}, {"over the lower edge", 0, Berth{Cell: edge, Down: true}},
		{"on the beginning of another ship", 1, b.across(first, cells[0])},
		{"on the middle of another ship", 1, b.across(first, cells[len(cells)/2])},
		{"on the end of another ship", 1, b.across(first, cells[len(cells)-1])},
		{"along another ship", 1, first},
	} {
		s := b.Play(b.setup)
		for range b.r.Sides() {
			for i, berth := range b.r.Berths(rand.New(rand.NewPCG(b.seed, 22))) {
				if i == wrong.after && s.Pos.Turn() == game.First {
					s.Refused(placed(wrong.berth))
				}
				s.Move(placed(berth))
			}
		}
		b.Add(wrong.title, s.Move(game.Move{Cell: edge}))
	}
}

// Untold implements suites.OwnSuite: of a fleet of one ship it is not asked that its sinking is told, since that is the end of
// the game.
func (r *Rules) Untold() suite.Aspect {
	if len(r.Fleet()) == 1 {
		return suite.Sunk
	}
	return ""
}
