package store

import (
	"encoding/json"
	"regexp"
	"strings"
	"unicode/utf8"
)

// PostgreSQL's text has no NUL and nothing that is not UTF-8, and its jsonb no \u0000. What
// people send is refused before it comes here; what programs have printed, named or written
// is escaped here, in one place, so that nothing that is to be kept fails for it.

// nul stands in the place of a NUL.
const nul = "\u2400"

// plain is a text as it can be kept.
func plain(text string) string {
	if !strings.ContainsRune(text, 0) && utf8.ValidString(text) {
		return text
	}
	return strings.ReplaceAll(strings.ToValidUTF8(text, "\uFFFD"), "\x00", nul)
}

// plainParams are parameters of a statement whose texts can be kept.
func plainParams(params map[string]any) map[string]any {
	kept := make(map[string]any, len(params))
	for name, value := range params {
		switch v := value.(type) {
		case string:
			value = plain(v)
		case []string:
			list := make([]string, len(v))
			for i, text := range v {
				list[i] = plain(text)
			}
			value = list
		}
		kept[name] = value
	}
	return kept
}

// escapedNUL is the escape of a NUL in JSON, and not a backslash before u0000.
var escapedNUL = regexp.MustCompile(`((?:^|[^\\])(?:\\\\)*)\\u0000`)

// jsonb is a value as JSON that can be kept as such.
func jsonb(value any) (string, error) {
	text, err := json.Marshal(value)
	if err != nil {
		return "", err
	}
	for escapedNUL.Match(text) { // those side by side take a further turn
		text = escapedNUL.ReplaceAll(text, []byte("${1}"+nul))
	}
	return plain(string(text)), nil
}

// longestTold is how much is kept of what is told of a program at one place, in characters.
const longestTold = 4000

// told is a text that was made of what a program did, as far as it is kept.
func told(text string) string {
	if utf8.RuneCountInString(text) > longestTold {
		text = string([]rune(text)[:longestTold]) + "…"
	}
	return text
}
