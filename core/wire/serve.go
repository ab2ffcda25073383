package wire

import (
	"bufio"
	"fmt"
	"io"
	"strings"

	"durchgang/core/game"
)

// Serve answers requests by rules, as a program that keeps them does, until the last
// one or the end of the input. Errors are those of reading and writing.
func Serve(games game.Registry, in io.Reader, out io.Writer) error {
	s := server{games: games, out: bufio.NewWriter(out)}
	lines := bufio.NewScanner(in)
	for lines.Scan() {
		request, rest, _ := strings.Cut(strings.TrimRight(lines.Text(), "\r"), " ")
		if request == End {
			break
		}
		if err := s.answer(request, rest); err != nil {
			fmt.Fprintf(s.out, "%s %s\n", Failure, err)
		}
		fmt.Fprintln(s.out, Dot)
		if err := s.out.Flush(); err != nil {
			return err
		}
	}
	if err := lines.Err(); err != nil {
		return err
	}
	return s.out.Flush()
}

type server struct {
	games game.Registry
	out   *bufio.Writer
	rules game.Rules
	setup game.Setup
	pos   game.Position
}

func (s *server) answer(request, rest string) (err error) {
	switch {
	case request == "durchgang":
		if rest != fmt.Sprint(Version) {
			return fmt.Errorf("version %s of the protocol is not known, only %d", rest, Version)
		}
		return nil
	case request == New:
		return s.begin(rest)
	case s.pos == nil:
		return fmt.Errorf("%s comes before %s", request, New)
	case request == Move:
		m, err := s.rules.ParseMove(rest)
		if err != nil {
			s.say(game.Fact{Kind: game.FactRefused, Reason: game.Unreadable})
			return nil
		}
		s.say(s.rules.Play(s.pos, m, nil)...)
	case request == Show:
		s.say(s.rules.View(s.pos, game.Nobody, nil)...)
	case request == Again:
		if !s.pos.Result().Over() {
			return fmt.Errorf("%s comes before the end", Again)
		}
		s.pos, err = s.rules.Again(s.pos, s.setup)
		return err
	default:
		return fmt.Errorf("unknown request %q", request)
	}
	return nil
}

func (s *server) begin(rest string) (err error) {
	variant, setup, _ := strings.Cut(rest, " ")
	if s.rules, err = s.games.Rules(variant); err != nil {
		return err
	}
	s.setup = game.Setup(setup)
	s.pos, err = s.rules.Start(s.setup)
	return err
}

func (s *server) say(facts ...game.Fact) {
	for _, f := range facts {
		fmt.Fprintln(s.out, Say(f))
	}
}
