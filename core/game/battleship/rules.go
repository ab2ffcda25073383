// Package battleship is shooting at hidden ships: two players at each other's
// fleets, or one player at a fleet that is given. Fleets are the set-up, or are
// placed by hand before the first shot.
//
// Read Rules first; Position holds both oceans.
package battleship

import (
	"fmt"
	"strings"

	"durchgang/core/game"
)

// Reasons for refusing a move that this game adds.
const (
	Repeated game.Refusal = "shot at already"
	OffBoard game.Refusal = "leaves the board"
	Overlaps game.Refusal = "lies on another ship"
	Touches  game.Refusal = "touches another ship"
	NotNow   game.Refusal = "not what is asked for now" // a shot while ships are placed, or the reverse
)

// Place is the verb of placing the next ship; a shot has the zero verb. Text is > or
// v for the direction.
const Place = "place"

// Rules are the reference rules of one variant.
type Rules struct {
	variant    game.Variant
	rows, cols int
	fleet      []Ship
	touching   bool // ships may touch
	two        bool // both players have a fleet
	byHand     bool
	repeat     string // refused or costs
	shots      int    // a turn
	named      bool   // a hit tells the ship
	turns      int    // of each player until the game ends; 0 without a limit
}

// Battleship is the registry's entry.
func Battleship() game.Definition {
	return game.Definition{
		Name:  "battleship",
		Title: "Battleship",
		Doc:   "Each player has a hidden fleet and shoots at the cells of the other's board. A ship is sunk when all its cells are hit; who first sinks the whole fleet wins.",
		Params: []game.Param{
			game.Number("rows", 10, 1, 26, "rows of each board"),
			game.Number("cols", 10, 1, 26, "columns of each board"),
			{Name: "fleet", Doc: "lengths of the ships, as in 5+4+3+3+2", Default: usualFleet, Check: checkFleet},
			{Name: "names", Doc: "names of the ships in the fleet's order, as in carrier+battleship; without them the usual ones", Check: checkNames},
			game.Choice("touching", "whether ships may touch, at a corner too", "allowed", "forbidden"),
			game.Choice("sides", "two players with a fleet each, or one who shoots at a given fleet", "two", "one"),
			game.Choice("placing", "whether fleets are given or placed by hand", "given", "by-hand"),
			game.Choice("repeat", "what a shot at the same cell again does", "refused", "costs"),
			game.Number("shots", 1, 1, 10, "shots a turn"),
			game.Choice("told", "when the ship's name is told", "sinking", "hit"),
			game.Number("turns", 0, 0, 1000, "turns of each player until the game ends, 0 for no limit"),
		},
		New: newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	r := &Rules{
		variant: v, rows: values.Int("rows"), cols: values.Int("cols"),
		touching: values["touching"] == "allowed", two: values["sides"] == "two", byHand: values["placing"] == "by-hand",
		repeat: values["repeat"], shots: values.Int("shots"), named: values["told"] == "hit", turns: values.Int("turns"),
	}
	fail := func(param string, err error) error {
		return &game.ParamError{Variant: string(v), Param: param, Value: values[param], Err: err, Hint: fmt.Sprintf("the board is %d × %d", r.rows, r.cols)}
	}
	var err error
	if r.fleet, err = fleet(values["fleet"], values["names"]); err != nil {
		return nil, fail("names", err)
	}
	if !fits(r.rows, r.cols, r.lengths(), r.touching) {
		return nil, fail("fleet", ErrNoRoom)
	}
	if r.byHand && !r.two {
		return nil, fail("placing", fmt.Errorf("%w: one player shoots at a given fleet", game.ErrBounds))
	}
	return r, nil
}

func (r *Rules) lengths() []int {
	list := make([]int, len(r.fleet))
	for i, s := range r.fleet {
		list[i] = s.Length
	}
	return list
}

// Variant implements game.Rules.
func (r *Rules) Variant() game.Variant { return r.variant }

// Shape implements game.Rules.
func (r *Rules) Shape() (rows, cols int) { return r.rows, r.cols }

// MoveKind implements game.Rules.
func (r *Rules) MoveKind() game.MoveKind { return game.NamesCell }

// PlayerName implements game.Rules.
func (r *Rules) PlayerName(p game.Player) string {
	if !r.two {
		return [...]string{game.Nobody: "nobody", game.First: "the player", game.Second: "the fleet"}[p]
	}
	return [...]string{game.Nobody: "nobody", game.First: "player 1", game.Second: "player 2"}[p]
}

// Start implements game.Rules. The set-up is fleet=a1>,c3v,... for one side, and
// first=...;second=... for two; it is empty where fleets are placed by hand.
func (r *Rules) Start(s game.Setup) (game.Position, error) {
	names := map[game.Player]string{game.First: "first", game.Second: "second"}
	switch {
	case r.byHand:
		names = nil
	case !r.two:
		names = map[game.Player]string{game.Second: "fleet"}
	}
	var known []string
	for _, player := range []game.Player{game.First, game.Second} {
		if name, asked := names[player]; asked {
			known = append(known, name)
		}
	}
	fields, err := s.Fields(known...)
	if err != nil {
		return nil, err
	}
	p := &Position{rules: r, turn: game.First, shots: r.shots}
	for i := range p.oceans {
		p.oceans[i] = ocean{ships: make([]uint8, r.rows*r.cols), shot: make([]bool, r.rows*r.cols)}
	}
	for player, name := range names {
		if err := r.settle(p, player, fields[name]); err != nil {
			return nil, &game.SetupError{Setup: s, Err: fmt.Errorf("%s: %w", name, err)}
		}
	}
	return p, nil
}

// settle places a whole fleet.
func (r *Rules) settle(p *Position, player game.Player, text string) error {
	berths := strings.Split(text, ",")
	if len(berths) != len(r.fleet) || text == "" {
		return fmt.Errorf("%w; there are %d", ErrShips, len(r.fleet))
	}
	reasons := map[game.Refusal]error{OffBoard: ErrOffBoard, Overlaps: ErrOverlap, Touches: ErrTouches}
	for i, text := range berths {
		b, err := parseBerth(strings.TrimSpace(text))
		if err != nil {
			return err
		}
		if refusal := r.berth(p, player, b); refusal != game.Accepted {
			return fmt.Errorf("the %s at %s: %w", r.fleet[i].Name, b, reasons[refusal])
		}
	}
	return nil
}

// berth places the next ship of a player, or says why it cannot lie there.
func (r *Rules) berth(p *Position, player game.Player, b berth) game.Refusal {
	o := &p.oceans[player-1]
	cells := b.cells(r.fleet[o.placed].Length)
	if !r.holds(cells[0]) || !r.holds(cells[len(cells)-1]) {
		return OffBoard
	}
	for _, c := range cells {
		if o.ships[r.index(c)] != 0 {
			return Overlaps
		}
	}
	for _, c := range cells {
		if !r.touching && r.neighbour(o, c) {
			return Touches
		}
	}
	o.placed++
	for _, c := range cells {
		o.ships[r.index(c)] = uint8(o.placed)
	}
	return game.Accepted
}

// neighbour reports whether a ship lies on one of the eight cells around c.
func (r *Rules) neighbour(o *ocean, c game.Cell) bool {
	for row := c.Row - 1; row <= c.Row+1; row++ {
		for col := c.Col - 1; col <= c.Col+1; col++ {
			if next := (game.Cell{Row: row, Col: col}); r.holds(next) && o.ships[r.index(next)] != 0 {
				return true
			}
		}
	}
	return false
}

func (r *Rules) holds(c game.Cell) bool {
	return c.Row >= 0 && int(c.Row) < r.rows && c.Col >= 0 && int(c.Col) < r.cols
}

func (r *Rules) index(c game.Cell) int { return int(c.Row)*r.cols + int(c.Col) }

// Again implements game.Rules: nothing of the game before matters.
func (r *Rules) Again(_ game.Position, s game.Setup) (game.Position, error) { return r.Start(s) }

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	refusal := game.Accepted
	switch {
	case p.result.Over():
		refusal = game.GameOver
	case (m.Verb == Place) != p.placing():
		refusal = NotNow
	case m.Verb == Place:
		refusal = r.place(p, m)
	default:
		facts, refusal = r.shoot(p, m.Cell, facts)
	}
	if refusal != game.Accepted {
		facts = append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal})
	}
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: p.turn})
}

