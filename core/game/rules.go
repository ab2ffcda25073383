package game

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
)

// Rules are the reference rules of one variant of one game. They hold no state:
// the same set-up and moves give the same facts.
type Rules interface {
	// Variant names the game and its parameters in the one text form.
	Variant() Variant
	// Start returns the position before the first move. It fails when the set-up
	// does not fit the variant.
	Start(Setup) (Position, error)
	// Deal draws a set-up at random; it is empty where a game takes none.
	Deal(*rand.Rand) Setup
	// Spell writes out what a set-up leaves to a way of drawing that only the rules
	// know, so that a program can be given it; others stay as they are.
	Spell(Setup) Setup
	// Again returns the position that begins another game after p.
	Again(p Position, s Setup) (Position, error)
	// Play makes the move for the player whose turn it is, changes p, and appends
	// to facts what could be seen of it: a refusal, or a win, a draw or whose turn
	// comes next. A refused move leaves p as it was.
	Play(p Position, m Move, facts []Fact) []Fact
	// View appends what viewer may see of the position itself, such as the
	// content of each cell. Nobody sees what everyone may see.
	View(p Position, viewer Player, facts []Fact) []Fact
	// Candidates appends moves that a player in p may think of: every legal one,
	// and some of each kind that is refused.
	Candidates(p Position, moves []Move) []Move
	// ParseMove reads a move in the game's notation; it accepts moves that Play
	// refuses, such as one off the board. FormatMove is its inverse.
	ParseMove(text string) (Move, error)
	FormatMove(Move) string
	// PlayerName is how people call a player of this game, as in "X".
	PlayerName(Player) string
	// MoveKind is what a player names to move.
	MoveKind() MoveKind
	// Solo reports whether one player sits alone at a table that the game keeps.
	Solo() bool
	// Shape is the size of the board in rows × columns, 0 × 0 without one.
	Shape() (rows, cols int)
}

// Opens is implemented by rules of which a program makes the first move by itself.
type Opens interface {
	// Opening returns the move with which a program begins each game, for which nothing is typed; false where
	// it begins none.
	Opening() (Move, bool)
}

// Opening returns the move with which a program begins each game by itself, for which nothing is typed;
// false where it begins none.
func Opening(rules Rules) (m Move, does bool) {
	if opens, is := rules.(Opens); is {
		return opens.Opening()
	}
	return Move{}, false
}

// Buttons is implemented by rules of games of which some moves are words that can be chosen.
type Buttons interface {
	Buttons() []string
}

// ButtonsOf returns the moves of a variant that can be chosen instead of typed.
func ButtonsOf(rules Rules) []string {
	if r, is := rules.(Buttons); is {
		return r.Buttons()
	}
	return []string{}
}

// Spoken is implemented by rules of games that are played in words alone: nothing of a board or of cards shows them, so that
// they are driven through what is typed and printed.
type Spoken interface {
	Spoken()
}

// MoveKind is what a player names to move.
type MoveKind string

// The kinds of move.
const (
	NamesCell   MoveKind = "cell"
	NamesColumn MoveKind = "column"
	NamesText   MoveKind = "text" // a letter, a word, or a number
	NamesHeap   MoveKind = "heap" // a heap, and how many are taken from it
	NamesShip   MoveKind = "ship" // a cell and a direction, where ships are placed by hand
)

// Position is a game in progress. Positions belong to the rules that made them.
type Position interface {
	Turn() Player // Nobody once the game is over
	Result() Result
	Clone() Position
	// AppendKey appends a key that two positions of the same rules share only
	// when they show the same to every viewer and no later move can tell them apart.
	// Of rules that differ in their steps alone, positions with equal keys show the
	// same as well.
	AppendKey([]byte) []byte
}

// Setup is what chance or a hidden choice fixes before the first move, in the
// game's own text form, as in word=apple or seed=7. Games without such a thing
// take only the empty one.
type Setup string

// SetupError says what is wrong with a set-up.
type SetupError struct {
	Setup Setup
	Err   error
}

func (e *SetupError) Error() string { return fmt.Sprintf("set-up %q: %s", string(e.Setup), e.Err) }

func (e *SetupError) Unwrap() error { return e.Err }

// Fields splits a set-up of name=value parts, divided by semicolons. Every name
// must be among known, and none may come twice.
func (s Setup) Fields(known ...string) (map[string]string, error) {
	fields := map[string]string{}
	for part := range strings.SplitSeq(string(s), ";") {
		name, value, _ := strings.Cut(part, "=")
		name = strings.TrimSpace(name)
		_, twice := fields[name]
		switch {
		case strings.TrimSpace(part) == "":
			continue
		case !slices.Contains(known, name):
			return nil, &SetupError{s, fmt.Errorf("it has no %q; it may have %s", name, strings.Join(known, ", "))}
		case twice:
			return nil, &SetupError{s, fmt.Errorf("%s is given twice", name)}
		}
		fields[name] = strings.TrimSpace(value)
	}
	return fields, nil
}

// Values returns the parts of a set-up by name, whatever names they have.
func (s Setup) Values() map[string]string {
	values := map[string]string{}
	for part := range strings.SplitSeq(string(s), ";") {
		if name, value, found := strings.Cut(part, "="); found {
			values[strings.TrimSpace(name)] = strings.TrimSpace(value)
		}
	}
	return values
}

// Legal lists the candidates in a position that are accepted.
func Legal(rules Rules, p Position) []Move {
	return slices.DeleteFunc(rules.Candidates(p, nil), func(m Move) bool {
		_, refused := Refused(rules.Play(p.Clone(), m, nil))
		return refused
	})
}

// Turn returns who is to move by what facts tell last, and nobody when they do not tell.
func Turn(facts []Fact) Player {
	turn := Nobody
	for _, f := range facts {
		if f.Kind == FactTurn {
			turn = f.Player
		}
	}
	return turn
}

// Announced returns the last win or draw that facts tell of.
func Announced(facts []Fact) (result Result, told bool) {
	for _, f := range facts {
		switch f.Kind {
		case FactWon:
			result, told = Result{Outcome: Won, Winner: f.Player}, true
		case FactDrawn:
			result, told = Result{Outcome: Drawn}, true
		}
	}
	return result, told
}

// Refused returns the reason when facts tell of a refused move.
func Refused(facts []Fact) (Refusal, bool) {
	for _, f := range facts {
		if f.Kind == FactRefused {
			return f.Reason, true
		}
	}
	return Accepted, false
}
