package suite

import (
	"errors"
	"fmt"
	"strconv"
	"strings"
)

// Points are exact decimals with two places, counted in hundredths.
type Points int64

// ErrPoints is the cause of every error of ParsePoints.
var ErrPoints = errors.New("points are a number from 0 to 10000 with at most two decimals")

// ParsePoints reads points such as 3 or 1.25.
func ParsePoints(text string) (Points, error) {
	whole, part, dotted := strings.Cut(text, ".")
	if dotted && (part == "" || len(part) > 2) {
		return 0, fmt.Errorf("%q: %w", text, ErrPoints)
	}
	n, err := strconv.ParseUint(whole+(part + "00")[:2], 10, 32)
	if err != nil || n > 10000_00 {
		return 0, fmt.Errorf("%q: %w", text, ErrPoints)
	}
	return Points(n), nil
}

// String writes the shortest form: 3, 1.5, 1.25.
func (p Points) String() string {
	if p < 0 {
		return "-" + (-p).String()
	}
	text := fmt.Sprintf("%d.%02d", p/100, p%100)
	return strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
}

// MarshalJSON writes a plain number.
func (p Points) MarshalJSON() ([]byte, error) { return []byte(p.String()), nil }

// UnmarshalJSON reads a plain number, which may be a deduction.
func (p *Points) UnmarshalJSON(data []byte) (err error) {
	text, negative := strings.CutPrefix(string(data), "-")
	if *p, err = ParsePoints(text); negative {
		*p = -*p
	}
	return err
}
