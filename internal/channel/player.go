package channel

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"strconv"
	"strings"
	"time"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/core/wire"
	"durchgang/internal/sandbox"
)

// Strategy is a program that chooses moves: through the protocol of docs/wire.md, or as a
// function. It stays for many games, one after the other.
type Strategy struct {
	Rules    game.Rules
	Spec     sandbox.Spec
	Book     *calls.Book // how its function is called; nil for the protocol
	Settings string      // the line that the function's driver reads first
	Words    []string    // that secret words are taken from
	Seconds  float64     // of a game
	Fresh    bool        // the program is started for each game

	line *line
}

// mostAnswer is how long a line of a strategy may be.
const mostAnswer = 64 << 10

// Close ends the program.
func (s *Strategy) Close() {
	if s.line != nil {
		s.line.close()
		s.line = nil
	}
}

// Sit returns the strategy's seat in a new game. Only the seat that was taken last may be
// used.
func (s *Strategy) Sit(ctx context.Context, seat game.Player) (play.Seat, error) {
	if s.Fresh {
		s.Close()
	}
	if s.line == nil {
		if err := s.start(ctx); err != nil {
			return nil, err
		}
	}
	left := time.Duration(s.Seconds * float64(time.Second))
	if s.Book == nil {
		s.line.note(fmt.Sprintf("%s %s %d\n", wire.Play, s.Rules.Variant(), seat))
		return &wireSeat{Strategy: s, left: left}, nil
	}
	f := &functionSeat{Strategy: s, left: left}
	for _, r := range s.Book.Begin(s.Rules) { // an object for each game
		text, _, err := s.ask(ctx, r.Line()+"\n", &f.left)
		if err == nil {
			if a := calls.ReadAnswer(text); a.Failure != nil {
				err = s.lost(&play.Foul{Kind: play.NoMove, Detail: r.Text() + " " + a.Failure.String()})
			}
		}
		var foul *play.Foul
		if errors.As(err, &foul) {
			f.begun = foul
			break
		}
		if err != nil {
			return nil, err
		}
	}
	if r, is := s.Rules.(house.Handed); is {
		f.cards = r.Deciding(f.decide)
	}
	return f, nil
}

func (s *Strategy) start(ctx context.Context) error {
	if err := ctx.Err(); err != nil {
		return err
	}
	l, err := openLine(s.Spec)
	if err != nil {
		return err
	}
	s.line = l
	if s.Book != nil {
		l.note(s.Settings + "\n")
		return nil
	}
	l.note(wire.Hello + "\n")
	if len(s.Words) > 0 {
		l.note(wire.Words + " " + joined(s.Words) + "\n")
	}
	return nil
}

// joined writes words in one line.
func joined(words []string) string {
	list := make([]string, len(words))
	for i, w := range words {
		list[i] = strings.ReplaceAll(w, " ", "_")
	}
	return strings.Join(list, " ")
}

// lost ends a program that has committed a foul which leaves it in an unknown state.
func (s *Strategy) lost(f *play.Foul) error {
	if s.line != nil && f.Kind == play.Gone {
		if aside := LastLine(s.line.aside()); aside != "" {
			f.Detail += ": " + aside
		}
	}
	s.Close()
	return f
}

// LastLine is the last line that is not empty.
func LastLine(text string) string {
	lines := strings.Split(strings.TrimRight(text, "\n "), "\n")
	return strings.TrimSpace(lines[len(lines)-1])
}

// ask sends what was noted and a question, and reads a line.
func (s *Strategy) ask(ctx context.Context, question string, left *time.Duration) (string, time.Duration, error) {
	if s.line == nil {
		return "", 0, &play.Foul{Kind: play.Gone, Detail: "the program has ended"}
	}
	s.line.note(question)
	began := time.Now()
	text, foul, err := s.line.exchange(ctx, *left)
	took := min(time.Since(began), *left)
	*left -= took
	switch {
	case err != nil:
		s.Close()
		return "", 0, err
	case foul == nil:
		return text, took, nil
	case foul.Kind == play.Silent && took < time.Duration(s.Seconds*float64(time.Second)):
		foul.Kind, foul.Detail = play.Slow, fmt.Sprintf("its %g seconds for the game are used up", s.Seconds)
	}
	return "", took, s.lost(foul)
}

// wireSeat is a seat of a program that speaks the protocol.
type wireSeat struct {
	*Strategy
	left time.Duration
}

// Choose implements play.Seat.
func (s *wireSeat) Choose(ctx context.Context, sight house.Sight) (play.Answer, error) {
	if s.line == nil {
		return play.Answer{}, &play.Foul{Kind: play.Gone, Detail: "the program has ended"}
	}
	s.tell(sight.Told)
	number := strconv.Itoa(1000 + rand.IntN(9000)) // which no program can answer before it is asked
	text, took, err := s.ask(ctx, wire.Choose+" "+number+"\n", &s.left)
	if err != nil {
		return play.Answer{Took: took}, err
	}
	given, move, err := wire.ReadMove(text)
	switch {
	case err != nil:
		return play.Answer{Took: took}, &play.Foul{Kind: play.NoMove, Detail: err.Error()}
	case given != number:
		return play.Answer{Took: took}, s.lost(&play.Foul{Kind: play.Unasked, Detail: fmt.Sprintf("it answered %q to question %s", text, number)})
	}
	return play.Answer{Text: move, Took: took}, nil
}

// tell notes facts; whose turn it is a question tells.
func (s *wireSeat) tell(told []game.Fact) {
	for _, f := range told {
		if f.Kind != game.FactTurn {
			s.line.noted = append(wire.AppendSay(s.line.noted, f), '\n')
		}
	}
}

