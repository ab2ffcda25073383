package calls

import (
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/judge"
	"durchgang/core/suite"
)

// Finding is the one call in which a program and the reference part, as a programmer would write it.
type Finding struct {
	Call     string `json:"call"`     // in the program's language
	Returned string `json:"returned"` // its result
	Expected string `json:"expected"` // what should have
	Test     string `json:"test"`     // a program of its own that shows it, in the language's usual form of a test
	Language string `json:"language"`
}

// Explain finds the call that shows a difference at a moment, among the calls of its script until then. subject is what
// differs, as the judge names it. ok is false where no one call shows it.
func (b *Book) Explain(p Program, rules game.Rules, m suite.Moment, calls []Call, answers []Answer, subject string) (f Finding, ok bool) {
	at := b.telling(rules, m, calls, answers, subject)
	if at < 0 || at >= len(answers) {
		return Finding{}, false
	}
	c := calls[at]
	want, refuses := b.should(rules, m, c)
	w := writerFor(p)
	f = Finding{Call: w.request(c.Request), Returned: answers[at].Text(), Language: p.Language}
	if answers[at].Failure == nil {
		f.Returned = "returned " + w.value(answers[at].Value)
	}
	switch {
	case refuses:
		f.Expected = "it refuses the move"
	case want == nil:
		f.Expected = b.inWords(rules, m, c)
	default:
		f.Expected = "returns " + w.value(want.value)
	}
	f.Test = w.test(b.acts(calls[:at], c), c, want, refuses, c.Role)
	return f, true
}

// Program is what is known of a program for whom a finding is written.
type Program struct {
	Language string
	Files    []string // sources
}

// wanted is a value that a call should return.
type wanted struct{ value any }

// subjects are the roles by which each subject of the judge is told, the most telling first.
var subjects = map[string][]Role{
	"result": {
		State,
		Winner,
		Wins,
		Drawn,
		Won,
		Lost,
		Result,
		Over,
		Full,
		Afloat,
	}, "board": {Board, CellAt, FirstCells, Drop, Move}, "turn": {Turn, Board, CellAt},
	"move": {
		Move,
		Legal,
		Drop,
		Fits,
		Hit,
		Stand,
	}, "program": {Make, Place, Move, Hit, Stand, Reset}, "letters": {Shown, Reveal}, "lives": {Lives},
	"shot": {
		Move,
	}, "sinking": {Move, Sunk}, "cards": {Hand}, "dealer": {Dealer, DealerTotal}, "total": {Total, DealerTotal}, "hand": {Result}, "bust": {Total, Over},
}

// telling is the index of the call that shows a difference.
func (b *Book) telling(rules game.Rules, m suite.Moment, calls []Call, answers []Answer, subject string) int {
	last := -1
	if len(calls) > 0 {
		last = calls[len(calls)-1].Moment
	}
	wrong := func(i int) bool {
		want, refuses := b.should(rules, m, calls[i])
		if want == nil {
			return refuses == (answers[i].Failure == nil) || answers[i].Failure != nil
		}
		got, has := Part(answers[i].Value, b.functions[calls[i].Role].part)
		return answers[i].Failure != nil || !has || key(plain(got)) != key(plain(want.value))
	}
	for _, role := range subjects[subject] {
		for i := range min(len(calls), len(answers)) {
			if calls[i].Moment == last && calls[i].Role == role && wrong(i) {
				return i
			}
		}
	}
	for i := min(len(calls), len(answers)) - 1; i >= 0 && calls[i].Moment == last; i-- {
		if answers[i].Failure != nil && subject == "answer" || subject == "answer" && wrong(i) {
			return i
		}
	}
	for _, role := range subjects[subject] {
		for i := range min(len(calls), len(answers)) {
			if calls[i].Moment == last && calls[i].Role == role {
				return i
			}
		}
	}
	return -1
}

