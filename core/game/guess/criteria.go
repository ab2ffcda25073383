package guess

import (
	"durchgang/core/mistake"
	"durchgang/core/suite"
	"durchgang/core/suites"
)

// numberWriter writes suites for guessing.
type numberWriter struct {
	*suites.Writer
	r              *Rules
	third, quarter int // a third and three quarters through the range
}

// WriteSuite implements suites.Written.
func (r *Rules) WriteSuite(w *suites.Writer, _ mistake.Known) {
	size := r.high - r.low
	n := &numberWriter{w, r, r.low + size/3, r.low + size*3/4}
	n.answers()
	n.ends()
	if !r.counts {
		n.outside()
	}
	n.Criterion("text", "What is not a number is refused and costs nothing", 2, suite.Text)
	n.Add("a word", n.hides(n.third).Move(move(r.low)).Text("seven").Try(move(r.high)))
	n.Add("an empty line", n.hides(n.third).Text("").Try(move(r.high), move(n.third)))
	n.Criterion("hidden", "The number stays hidden until the end", 1, suite.Hidden)
	n.Add("the first guesses", n.hides(n.third).Try(move(r.high), move(r.low)))
	n.after()
}

// hides begins a script with a number.
func (n *numberWriter) hides(number int) *suites.Steps { return n.Play(hidden(number)) }

// halves guesses by halves until the number is found.
func (n *numberWriter) halves(s *suites.Steps) *suites.Steps {
	low, high := n.r.low, n.r.high
	for !s.Over() && low <= high {
		number, middle := s.Pos.(*Position).Number, (low+high)/2
		s.Move(move(middle))
		if middle < number {
			low = middle + 1
		} else {
			high = middle - 1
		}
	}
	return s
}

// wrong guesses wrongly, on both sides of the number in turn, until so many tries are left.
func (n *numberWriter) wrong(s *suites.Steps, left int) *suites.Steps {
	for i := 0; !s.Over() && s.Pos.(*Position).Left > left; i++ {
		p := s.Pos.(*Position)
		guess := n.r.low + i%max(1, p.Number-n.r.low)
		if i%2 == 1 && p.Number < n.r.high || guess == p.Number {
			guess = n.r.high - i%max(1, n.r.high-p.Number)
		}
		s.Move(move(guess))
	}
	return s
}

func (n *numberWriter) answers() {
	n.Criterion("answers", "A wrong guess is answered by whether the number is higher or lower", 5, suite.Answer, suite.Legal)
	n.Add("halving the range", n.halves(n.hides(n.third)))
	n.Add("halving the range for a great number", n.halves(n.hides(n.quarter)))
	n.Add("one beside the number", n.hides(n.third).Try(move(n.third+1), move(n.third-1), move(n.third)))
	n.Add("the ends of the range", n.hides(n.quarter).Try(move(n.r.low), move(n.r.high), move(n.quarter)))
	n.Criterion("won", "The game is won with the number, and not before", 4, suite.Win)
	n.Add("the number at once", n.hides(n.third).Move(move(n.third)))
	n.Add("the least number", n.hides(n.r.low).Try(move(n.r.low+1), move(n.r.low)))
	n.Add("the greatest number", n.hides(n.r.high).Try(move(n.r.high-1), move(n.r.high)))
}

func (n *numberWriter) ends() {
	if n.r.tries == 0 {
		return
	}
	n.Criterion("tries", "Each guess costs a try", 2, suite.Lives)
	n.Keeps()
	n.Add("some wrong guesses", n.hides(n.third).Try(move(n.r.low), move(n.r.high), move(n.quarter)))
	n.Criterion("lost", "The game is lost with the last try, and not before", 2, suite.Loss)
	n.Add("wrong guesses only", n.wrong(n.hides(n.third), 0))
	n.Add("wrong guesses only, for a great number", n.wrong(n.hides(n.quarter), 0))
	n.Add("the number with the last try", n.wrong(n.hides(n.third), 1).Try(move(n.third)))
	n.Criterion("told", "The number is told after a loss", 1, suite.Word)
	n.Add("lost, and told", n.wrong(n.hides(n.quarter), 0))
}

func (n *numberWriter) outside() {
	n.Criterion("range", "A number outside the range is refused and costs nothing", 3, suite.Range)
	below, above := move(n.r.low-1), move(n.r.high+1)
	n.Add("one below the least number", n.hides(n.third).Move(move(n.r.high)).Refused(below).Try(move(n.r.low)))
	n.Add("one above the greatest number", n.hides(n.third).Move(move(n.r.low)).Refused(above).Try(move(n.r.high)))
	n.Add("a negative number", n.hides(n.third).Refused(move(-n.quarter-1)).Try(move(n.third)))
	if n.r.tries > 1 {
		n.Add("outside with the last try", n.wrong(n.hides(n.third), 1).Refused(below, above).Try(move(n.third)))
	}
}

func (n *numberWriter) after() {
	n.Criterion("end", "Nothing is guessed after the end", 0.5, suite.AfterEnd)
	won := n.hides(n.third).Move(move(n.third))
	n.Add("a guess after a win", won.Copy().Refused(move(n.r.low)))
	if n.r.tries > 0 {
		n.Add("a guess after a loss", n.wrong(n.hides(n.third), 0).Refused(move(n.third)))
	}
	n.Criterion("again", "Another game starts with all tries", 0.5, suite.NewGame)
	n.Keeps()
	second := won.Copy().Again()
	if n.r.tries > 0 {
		n.Add("a second game after a loss", n.wrong(n.wrong(n.hides(n.third), 0).Again(), 0))
		n.wrong(second, 1)
	}
	n.Add("a second game after a win", second.Try(move(n.quarter), move(n.third)))
}

// WriteOwnSuite implements suites.OwnWritten.
func (r *Rules) WriteOwnSuite(w *suites.Writer) {
	at := func(eighths int) suite.Step {
		return suite.Step{Act: suite.MakeMove, Move: move(r.low + (r.high-r.low)*eighths/8)}
	}
	refused := func(number int) suite.Step { return suite.Step{Act: suite.MakeMove, Move: move(number), Refused: true} }
	text := func(line string) suite.Step { return suite.Step{Act: suite.TypeLine, Text: line, Refused: true} }
	end := suite.Step{Act: suite.Finish}

	w.Criterion("answers", "A wrong guess is answered by whether the number is higher or lower", 7, suite.Answer, suite.Legal)
	w.AddOwn("from the middle", 4, at(4), at(2), at(6), at(1), at(7))
	w.AddOwn("from the ends", 3, at(0), at(8), at(1), at(7), at(3))
	w.Criterion("won", "The game is won with the number, and not before", 5, suite.Win)
	w.AddOwn("to the end", 4, end)
	if !r.counts {
		w.Criterion("range", "A number outside the range is refused and costs nothing", 3, suite.Range)
		w.AddOwn("numbers outside the range", 0, refused(r.low-1), at(4), refused(r.high+1), at(2)) // no guess before that may be right
	}
	w.Criterion("text", "What is not a number is refused and costs nothing", 2, suite.Text)
	w.AddOwn("a word and an empty line", 0, text("seven"), at(4), text(""), at(2))
	w.Criterion("varied", "The number is not always the same", 2, suite.Varied)
	w.AddOwn("another number", 6, end)
	w.Criterion("hidden", "The number stays hidden until the end", 1, suite.Hidden)
	w.AddOwn("some guesses", 3, at(4), at(2))
}
