// Package desk is what suites are made with: it shows a suite that may be incomplete, with each script played by the rules up to
// where it makes sense; makes changes of it, of which each takes a text and gives a text; finds the moves that lead to a
// position; and says in words what a change means. Nothing is kept between two calls.
//
// Read Open and Change first.
package desk

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/game"
	"durchgang/core/suite"
)

// Draft is a suite that is being made, as it is written and as it is understood.
type Draft struct {
	Suite    string           `json:"suite" description:"The text."`
	Variant  game.Variant     `json:"variant" description:"Empty while the text is not understood."`
	Program  string           `json:"program" description:"The side that programs play themselves; empty where people play both."`
	Players  []string         `json:"players"`
	Kind     game.MoveKind    `json:"kind" enum:"cell,column,text,heap,ship" description:"What a player names to move."`
	Rows     int              `json:"rows" description:"Of the board; 0 without one."`
	Cols     int              `json:"cols"`
	Total    suite.Points     `json:"total"`
	Problem  *DraftProblem    `json:"problem,omitempty" description:"The first reason why the text is not a complete suite."`
	Criteria []DraftCriterion `json:"criteria"`
	Chosen   *DraftPlay       `json:"chosen,omitempty" description:"The script that was chosen, played by the rules."`
	Gives    bool             `json:"gives" description:"A script may begin with any position, for programs that can be shown one."`
	Parts    []game.Part      `json:"parts" description:"As what a position is given to be reached; none where it cannot be."`
	Mirrors  []Mirror         `json:"mirrors" description:"How a script can be mirrored."`
	Ships    []int            `json:"ships" description:"Lengths of the ships that a set-up places."`
}

// DraftProblem is why a text is not a complete suite, and where.
type DraftProblem struct {
	Line    int    `json:"line" description:"From 1."`
	Column  int    `json:"column" description:"In bytes, from 1."`
	Message string `json:"message"`
}

// DraftCriterion is a criterion with its scripts.
type DraftCriterion struct {
	Name    string        `json:"name"`
	Title   string        `json:"title"`
	Points  suite.Points  `json:"points"`
	Shared  bool          `json:"shared" description:"Each script is worth the same part; else one fault loses all points."`
	Claims  []string      `json:"claims"`
	Line    int           `json:"line" description:"From 1."`
	Scripts []DraftScript `json:"scripts"`
}

// DraftScript is a script as its criterion lists it.
type DraftScript struct {
	Number  int           `json:"number" description:"From 1, in the order of the text."`
	Title   string        `json:"title"`
	Public  bool          `json:"public"`
	Steps   int           `json:"steps"`
	Line    int           `json:"line" description:"From 1."`
	Problem *DraftProblem `json:"problem,omitempty"`
}

// DraftPlay is a script as it goes by the rules, and the table after one of its steps.
type DraftPlay struct {
	Number    int         `json:"number"`
	Criterion string      `json:"criterion"`
	Title     string      `json:"title"`
	Setup     game.Setup  `json:"setup" description:"What chance or a hidden choice has fixed."`
	Open      bool        `json:"open" description:"The program has a part in its course, so that it is not played here."`
	Steps     []DraftStep `json:"steps"`
	At        int         `json:"at" description:"The step whose table is shown; 0 for the start."`
	Table     DraftTable  `json:"table"`
	Keys      []string    `json:"keys" description:"Moves that may be thought of next, in games without a board."`
}

// DraftStep is a step with what must be seen of it.
type DraftStep struct {
	Word    string   `json:"word" description:"As it stands in the script."`
	Mover   string   `json:"mover" description:"Whose turn it was; empty after the end."`
	Refused string   `json:"refused" description:"Why it must be refused; empty when it must not."`
	Says    []string `json:"says" description:"What must be seen, in words."`
}

// DraftTable is a position as nobody but the teacher sees it: with what is hidden.
type DraftTable struct {
	Boards []game.Board `json:"boards"`
	Lines  []string     `json:"lines" description:"What is seen beside the boards, in words."`
	ToMove string       `json:"to_move" description:"Empty at the end."`
	Result string       `json:"result" description:"How the game has ended, in words; empty before."`
}

