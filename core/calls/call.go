package calls

import (
	"cmp"
	"encoding/json"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Call is one call of a function.
type Call struct {
	Moment int // index
	Role   Role
	Line   string // what a driver is sent: the function's number and what it takes
	Text   string // the call as people write it
	hand   game.Fact
	word   string // that is revealed
	ship   game.Ship
	owner  game.Player // of the ship
}

// Calls are those that the moments of one script make, in order.
func (b *Book) Calls(rules game.Rules, setup game.Setup, moments []suite.Moment) []Call {
	p := planner{Book: b, rules: rules, word: setup.Values()["word"]}
	p.rows, p.cols = rules.Shape()
	p.sail(setup)
	for i, m := range moments {
		p.moment(i, m)
	}
	return p.calls
}

type planner struct {
	*Book
	rules      game.Rules
	rows, cols int
	word       string
	letters    []string // guessed in this game
	sea        sea
	calls      []Call
}

func (p *planner) moment(i int, m suite.Moment) {
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
	open := !m.Result.Over()
	for n, role := range p.roles() {
		values := map[string]string{"board": board(m.View, p.rows, p.cols), "player": strconv.Itoa(int(cmp.Or(game.Turn(m.Facts), game.First)))}
		call := Call{Moment: i, Role: role}
		switch role {
		case Legal, Drop:
			if !move || p.rows == 0 {
				continue
			}
			cell := m.Step.Move.Cell
			if role == Drop && !(game.Cell{Col: cell.Col}).Inside(p.rows, p.cols) {
				continue
			}
			values["board"], values["player"] = board(m.Before, p.rows, p.cols), strconv.Itoa(int(m.Mover))
			values["row"], values["col"] = strconv.Itoa(int(cell.Row)+p.base), strconv.Itoa(int(cell.Col)+p.base)
			values["number"] = strconv.Itoa(int(cell.Row)*p.cols + int(cell.Col) + p.base)
			if p.takes(role, "number") && !cell.Inside(p.rows, p.cols) {
				continue
			}
		case State, Winner, Drawn:
			if p.rows == 0 {
				continue
			}
		case Choose:
			if p.rows == 0 || !open || m.Step.Act == suite.Look {
				continue // thousands of moves would take too long
			}
		case Total:
			p.totals(i, n, m)
			continue
		case Sunk, Fits:
			p.ships(call, n, m)
			continue
		case Reveal:
			if p.word == "" || m.Result.Winner == game.Second {
				continue
			}
			call.word = p.word
			values["word"], values["letters"] = url.PathEscape(p.word), list(p.letters)
		}
		p.add(call, n, values)
	}
}

func (p *planner) takes(role Role, what string) bool {
	return slices.Contains(p.functions[role].takes, what)
}

// totals calls for each hand that lies open.
func (p *planner) totals(i, n int, m suite.Moment) {
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
		card := f.Text
		if p.cards == "ranks" {
			card = strings.TrimRight(card, "SHDC")
		}
		hands[seat] = append(hands[seat], card)
	}
	for _, seat := range seats {
		if slices.Contains(hands[seat], "?") {
			continue
		}
		p.add(Call{Moment: i, Role: Total, hand: seat}, n, map[string]string{"hand": list(hands[seat])})
	}
}

func (p *planner) add(c Call, number int, values map[string]string) {
	f := p.functions[c.Role]
	words, shown := []string{strconv.Itoa(number)}, []string{}
	for _, what := range f.takes {
		words = append(words, values[what])
		shown = append(shown, p.show(what, values[what]))
	}
	c.Line = strings.Join(words, " ")
	c.Text = f.name + "(" + strings.Join(shown, ", ") + ")"
	p.calls = append(p.calls, c)
}

// show writes a value as people do.
func (p *planner) show(what, value string) string {
	switch what {
	case "board":
		signs := strings.NewReplacer("0", ".", "1", p.rules.PlayerName(game.First), "2", p.rules.PlayerName(game.Second))
		var rows []string
		for r := range p.rows {
			rows = append(rows, signs.Replace(value[r*p.cols:(r+1)*p.cols]))
		}
		return strings.Join(rows, "/")
	case "player":
		n, _ := strconv.Atoi(value)
		return p.rules.PlayerName(game.Player(n))
	}
	return strings.TrimPrefix(value, "=")
}

// board writes the cells row by row: 0 for a free one, 1 and 2 for the players.
func board(view []game.Fact, rows, cols int) string {
	return grid(view, rows, cols, func(f game.Fact) byte {
		if f.Text != "" {
			return 0
		}
		return '0' + byte(f.Player)
	})
}

// grid writes a sign for each cell that a view tells of, and 0 for the others and those
// that have no sign.
func grid(view []game.Fact, rows, cols int, sign func(game.Fact) byte) string {
	cells := slices.Repeat([]byte{'0'}, rows*cols)
	for _, f := range view {
		if f.Kind != game.FactCell || !f.Cell.Inside(rows, cols) {
			continue
		}
		if s := sign(f); s != 0 {
			cells[int(f.Cell.Row)*cols+int(f.Cell.Col)] = s
		}
	}
	return string(cells)
}

// list writes texts so that none holds a blank; = stands before them, so that an empty list
// is a word too.
func list(texts []string) string {
	escaped := make([]string, len(texts))
	for i, text := range texts {
		escaped[i] = url.PathEscape(text)
	}
	return "=" + strings.Join(escaped, ",")
}

