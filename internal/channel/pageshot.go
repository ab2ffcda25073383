package channel

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"durchgang/core/judge"
	"durchgang/core/pagemap"
)

// printed is what the page said and noted in this moment.
func (s *pageSeat) printed(o judge.Observation) []Event {
	var lines []string
	if s.fallen == nil && o.Condition != "" {
		lines = s.Map.Screen(pagemap.Seen{Look: s.looked, Said: s.said})
		lines = slices.DeleteFunc(lines, func(l string) bool { return l == "" })
	}
	if extra := len(lines) - mostLines; extra > 0 { // of a page that does not rest
		lines = append(lines[:mostLines:mostLines], fmt.Sprintf("(and %d lines more)", extra))
	}
	for _, n := range s.notes {
		lines = append(lines, "("+n.String()+")")
	}
	if len(lines) == 0 {
		return nil
	}
	return []Event{{At: s.at, Printed: []byte(strings.Join(lines, "\n") + "\n")}}
}

const mostLines = 60 // that are kept of what a page says in one step

// pictured reports whether this moment is one of those of which there is a picture: in a long script
// the first and the last ones, and every tenth.
func (s *pageSeat) pictured() bool {
	const long, ends, every = 40, 12, 10
	k, n := len(s.done.Observations), len(s.coming)
	return n <= long || k < ends || k >= n-ends || k%every == 0
}

// shoot takes a picture of how the page looks now.
func (s *pageSeat) shoot() (shot Shot) {
	if s.Album == nil || s.fallen != nil || s.hurries() || !s.pictured() {
		return shot
	}
	ctx, cancel := context.WithTimeout(s.ctx, pictureTime)
	defer cancel()
	state, err := s.page.State(ctx)
	if err != nil {
		return shot
	}
	if known, there := s.Album.find(state); there {
		return known
	}
	if shot.Picture, err = s.page.Picture(ctx); err == nil {
		shot.Outline, err = s.page.Outline(ctx)
	}
	if err == nil {
		s.Album.keep(state, shot)
	}
	return shot // a picture that could not be taken costs nobody anything
}

// pictureTime is how long a picture is waited for.
const pictureTime = 5 * time.Second