func (r *Rules) place(p *Position, m game.Move) game.Refusal {
	if refusal := r.berth(p, p.turn, berth{m.Cell, m.Text == "v"}); refusal != game.Accepted {
		return refusal
	}
	if p.oceans[p.turn-1].placed == len(r.fleet) {
		p.turn = p.turn.Opponent()
	}
	return game.Accepted
}

func (r *Rules) shoot(p *Position, c game.Cell, facts []game.Fact) ([]game.Fact, game.Refusal) {
	target := p.turn.Opponent()
	o := &p.oceans[target-1]
	switch {
	case !r.holds(c):
		return facts, game.OutOfRange
	case o.shot[r.index(c)] && r.repeat == "refused":
		return facts, Repeated
	}
	i := r.index(c)
	o.shot[i] = true
	if ship := o.ships[i]; ship == 0 {
		facts = append(facts, game.Fact{Kind: game.FactMiss, Player: target, Cell: c})
	} else {
		facts = append(facts, r.hit(o, target, c, ship)...)
	}
	if o.sunk() == len(r.fleet) {
		p.result = game.Result{Outcome: game.Won, Winner: p.turn}
		return append(facts, game.Fact{Kind: game.FactWon, Player: p.turn}), game.Accepted
	}
	return r.pass(p, facts), game.Accepted
}

