package game

import (
	"embed"
	"errors"
	"fmt"
	"slices"
	"sort"
	"strconv"
	"strings"
)

// Variant names a game and the parameters that differ from its defaults, in the
// text form every command uses: connect-four:cols=6,rows=5. It is canonical:
// parameters are sorted and defaults are left out, so equal variants are equal.
type Variant string

// Game returns the name before the parameters.
func (v Variant) Game() string {
	name, _, _ := strings.Cut(string(v), ":")
	return name
}

// Param is one parameter of a game: a whole number between Min and Max, or one of
// Choices, or a text that Check accepts. Texts hold neither commas nor equals signs.
type Param struct {
	Name    string                  `json:"name"`
	Doc     string                  `json:"doc"`
	Default string                  `json:"default"`
	Min     int                     `json:"min,omitempty"`
	Max     int                     `json:"max,omitempty"`
	Choices []string                `json:"choices,omitempty"`
	Check   func(text string) error `json:"-"`
}

// Number returns a parameter that is a whole number.
func Number(name string, standard, least, most int, doc string) Param {
	return Param{Name: name, Doc: doc, Default: strconv.Itoa(standard), Min: least, Max: most}
}

// Choice returns a parameter that is one of several words, the first by default.
func Choice(name, doc string, choices ...string) Param {
	return Param{Name: name, Doc: doc, Default: choices[0], Choices: choices}
}

// Bounds says what values the parameter takes.
func (p Param) Bounds() string {
	switch {
	case p.Choices != nil:
		return "it is one of " + strings.Join(p.Choices, ", ")
	case p.Check != nil:
		return "see " + p.Doc
	}
	return fmt.Sprintf("it goes from %d to %d", p.Min, p.Max)
}

// read checks a value and returns it in its one form.
func (p Param) read(text string) (string, error) {
	switch {
	case p.Choices != nil:
		if !slices.Contains(p.Choices, text) {
			return "", ErrBounds
		}
		return text, nil
	case p.Check != nil:
		return text, p.Check(text)
	}
	n, err := strconv.Atoi(text)
	if err != nil {
		return "", ErrNotNumber
	}
	if n < p.Min || n > p.Max {
		return "", ErrBounds
	}
	return strconv.Itoa(n), nil
}

// Values holds every parameter of a variant.
type Values map[string]string

// Int is the value of a parameter that is a number.
func (v Values) Int(name string) int {
	n, err := strconv.Atoi(v[name])
	if err != nil {
		panic("game: " + name + " is not a number: the definition is wrong")
	}
	return n
}

// Definition is a game as the registry holds it.
type Definition struct {
	Name   string  `json:"name"`
	Title  string  `json:"title"`
	Doc    string  `json:"doc"`   // the rules in a few sentences
	Moves  string  `json:"moves"` // how a move is written
	Makes  string  `json:"makes"` // what a program does that makes the hidden set-up itself; empty where nothing is hidden
	Params []Param `json:"params"`
	// Tells are parameters of which a variant has to have these values for what a program sets up by
	// itself to be told; nil where it can be told in each variant, or nothing is hidden.
	Tells Values `json:"-"`
	// Alike are parameters of variants that programs play which are not asked for one of them, the most usual
	// first.
	Alike []Values `json:"-"`
	// Suites holds the suites that come with the game: shipped/VARIANT.suite with a comma for the colon, and below shipped/own
	// those for programs that make the hidden set-up themselves.
	Suites embed.FS `json:"-"`
	// New makes the rules. Every parameter is present and within its bounds; New
	// checks what only their combination decides, with a *ParamError.
	New func(v Variant, values Values) (Rules, error) `json:"-"`
}

// Causes of errors in a variant, for errors.Is.
var (
	ErrUnknownGame  = errors.New("unknown game")
	ErrUnknownParam = errors.New("unknown parameter")
	ErrBounds       = errors.New("out of bounds")
	ErrNotNumber    = errors.New("not a whole number")
	ErrRepeated     = errors.New("given twice")
)

// ParamError says which parameter of which variant is wrong, and why.
type ParamError struct {
	Variant string
	Param   string // empty when the game's name is wrong
	Value   string
	Err     error // one of the causes above
	Hint    string
}

func (e *ParamError) Error() string {
	if e.Param == "" {
		return fmt.Sprintf("%s %q: %s", e.Err, e.Variant, e.Hint)
	}
	return fmt.Sprintf("variant %q: parameter %s=%s: %s: %s", e.Variant, e.Param, e.Value, e.Err, e.Hint)
}

func (e *ParamError) Unwrap() error { return e.Err }

// Registry finds rules by the text form of their variant.
type Registry struct {
	games []Definition
}

// NewRegistry returns a registry of the given games, in their order.
func NewRegistry(games ...Definition) Registry { return Registry{games: games} }

// Games lists the games in order.
func (r Registry) Games() []Definition { return r.games }

