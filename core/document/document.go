// Package document reads the YAML texts that teachers write, and says where in them a
// mistake is.
package document

import (
	"errors"
	"fmt"
	"maps"
	"reflect"
	"strings"

	"github.com/goccy/go-yaml"
	"github.com/goccy/go-yaml/parser"
)

// Error is an error in a text. Line and Column count from 1 and are 0 when the text as a
// whole is at fault.
type Error struct {
	File         string
	Line, Column int
	Err          error
}

func (e *Error) Error() string {
	if e.Line == 0 {
		return fmt.Sprintf("%s: %s", e.File, e.Err)
	}
	return fmt.Sprintf("%s:%d:%d: %s", e.File, e.Line, e.Column, e.Err)
}

func (e *Error) Unwrap() error { return e.Err }

// Read reads a text into a struct whose fields have yaml tags; an empty text leaves it as
// it is. Unknown keys and wrong types are errors, which are all *Error.
func Read(file, text string, into any) error {
	if strings.TrimSpace(text) == "" {
		return nil
	}
	err := yaml.UnmarshalWithOptions([]byte(text), into, yaml.Strict())
	if err == nil {
		return nil
	}
	e := &Error{File: file, Err: err}
	var syntax yaml.Error
	if errors.As(err, &syntax) {
		e.Err = errors.New(syntax.GetMessage())
		if token := syntax.GetToken(); token != nil {
			e.Line, e.Column = token.Position.Line, token.Position.Column
		}
	}
	return e
}

// Fail is an error at the place of a YAML path such as $.says.won[0].
func Fail(file, text, path string, cause error) *Error {
	e := &Error{File: file, Err: cause}
	parsed, err := parser.ParseBytes([]byte(text), 0)
	if err != nil {
		return e
	}
	p, err := yaml.PathString(path)
	if err != nil {
		return e
	}
	if node, err := p.FilterFile(parsed); err == nil && node != nil {
		e.Line, e.Column = node.GetToken().Position.Line, node.GetToken().Position.Column
	}
	return e
}

// Keys are the keys that a mapping in a text may have, each with those of the mappings below it; those of lists of mappings as
// well.
type Keys map[string]Keys

// KeysOf returns the keys of a struct with yaml tags, or of a pointer to one.
func KeysOf(form any) Keys { return keysOf(reflect.TypeOf(form)) }

func keysOf(t reflect.Type) Keys {
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice || t.Kind() == reflect.Map {
		t = t.Elem()
	}
	keys := Keys{}
	if t.Kind() != reflect.Struct {
		return keys
	}
	for i := range t.NumField() {
		field := t.Field(i)
		name, options, _ := strings.Cut(field.Tag.Get("yaml"), ",")
		switch {
		case options == "inline":
			maps.Copy(keys, keysOf(field.Type))
		case name != "" && name != "-":
			keys[name] = keysOf(field.Type)
		}
	}
	return keys
}