// End implements play.Seat.
func (s *wireSeat) End(_ context.Context, told []game.Fact) error {
	if s.line != nil {
		s.tell(told)
		s.line.note(wire.Over + "\n")
	}
	return nil
}

// functionSeat is a seat of a function.
type functionSeat struct {
	*Strategy
	left    time.Duration
	letters []string
	answers []string     // to guesses of numbers
	cards   house.Player // at blackjack
	ctx     context.Context
	answer  play.Answer
	err     error
	begun   *play.Foul // why the game could not be begun
}

// Choose implements play.Seat.
func (f *functionSeat) Choose(ctx context.Context, sight house.Sight) (play.Answer, error) {
	f.ctx, f.answer, f.err = ctx, play.Answer{}, nil
	if f.begun != nil {
		return f.answer, f.begun
	}
	if f.cards != nil {
		if m := f.cards.Choose(sight); f.answer.Text == "" {
			f.answer.Text = f.Rules.FormatMove(m)
		}
		return f.answer, f.err
	}
	for _, told := range sight.Told {
		if told.Kind == game.FactHint {
			f.answers = append(f.answers, told.Text)
		}
	}
	f.call(calls.Chosen{Rules: f.Rules, Seat: sight.Seat, View: sight.View, Letters: f.letters, Answers: f.answers})
	f.letters = append(f.letters, f.answer.Text)
	return f.answer, f.err
}

// decide asks for the decision on one hand.
func (f *functionSeat) decide(hand []string, up string) string {
	f.call(calls.Chosen{Rules: f.Rules, Seat: game.First, Hand: hand, Up: up})
	return f.answer.Text
}

// call calls the function and keeps its answer.
func (f *functionSeat) call(c calls.Chosen) {
	text, took, err := f.ask(f.ctx, f.Book.Choice(c).Line()+"\n", &f.left)
	f.answer.Took, f.err = took, err
	if err != nil {
		return
	}
	a := calls.ReadAnswer(text)
	if a.Failure != nil {
		f.err = &play.Foul{Kind: play.NoMove, Detail: "the function " + a.Failure.String()}
		return
	}
	if f.answer.Text, err = f.Book.ReadChoice(f.Rules, a.Value); err != nil {
		f.err = &play.Foul{Kind: play.NoMove, Detail: err.Error()}
	}
}

// End implements play.Seat.
func (f *functionSeat) End(context.Context, []game.Fact) error { return nil }

// line is a connection to a program in a box.
type line struct {
	box   *sandbox.Box
	ours  *os.File
	aside func() string
	noted []byte // to be sent with the next question
	got   []byte // that was read and not used
	room  []byte
}

func openLine(spec sandbox.Spec) (*line, error) {
	ours, theirs, err := sandbox.Connection()
	if err != nil {
		return nil, err
	}
	l := &line{ours: ours, room: make([]byte, 4096)}
	l.box, l.aside, err = sandbox.StartApart(spec, theirs, mostAside)
	theirs.Close()
	if err != nil {
		ours.Close()
		return nil, err
	}
	return l, nil
}

func (l *line) note(text string) { l.noted = append(l.noted, text...) }

func (l *line) close() {
	l.ours.Close()
	l.box.Kill()
}

// exchange sends what was noted and reads a line, for so long. The error is about the machine
// or the context.
func (l *line) exchange(ctx context.Context, limit time.Duration) (string, *play.Foul, error) {
	if text, more := l.next(); more {
		return "", &play.Foul{Kind: play.Unasked, Detail: fmt.Sprintf("it answered %q without being asked", text[:min(len(text), 80)])}, nil
	}
	late := newClock(l.box, limit)
	in := patient{l.ours, &late, ctx}
	stop := context.AfterFunc(ctx, func() { _ = l.ours.SetDeadline(time.Now()) })
	defer stop()
	if err := l.ours.SetDeadline(time.Now().Add(limit)); err != nil {
		return "", nil, err
	}
	if _, err := l.ours.Write(l.noted); err != nil {
		return l.broken(ctx, err)
	}
	l.noted = l.noted[:0]
	for {
		if text, more := l.next(); more {
			return text, nil, nil
		}
		if len(l.got) > mostAnswer {
			return "", &play.Foul{Kind: play.Flood, Detail: fmt.Sprintf("it answered with more than %d characters", mostAnswer)}, nil
		}
		n, err := in.Read(l.room)
		l.got = append(l.got, l.room[:n]...)
		if n == 0 && err != nil {
			return l.broken(ctx, err)
		}
	}
}

// next takes the next whole line of what was read. A dot means nothing: some answer every
// request with one.
func (l *line) next() (text string, more bool) {
	for {
		i := bytes.IndexByte(l.got, '\n')
		if i < 0 {
			return "", false
		}
		text = strings.TrimRight(string(l.got[:i]), "\r ")
		l.got = slices.Delete(l.got, 0, i+1)
		if text != wire.Dot {
			return text, true
		}
	}
}

// broken says why nothing was read or written.
func (l *line) broken(ctx context.Context, err error) (string, *play.Foul, error) {
	if ctx.Err() != nil {
		return "", nil, ctx.Err()
	}
	if errors.Is(err, os.ErrDeadlineExceeded) {
		return "", &play.Foul{Kind: play.Silent, Detail: "it did not answer"}, nil
	}
	l.box.Kill()
	<-l.box.Done()
	condition, detail := ending(l.box.Exit(), "")
	return "", &play.Foul{Kind: play.Gone, Detail: strings.TrimSpace(fmt.Sprintf("the program %s %s", condition, detail))}, nil
}
