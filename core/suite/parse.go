package suite

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"durchgang/core/game"
)

// SyntaxError is an error in a suite's text.
type SyntaxError struct {
	File   string
	Line   int // from 1
	Column int // in bytes, from 1
	Err    error
}

func (e *SyntaxError) Error() string {
	return fmt.Sprintf("%s:%d:%d: %s", e.File, e.Line, e.Column, e.Err)
}

func (e *SyntaxError) Unwrap() error { return e.Err }

// Causes of errors in a suite's text, for errors.Is.
var (
	ErrNoGame    = errors.New("a suite begins with its game, as in: game tic-tac-toe")
	ErrWord      = errors.New("one word is expected here")
	ErrQuote     = errors.New("a quoted text begins and ends with \" on one line")
	ErrNoScript  = errors.New("a move stands before the first script")
	ErrNoCrit    = errors.New("this stands before the first criterion")
	ErrDuplicate = errors.New("it is there already")
	ErrAspect    = errors.New("unknown aspect")
	ErrCost      = errors.New("it is followed by costs or keeps")
	ErrServes    = errors.New("no script serves this criterion, nor does any claim it can be shown by: give it a script, or leave it out")
	ErrEmpty     = errors.New("a suite has at least one script, and a script at least one step, or a position that is given")
	ErrReload    = errors.New(
		"a page may begin another game or go on with this one when it is loaded anew, so that reload is a script's last step",
	)
	ErrLeave   = errors.New(`leave is followed by what is typed to end the program, as in leave "quit", and is a script's last step`)
	ErrTooLong = errors.New("a line to type has at most 200 characters, none of them a control character")
)

const maxTyped = 200

// Parse reads a suite; file names it in errors, which are all *SyntaxError.
func Parse(file, text string, games game.Registry) (*Suite, error) {
	s, err := Read(file, text, games)
	if err != nil {
		return nil, err
	}
	return s, inFile(file, s.Check())
}

// Read reads a suite that need not be complete yet: what is written must be understood, but criteria may have no
// script, scripts no steps, and the rules are not asked. Errors are *SyntaxError.
func Read(file, text string, games game.Registry) (*Suite, error) {
	p := parser{games: games, suite: &Suite{}}
	if err := p.parse(text); err != nil {
		return nil, inFile(file, err)
	}
	return p.suite, nil
}

// inFile names the file in a *SyntaxError.
func inFile(file string, err error) error {
	var syntax *SyntaxError
	if errors.As(err, &syntax) {
		syntax.File = file
	}
	return err
}

type parser struct {
	games game.Registry
	suite *Suite
	line  int
	usual game.Setup // of scripts without one of their own
	own   bool       // such scripts leave it to the program
	notes []string   // comments on lines of their own, which belong to what comes next
}

// word is one blank-separated or quoted word of a line.
type word struct {
	text   string
	quoted bool
	column int
}

func (p *parser) parse(text string) error {
	for line := range strings.SplitSeq(text, "\n") {
		p.line++
		line = strings.TrimSuffix(line, "\r")
		words, comment, err := p.split(line)
		if err != nil {
			return err
		}
		if len(words) == 0 {
			if comment != "" {
				p.notes = append(p.notes, comment)
			}
			continue
		}
		if err := p.statement(words); err != nil {
			return err
		}
		if comment != "" {
			p.notes = append(p.notes, comment)
		}
		p.comment(words[0].text)
	}
	if p.suite.Rules == nil {
		return p.fail(1, ErrNoGame)
	}
	p.suite.After = p.notes
	return nil
}

// comment gives the comments that were met to what they belong to: those on lines of their own to the next criterion or
// script, or to the one whose lines they stand among.
func (p *parser) comment(head string) {
	if len(p.notes) == 0 {
		return
	}
	to := &p.suite.Before
	switch criteria, scripts := p.suite.Criteria, p.suite.Scripts; {
	case head != "criterion" && len(scripts) > 0 && scripts[len(scripts)-1].Criterion == criteria[len(criteria)-1].Name:
		to = &scripts[len(scripts)-1].Comments
	case len(criteria) > 0:
		to = &criteria[len(criteria)-1].Comments
	}
	*to, p.notes = append(*to, p.notes...), nil
}

func (p *parser) fail(column int, cause error, about ...string) error {
	if len(about) > 0 {
		cause = fmt.Errorf("%q: %w", strings.Join(about, " "), cause)
	}
	return &SyntaxError{Line: p.line, Column: column, Err: cause}
}

// split divides a line into words and the comment at its end.
func (p *parser) split(line string) (words []word, comment string, err error) {
	for i := 0; i < len(line); {
		switch {
		case line[i] == ' ' || line[i] == '\t':
			i++
		case line[i] == '#':
			return words, strings.TrimRight(line[i:], " \t"), nil
		case line[i] == '"':
			quoted, err := strconv.QuotedPrefix(line[i:])
			if err != nil {
				return nil, "", p.fail(i+1, ErrQuote)
			}
			text, err := strconv.Unquote(quoted)
			if err != nil {
				return nil, "", p.fail(i+1, ErrQuote)
			}
			words = append(words, word{text, true, i + 1})
			i += len(quoted)
		default:
			end := i
			for end < len(line) && !strings.ContainsRune(" \t#\"", rune(line[end])) {
				end++
			}
			words = append(words, word{line[i:end], false, i + 1})
			i = end
		}
	}
	return words, "", nil
}

