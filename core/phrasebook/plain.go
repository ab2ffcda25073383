package phrasebook

import (
	"strings"
	"unicode/utf8"
)

// Plain returns the text a person would read: without escape sequences, bells and
// other control characters, a carriage return ending a line, a tab as blanks.
// Bytes that are not UTF-8 become the replacement character.
func Plain(printed string) string {
	s := stripper{out: make([]byte, 0, len(printed))}
	state := text
	for _, r := range printed {
		state = state(&s, r)
	}
	return strings.ReplaceAll(strings.ReplaceAll(string(s.out), "\r\n", "\n"), "\r", "\n")
}

// stripper is a state machine over the runes of a terminal's input (ECMA-48,
// sections 5.3 and 5.4).
type stripper struct{ out []byte }

type stripState func(*stripper, rune) stripState

func text(s *stripper, r rune) stripState {
	switch {
	case r == 0x1b:
		return escape
	case r == '\t':
		s.out = append(s.out, "    "...)
	case r == '\b':
		if _, size := utf8.DecodeLastRune(s.out); size > 0 && s.out[len(s.out)-1] != '\n' {
			s.out = s.out[:len(s.out)-size]
		}
	case r == '\n', r == '\r', r >= ' ' && r != 0x7f && (r < 0x80 || r >= 0xa0):
		s.out = utf8.AppendRune(s.out, r)
	}
	return text
}

func escape(_ *stripper, r rune) stripState {
	switch {
	case r == '[':
		return control
	case r == ']' || r == 'P' || r == '^' || r == '_' || r == 'X':
		return command
	case r >= 0x20 && r <= 0x2f:
		return escape // an intermediate byte, as in the choice of a character set
	default:
		return text
	}
}

// control is inside ESC [ up to its final byte. Moving the cursor to a place and
// clearing the screen begin a new line for whoever reads.
func control(s *stripper, r rune) stripState {
	switch {
	case r == 'H' || r == 'f' || r == 'J':
		if n := len(s.out); n > 0 && s.out[n-1] != '\n' {
			s.out = append(s.out, '\n')
		}
		return text
	case r >= 0x40 && r <= 0x7e:
		return text
	default:
		return control
	}
}

// command is inside a string up to BEL or ESC \.
func command(_ *stripper, r rune) stripState {
	switch r {
	case 0x07:
		return text
	case 0x1b:
		return escape
	default:
		return command
	}
}
