package calls

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
)

// Outline is what a program defines: what can be called, and what can be read.
type Outline struct {
	Functions []Callable `json:"functions"`
	Classes   []Class    `json:"classes"`
	Values    []string   `json:"values"` // names of variables of the program itself
	Load      *Failure   `json:"load"`   // why loading the program ended early; nil where it did not
}

// Callable is a function, a method or what makes an object.
type Callable struct {
	Name   string      `json:"name"`
	Takes  []Parameter `json:"takes"`
	Static bool        `json:"static,omitempty"` // a method that needs no object
}

// Least and Most are how many arguments it may be called with.
func (c Callable) Least() int {
	n := 0
	for _, p := range c.Takes {
		if !p.Optional {
			n++
		}
	}
	return n
}

// Most is how many arguments it may be called with at most.
func (c Callable) Most() int { return len(c.Takes) }

// Parameter is what a function takes, with its type as the program writes it; the type is empty where it writes none.
type Parameter struct {
	Name     string `json:"name"`
	Type     string `json:"type,omitempty"`
	Optional bool   `json:"optional,omitempty"`
}

// Class is a class, a struct or an enumeration of a program.
type Class struct {
	Name    string        `json:"name"`
	New     [][]Parameter `json:"new"` // what its constructors take
	Methods []Callable    `json:"methods"`
	Fields  []string      `json:"fields"`
	Values  []string      `json:"values"` // of an enumeration
}

// Names are all names that can be called, the most useful first.
func (o Outline) Names() []string {
	var names []string
	for _, f := range o.Functions {
		names = append(names, f.Name)
	}
	for _, c := range o.Classes {
		for _, m := range c.Methods {
			names = append(names, c.Name+"."+m.Name)
		}
	}
	return names
}

// ReadOutline reads the outline that a driver tells.
func ReadOutline(v any) (Outline, error) {
	var o Outline
	text, err := json.Marshal(v)
	if err == nil {
		err = json.Unmarshal(text, &o)
	}
	if err != nil {
		return o, fmt.Errorf("read what the program defines: %w", err)
	}
	return o, nil
}

// Class is the class of a name.
func (o Outline) Class(name string) (Class, bool) {
	for _, c := range o.Classes {
		if c.Name == name {
			return c, true
		}
	}
	return Class{}, false
}

// Failure is how a call, or loading a program, failed.
type Failure struct {
	Kind FailureKind `json:"kind"`
	Type string      `json:"type,omitempty"` // of the exception
	Says string      `json:"says,omitempty"` // its message; of a signature, how the function is declared
	Name string      `json:"name,omitempty"` // of a module that is missing
	At   string      `json:"at,omitempty"`   // file and line
	Text string      `json:"text,omitempty"` // of that line
}

// FailureKind is how a call failed.
type FailureKind string

// The kinds of failure.
const (
	Raised     FailureKind = "raised"
	Signature  FailureKind = "signature" // the function takes other arguments
	NoName     FailureKind = "absent"    // nothing has that name
	NeedsInput FailureKind = "input"     // the program asks for input
	BadSyntax  FailureKind = "syntax"
	NoModule   FailureKind = "module"
	Gone       FailureKind = "gone" // the program has ended, crashed or got stuck
)

// String says what happened, as in "raised ValueError: taken (board.py line 12)".
func (f Failure) String() string {
	where := ""
	if f.At != "" {
		where = " (" + f.At
		if f.Text != "" {
			where += ": " + f.Text
		}
		where += ")"
	}
	switch f.Kind {
	case Signature:
		return "takes other arguments: " + f.Says
	case NoName:
		return "is not there"
	case NeedsInput:
		return "asked for input, which nobody gives" + where
	case BadSyntax:
		return "has a syntax error: " + f.Says + where
	case NoModule:
		return "needs the module " + f.Name + ", which is not installed" + where
	case Gone:
		return f.Says
	}
	text := "raised " + f.Type
	if f.Says != "" {
		text += ": " + f.Says
	}
	return text + where
}

// Absent are the names of a book that a program does not define.
func (b *Book) Absent(o Outline) []string {
	have := func(name string) bool {
		last := name[strings.LastIndex(name, ".")+1:]
		return slices.Contains(o.Values, name) ||
			slices.ContainsFunc(o.Functions, func(f Callable) bool { return f.Name == name || f.Name == last }) ||
			slices.ContainsFunc(o.Classes, func(c Class) bool {
				return c.Name == name || slices.ContainsFunc(c.Methods, func(m Callable) bool { return m.Name == last || c.Name+"."+m.Name == name }) ||
					slices.Contains(c.Fields, last)
			})
	}
	var absent []string
	for _, name := range b.names() {
		if !have(name) {
			absent = append(absent, name)
		}
	}
	return absent
}

// Count is how many names a book has that a program must define. Members of what a function makes are not among them.
func (b *Book) Count() int { return len(b.names()) }

func (b *Book) names() []string {
	var names []string
	add := func(name string) {
		if name != "" && !slices.Contains(names, name) {
			names = append(names, name)
		}
	}
	add(b.home.class)
	add(b.home.function)
	add(b.home.value)
	add(b.home.init)
	if b.home.function != "" {
		return names // what it makes may have anything
	}
	for _, r := range b.roles() {
		add(b.functions[r].name)
	}
	return names
}