func (p *parser) statement(words []word) error {
	head, rest := words[0], words[1:]
	if head.quoted {
		return p.steps(words)
	}
	if p.suite.Rules == nil && head.text != "game" {
		return p.fail(head.column, ErrNoGame)
	}
	switch head.text {
	case "game":
		return p.game(head, rest)
	case "opponent":
		return p.opponent(head, rest)
	case "quick":
		return p.quick(head, rest)
	case "repeats":
		return p.repeats(head, rest)
	case "criterion":
		return p.criterion(head, rest)
	case "points", "graded", "not-shown", "not-reached", "unsteady", "claims":
		return p.attribute(head, rest)
	case "total", "required", "attempts", "due", "late", "round":
		return p.policy(head, rest)
	case "script":
		return p.script(head, rest)
	case "setup":
		return p.setup(head, rest)
	default:
		return p.steps(words)
	}
}

func (p *parser) game(head word, rest []word) error {
	if len(rest) != 1 {
		return p.fail(head.column, ErrWord, "game")
	}
	if p.suite.Rules != nil {
		return p.fail(head.column, ErrDuplicate, "game")
	}
	rules, err := p.games.Rules(rest[0].text)
	if err != nil {
		return p.fail(rest[0].column, err)
	}
	p.suite.Rules = rules
	return nil
}

// opponent says which side programs play themselves.
func (p *parser) opponent(head word, rest []word) error {
	rules := p.suite.Rules
	if len(rest) != 1 || rules.Solo() || len(p.suite.Scripts) > 0 {
		return p.fail(
			head.column,
			fmt.Errorf(
				"opponent is followed by the side that the program plays, %s or %s, before the first script of a game for two",
				rules.PlayerName(game.First),
				rules.PlayerName(game.Second),
			),
		)
	}
	for side := game.First; side <= game.Second; side++ {
		if rest[0].text == rules.PlayerName(side) {
			p.suite.Program = side
			return nil
		}
	}
	return p.fail(
		rest[0].column,
		fmt.Errorf("a side is %s or %s", rules.PlayerName(game.First), rules.PlayerName(game.Second)),
		rest[0].text,
	)
}

// quick says that no time passes between a script's steps.
func (p *parser) quick(head word, rest []word) error {
	if len(p.suite.Scripts) == 0 || len(rest) > 0 {
		return p.fail(head.column, errors.New("quick stands alone, in a script"))
	}
	p.suite.Scripts[len(p.suite.Scripts)-1].Quick = true
	return nil
}

const mostRepeats = 20

// repeats says how often a script is played.
func (p *parser) repeats(head word, rest []word) error {
	if len(p.suite.Scripts) == 0 || len(rest) != 1 {
		return p.fail(head.column, fmt.Errorf("repeats is followed by a number from 2 to %d, in a script", mostRepeats))
	}
	n, err := strconv.Atoi(rest[0].text)
	if err != nil || n < 2 || n > mostRepeats {
		return p.fail(rest[0].column, fmt.Errorf("a script is repeated 2 to %d times", mostRepeats), rest[0].text)
	}
	p.suite.Scripts[len(p.suite.Scripts)-1].Repeats = n
	return nil
}

func (p *parser) criterion(head word, rest []word) error {
	if len(rest) != 2 || rest[0].quoted || !rest[1].quoted {
		return p.fail(head.column, errors.New(`a criterion has a name and a title, as in: criterion lines "A complete line wins"`))
	}
	if _, found := p.suite.Criterion(rest[0].text); found {
		return p.fail(rest[0].column, ErrDuplicate, rest[0].text)
	}
	p.suite.Criteria = append(
		p.suite.Criteria,
		Criterion{Name: rest[0].text, Title: rest[1].text, Grading: Whole, NotShown: Costs, Unsteady: Costs, Line: p.line},
	)
	return nil
}

func (p *parser) attribute(head word, rest []word) error {
	if len(p.suite.Criteria) == 0 {
		return p.fail(head.column, ErrNoCrit, head.text)
	}
	c := &p.suite.Criteria[len(p.suite.Criteria)-1]
	if head.text == "claims" {
		return p.claims(c, rest)
	}
	if len(rest) != 1 {
		return p.fail(head.column, ErrWord, head.text)
	}
	value := rest[0]
	cost := Cost(value.text)
	var err error
	switch head.text {
	case "points":
		c.Points, err = ParsePoints(value.text)
	case "graded":
		if c.Grading = Grading(value.text); c.Grading != Whole && c.Grading != Share {
			err = fmt.Errorf("graded is followed by %s or %s", Whole, Share)
		}
	default:
		if cost != Costs && cost != Keeps {
			return p.fail(value.column, ErrCost, head.text, value.text)
		}
		*map[string]*Cost{"not-shown": &c.NotShown, "not-reached": &c.NotReached, "unsteady": &c.Unsteady}[head.text] = cost
	}
	if err != nil {
		return p.fail(value.column, err)
	}
	return nil
}