// Observe adds what a result shows to an observation of its moment. The result is in JSON.
func (b *Book) Observe(o *judge.Observation, rules game.Rules, m suite.Moment, c Call, result string) {
	f := b.functions[c.Role]
	meaning, known := f.gives[strings.TrimSpace(result)]
	odd := func() { b.Trouble(o, m, c, "returned "+result+", which means nothing") }
	switch c.Role {
	case State, Winner, Drawn:
		if !known {
			odd()
			return
		}
		b.result(o, m, c.Role, meaning)
	case Legal, Fits:
		switch meaning {
		case "yes":
			o.Accepted = true
		case "no":
			o.Facts = append(o.Facts, game.Fact{Kind: game.FactRefused})
		default:
			odd()
		}
	case Drop:
		row, err := strconv.Atoi(result)
		switch {
		case meaning == "full":
			o.Facts = append(o.Facts, game.Fact{Kind: game.FactRefused})
		case err != nil:
			odd()
		default:
			cell := game.Cell{Row: int16(row - b.base), Col: m.Step.Move.Cell.Col}
			o.Facts = append(o.Facts, game.Fact{Kind: game.FactCell, Player: m.Mover, Cell: cell})
			o.Accepted = true
		}
	case Choose:
		b.chosen(o, rules, m, c, result)
	case Total:
		n, err := strconv.Atoi(result)
		if err != nil {
			odd()
			return
		}
		total := c.hand
		total.Kind, total.Amount = game.FactTotal, n
		o.Facts = append(o.Facts, total)
	case Sunk:
		if !known {
			odd()
			return
		}
		if meaning == "yes" {
			o.Facts = append(o.Facts, game.Fact{Kind: game.FactSunk, Player: c.owner, Text: c.ship.Name})
			return
		}
		say := map[bool]string{true: "is sunk", false: "is not sunk"}
		o.Checks = append(o.Checks, judge.Check{
			Aspect: suite.Sunk, Agrees: !c.ship.Sunk,
			Expected: "the " + c.ship.Name + " " + say[c.ship.Sunk], Seen: c.Text + " returned " + result,
		})
	case Reveal:
		word, err := text(result, c.word)
		if err != nil {
			odd()
			return
		}
		o.Facts = append(o.Facts, game.Fact{Kind: game.FactShown, Text: word})
	}
}

// Trouble adds what went wrong with a call to an observation of its moment.
func (b *Book) Trouble(o *judge.Observation, m suite.Moment, c Call, detail string) {
	t := judge.Check{Aspect: suite.Legal, Expected: "the function returns a result", Seen: c.Text + " " + detail}
	reason, refused := game.Refused(m.Facts)
	switch {
	case c.Role == Drawn, c.Role == State && m.Result.Outcome == game.Drawn:
		t.Aspect = suite.Draw
	case c.Role == State, c.Role == Winner:
		t.Aspect = suite.Win
	case c.Role == Total:
		t.Aspect = suite.Totals
	case c.Role == Reveal:
		t.Aspect = suite.Letters
	case c.Role == Sunk:
		t.Aspect = suite.Sunk
	case refused && c.Role != Choose:
		t.Aspect = judge.RefusalAspect(reason)
	}
	o.Checks = append(o.Checks, t)
}

// result adds a win or draw. What a function cannot tell, as one for the winner cannot a
// draw, is left open.
func (b *Book) result(o *judge.Observation, m suite.Moment, role Role, meaning string) {
	switch meaning {
	case "first", "second":
		winner := game.First
		if meaning == "second" {
			winner = game.Second
		}
		o.Facts = append(o.Facts, game.Fact{Kind: game.FactWon, Player: winner})
	case "drawn", "yes":
		o.Facts = append(o.Facts, game.Fact{Kind: game.FactDrawn})
	default: // open, none, no
		_, other := b.functions[Drawn]
		if role == Winner && !other && m.Result.Outcome == game.Drawn || role == Drawn && m.Result.Outcome == game.Won {
			return
		}
		o.Condition = judge.Asking
	}
}

// chosen checks that a move that was chosen is legal: a cell's number, or its row and
// column, or a column.
func (b *Book) chosen(o *judge.Observation, rules game.Rules, m suite.Moment, c Call, result string) {
	cell, err := b.cell(rules, result)
	if err != nil {
		b.Trouble(o, m, c, err.Error())
		return
	}
	rows, cols := rules.Shape()
	free := cell.Inside(rows, cols) && !slices.ContainsFunc(m.View, func(f game.Fact) bool {
		return f.Kind == game.FactCell && f.Cell == cell && f.Player != game.Nobody
	})
	if !free {
		b.Trouble(o, m, c, "returned "+result+", which is no legal move")
	}
}

// text is a result that is a text, with a blank between each two characters or none, or a
// list of texts.
func text(result, word string) (string, error) {
	var one string
	if json.Unmarshal([]byte(result), &one) == nil {
		letters, n := []rune(one), len([]rune(word))
		if len(letters) < 2*n-1 || len(letters) > 2*n {
			return one, nil
		}
		var close []rune
		for i := 0; i < len(letters); i += 2 {
			close = append(close, letters[i])
		}
		return string(close), nil
	}
	var many []string
	err := json.Unmarshal([]byte(result), &many)
	return strings.Join(many, ""), err
}
