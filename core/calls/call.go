package calls

import (
	"cmp"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Acts reports whether the call makes the game, or does something in it.
func (c Call) Acts() bool { return c.Role == Make || roles[c.Role].does }

// Owner is the player whom the call asks about.
func (c Call) Owner() game.Player { return c.owner }

// Call is one call that a script makes.
type Call struct {
	Request
	Moment int // index
	Role   Role

	hand  game.Fact
	word  string // that is revealed, or hidden
	ship  game.Ship
	owner game.Player // of the ship, or of the board that is shot at
	cell  game.Cell
	line  bool // a line that is not a move was to be typed
}

// Calls are those that the moments of one script make, in order.
func (b *Book) Calls(rules game.Rules, setup game.Setup, moments []suite.Moment) []Call {
	p := planner{Book: b, rules: rules, setup: setup, word: setup.Values()["word"]}
	p.rows, p.cols = rules.Shape()
	p.sail(setup)
	p.near = p.cellsOf(moments)
	for i, m := range moments {
		if b.Follows() {
			p.follow(i, m)
		} else {
			p.ask(i, m)
		}
	}
	return p.calls
}

type planner struct {
	*Book
	rules      game.Rules
	setup      game.Setup
	rows, cols int
	word       string
	letters    []string // guessed in this game
	near       []game.Cell
	sea        sea
	calls      []Call
}

// mostCells is up to how many cells are asked for one by one at each step; of larger boards those that the script names.
const mostCells = 64

func (p *planner) cellsOf(moments []suite.Moment) []game.Cell {
	var cells []game.Cell
	if p.rows*p.cols <= mostCells {
		for r := range p.rows {
			for c := range p.cols {
				cells = append(cells, game.Cell{Row: int16(r), Col: int16(c)})
			}
		}
		return cells
	}
	for _, m := range moments {
		for _, f := range m.View {
			if f.Kind == game.FactCell && f.Player != game.Nobody && !slices.Contains(cells, f.Cell) {
				cells = append(cells, f.Cell)
			}
		}
	}
	return cells
}

// position is what is known of a cell, a player and a view.
func (p *planner) position(cell game.Cell, player game.Player, view []game.Fact) map[string]any {
	signs := map[game.Cell]int{}
	for _, f := range view {
		if f.Kind == game.FactCell && f.Text == "" {
			signs[f.Cell] = int(f.Player)
		}
	}
	values := p.spot(cell)
	values["board"] = p.write(signs)
	values["player"] = p.player(player)
	values["game"] = map[string]any{"$game": true}
	return values
}

func (p *planner) spot(cell game.Cell) map[string]any {
	number := int(cell.Row)*p.cols + int(cell.Col) + p.base
	values := map[string]any{
		"row": int(
			cell.Row,
		) + p.base, "col": int(cell.Col) + p.base, "height": p.rows - 1 - int(cell.Row) + p.base, "cell": cell.String(),
	}
	if cell.Inside(p.rows, p.cols) {
		values["number"] = number
	} else if cell.Row < 0 || cell.Col < 0 {
		values["number"] = p.base - 1 // a number off the board
	} else {
		values["number"] = p.rows*p.cols + p.base
	}
	return values
}

// write makes a board of the signs of cells: 0 for a free one, 1 and 2 for the players.
func (p *planner) write(signs map[game.Cell]int) any {
	return p.layout.write(
		p.rows,
		p.cols,
		p.base,
		func(r, c int) any { return p.cells[signs[game.Cell{Row: int16(r), Col: int16(c)}]] },
		p.cells[0],
	)
}

func (b *Book) player(p game.Player) any {
	if p == game.Second {
		return b.players[1]
	}
	return b.players[0]
}

// add calls the function of a role, where what it takes is known.
func (p *planner) add(c Call, values map[string]any) {
	f := p.functions[c.Role]
	args, ok := fillAll(f.takes, values)
	if !ok {
		return
	}
	c.Request = p.request(f, args)
	p.calls = append(p.calls, c)
}

func (b *Book) request(f function, args []any) Request {
	chooses := f.name != "" && f.name == b.functions[Choose].name // a method may be given the board
	onGame := f.follows && b.home.made() && !f.given("game") && (!f.given("board") || chooses)
	switch {
	case f.whole:
		return Request{Do: "get", On: true}
	case f.value != "":
		return Request{Do: "get", Name: f.value, On: onGame && !strings.Contains(f.value, ".")}
	}
	return Request{Do: "call", Name: f.name, Args: args, On: onGame && !strings.Contains(f.name, "."), Keep: f.keeps}
}

// ask calls functions that are asked about a position.
func (p *planner) ask(i int, m suite.Moment) {
	move := m.Step.Act == suite.MakeMove && m.Mover != game.Nobody
	if m.Step.Act == suite.Start || m.Step.Act == suite.Again {
		p.letters = nil
	}
	if move && m.Step.Move.Text != "" && m.Step.Move.Verb == "" && !m.Step.Refused {
		p.letters = append(p.letters, m.Step.Move.Text)
	}
	if m.Step.Act == suite.MakeMove {
		p.sea.play(m.Step.Move)
	}
	turn := game.Turn(m.Facts)
	if turn == game.Nobody {
		turn = game.First
	}
	for _, role := range p.roles() {
		call := Call{Moment: i, Role: role}
		switch role {
		case Legal, Drop:
			cell := m.Step.Move.Cell
			if !move || p.rows == 0 || role == Drop && !(game.Cell{Col: cell.Col}).Inside(p.rows, p.cols) ||
				p.functions[role].given("number") && !cell.Inside(p.rows, p.cols) {
				continue
			}
			p.add(call, p.position(cell, m.Mover, m.Before))
		case State, Winner, Drawn, Full, Turn:
			if p.rows > 0 {
				p.add(call, p.position(game.Cell{}, turn, m.View))
			}
		case Wins:
			if p.rows > 0 {
				p.wins(i, m)
			}
		case Choose:
			if p.rows > 0 && !m.Result.Over() && m.Step.Act != suite.Look { // thousands of moves would take too long
				p.add(call, p.position(game.Cell{}, turn, m.View))
			}
		case Total:
			p.totals(i, m)
		case Sunk, Fits:
			p.ships(call, m)
		case Reveal:
			if p.word != "" && m.Result.Winner != game.Second {
				call.word = p.word
				p.add(call, map[string]any{"word": p.word, "letters": texts(p.letters)})
			}
		}
	}
}

// wins asks of each player whether they have won. A function that is given the last move is asked of who has made it.
func (p *planner) wins(i int, m suite.Moment) {
	f := p.functions[Wins]
	byMove := f.given("row") || f.given("col") || f.given("height") || f.given("number")
	last, moved := game.Cell{}, false
	for _, fact := range m.View {
		if fact.Kind == game.FactCell && fact.Player != game.Nobody && fact.Player == m.Mover && !slices.Contains(m.Before, fact) {
			last, moved = fact.Cell, true
		}
	}
	for _, player := range []game.Player{game.First, game.Second} {
		if byMove && (!moved || player != m.Mover) {
			continue
		}
		p.add(Call{Moment: i, Role: Wins, owner: player}, p.position(last, player, m.View))
	}
}

func texts(list []string) []any {
	made := []any{}
	for _, x := range list {
		made = append(made, x)
	}
	return made
}

// totals calls for each hand that lies open.
func (p *planner) totals(i int, m suite.Moment) {
	hands := map[game.Fact][]string{}
	var seats []game.Fact
	for _, f := range m.View {
		if f.Kind != game.FactCard {
			continue
		}
		seat := game.Fact{Player: f.Player, N: f.N}
		if hands[seat] == nil {
			seats = append(seats, seat)
		}
		hands[seat] = append(hands[seat], f.Text)
	}
	for _, seat := range seats {
		if !slices.Contains(hands[seat], "?") {
			p.add(Call{Moment: i, Role: Total, hand: seat}, map[string]any{"hand": texts(p.asCards(hands[seat]))})
		}
	}
}

// asCards writes cards as the book says.
func (b *Book) asCards(cards []string) []string {
	short := slices.Clone(cards)
	for i, c := range cards {
		if b.cards == "ranks" {
			short[i] = strings.TrimRight(c, "SHDC")
		}
	}
	return short
}

// follow calls what follows a game: what is done in it, and then all that can be read.
func (p *planner) follow(i int, m suite.Moment) {
	switch m.Step.Act {
	case suite.Start:
		p.begin(i)
	case suite.Again:
		p.sail(p.setup)
		if p.functions[Reset].there() {
			p.add(Call{Moment: i, Role: Reset}, map[string]any{"game": map[string]any{"$game": true}})
			p.place(i)
		} else {
			p.begin(i)
		}
	case suite.TypeLine:
		if !p.functions[Move].given("letter") {
			return
		}
		p.add(Call{Moment: i, Role: Move, line: true}, map[string]any{"letter": m.Step.Text, "game": map[string]any{"$game": true}})
	case suite.MakeMove:
		p.move(i, m)
	default:
		return
	}
	if _, opens := game.Opening(p.rules); opens && m.Step.Act == suite.Start {
		return // what is shown then is shown with the first move
	}
	p.read(i, m)
}

// begin makes the game.
func (p *planner) begin(i int) {
	for _, r := range p.home.requests(p.known()) {
		p.calls = append(p.calls, Call{Moment: i, Role: Make, Request: r})
	}
	p.place(i)
}

// requests make a game of what is known.
func (h home) requests(known map[string]any) []Request {
	var list []Request
	args, ok := fillAll(h.takes, known)
	if !ok {
		args = []any{}
	}
	given := args
	if h.made() {
		if h.init != "" {
			args = []any{} // what is given, is given to what makes it ready
		}
		r := Request{Do: "call", Name: cmp.Or(h.class, h.function), Args: args, Keep: true}
		if h.value != "" {
			r = Request{Do: "get", Name: h.value, Keep: true}
		}
		list = append(list, r)
	}
	if h.init != "" {
		args := []any{}
		if h.made() {
			args = append(args, map[string]any{"$game": true})
		}
		list = append(list, Request{Do: "call", Name: h.init, Args: append(args, given...)})
	}
	return list
}

// Makes are the requests that make a game as a form says, for a set-up.
func Makes(rules game.Rules, setup game.Setup, f GameForm) []Request {
	c := checker{}
	b := &Book{players: [2]any{"X", "O"}, cards: "text"}
	c.home(b, f)
	p := planner{Book: b, rules: rules, setup: setup, word: setup.Values()["word"]}
	p.rows, p.cols = rules.Shape()
	return b.home.requests(p.known())
}

// known is what a game may be made with.
func (p *planner) known() map[string]any {
	known := map[string]any{
		"rows": p.rows, "cols": p.cols, "size": p.rows, "random": map[string]any{"$random": 1}, "first": p.players[0], "second": p.players[1],
	}
	if r, is := p.rules.(interface{ Run() int }); is {
		known["run"] = r.Run()
	}
	if r, is := p.rules.(interface{ Lives() int }); is {
		known["lives"] = r.Lives()
	}
	if p.word != "" {
		known["word"] = p.word
	}
	if cards := p.rules.Spell(p.setup).Values()["cards"]; cards != "" {
		known["cards"] = texts(p.asCards(strings.Fields(cards)))
	}
	if r, is := p.rules.(game.HasShips); is {
		lengths := []any{}
		for _, n := range r.Lengths() {
			lengths = append(lengths, n)
		}
		known["lengths"] = lengths
	}
	return known
}

// place places the ships that are shot at, where a function does that.
func (p *planner) place(i int) {
	if !p.functions[Place].there() || p.sea.rules == nil {
		return
	}
	for _, owner := range []game.Player{game.First, game.Second} {
		if p.sea.target() != owner {
			continue
		}
		for _, ship := range p.sea.rules.Lying(p.sea.pos, owner) {
			values := p.spot(ship.Cells[0])
			values["length"], values["down"], values["across"], values["name"] = len(ship.Cells), ship.Down, !ship.Down, ship.Name
			values["game"] = map[string]any{"$game": true}
			p.add(Call{Moment: i, Role: Place, ship: ship}, values)
		}
	}
}

func (p *planner) move(i int, m suite.Moment) {
	step := m.Step.Move
	call := Call{Moment: i, Role: Move, owner: p.sea.target(), cell: step.Cell}
	p.sea.play(step)
	values := map[string]any{"game": map[string]any{"$game": true}}
	switch {
	case step.Verb == string(Hit) || step.Verb == string(Stand):
		call.Role = Role(step.Verb)
	case step.Verb != "":
		if opening, opens := game.Opening(p.rules); opens && opening.Verb == step.Verb {
			return
		}
		if !p.functions[Move].given("letter") {
			return
		}
		values["letter"] = step.Text
	case p.rows > 0:
		values = p.position(step.Cell, m.Mover, m.Before)
		if m.Mover == game.Nobody {
			values["player"] = p.player(game.First)
		}
		if p.rules.MoveKind() == game.NamesColumn {
			delete(values, "number")
		}
	default:
		values["letter"] = step.Text
	}
	if p.functions[call.Role].there() {
		p.add(call, values)
	}
}

// read calls all that tells how the game stands.
func (p *planner) read(i int, m suite.Moment) {
	values := map[string]any{"game": map[string]any{"$game": true}}
	for _, role := range p.roles() {
		if roles[role].does {
			continue
		}
		switch role {
		case Legal, Drop, Choose, Reveal, Sunk, Fits:
			continue
		case CellAt:
			for _, cell := range p.near {
				at := p.spot(cell)
				at["game"] = values["game"]
				p.add(Call{Moment: i, Role: role, cell: cell}, at)
			}
			continue
		case Wins:
			p.wins(i, m)
			continue
		case Total, Hand:
			p.add(Call{Moment: i, Role: role, hand: game.Fact{Player: game.First, N: 1}}, values)
			continue
		case DealerTotal, Dealer:
			p.add(Call{Moment: i, Role: role, hand: game.Fact{Player: game.Second, N: 1}}, values)
			continue
		}
		p.add(Call{Moment: i, Role: role, word: p.word}, values)
	}
}