// should is what a call should return by the rules, where the book has a value for it, and whether it should refuse.
func (b *Book) should(rules game.Rules, m suite.Moment, c Call) (want *wanted, refuses bool) {
	f := b.functions[c.Role]
	give := func(meaning string) *wanted {
		for text, is := range f.gives {
			if is == meaning {
				if v, ok := fromKey(text); ok {
					return &wanted{v}
				}
			}
		}
		return nil
	}
	yes := func(is bool) *wanted { return give(map[bool]string{true: "yes", false: "no"}[is]) }
	fact := func(kind game.Kind, p game.Player) (game.Fact, bool) {
		for _, x := range m.View {
			if x.Kind == kind && (p == game.Nobody || x.Player == p) {
				return x, true
			}
		}
		return game.Fact{}, false
	}
	_, refused := game.Refused(m.Facts)
	side := map[game.Player]string{game.First: "first", game.Second: "second", game.Nobody: "none"}
	switch c.Role {
	case State:
		switch m.Result.Outcome {
		case game.Won:
			return give(side[m.Result.Winner]), false
		case game.Drawn:
			return give("drawn"), false
		}
		return give("open"), false
	case Winner:
		if m.Result.Outcome != game.Won {
			return give("none"), false
		}
		return give(side[m.Result.Winner]), false
	case Wins:
		return yes(m.Result.Outcome == game.Won && m.Result.Winner == c.owner), false
	case Won, Lost:
		player := map[Role]game.Player{Won: game.First, Lost: game.Second}[c.Role]
		return yes(m.Result.Outcome == game.Won && m.Result.Winner == player), false
	case Drawn:
		return yes(m.Result.Outcome == game.Drawn), false
	case Over:
		return yes(m.Result.Over()), false
	case Legal, Fits:
		return yes(!refused), false
	case Turn:
		if p := game.Turn(m.Facts); p != game.Nobody {
			return give(side[p]), false
		}
	case CellAt:
		for _, x := range m.View {
			if x.Kind == game.FactCell && x.Cell == c.cell && x.Text == "" {
				return &wanted{b.cells[x.Player]}, false
			}
		}
	case Lives:
		if x, has := fact(game.FactLives, game.Nobody); has {
			if r, is := rules.(interface{ Lives() int }); is && f.up {
				return &wanted{r.Lives() - x.N}, false
			}
			return &wanted{x.N}, false
		}
	case Total, DealerTotal:
		if x, has := fact(game.FactTotal, c.hand.Player); has && x.N == c.hand.N {
			return &wanted{x.Amount}, false
		}
	case Drop:
		if refused {
			return give("full"), false
		}
		for _, x := range m.View {
			if x.Kind == game.FactCell && x.Player == m.Mover && !slices.Contains(m.Before, x) {
				return &wanted{int(x.Cell.Row) + b.base}, false
			}
		}
	case Sunk:
		return yes(c.ship.Sunk), false
	case Result:
		for _, x := range m.Facts {
			if x.Kind == game.FactResult {
				return give(x.Text), false
			}
		}
		return give("open"), false
	case Move, Hit, Stand:
		if refused {
			return give("no"), true
		}
		meaning := "yes"
		for _, x := range m.Facts {
			switch x.Kind {
			case game.FactMiss:
				meaning = "miss"
			case game.FactHit:
				meaning = "hit"
			case game.FactSunk:
				meaning = "sunk"
			}
			if meaning == "sunk" {
				break
			}
		}
		return give(meaning), false
	}
	return nil, false
}

// inWords is what should be seen by a call, where no value says it.
func (b *Book) inWords(rules game.Rules, m suite.Moment, c Call) string {
	if c.Role == Board || c.Role == FirstCells {
		return "the board is\n" + strings.TrimRight(game.Draw(rules, m.View), "\n")
	}
	var parts []string
	for _, x := range slices.Concat(m.Facts, m.View) {
		if say := game.Say(rules, x); say != "" && !slices.Contains(parts, say) && x.Kind != game.FactCell && x.Kind != game.FactTurn {
			parts = append(parts, say)
		}
	}
	if len(parts) == 0 {
		return "it returns without a failure"
	}
	return strings.Join(parts, ", ")
}

// acts are the calls that lead to another one: what makes the game, and what is done in it.
func (b *Book) acts(calls []Call, last Call) []Call {
	if !b.Follows() {
		return nil
	}
	var list []Call
	for _, c := range calls {
		if c.Role == Make && c.Request.Keep && c.Moment > 0 && c.Moment <= last.Moment {
			list = slices.DeleteFunc(list, func(o Call) bool { return o.Role != Make }) // another game is made
		}
		if c.Role == Make || roles[c.Role].does {
			list = append(list, c)
		}
	}
	return list
}

// Subject is the subject of the comparison that a finding tells of, at its step.
func Subject(v judge.StepVerdict, f judge.Finding) string {
	for _, c := range v.Comparisons {
		if c.State == judge.Differs && c.Expected == f.Expected && c.Seen == f.Seen {
			return c.Subject
		}
	}
	for _, c := range v.Comparisons {
		if c.State == judge.Differs {
			return c.Subject
		}
	}
	return ""
}

// fromKey is the value of a text in JSON.
func fromKey(text string) (any, bool) {
	a := ReadAnswer("= " + text)
	if s, is := a.Value.(string); is && strings.HasPrefix(s, "(not seen") {
		return nil, false
	}
	return a.Value, a.Failure == nil
}