// Rules returns the rules of a variant such as "tic-tac-toe" or
// "connect-four:rows=5,cols=6". Errors are *ParamError.
func (r Registry) Rules(text string) (Rules, error) {
	name, params, _ := strings.Cut(strings.TrimSpace(text), ":")
	for _, d := range r.games {
		if d.Name == name {
			return d.rules(text, params)
		}
	}
	return nil, &ParamError{Variant: text, Err: ErrUnknownGame, Hint: "known games are " + strings.Join(r.names(), ", ")}
}

// OwnSetups returns the rules by which programs of a variant are judged that make the hidden set-up
// themselves: those of the variant, or of the one that is next to it in which the set-up can be told.
// ok is false where there is none.
func (r Registry) OwnSetups(rules Rules) (own Rules, ok bool) {
	if OwnSetups(rules) {
		return rules, true
	}
	d, found := r.definition(rules.Variant())
	if !found || d.Tells == nil {
		return nil, false
	}
	own, err := d.with(rules.Variant(), d.Tells)
	return own, err == nil && OwnSetups(own)
}

// Alike returns the rules of variants that a program may play instead of the one asked for, the most usual
// first: those in which a game begins as in that one, or those in which it begins otherwise (see Opens).
func (r Registry) Alike(rules Rules, otherwise bool) (list []Rules) {
	d, _ := r.definition(rules.Variant())
	_, opens := Opening(rules)
	for _, values := range d.Alike {
		other, err := d.with(rules.Variant(), values)
		if err != nil || other.Variant() == rules.Variant() {
			continue
		}
		if _, also := Opening(other); (also != opens) == otherwise {
			list = append(list, other)
		}
	}
	return list
}

// With returns the rules of the same variant with other values of some parameters.
func (r Registry) With(rules Rules, values Values) (Rules, error) {
	d, _ := r.definition(rules.Variant())
	return d.with(rules.Variant(), values)
}

// Suites returns the files of the suites that come with the game of a variant; none where the game is not known.
func (r Registry) Suites(v Variant) embed.FS {
	d, _ := r.definition(v)
	return d.Suites
}

// definition returns the game of a variant.
func (r Registry) definition(v Variant) (d Definition, found bool) {
	i := slices.IndexFunc(r.games, func(d Definition) bool { return d.Name == v.Game() })
	if i < 0 {
		return Definition{}, false
	}
	return r.games[i], true
}

// with returns the rules of a variant with other values of some parameters.
func (d Definition) with(v Variant, values Values) (Rules, error) {
	_, params, _ := strings.Cut(string(v), ":")
	var parts []string
	for part := range strings.SplitSeq(params, ",") {
		key, _, _ := strings.Cut(part, "=")
		if _, changed := values[key]; part != "" && !changed {
			parts = append(parts, part)
		}
	}
	for key, value := range values {
		parts = append(parts, key+"="+value)
	}
	return d.rules(d.Name, strings.Join(parts, ","))
}

func (r Registry) names() []string {
	names := make([]string, len(r.games))
	for i, d := range r.games {
		names[i] = d.Name
	}
	return names
}

func (d Definition) rules(text, params string) (Rules, error) {
	values := Values{}
	if params != "" {
		for part := range strings.SplitSeq(params, ",") {
			if err := d.set(values, text, part); err != nil {
				return nil, err
			}
		}
	}
	variant := d.canonical(values)
	for _, p := range d.Params {
		if _, given := values[p.Name]; !given {
			values[p.Name] = p.Default
		}
	}
	return d.New(variant, values)
}

func (d Definition) set(values Values, text, part string) error {
	name, value, _ := strings.Cut(part, "=")
	name, value = strings.TrimSpace(name), strings.TrimSpace(value)
	fail := func(cause error, hint string) error {
		return &ParamError{Variant: text, Param: name, Value: value, Err: cause, Hint: hint}
	}
	i := slices.IndexFunc(d.Params, func(p Param) bool { return p.Name == name })
	if i < 0 {
		known := make([]string, len(d.Params))
		for i, p := range d.Params {
			known[i] = p.Name
		}
		return fail(ErrUnknownParam, d.Name+" has "+strings.Join(known, ", "))
	}
	if _, given := values[name]; given {
		return fail(ErrRepeated, "keep one of the two")
	}
	read, err := d.Params[i].read(value)
	if err != nil {
		return fail(err, d.Params[i].Bounds())
	}
	values[name] = read
	return nil
}

func (d Definition) canonical(values Values) Variant {
	var parts []string
	for _, p := range d.Params {
		if value, given := values[p.Name]; given && value != p.Default {
			parts = append(parts, p.Name+"="+value)
		}
	}
	if len(parts) == 0 {
		return Variant(d.Name)
	}
	sort.Strings(parts)
	return Variant(d.Name + ":" + strings.Join(parts, ","))
}
