package server

import (
	"errors"
	"math/rand/v2"
	"net/http"
	"net/url"

	"github.com/gofiber/fiber/v3"

	"durchgang/core/game"
	"durchgang/core/games"
	"durchgang/core/guide"
	"durchgang/core/play"
	"durchgang/core/play/house"
	"durchgang/core/suite"
	"durchgang/core/suites"
	"durchgang/internal/grading"
	"durchgang/internal/record"
)

// gameAnswer describes a game in a list.
type gameAnswer struct {
	Name   string       `json:"name"`
	Title  string       `json:"title"`
	Doc    string       `json:"doc"`
	Params []game.Param `json:"params"`
}

// channelAnswer describes a way to drive programs.
type channelAnswer struct {
	Name      string `json:"name"`
	Programs  string `json:"programs" description:"How programs are driven, as a choice says it."`
	Settings  string `json:"settings" description:"What an assignment's settings file says."`
	Empty     string `json:"empty" description:"What empty settings mean."`
	Prints    bool   `json:"prints" description:"What programs print is read by a phrasebook."`
	Opponents bool   `json:"opponents" description:"Programs may play one side by themselves."`
	Keys      any    `json:"keys" description:"The keys that a settings file may have, each with those below it."`
}

func (s *Server) channels(c fiber.Ctx) error {
	answer := []channelAnswer{}
	for _, w := range grading.Channels {
		answer = append(answer, channelAnswer{w.Name, w.Programs, w.Settings, w.Empty, w.Prints, w.OneSide, w.Keys()})
	}
	return c.JSON(answer)
}

type (
	inGame struct {
		Variant string `path:"variant" json:"-" description:"A game with its parameters, as in connect-four:cols=6,rows=5."`
	}
	forVariant struct {
		inCourse
		inGame
		Opponent string `query:"opponent" json:"-" description:"The side that programs play by themselves, as in O; without it people play both."`
	}
	suiteAnswer struct {
		Suite    string       `json:"suite" description:"The text, as an assignment takes it."`
		Criteria int          `json:"criteria"`
		Scripts  int          `json:"scripts"`
		Holes    []suite.Hole `json:"holes" description:"Mistakes that no script catches, or two that none tells apart, within a short search."`
	}
	playRequest struct {
		Variant string     `json:"variant"`
		Setup   game.Setup `json:"setup,omitempty" description:"Without it one is drawn where the game needs one; the answer tells it."`
		Seed    uint64     `json:"seed,omitempty" description:"Settles what is drawn."`
		Moves   []string   `json:"moves" description:"Every move so far, in the game's notation, also those that were refused."`
		Against string     `json:"against,omitempty" description:"The house player who answers for the second player, of those that the guide lists; nobody without it."`
	}
)

const mostMoves = 5000

func (s *Server) games(c fiber.Ctx) error {
	answer := []gameAnswer{}
	for _, d := range games.All().Games() {
		answer = append(answer, gameAnswer{d.Name, d.Title, d.Doc, d.Params})
	}
	return c.JSON(answer)
}

func (s *Server) guide(c fiber.Ctx) error {
	variant, err := variantOf(c)
	if err != nil {
		return err
	}
	g, err := guide.For(variant)
	if err != nil {
		return aboutVariant(err)
	}
	return c.JSON(g)
}

// suite answers the suite for a variant. One at a time is written, since a large board takes seconds.
func (s *Server) suite(c fiber.Ctx) error {
	variant, err := variantOf(c)
	if err != nil {
		return err
	}
	rules, err := games.All().Rules(variant)
	if err != nil {
		return aboutVariant(err)
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	var given suites.Result
	if side := c.Query("opponent"); side != "" {
		o := suites.Options{}
		if o.Program, err = suites.Side(rules, side); err == nil {
			given, err = suites.Write(rules, o)
		}
	} else {
		given, err = suites.Given(rules, games.All())
	}
	if err != nil {
		return &record.InputError{Field: "variant", Err: err}
	}
	return c.JSON(suiteAnswer{given.Text, len(given.Suite.Criteria), len(given.Suite.Scripts), given.Holes})
}

// variantOf is the variant in a request's path.
func variantOf(c fiber.Ctx) (string, error) {
	variant, err := url.PathUnescape(c.Params("variant"))
	if err != nil {
		return "", fiber.NewError(http.StatusBadRequest, "the variant in the path is not escaped rightly: "+err.Error())
	}
	return variant, nil
}

// aboutVariant is an error in a variant: not found where there is no such game.
func aboutVariant(err error) error {
	if errors.Is(err, game.ErrUnknownGame) {
		return fiber.NewError(http.StatusNotFound, err.Error())
	}
	return &record.InputError{Field: "variant", Err: err}
}

// play replays the moves and answers how the game stands. Nothing is kept.
func (s *Server) play(c fiber.Ctx) error {
	var in playRequest
	if err := body(c, &in); err != nil {
		return err
	}
	rules, err := games.All().Rules(in.Variant)
	if err != nil {
		return &record.InputError{Field: "variant", Err: err}
	}
	random := rand.New(rand.NewPCG(in.Seed, uint64(len(in.Moves))))
	var opponent house.Player
	if in.Against != "" {
		if opponent, err = house.New(rules, in.Against, nil, random); err != nil {
			return &record.InputError{Field: "against", Err: err}
		}
	}
	if len(in.Moves) > mostMoves {
		return &record.InputError{Field: "moves", Err: errors.New("there are at most 5000")}
	}
	g, err := play.New(rules, in.Setup, random)
	if err != nil {
		return &record.InputError{Field: "setup", Err: err}
	}
	for _, m := range in.Moves {
		g.Try(m)
	}
	for opponent != nil && g.Turn() == game.Second {
		if _, moved := g.Answer(opponent); !moved {
			break
		}
	}
	viewer := g.Turn()
	if opponent != nil {
		viewer = game.First
	}
	return c.JSON(g.Table(viewer))
}