func (p *parser) claims(c *Criterion, names []word) error {
	for _, name := range names {
		aspect := Aspect(name.text)
		if !slices.Contains(aspects, aspect) {
			return p.fail(name.column, fmt.Errorf("%w; known are %s", ErrAspect, aspectNames()), name.text)
		}
		c.Claims = append(c.Claims, aspect)
	}
	return nil
}

func aspectNames() string {
	names := make([]string, len(aspects))
	for i, a := range aspects {
		names[i] = string(a)
	}
	return strings.Join(names, ", ")
}

func (p *parser) script(head word, rest []word) error {
	public := len(rest) == 2 && !rest[1].quoted && rest[1].text == "public"
	if len(rest) != 1 && !public || !rest[0].quoted {
		return p.fail(head.column, errors.New(`a script has a title, and may be public, as in: script "row 1, first player" public`))
	}
	if len(p.suite.Criteria) == 0 {
		return p.fail(head.column, ErrNoCrit, "script")
	}
	for _, s := range p.suite.Scripts {
		if s.Title == rest[0].text {
			return p.fail(rest[0].column, ErrDuplicate, s.Title)
		}
	}
	p.suite.Scripts = append(p.suite.Scripts, Script{
		Title:     rest[0].text,
		Criterion: p.suite.Criteria[len(p.suite.Criteria)-1].Name,
		Setup:     p.usual,
		Own:       p.own,
		Public:    public,
		Line:      p.line,
	})
	return nil
}

// setup says what is fixed before a script: by a text, or by the word own that the program
// fixes it.
func (p *parser) setup(head word, rest []word) error {
	own := len(rest) == 1 && !rest[0].quoted && rest[0].text == "own"
	if len(rest) != 1 || !rest[0].quoted && !own {
		return p.fail(
			head.column,
			errors.New(`a set-up is one quoted text, as in setup "word=apple", or the word own, where the program makes it`),
		)
	}
	setup := game.Setup(rest[0].text)
	if own {
		if !game.OwnSetups(p.suite.Rules) || p.suite.Program != game.Nobody {
			return p.fail(rest[0].column, noOwn(p.suite.Rules, p.games))
		}
		setup = ""
	} else if _, err := p.suite.Rules.Start(setup); err != nil {
		return p.fail(rest[0].column, err)
	}
	if len(p.suite.Scripts) == 0 && p.usual == "" && !p.own {
		p.usual, p.own = setup, own
		return nil
	}
	once := errors.New("a set-up stands once before the first script, and once in a script before its first step")
	if len(p.suite.Scripts) == 0 {
		return p.fail(head.column, once)
	}
	s := &p.suite.Scripts[len(p.suite.Scripts)-1]
	if s.Setup != p.usual || s.Own != p.own || len(s.Steps) > 0 {
		return p.fail(head.column, once)
	}
	s.Setup, s.Own = setup, own
	return nil
}

// Check plays every script once, so that a suite is one that the rules agree with, and looks whether it is complete.
// Errors are *SyntaxError without a file name.
func (s *Suite) Check() error {
	_, first := s.Problems()
	return first
}

// Problems are, for each script, why it is not complete or not one that the rules agree with, and the first reason of the whole
// suite; nil for none. Every script is played once. Errors are *SyntaxError without a file name.
func (s *Suite) Problems() (scripts []error, first error) {
	first = s.checkWhole()
	for _, script := range s.Scripts {
		err := s.checkScript(script)
		scripts = append(scripts, err)
		first = cmp.Or(first, err)
	}
	return scripts, first
}

// checkWhole looks at what is not about one script.
func (s *Suite) checkWhole() error {
	if len(s.Scripts) == 0 {
		line := 1
		if len(s.Criteria) > 0 {
			line = s.Criteria[0].Line
		}
		return &SyntaxError{Line: line, Column: 1, Err: ErrEmpty}
	}
	if err := s.checkPolicy(); err != nil {
		return err
	}
	for _, c := range s.Criteria {
		if !s.served(c) {
			return &SyntaxError{Line: c.Line, Column: 1, Err: fmt.Errorf("criterion %s: %w", c.Name, ErrServes)}
		}
	}
	return nil
}

func (s *Suite) checkScript(script Script) error {
	if len(script.Steps) == 0 && !game.GivesPosition(s.Rules, script.Setup) {
		return &SyntaxError{Line: script.Line, Column: 1, Err: ErrEmpty}
	}
	for i, step := range script.Steps {
		if step.Act == Reload && i+1 < len(script.Steps) {
			return step.fail(ErrReload)
		}
		if step.Act == Leave && i+1 < len(script.Steps) {
			return step.fail(ErrLeave)
		}
	}
	if s.Open(script) {
		return nil
	}
	var syntax *SyntaxError
	_, err := script.Moments(s.Rules)
	if err != nil && !errors.As(err, &syntax) {
		return &SyntaxError{Line: script.Line, Column: 1, Err: err} // no set-up, or a wrong one
	}
	return err
}
