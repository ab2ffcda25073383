package game

import (
	"fmt"
	"strings"
)

// Field is a field of a fact, as it stands in a line of words.
type Field uint8

// The fields.
const (
	PlayerField Field = iota + 1
	ToldPlayer        // left out for nobody
	CellField
	NumberField // N
	AmountField // Amount
	MoneyField  // Amount in units with decimals
	WordField   // Text, one word
	ToldWord    // the same, left out where it is empty
	TextField   // Text, all words that are left; at least one
	ToldText    // the same, left out where it is empty
	ReasonField // Reason, all words that are left
)

// Subject is what facts tell of, as programs are compared by.
type Subject struct {
	Name   string
	Aspect string // the rule that a difference is charged to, in the words of suites
	Owner  Player // whose facts they are, nobody for all
}

// KindOf is what is known of a kind of fact; everything that reads, writes, says or compares facts takes it from here.
type KindOf struct {
	Kind   Kind
	Fields []Field // in the order in which a line has them, behind the kind
	Lone   bool    // the player is the first one, and not written
	Stands bool    // it belongs to a position, whose view tells it again at each step; the others belong to the step at which they happen
	Counts bool    // N is what is told, and not which of several things it is about
	About  []Subject
	say    func(name string, f Fact) string
}

// Kinds lists the kinds of fact. Board, turn, result and refusal are subjects without an aspect of their own: what they are
// charged to depends on what happened.
var Kinds = []KindOf{
	{Kind: FactTurn, Fields: []Field{PlayerField}, say: func(name string, _ Fact) string { return name + " to move" }},
	{Kind: FactRefused, Fields: []Field{ReasonField}, say: func(_ string, f Fact) string { return "refused: " + string(f.Reason) }},
	{Kind: FactCell, Fields: []Field{CellField, PlayerField, ToldWord}, Stands: true, say: func(name string, f Fact) string {
		return strings.TrimSpace(fmt.Sprintf("%s: %s %s", f.Cell, name, f.Text))
	}},
	{Kind: FactWon, Fields: []Field{ToldPlayer}, say: func(name string, _ Fact) string { return name + " wins" }},
	{Kind: FactDrawn, say: func(string, Fact) string { return "a draw" }},

	{Kind: FactHit, Fields: []Field{PlayerField, CellField, ToldText}, About: []Subject{{Name: "shot", Aspect: "shot"}},
		say: func(_ string, f Fact) string { return strings.TrimSpace(fmt.Sprintf("%s: hit %s", f.Cell, f.Text)) }},
	{Kind: FactMiss, Fields: []Field{PlayerField, CellField, ToldText}, About: []Subject{{Name: "shot", Aspect: "shot"}},
		say: func(_ string, f Fact) string { return f.Cell.String() + ": miss" }},
	{Kind: FactSunk, Fields: []Field{PlayerField, ToldText}, About: []Subject{{Name: "sinking", Aspect: "sunk"}},
		say: func(_ string, f Fact) string { return "sunk: " + f.Text }},

	{Kind: FactShown, Fields: []Field{TextField}, Stands: true, About: []Subject{{Name: "letters", Aspect: "letters"}},
		say: func(_ string, f Fact) string { return "word: " + strings.Join(strings.Split(f.Text, ""), " ") }},
	{Kind: FactHint, Fields: []Field{WordField}, About: []Subject{{Name: "answer", Aspect: "answer"}},
		say: func(_ string, f Fact) string { return f.Text }},
	{Kind: FactLives, Fields: []Field{NumberField}, Stands: true, Counts: true, About: []Subject{{Name: "lives", Aspect: "lives"}},
		say: func(_ string, f Fact) string { return fmt.Sprintf("lives: %d", f.N) }},
	{Kind: FactWord, Fields: []Field{TextField}, Stands: true, About: []Subject{{Name: "word", Aspect: "word"}},
		say: func(_ string, f Fact) string { return "the word was " + f.Text }},
	{Kind: FactHeap, Fields: []Field{NumberField, AmountField}, Stands: true, About: []Subject{{Name: "heaps", Aspect: "heaps"}},
		say: func(_ string, f Fact) string { return fmt.Sprintf("heap %d: %d", f.N, f.Amount) }},

	{Kind: FactCard, Fields: []Field{PlayerField, NumberField, WordField}, Stands: true,
		About: []Subject{{Name: "cards", Aspect: "cards", Owner: First}, {Name: "dealer", Aspect: "dealer", Owner: Second}},
		say:   func(name string, f Fact) string { return hand(name, f.N) + ": " + f.Text }},
	{Kind: FactTotal, Fields: []Field{PlayerField, NumberField, AmountField}, Stands: true, About: []Subject{{Name: "total", Aspect: "total"}},
		say: func(name string, f Fact) string { return fmt.Sprintf("%s: %d in all", hand(name, f.N), f.Amount) }},
	{Kind: FactBust, Fields: []Field{PlayerField, NumberField}, About: []Subject{{Name: "bust", Aspect: "total"}},
		say: func(name string, f Fact) string { return hand(name, f.N) + ": bust" }},
	{Kind: FactResult, Fields: []Field{NumberField, WordField, MoneyField}, Lone: true, About: []Subject{{Name: "hand", Aspect: "hand"}},
		say: func(name string, f Fact) string {
			if f.Amount == Untold {
				return fmt.Sprintf("%s: %s", hand(name, f.N), f.Text)
			}
			return fmt.Sprintf("%s: %s, paid %s", hand(name, f.N), f.Text, money(f.Amount))
		}},
	{Kind: FactBank, Fields: []Field{MoneyField}, Lone: true, Stands: true, About: []Subject{{Name: "bank", Aspect: "money"}},
		say: func(_ string, f Fact) string { return "bank: " + money(f.Amount) }},
	{Kind: FactScore, Fields: []Field{PlayerField, NumberField}, Stands: true, Counts: true, About: []Subject{{Name: "score", Aspect: "score"}},
		say: func(name string, f Fact) string { return fmt.Sprintf("%s has won %d", name, f.N) }},
}

var kinds = func() map[Kind]*KindOf {
	all := map[Kind]*KindOf{}
	for i := range Kinds {
		all[Kinds[i].Kind] = &Kinds[i]
	}
	return all
}()

// Known returns what is known of a kind; false for no kind of fact.
func (k Kind) Known() (KindOf, bool) {
	known, is := kinds[k]
	if !is {
		return KindOf{}, false
	}
	return *known, true
}

// Stands reports whether facts of a kind belong to a position, whose view tells them
// again at each step; the others belong to the step at which they happen.
func (k Kind) Stands() bool {
	known, is := kinds[k]
	return is && known.Stands
}

// Say puts a fact into words.
func Say(rules Rules, f Fact) string {
	if worded, is := rules.(Worded); is {
		if text := worded.Say(f); text != "" {
			return text
		}
	}
	if known, is := kinds[f.Kind]; is {
		return known.say(rules.PlayerName(f.Player), f)
	}
	return string(f.Kind)
}

// Worded is implemented by rules of games that call what a kind of fact tells by another word.
type Worded interface {
	// Say puts a fact into the game's own words; empty for the usual ones.
	Say(Fact) string
}
