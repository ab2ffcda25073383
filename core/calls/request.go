package calls

import (
	"encoding/json"
	"strings"
)

// Request is what a driver is asked, one line of JSON.
type Request struct {
	Do   string `json:"do"` // outline, members, call, get, text or fresh
	Name string `json:"name,omitempty"`
	Args []any  `json:"args"`
	On   bool   `json:"on,omitempty"`   // the game's
	Keep bool   `json:"keep,omitempty"` // the result becomes the game
	Back bool   `json:"back,omitempty"` // arguments are told as they are afterwards
}

// Line is the request as a driver reads it.
func (r Request) Line() string {
	if r.Args == nil {
		r.Args = []any{}
	}
	text, err := json.Marshal(r)
	if err != nil {
		panic(err) // arguments are values of JSON
	}
	return string(text)
}

// Text is the request as people write it.
func (r Request) Text() string {
	name := r.Name
	if r.On {
		name = "game." + name
		if r.Name == "" {
			name = "game"
		}
	}
	if r.Do != "call" {
		return name
	}
	text := name + "(" + sayAll(r.Args) + ")"
	if r.Keep {
		text = "game = " + text
	}
	return text
}

// Answer is what a driver answers.
type Answer struct {
	Value   any
	Failure *Failure
}

// ReadAnswer reads a driver's line.
func ReadAnswer(line string) Answer {
	sign, rest, _ := strings.Cut(line, " ")
	switch sign {
	case "=":
		var v any
		if json.Unmarshal([]byte(rest), &v) == nil {
			return Answer{Value: v}
		}
	case "!":
		var f Failure
		if json.Unmarshal([]byte(rest), &f) == nil {
			return Answer{Failure: &f}
		}
	case "?":
		return Answer{Failure: &Failure{Kind: NoName, Name: rest}}
	}
	return Answer{Failure: &Failure{Kind: Raised, Type: "answer", Says: "it answered " + line}}
}

// Text is the answer as people write it.
func (a Answer) Text() string {
	if a.Failure != nil {
		return a.Failure.String()
	}
	return "returned " + Say(a.Value)
}
