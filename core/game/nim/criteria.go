package nim

import (
	"fmt"
	"slices"

	"durchgang/core/game"
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// heapWriter writes suites for heaps.
type heapWriter struct {
	*suites.Writer
	r *Rules
}

// WriteSuite implements suites.Written.
func (r *Rules) WriteSuite(w *suites.Writer, _ mistake.Known) {
	h := &heapWriter{w, r}
	h.takes()
	h.ends()
	h.refusals()
	h.after()
}

// take is a move.
func take(heap, count int) game.Move {
	return game.Move{Cell: game.Cell{Row: int16(heap)}, Amount: count}
}

// begin begins a script.
func (h *heapWriter) begin() *suites.Steps { return h.Play("") }

// atOnce is how many may be taken at once from so many.
func (h *heapWriter) atOnce(n int) int {
	if h.r.most > 0 {
		return min(n, h.r.most)
	}
	return n
}

// empty takes all of some heaps, as many as may be at once, but leaves some in the last of them.
func (h *heapWriter) empty(s *suites.Steps, leave int, heaps ...int) *suites.Steps {
	for i, heap := range heaps {
		left := 0
		if i == len(heaps)-1 {
			left = leave
		}
		for n := s.Pos.(*Position).Heaps[heap]; n > left; n = s.Pos.(*Position).Heaps[heap] {
			s.Move(take(heap, h.atOnce(n-left)))
			if s.Wrong {
				return s
			}
		}
	}
	return s
}

// single takes one after the other, so that the players take turns often.
func (h *heapWriter) single(heaps ...int) *suites.Steps {
	s := h.begin()
	for _, heap := range heaps {
		for range h.r.heaps[heap] {
			s.Move(take(heap, 1))
		}
	}
	return s
}

// all are the numbers of the heaps, from the last one back.
func (h *heapWriter) all() (forth, back []int) {
	for i := range h.r.heaps {
		forth = append(forth, i)
	}
	back = slices.Clone(forth)
	slices.Reverse(back)
	return forth, back
}

func (h *heapWriter) takes() {
	forth, back := h.all()
	h.Criterion("takes", "What is taken is taken from its heap, and from no other", 5, suite.Heaps, suite.Legal)
	h.Add("one from each heap", h.begin().Try(each(forth, 1)...))
	h.Add("two from each heap, from the last one back", h.begin().Try(each(back, 2)...))
	h.Add("as many as may be taken, heap by heap", h.empty(h.begin(), 1, forth...))
	if h.r.most > 0 {
		s := h.begin()
		for n := 1; n <= h.r.most; n++ {
			s.Try(each(back, n)...)
		}
		h.Add("each number that may be taken", s)
	}
	h.Criterion("turns", "The players take turns, player 1 begins", 1, suite.Turns)
	h.Add("one at a time", h.begin().Try(append(each(back, 1), each(forth, 1)...)...))
}

func each(heaps []int, count int) (moves []game.Move) {
	for _, heap := range heaps {
		moves = append(moves, take(heap, count))
	}
	return moves
}

func (h *heapWriter) ends() {
	forth, back := h.all()
	does := "wins"
	if h.r.misere {
		does = "loses"
	}
	h.Criterion("win", "Who takes the last one "+does+", and nobody before", 5, suite.Win)
	h.Add("heap by heap", h.empty(h.begin(), 0, forth...))
	h.Add("heap by heap, from the last one back", h.empty(h.begin(), 0, back...))
	h.Add("one at a time", h.single(forth...))
	h.Add("one left for the other player", h.leaveOne(back))
	h.Add("one left for the other player, the last heap first", h.leaveOne(forth))
}

// leaveOne takes all but the last object, and then that.
func (h *heapWriter) leaveOne(heaps []int) *suites.Steps {
	s := h.empty(h.begin(), 1, heaps...)
	return s.Try(take(heaps[len(heaps)-1], 1))
}

func (h *heapWriter) refusals() {
	forth, back := h.all()
	last, most := len(forth)-1, slices.Max(h.r.heaps)
	h.Criterion("range", "A heap or number that is not possible is refused", 3, suite.Range)
	h.Add("none", h.begin().Refused(take(0, 0)).Move(take(0, 1)).Refused(take(last, 0)).Try(take(last, 1)))
	h.Add("less than none", h.begin().Refused(take(0, -1)).Move(take(0, 1)))
	h.Add("more than the heap holds", h.over())
	if h.r.most > 0 && most > h.r.most {
		at := slices.Index(h.r.heaps, most)
		h.Add("more than may be taken at once", h.begin().Refused(take(at, h.r.most+1)).Move(take(at, h.r.most)))
	}
	if len(forth) > 1 {
		h.Add("the heap before the first", h.begin().Refused(take(-1, 1)).Move(take(0, 1)))
		h.Add("the heap after the last", h.begin().Refused(take(last+1, 1)).Move(take(last, 1)))
		h.Criterion("empty", "Nothing is taken from an empty heap", 1, suite.TakenCell)
		h.Add("the first heap, when it is empty", h.empty(h.begin(), 0, 0).Refused(take(0, 1)).Try(take(last, 1)))
		h.Add("the last heap, when it is empty", h.empty(h.begin(), 0, last).Refused(take(last, 1)).Try(take(0, 1)))
	}
	h.Criterion("kept", "After a refused move the same player moves", 1, suite.TurnKept)
	h.Add("refused moves between others", h.begin().Move(take(0, 1)).Refused(take(last, 0)).Try(each(back, 1)...))
	h.Criterion("text", "A line that is not a move is refused", 1, suite.Text)
	h.Add("a word, and an empty line", h.begin().Move(take(0, 1)).Text("many").Move(take(last, 1)).Text("").Try(take(0, 1)))
}

// over tries to take one more than a heap holds.
func (h *heapWriter) over() *suites.Steps {
	s := h.begin()
	heap := len(h.r.heaps) - 1
	for n := h.r.heaps[heap]; h.r.most > 0 && n >= h.r.most; n = s.Pos.(*Position).Heaps[heap] {
		if n == 1 {
			break
		}
		s.Move(take(heap, min(h.r.most, n-1)))
	}
	n := s.Pos.(*Position).Heaps[heap]
	if h.r.most > 0 && n+1 > h.r.most {
		return s.Refused(take(heap, n+2)) // which is refused for another reason
	}
	return s.Refused(take(heap, n+1)).Try(take(heap, n), take(0, 1))
}

func (h *heapWriter) after() {
	forth, back := h.all()
	h.Criterion("end", "Nothing is taken after the end", 0.5, suite.AfterEnd)
	for i, heaps := range [][]int{forth, back} {
		h.Add(fmt.Sprintf("a move after the end, %s", []string{"heap by heap", "from the last heap back"}[i]),
			h.empty(h.begin(), 0, heaps...).Refused(take(0, 1)))
	}
	h.Criterion("again", "Another game begins with full heaps and player 1", 0.5, suite.NewGame)
	h.Keeps()
	h.Add("a second game", h.empty(h.begin(), 0, forth...).Again().Try(each(back, 1)...))
	h.Add("a second game after the other player has won", h.leaveOne(back).Again().Try(each(forth, 1)...))
}
