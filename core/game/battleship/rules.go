// Package battleship is shooting at hidden ships: two players at each other's
// fleets, or one player at a fleet that is given. Fleets are the set-up, or are
// placed by hand before the first shot.
//
// Read Rules first; Position holds both oceans.
package battleship

import (
	"embed"
	"fmt"
	"strings"

	"durchgang/core/game"
)

// Reasons for refusing a move that this game adds.
const (
	Repeated game.Refusal = "shot at already"
	OffBoard game.Refusal = game.OutOfRange + ": leaves the board"
	Overlaps game.Refusal = "lies on another ship"
	Touches  game.Refusal = "touches another ship"
	NotNow   game.Refusal = "not what is asked for now" // a shot while ships are placed, or the reverse
)

// Place is the verb of placing the next ship; a shot has the zero verb. Text is > or
// v for the direction.
const Place = "place"

//go:embed shipped/*.suite shipped/own/*.suite
var shipped embed.FS

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
	steps      Steps
	under      Steps // of a change made before; nil for the right ones
}

// Steps are the parts of a game, each of which a mistake may get wrong. Rules has
// the right ones. Ships are counted from 1, in the fleet's order.
type Steps interface {
	// Cover returns the cells that a ship covers at a berth.
	Cover(ship int, b Berth) []game.Cell
	// Forbid says why the next ship cannot lie on these cells, or accepts it.
	Forbid(o *Ocean, b Berth, cells []game.Cell) game.Refusal
	// Ready reports whether a player's ships are placed.
	Ready(o *Ocean) bool
	// Aim returns the cell that a shot at c is taken for.
	Aim(c game.Cell) game.Cell
	// Refuse says why a shot is refused, or accepts it.
	Refuse(o *Ocean, c game.Cell) game.Refusal
	// Mark keeps a shot in mind and returns the ship that it hits, or 0.
	Mark(o *Ocean, c game.Cell) int
	// Sinks returns the ship that is told to be sunk after a shot that hit a ship
	// or, with 0, none; 0 tells of no ship.
	Sinks(o *Ocean, hit int) int
	// Name is what a ship is called.
	Name(ship int) string
	// Beaten reports whether the fleet is sunk.
	Beaten(o *Ocean) bool
	// Winner is who has won when the shooter has sunk the fleet.
	Winner(shooter game.Player) game.Player
	// Late reports whether the turns are used up.
	Late(p *Position) bool
	// Uses reports whether a shot that hit a ship, or 0, is one of the shots of a turn.
	Uses(hit int) bool
	// Refused is what becomes of a position with a refused shot.
	Refused(p *Position)
}

// With returns the same rules with other steps, each change upon those before it; see
// game.Stack. A step that is not changed uses those that are.
func (r *Rules) With(changes ...func(*Rules) Steps) *Rules {
	layer := func(under Steps) *Rules {
		copied := *r
		copied.under = under
		return &copied
	}
	return game.Stack(changes, layer, func(r *Rules, s Steps) { r.steps = s })
}

// Battleship is the registry's entry.
func Battleship() game.Definition {
	return game.Definition{
		Name:  "battleship",
		Title: "Battleship",
		Doc:   "Each player has a hidden fleet and shoots at the cells of the other's board. A ship is sunk when all its cells are hit; who first sinks the whole fleet wins.",
		Moves: "A shot is a letter for the column and a number for the row, as in b3. A ship is placed with b3> from b3 to the right, or b3v down.",
		Makes: "hide the fleet",
		Tells: game.Values{"sides": "one", "placing": "given"},
		Params: []game.Param{
			game.Number("rows", 10, 1, 26, "rows of each board"),
			game.Number("cols", 10, 1, 26, "columns of each board"),
			{Name: "fleet", Doc: "lengths of the ships, as in 5+4+3+3+2", Default: usualFleet, Check: checkFleet},
			{Name: "names", Doc: "names of the ships in the fleet's order, as in carrier+patrol_boat; _ stands for a blank", Check: checkNames},
			game.Choice("touching", "whether ships may touch, at a corner too", "allowed", "forbidden"),
			game.Choice("sides", "two players with a fleet each, or one who shoots at a given fleet", "two", "one"),
			game.Choice("placing", "whether fleets are given or placed by hand", "given", "by-hand"),
			game.Choice("repeat", "what a shot at the same cell again does", "refused", "costs"),
			game.Number("shots", 1, 1, 10, "shots a turn"),
			game.Choice("told", "when the ship's name is told", "sinking", "hit"),
			game.Number("turns", 0, 0, 1000, "turns of each player until the game ends, 0 for no limit"),
		},
		Suites: shipped,
		New:    newRules,
	}
}