// Open shows a suite, and one of its scripts after a step: numbers from 1, where 0 means none and the start. Numbers that are
// too high mean the last.
func Open(text string, script, step int, games game.Registry) Draft {
	d := Draft{
		Suite: text, Criteria: []DraftCriterion{}, Players: []string{}, Parts: []game.Part{}, Mirrors: []Mirror{}, Ships: []int{},
	}
	s, err := suite.Read("suite", text, games)
	if err != nil {
		d.Problem = problem(err)
		return d
	}
	problems, first := s.Problems()
	d.Variant, d.Kind, d.Total, d.Problem = s.Rules.Variant(), s.Rules.MoveKind(), s.Total(), problem(first)
	d.Rows, d.Cols = s.Rules.Shape()
	if s.Program != game.Nobody {
		d.Program = s.Rules.PlayerName(s.Program)
	}
	for p := game.First; p <= game.Second; p++ {
		d.Players = append(d.Players, s.Rules.PlayerName(p))
	}
	if arranges, is := s.Rules.(game.Arranges); is {
		d.Parts = arranges.Parts()
	}
	_, d.Gives = s.Rules.(game.Gives)
	if ships, is := s.Rules.(game.HasShips); is {
		d.Ships = ships.Lengths()
	}
	d.Mirrors = mirrorsOf(s.Rules)
	for _, c := range s.Criteria {
		d.Criteria = append(d.Criteria, listed(s, c, problems))
	}
	if n := min(script, len(s.Scripts)); n > 0 {
		d.Chosen = played(s, n, step)
	}
	return d
}

// problem is an error of a suite's text; nil for none.
func problem(err error) *DraftProblem {
	var syntax *suite.SyntaxError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &syntax):
		return &DraftProblem{syntax.Line, syntax.Column, syntax.Err.Error()}
	}
	return &DraftProblem{1, 1, err.Error()}
}

// listed is a criterion with its scripts, and what the rules have against each.
func listed(s *suite.Suite, c suite.Criterion, problems []error) DraftCriterion {
	d := DraftCriterion{
		Name: c.Name, Title: c.Title, Points: c.Points, Shared: c.Grading == suite.Share, Line: c.Line,
		Claims: []string{}, Scripts: []DraftScript{},
	}
	for _, a := range c.Claims {
		d.Claims = append(d.Claims, string(a))
	}
	for i, script := range s.Scripts {
		if script.Criterion != c.Name {
			continue
		}
		entry := DraftScript{
			Number: i + 1, Title: script.Title, Public: script.Public, Steps: len(script.Steps), Line: script.Line, Problem: problem(problems[i]),
		}
		if errors.Is(problems[i], suite.ErrEmpty) {
			entry.Problem.Message = "it has no step yet"
		}
		d.Scripts = append(d.Scripts, entry)
	}
	return d
}

// played plays a script by the rules as far as it goes.
func played(s *suite.Suite, number, at int) *DraftPlay {
	script := s.Scripts[number-1]
	d := &DraftPlay{
		Number: number, Criterion: script.Criterion, Title: script.Title, Setup: script.Setup, Open: s.Open(script),
		Steps: []DraftStep{}, At: max(0, min(at, len(script.Steps))), Keys: []string{},
		Table: DraftTable{Boards: []game.Board{}, Lines: []string{}},
	}
	for _, step := range script.Steps {
		d.Steps = append(d.Steps, DraftStep{Word: s.Word(step), Says: []string{}})
	}
	if d.Open {
		return d
	}
	i := -1
	err := script.Retell(s.Rules, false, func(m suite.Moment) bool {
		if i >= 0 && i < len(d.Steps) && m.Step.Act != suite.Look {
			d.Steps[i] = told(s, m)
		}
		i++
		return true
	})
	if err != nil {
		return d
	}
	if pos, ok := after(s.Rules, script.Setup, script.Steps[:d.At]); ok {
		d.Table = tableOf(s.Rules, pos, script.Setup)
		d.Keys = keysOf(s.Rules, pos)
	}
	return d
}

