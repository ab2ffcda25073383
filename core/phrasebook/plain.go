package phrasebook

import (
	"strings"
	"unicode/utf8"
)

// Plain returns the text a person would read: without escape sequences, bells and
// other control characters, a carriage return ending a line, a tab as blanks.
// Bytes that are not UTF-8 become the replacement character. Moving the cursor to a place
// and clearing the screen begin a new line for whoever reads; see Look for what is written
// over.
func Plain(printed string) string {
	s := stripper{out: make([]byte, 0, len(printed))}
	scan(printed, &s)
	return strings.ReplaceAll(strings.ReplaceAll(string(s.out), "\r\n", "\n"), "\r", "\n")
}

// terminal is told what a program sends to it.
type terminal interface {
	print(r rune)                          // a character, or one of \t \b \n \r
	control(final rune, parameters string) // ESC [ parameters final, or ESC final
}

// scan reads a terminal's input (ECMA-48, sections 5.3 and 5.4). It leaves out bells, strings
// of commands and other control characters.
func scan(printed string, to terminal) {
	s := scanner{to: to}
	state := text
	for _, r := range printed {
		state = state(&s, r)
	}
}

// scanner is a state machine over runes.
type scanner struct {
	to         terminal
	parameters []byte
}

type scanState func(*scanner, rune) scanState

func text(s *scanner, r rune) scanState {
	switch {
	case r == 0x1b:
		return escape
	case r == '\t', r == '\b', r == '\n', r == '\r', r >= ' ' && r != 0x7f && (r < 0x80 || r >= 0xa0):
		s.to.print(r)
	}
	return text
}

func escape(s *scanner, r rune) scanState {
	switch {
	case r == '[':
		s.parameters = s.parameters[:0]
		return control
	case r == ']' || r == 'P' || r == '^' || r == '_' || r == 'X':
		return command
	case r >= 0x20 && r <= 0x2f:
		return escape // an intermediate byte, as in the choice of a character set
	}
	s.to.control(r, "")
	return text
}

// control is inside ESC [ up to its final byte.
func control(s *scanner, r rune) scanState {
	if r >= 0x40 && r <= 0x7e {
		s.to.control(r, string(s.parameters))
		return text
	}
	if r < 0x80 && len(s.parameters) < 32 {
		s.parameters = append(s.parameters, byte(r))
	}
	return control
}

// command is inside a string up to BEL or ESC \.
func command(_ *scanner, r rune) scanState {
	switch r {
	case 0x07:
		return text
	case 0x1b:
		return escape
	default:
		return command
	}
}

// stripper keeps what is printed in the order in which it is.
type stripper struct{ out []byte }

func (s *stripper) print(r rune) {
	switch r {
	case '\t':
		s.out = append(s.out, "    "...)
	case '\b':
		if _, size := utf8.DecodeLastRune(s.out); size > 0 && s.out[len(s.out)-1] != '\n' {
			s.out = s.out[:len(s.out)-size]
		}
	default:
		s.out = utf8.AppendRune(s.out, r)
	}
}

func (s *stripper) control(final rune, _ string) {
	if final != 'H' && final != 'f' && final != 'J' {
		return
	}
	if n := len(s.out); n > 0 && s.out[n-1] != '\n' {
		s.out = append(s.out, '\n')
	}
}
