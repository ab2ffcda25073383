package calls

import (
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Observe is what the answers to the calls of one moment show of it. There may be fewer answers than calls: then the
// program is gone, and last says how.
func (b *Book) Observe(rules game.Rules, m suite.Moment, calls []Call, answers []Answer, last judge.Condition) judge.Observation {
	r := &reader{Book: b, rules: rules, moment: m, follows: b.Follows()}
	r.seen = judge.Observation{Condition: judge.Waiting, Asked: !r.follows}
	r.rows, r.cols = rules.Shape()
	for i, c := range calls {
		if i == len(answers) {
			break
		}
		a := answers[i]
		if a.Failure != nil && a.Failure.Kind == Gone && r.follows {
			r.seen.Condition, r.seen.Detail = last, a.Failure.Says
			return r.seen
		}
		r.answer(c, a)
		if r.seen.Condition == judge.Crashed {
			return r.seen
		}
	}
	r.together()
	if r.follows {
		r.settle(calls)
	}
	return r.seen
}

// reader reads the answers of one moment.
type reader struct {
	*Book
	rules      game.Rules
	moment     suite.Moment
	follows    bool
	rows, cols int
	seen       judge.Observation
	marks      [2]func(row, col int) bool
	done       bool   // a move was called
	ends       []bool // what is said of whether the game is over, or the board is full
}

func (r *reader) add(f game.Fact) { r.seen.Facts = append(r.seen.Facts, f) }

// answer reads one answer.
func (r *reader) answer(c Call, a Answer) {
	if c.Role == Make {
		if a.Failure != nil {
			r.seen.Condition, r.seen.Detail = judge.Crashed, c.Request.Text()+" "+a.Failure.String()
		}
		return
	}
	if roles[c.Role].does {
		r.did(c, a)
		return
	}
	if a.Failure != nil {
		r.trouble(c, a.Failure.String())
		return
	}
	f := r.functions[c.Role]
	v, has := Part(a.Value, f.part)
	if !has {
		r.trouble(c, "returned "+Say(a.Value)+", which means nothing")
		return
	}
	meaning, known := f.gives[key(plain(v))]
	if !known {
		meaning = f.other
	}
	odd := func() { r.trouble(c, "returned "+Say(a.Value)+", which means nothing") }
	switch c.Role {
	case State, Winner, Drawn:
		if meaning == "" {
			odd()
			return
		}
		r.result(c.Role, meaning)
	case Wins:
		switch {
		case meaning == "":
			odd()
		case meaning == "yes":
			r.add(game.Fact{Kind: game.FactWon, Player: c.owner})
		default:
			r.result(Winner, "none")
		}
	case Legal, Fits:
		switch meaning {
		case "yes":
			r.seen.Accepted = true
		case "no":
			r.add(game.Fact{Kind: game.FactRefused})
		default:
			odd()
		}
	case Drop:
		row, is := plainNumber(v)
		switch {
		case meaning == "full":
			r.add(game.Fact{Kind: game.FactRefused})
		case !is:
			odd()
		default:
			r.add(
				game.Fact{
					Kind:   game.FactCell,
					Player: r.moment.Mover,
					Cell:   game.Cell{Row: bounded(row - r.base), Col: r.moment.Step.Move.Cell.Col},
				},
			)
			r.seen.Accepted = true
		}
	case Choose:
		r.chosen(c, v)
	case Sunk:
		r.sunk(c, a, meaning)
	case Reveal, Shown:
		word, is := r.shown(v, c.word, f.hidden)
		if !is {
			odd()
			return
		}
		r.add(game.Fact{Kind: game.FactShown, Text: word})
	default:
		if !r.position(c, v, meaning) {
			odd()
		}
	}
}

// did reads the result of something that is done in the game.
func (r *reader) did(c Call, a Answer) {
	f := r.functions[c.Role]
	r.done = r.done || c.Role != Place && c.Role != Reset
	if a.Failure != nil {
		switch {
		case a.Failure.Kind == Signature && c.line:
			r.seen.Skipped = true // such a text cannot be given
		case c.Role == Place || c.Role == Reset:
			r.seen.Condition, r.seen.Detail = judge.Crashed, c.Request.Text()+" "+a.Failure.String()
		case a.Failure.Kind == Raised && len(f.raises) > 0 && !slices.Contains(f.raises, a.Failure.Type):
			r.trouble(c, a.Failure.String()+", and may refuse by "+strings.Join(f.raises, " or ")+" only")
		default:
			r.seen.Detail = c.Request.Text() + " " + a.Failure.String()
			r.add(game.Fact{Kind: game.FactRefused})
		}
		return
	}
	v, has := Part(a.Value, f.part)
	meaning, known := f.gives[key(plain(v))]
	if !known || !has {
		meaning = f.other
	}
	shot := game.Fact{Player: c.owner, Cell: c.cell}
	tell := func(kinds ...game.Kind) {
		for _, k := range kinds {
			fact := shot
			fact.Kind = k
			if k == game.FactSunk {
				fact.Cell = game.Cell{}
			}
			r.add(fact)
		}
		r.seen.Accepted = true
	}
	if c.Role == Place {
		if meaning == "no" {
			r.seen.Condition, r.seen.Detail = judge.Crashed, c.Request.Text()+" refuses the ship"
		}
		return
	}
	switch meaning {
	case "no":
		r.seen.Detail = c.Request.Text() + " " + a.Text()
		r.add(game.Fact{Kind: game.FactRefused})
	case "yes":
		r.seen.Accepted = true
	case "hit":
		tell(game.FactHit)
	case "miss":
		tell(game.FactMiss)
	case "sunk":
		tell(game.FactHit, game.FactSunk)
	case "won":
		tell(game.FactHit, game.FactSunk)
		r.add(game.Fact{Kind: game.FactWon, Player: r.moment.Mover})
	}
}

// position reads what tells how the game stands; it is false for what means nothing.
func (r *reader) position(c Call, v any, meaning string) bool {
	switch c.Role {
	case Board:
		b := r.layout.read(v, r.rows, r.cols, r.base)
		for row := range r.rows {
			for col := range r.cols {
				held, _ := b.cell(row, col)
				r.cell(row, col, held)
			}
		}
	case CellAt:
		r.cell(int(c.cell.Row), int(c.cell.Col), v)
	case FirstCells, SecondCells:
		has := r.layout.members(v, r.rows, r.cols, r.base)
		if has == nil {
			return false
		}
		i := 0
		if c.Role == SecondCells {
			i = 1
		}
		r.marks[i] = has
	case Turn:
		switch meaning {
		case "first":
			r.add(game.Fact{Kind: game.FactTurn, Player: game.First})
		case "second":
			r.add(game.Fact{Kind: game.FactTurn, Player: game.Second})
		default:
			return r.moment.Result.Over()
		}
	case Over, Full, Won, Lost:
		if meaning == "" {
			return false
		}
		if c.Role == Over || c.Role == Full {
			r.ends = append(r.ends, meaning == "yes")
		}
		r.ended(c.Role, meaning == "yes")
	case Afloat:
		n, is := plainNumber(v)
		if is {
			r.ended(Won, n == 0)
		}
		return is
	case Lives:
		n, is := plainNumber(v)
		if !is {
			return false
		}
		if lives, has := r.rules.(interface{ Lives() int }); has && r.functions[Lives].up {
			n = lives.Lives() - n
		}
		r.add(game.Fact{Kind: game.FactLives, N: n})
	case Total, DealerTotal:
		n, is := plainNumber(v)
		if !is {
			return false
		}
		if c.Role == Total || r.moment.Result.Over() { // until then a card of the dealer is face down
			total := c.hand
			total.Kind, total.Amount = game.FactTotal, n
			r.add(total)
		}
	case Hand, Dealer:
		return r.hand(c, v)
	case Result:
		return r.hands(meaning)
	}
	return true
}

// cell reads what a cell holds: what is neither player's is empty.
func (r *reader) cell(row, col int, held any) {
	fact := game.Fact{Kind: game.FactCell, Cell: game.Cell{Row: int16(row), Col: int16(col)}}
	switch key(held) {
	case key(r.cells[1]):
		fact.Player = game.First
	case key(r.cells[2]):
		fact.Player = game.Second
	}
	r.add(fact)
}

func (r *reader) hand(c Call, v any) bool {
	cards, is := list(v)
	if !is {
		return false
	}
	known := map[string]string{}
	for _, f := range r.moment.View {
		if f.Kind == game.FactCard && f.Player == c.hand.Player {
			known[r.asCards([]string{f.Text})[0]] = f.Text
		}
	}
	for i, x := range cards {
		text, is := x.(string)
		if !is {
			return false
		}
		if c.Role == Dealer && i == 1 && !r.moment.Result.Over() {
			text = "?" // a program may know it already
		}
		fact := c.hand
		fact.Kind, fact.Text = game.FactCard, text
		if k, has := known[text]; has {
			fact.Text = k
		}
		r.add(fact)
	}
	return true
}

func (r *reader) hands(meaning string) bool {
	switch meaning {
	case "":
		return false
	case "open":
		r.seen.Condition = judge.Asking
		return true
	}
	r.add(game.Fact{Kind: game.FactResult, Player: game.First, N: 1, Text: meaning, Amount: game.Untold})
	return true
}

// trouble adds what went wrong with a call.
func (r *reader) trouble(c Call, detail string) {
	t := judge.Check{Aspect: suite.Legal, Expected: "the function returns a result", Seen: c.Request.Text() + " " + detail}
	reason, refused := game.Refused(r.moment.Facts)
	switch {
	case c.Role == Drawn, c.Role == State && r.moment.Result.Outcome == game.Drawn:
		t.Aspect = suite.Draw
	case c.Role == State, c.Role == Winner, c.Role == Won, c.Role == Over:
		t.Aspect = suite.Win
	case (!r.follows || roles[c.Role].does) && refused && c.Role != Choose:
		t.Aspect = judge.RefusalAspect(reason)
	case c.Role == Sunk:
		t.Aspect = suite.Sunk
	case len(roles[c.Role].aspects) > 0 && c.Role != Legal && c.Role != Drop && c.Role != Choose:
		t.Aspect = roles[c.Role].aspects[0]
	}
	r.seen.Checks = append(r.seen.Checks, t)
}

// shown is a result that shows a word: a text, with a blank between each two characters or none, or a list of texts.
// Hidden letters become _.
func (r *reader) shown(v any, word, hidden string) (string, bool) { return ReadShown(v, word, hidden) }

// ReadShown reads a value that shows a word, whose letters are hidden by a sign; the sign is _ where it is empty.
func ReadShown(v any, word, hidden string) (string, bool) {
	var letters []string
	switch v := v.(type) {
	case string:
		for _, r := range v {
			letters = append(letters, string(r))
		}
		if n := len([]rune(word)); len(letters) >= 2*n-1 && len(letters) <= 2*n {
			var close []string
			for i := 0; i < len(letters); i += 2 {
				close = append(close, letters[i])
			}
			letters = close
		}
	default:
		l, is := list(v)
		if !is {
			return "", false
		}
		for _, x := range l {
			text, is := x.(string)
			if x == nil {
				text, is = "_", true
			}
			if !is {
				return "", false
			}
			letters = append(letters, text)
		}
	}
	places := []rune(word)
	for i, x := range letters {
		own := len(places) == len(letters) && string(places[i]) == x // it is a sign of the word
		if x == hidden && hidden != "" && !own || x == "" {
			letters[i] = "_"
		}
	}
	return strings.Join(letters, ""), true
}