func newRules(v game.Variant, values game.Values) (game.Rules, error) {
	r := &Rules{
		variant: v, rows: values.Int("rows"), cols: values.Int("cols"),
		touching: values["touching"] == "allowed", two: values["sides"] == "two", byHand: values["placing"] == "by-hand",
		repeat: values["repeat"], shots: values.Int("shots"), named: values["told"] == "hit", turns: values.Int("turns"),
	}
	fail := func(param string, err error) error {
		return &game.ParamError{
			Variant: string(v),
			Param:   param,
			Value:   values[param],
			Err:     err,
			Hint:    fmt.Sprintf("the board is %d × %d", r.rows, r.cols),
		}
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
	r.steps = r
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

// Solo implements game.Rules.
func (r *Rules) Solo() bool { return !r.two }

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
	p := &Position{Mover: game.First, Shots: r.shots}
	for i := range p.Oceans {
		p.Oceans[i] = r.ocean()
	}
	for player, name := range names {
		if err := r.settle(p, player, fields[name]); err != nil {
			return nil, &game.SetupError{Setup: s, Err: fmt.Errorf("%s: %w", name, err)}
		}
	}
	return p, nil
}

// Spell implements game.Rules.
func (r *Rules) Spell(s game.Setup) game.Setup { return s }

// Holds reports whether a cell is on the board.
func (r *Rules) Holds(c game.Cell) bool {
	return c.Inside(r.rows, r.cols)
}

// Index is the place of a cell in an Ocean.
func (r *Rules) Index(c game.Cell) int { return int(c.Row)*r.cols + int(c.Col) }

// Again implements game.Rules: nothing of the game before matters.
func (r *Rules) Again(_ game.Position, s game.Setup) (game.Position, error) { return r.Start(s) }

// placing reports whether ships are still to be placed.
func (r *Rules) placing(p *Position) bool {
	return r.byHand && !r.steps.Ready(&p.Oceans[1])
}

// Play implements game.Rules.
func (r *Rules) Play(pos game.Position, m game.Move, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	refusal := game.Accepted
	switch {
	case p.result.Over():
		refusal = game.GameOver
	case (m.Verb == Place) != r.placing(p):
		refusal = NotNow
	case m.Verb == Place:
		refusal = r.place(p, Berth{m.Cell, m.Text == "v"})
	default:
		facts, refusal = r.shoot(p, m.Cell, facts)
	}
	if refusal != game.Accepted {
		facts = append(facts, game.Fact{Kind: game.FactRefused, Reason: refusal})
		if m.Verb != Place && !r.placing(p) {
			r.steps.Refused(p)
		}
	}
	if p.result.Over() {
		return facts
	}
	return append(facts, game.Fact{Kind: game.FactTurn, Player: p.Mover})
}

func (r *Rules) place(p *Position, b Berth) game.Refusal {
	o := &p.Oceans[p.Mover-1]
	cells := r.steps.Cover(o.Placed+1, b)
	if refusal := r.steps.Forbid(o, b, cells); refusal != game.Accepted {
		return refusal
	}
	r.lay(o, cells)
	if r.steps.Ready(o) {
		p.Mover = p.Mover.Opponent()
	}
	return game.Accepted
}

func (r *Rules) shoot(p *Position, named game.Cell, facts []game.Fact) ([]game.Fact, game.Refusal) {
	target := p.Mover.Opponent()
	o := &p.Oceans[target-1]
	c := r.steps.Aim(named)
	if refusal := r.steps.Refuse(o, c); refusal != game.Accepted {
		return facts, refusal
	}
	ship := r.steps.Mark(o, c)
	if ship == 0 {
		facts = append(facts, game.Fact{Kind: game.FactMiss, Player: target, Cell: named})
	} else {
		hit := game.Fact{Kind: game.FactHit, Player: target, Cell: named}
		if r.named {
			hit.Text = r.steps.Name(ship)
		}
		facts = append(facts, hit)
	}
	if sunk := r.steps.Sinks(o, ship); sunk != 0 {
		facts = append(facts, game.Fact{Kind: game.FactSunk, Player: target, Text: r.steps.Name(sunk)})
	}
	if r.steps.Beaten(o) {
		p.result = game.Result{Outcome: game.Won, Winner: r.steps.Winner(p.Mover)}
		return append(facts, game.Fact{Kind: game.FactWon, Player: p.result.Winner}), game.Accepted
	}
	if !r.steps.Uses(ship) {
		return facts, game.Accepted
	}
	return r.pass(p, facts), game.Accepted
}

// Sides is how many players shoot.
func (r *Rules) Sides() int {
	if r.two {
		return 2
	}
	return 1
}

// Cells is how many cells the ships of a fleet have together.
func (r *Rules) Cells() int {
	n := 0
	for _, s := range r.fleet {
		n += s.Length
	}
	return n
}

// ByHand reports whether fleets are placed by hand.
func (r *Rules) ByHand() bool { return r.byHand }

// Touching reports whether ships may touch.
func (r *Rules) Touching() bool { return r.touching }

// Repeats is what a shot at the same cell again does: refused or costs.
func (r *Rules) Repeats() string { return r.repeat }

// Turns is the limit on the turns of each player, 0 for none.
func (r *Rules) Turns() int { return r.turns }

// NamesHits reports whether a hit tells the ship's name.
func (r *Rules) NamesHits() bool { return r.named }

// ShipNames lists what the ships are called, in order.
func (r *Rules) ShipNames() []string {
	names := make([]string, len(r.fleet))
	for i, s := range r.fleet {
		names[i] = s.Name
	}
	return names
}

// ShipLengths lists of how many cells the ships are, in order.
func (r *Rules) ShipLengths() []int {
	lengths := make([]int, len(r.fleet))
	for i, s := range r.fleet {
		lengths[i] = s.Length
	}
	return lengths
}

// Fleet is the ships in order.
func (r *Rules) Fleet() []Ship { return r.fleet }

// pass ends a shot: the turn goes over with its last shot, and the game with the
// last turn. One player who has not sunk the fleet by then has lost, of two neither
// has.
func (r *Rules) pass(p *Position, facts []game.Fact) []game.Fact {
	p.Shots--
	if p.Shots > 0 {
		return facts
	}
	p.Shots = r.shots
	p.Taken++
	if r.two {
		p.Mover = p.Mover.Opponent()
	}
	switch {
	case !r.steps.Late(p):
	case r.two:
		p.result = game.Result{Outcome: game.Drawn}
		facts = append(facts, game.Fact{Kind: game.FactDrawn})
	default:
		p.result = game.Result{Outcome: game.Won, Winner: game.Second}
		facts = append(facts, game.Fact{Kind: game.FactWon, Player: game.Second})
	}
	return facts
}

// View implements game.Rules: of each board the cells that were shot at, and the
// ships of one's own board, or of both at the end.
func (r *Rules) View(pos game.Position, viewer game.Player, facts []game.Fact) []game.Fact {
	p := pos.(*Position)
	for _, owner := range []game.Player{game.First, game.Second} {
		if owner == game.First && !r.two {
			continue
		}
		o := &p.Oceans[owner-1]
		for i := range o.Ships {
			f := game.Fact{
				Kind:   game.FactCell,
				Player: owner,
				Cell:   game.Cell{Row: int16(i / r.cols), Col: int16(i % r.cols)},
				Text:   game.SeaText,
			}
			switch {
			case o.Shot[i] && o.Ships[i] != 0:
				f.Text = game.HitText
			case o.Shot[i]:
				f.Text = game.MissText
			case o.Ships[i] != 0 && (viewer == owner || p.result.Over()):
				f.Text = game.ShipText
			}
			facts = append(facts, f)
		}
	}
	return facts
}

// Candidates implements game.Rules: every cell and those around the board, and while
// ships are placed both directions at each cell.
func (r *Rules) Candidates(pos game.Position, moves []game.Move) []game.Move {
	placing := r.placing(pos.(*Position))
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
		return game.Move{Verb: Place, Cell: b.Cell, Text: text[len(text)-1:]}, nil
	}
	c, err := game.ParseCell(text)
	return game.Move{Cell: c}, err
}

// FormatMove implements game.Rules.
func (r *Rules) FormatMove(m game.Move) string { return m.Cell.String() + m.Text }
