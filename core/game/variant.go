package game

import (
	"errors"
	"fmt"
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

// Param is one parameter of a game: a whole number between Min and Max. Yes or
// no is 1 or 0.
type Param struct {
	Name              string
	Doc               string
	Default, Min, Max int
}

// Definition is a game as the registry holds it.
type Definition struct {
	Name   string
	Title  string
	Params []Param
	// New makes the rules. Every parameter is present and within its bounds; New
	// checks what only their combination decides, with a *ParamError.
	New func(v Variant, values map[string]int) (Rules, error)
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

func (r Registry) names() []string {
	names := make([]string, len(r.games))
	for i, d := range r.games {
		names[i] = d.Name
	}
	return names
}

func (d Definition) rules(text, params string) (Rules, error) {
	values := map[string]int{}
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

func (d Definition) set(values map[string]int, text, part string) error {
	name, value, _ := strings.Cut(part, "=")
	name = strings.TrimSpace(name)
	fail := func(cause error, hint string) error {
		return &ParamError{Variant: text, Param: name, Value: value, Err: cause, Hint: hint}
	}
	for _, p := range d.Params {
		if p.Name != name {
			continue
		}
		n, err := strconv.Atoi(strings.TrimSpace(value))
		if err != nil {
			return fail(ErrNotNumber, fmt.Sprintf("write a number from %d to %d", p.Min, p.Max))
		}
		if n < p.Min || n > p.Max {
			return fail(ErrBounds, fmt.Sprintf("it goes from %d to %d", p.Min, p.Max))
		}
		if _, given := values[name]; given {
			return fail(ErrRepeated, "keep one of the two")
		}
		values[name] = n
		return nil
	}
	known := make([]string, len(d.Params))
	for i, p := range d.Params {
		known[i] = p.Name
	}
	return fail(ErrUnknownParam, d.Name+" has "+strings.Join(known, ", "))
}

func (d Definition) canonical(values map[string]int) Variant {
	var parts []string
	for _, p := range d.Params {
		if n, given := values[p.Name]; given && n != p.Default {
			parts = append(parts, p.Name+"="+strconv.Itoa(n))
		}
	}
	if len(parts) == 0 {
		return Variant(d.Name)
	}
	sort.Strings(parts)
	return Variant(d.Name + ":" + strings.Join(parts, ","))
}