// mostKeys bounds the moves that are offered.
const mostKeys = 60

// keysOf are moves that may be thought of, in games in which they are not chosen on a board.
func keysOf(rules game.Rules, pos game.Position) []string {
	keys := []string{}
	if rules.MoveKind() != game.NamesText && rules.MoveKind() != game.NamesHeap {
		return keys
	}
	for _, m := range rules.Candidates(pos, nil) {
		if key := rules.FormatMove(m); len(keys) < mostKeys && !slices.Contains(keys, key) {
			keys = append(keys, key)
		}
	}
	return keys
}

// told is what must be seen of a step.
func told(s *suite.Suite, m suite.Moment) DraftStep {
	step := DraftStep{Word: s.Word(m.Step), Says: []string{}}
	if m.Mover != game.Nobody {
		step.Mover = s.Rules.PlayerName(m.Mover)
	}
	if reason, refused := game.Refused(m.Facts); refused {
		step.Refused = reason.Explain()
	}
	seen := slices.DeleteFunc(slices.Clone(m.Facts), func(f game.Fact) bool { return f.Kind == game.FactTurn || f.Kind == game.FactRefused })
	step.Says = append(step.Says, game.Lines(s.Rules, seen)...)
	return step
}

// after is the position after some steps. It reports false where they cannot be played.
func after(rules game.Rules, setup game.Setup, steps []suite.Step) (game.Position, bool) {
	pos, err := rules.Start(setup)
	if err != nil {
		return nil, false
	}
	for _, step := range steps {
		switch {
		case step.Act == suite.MakeMove:
			rules.Play(pos, step.Move, nil)
		case step.Act == suite.Again && pos.Result().Over():
			if pos, err = rules.Again(pos, setup); err != nil {
				return nil, false
			}
		}
	}
	return pos, true
}

// tableOf shows each player's own board as its owner sees it, and what is hidden besides.
func tableOf(rules game.Rules, pos game.Position, setup game.Setup) DraftTable {
	everybody := rules.View(pos, game.Nobody, nil)
	var cells []game.Fact
	for _, f := range everybody {
		if f.Kind == game.FactCell && f.Owner() == game.Nobody {
			cells = append(cells, f)
		}
	}
	for owner := game.First; owner <= game.Second; owner++ {
		for _, f := range rules.View(pos, owner, nil) {
			if f.Kind == game.FactCell && f.Owner() == owner {
				cells = append(cells, f)
			}
		}
	}
	t := DraftTable{Boards: game.Boards(rules, cells), Lines: game.Lines(rules, everybody)}
	if word, found := setup.Values()["word"]; found {
		t.Lines = append(t.Lines, "the word is "+word)
	}
	if turn := pos.Turn(); turn != game.Nobody {
		t.ToMove = rules.PlayerName(turn)
	}
	switch r := pos.Result(); r.Outcome {
	case game.Won:
		t.Result = rules.PlayerName(r.Winner) + " wins"
	case game.Drawn:
		t.Result = "a draw"
	}
	return t
}

// marked are the steps of a script with a ! where the rules refuse a move, and only there, as far as they can be played.
func marked(s *suite.Suite, script suite.Script) []suite.Step {
	if s.Open(script) {
		return slices.Clone(script.Steps)
	}
	steps, _ := suite.Marked(s.Rules, script.Setup, script.Steps)
	return steps
}

// unused is a title that no script of the suite has.
func unused(s *suite.Suite, title string) string {
	title = strings.TrimSpace(title)
	taken := func(name string) bool {
		return slices.ContainsFunc(s.Scripts, func(other suite.Script) bool { return other.Title == name })
	}
	name := title
	for n := 2; taken(name); n++ {
		name = fmt.Sprintf("%s, %d", title, n)
	}
	return name
}
