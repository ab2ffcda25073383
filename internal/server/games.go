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
	Name     string `json:"name"`
	Programs string `json:"programs" description:"How programs are driven, as a choice says it."`
	Settings string `json:"settings" description:"What an assignment's settings file says."`
	Empty    string `json:"empty" description:"What empty settings mean."`
	Prints   bool   `json:"prints" description:"What programs print is read by a phrasebook."`
}

func (s *Server) channels(c fiber.Ctx) error {
	answer := []channelAnswer{}
	for _, w := range grading.Channels {
		answer = append(answer, channelAnswer{w.Name, w.Programs, w.Settings, w.Empty, w.Prints})
	}
	return c.JSON(answer)
}

type (
	inGame struct {
		Variant string `path:"variant" json:"-" description:"A game with its parameters, as in connect-four:cols=6,rows=5."`
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
	variant, err := url.PathUnescape(c.Params("variant"))
	if err != nil {
		return fiber.NewError(http.StatusBadRequest, "the variant in the path is not escaped rightly: "+err.Error())
	}
	g, err := guide.For(variant)
	if errors.Is(err, game.ErrUnknownGame) {
		return fiber.NewError(http.StatusNotFound, err.Error())
	}
	if err != nil {
		return &record.InputError{Field: "variant", Err: err}
	}
	return c.JSON(g)
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