func (r *Rules) hit(o *ocean, target game.Player, c game.Cell, ship uint8) []game.Fact {
	hit := game.Fact{Kind: game.FactHit, Player: target, Cell: c}
	name := r.fleet[ship-1].Name
	if r.named {
		hit.Text = name
	}
	if o.afloat(ship) {
		return []game.Fact{hit}
	}
	return []game.Fact{hit, {Kind: game.FactSunk, Player: target, Text: name}}
}

// pass ends a shot: the turn goes over with its last shot, and the game with the
// last turn. One player who has not sunk the fleet by then has lost, of two neither
// has.
func (r *Rules) pass(p *Position, facts []game.Fact) []game.Fact {
	p.shots--
	if p.shots > 0 {
		return facts
	}
	p.shots = r.shots
	p.taken++
	last := r.turns
	if r.two {
		p.turn = p.turn.Opponent()
		last *= 2
	}
	switch {
	case last == 0 || p.taken < last:
	case r.two:
		p.result = game.Result{Outcome: game.Drawn}
		facts = append(facts, game.Fact{Kind: game.FactDrawn})
	default:
		p.result = game.Result{Outcome: game.Won, Winner: game.Second}
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: game.Second})
	}
	return facts
}

// The texts of a cell in a view.
const (
	hitText  = "hit"
	missText = "miss"
	shipText = "ship"
)

// View implements game.Rules: of each board the cells that were shot at, and the
// ships of one's own board, or of both at the end.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	for _, owner := range []game.Player{game.First, game.Second} {
		if owner == game.First && !r.two {
			continue
		}
		o := &p.oceans[owner-1]
		for i := range o.ships {
			f := game.Fact{Kind: game.FactCell, Player: owner, Cell: game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)}}
			switch {
			case o.shot[i] && o.ships[i] != 0:
				f.Text = hitText
			case o.shot[i]:
				f.Text = missText
			case o.ships[i] != 0 && (viewer == owner || p.result.Over()):
				f.Text = shipText
			}
			facts = append(facts, f)
		}
	}
	return facts
}

// Candidates implements game.Rules: every cell and those around the board, and while
// ships are placed both directions at each cell.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	placing := pos.(*Position).placing()
	for row := -1; row <= r.rows; row++ {
		for col := -1; col <= r.cols; col++ {
			c := game.Cell{Row: int16(row), Col: int16(col)}
			if placing {
				moves = append(moves, game.Move{Verb: Place, Cell: c, Text: ">"}, game.Move{Verb: Place, Cell: c, Text: "v"})
			} else {
				moves = append(moves, game.Move{Cell: c})
			}
		}
	}
	return moves
}

// ParseMove implements game.Rules: a cell is shot at, and b3> or b3v places the next
// ship.
func (r *Rules) ParseMove(text string) (game.Move, error) {
	if strings.HasSuffix(text, ">") || strings.HasSuffix(text, "v") {
		b, err := parseBerth(text)
		if err != nil {
			return game.Move{}, err
		}
		return game.Move{Verb: Place, Cell: b.cell, Text: text[len(text)-1:]}, nil
	}
	c, err := game.ParseCell(text)
	return game.Move{Cell: c}, err
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string { return m.Cell.String() + m.Text }
