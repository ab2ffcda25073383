package roster

import (
	"bytes"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// decode returns a file's text and the name of its encoding: by its byte order mark, else
// UTF-8 where it is that, else Windows-1252, which spreadsheets write in western Europe and
// in which every byte is something.
func decode(data []byte) (text, encoding string) {
	switch {
	case utf16Like(data):
		name, endian := "UTF-16 (little-endian)", unicode.LittleEndian
		if bytes.HasPrefix(data, []byte{0xfe, 0xff}) || data[0] == 0 {
			name, endian = "UTF-16 (big-endian)", unicode.BigEndian
		}
		if out, err := unicode.UTF16(endian, unicode.UseBOM).NewDecoder().Bytes(data); err == nil && data[0] >= 0xfe {
			return string(out), name
		}
		out, err := unicode.UTF16(endian, unicode.IgnoreBOM).NewDecoder().Bytes(data)
		if err != nil {
			return string(data), name
		}
		return string(out), name
	case utf8.Valid(data):
		return string(bytes.TrimPrefix(data, []byte{0xef, 0xbb, 0xbf})), "UTF-8"
	}
	out, err := charmap.Windows1252.NewDecoder().Bytes(data)
	if err != nil {
		return string(data), "Windows-1252"
	}
	return string(out), "Windows-1252"
}

// utf16Like reports whether data begins as UTF-16 text does: with a mark, or with a Latin
// letter that has a zero byte beside it.
func utf16Like(data []byte) bool {
	if len(data) < 4 {
		return false
	}
	marked := bytes.HasPrefix(data, []byte{0xff, 0xfe}) || bytes.HasPrefix(data, []byte{0xfe, 0xff})
	return marked || (data[0] == 0) != (data[1] == 0) && (data[2] == 0) == (data[0] == 0) && (data[3] == 0) == (data[1] == 0)
}

var separatorNames = map[rune]string{',': "commas", ';': "semicolons", '\t': "tabs", '|': "bars"}

// separatorOf is the sign that stands most often in the first line, outside of quotes.
func separatorOf(text string) rune {
	line, _, _ := strings.Cut(text, "\n")
	best, most, in := ',', 0, false
	counts := map[rune]int{}
	for _, r := range line {
		if r == '"' {
			in = !in
		} else if !in {
			counts[r]++
		}
	}
	for _, r := range []rune{',', ';', '\t', '|'} {
		if counts[r] > most {
			best, most = r, counts[r]
		}
	}
	return best
}
