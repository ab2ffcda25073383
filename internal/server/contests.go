package server

import (
	"context"
	"fmt"
	"net/http"

	"github.com/gofiber/fiber/v3"

	"durchgang/internal/office"
	"durchgang/internal/record"
)

const inC = "/courses/{course}/contests/{contest}"

// The requests about contests.
type (
	inContest struct {
		Course  string `path:"course" json:"-"`
		Contest string `path:"contest" json:"-"`
	}
	newContest struct {
		inCourse
		office.ContestForm
	}
	changedContest struct {
		inContest
		office.ContestForm
	}
	newPlayer struct {
		inContest
		Player string `query:"player" json:"-" description:"What the player is called; a student's short name makes it the student's."`
		Name   string `query:"name" json:"-" description:"Of a single source file; without it the body is a zip or tar.gz archive of a folder."`
	}
	ownPlayer struct {
		inContest
		Name string `query:"name" json:"-" description:"Of a single source file; without it the body is a zip or tar.gz archive of a folder."`
	}
	housePlayer struct {
		inContest
		House string `json:"house" description:"Name of a house player of the variant."`
	}
	classOfPlayers struct {
		inContest
		Assignment string `json:"assignment" description:"Whose last submissions enter."`
	}
	ofPlayer struct {
		inContest
		Number int `path:"number" json:"-"`
	}
	seeding struct {
		inContest
		Numbers []int `json:"numbers" description:"The players' numbers in the order in which they are to stand."`
	}
	holding struct {
		inContest
		Act string `path:"act" json:"-" enum:"pause,resume,cancel"`
	}
	moreGames struct {
		inContest
		Deals int `json:"deals" description:"How many more deals, or rounds of a ladder."`
	}
	pointsOfContest struct {
		inContest
		Assignment string `json:"assignment"`
		Criterion  string `json:"criterion" description:"Whose points are given."`
		By         string `json:"by" enum:"best-moves,house,points" description:"The share of best moves, of what the house's best brought, or of points."`
	}
	ofMatch struct {
		inContest
		Match int64 `path:"match" json:"-"`
	}
	ofGame struct {
		inContest
		Game int64 `path:"game" json:"-"`
	}
	exportOfContest struct {
		inContest
		Format string `query:"format" json:"-" description:"json, csv, svg or png; without it json."`
	}
	exportOfGame struct {
		ofGame
		Format string `query:"format" json:"-" description:"json, or sgf for games of two on one board; without it json."`
	}
)

func contestRoutes() []route {
	ok, created := http.StatusOK, http.StatusCreated
	return []route{
		{"GET", "/courses/{course}/contests", student, "listContests", "The contests of a course, the newest first, without their players", inCourse{}, []record.Contest{}, ok, "", (*Server).contests},
		{"POST", "/courses/{course}/contests", teacher, "createContest", "Create a contest", newContest{}, record.Contest{}, created, "", (*Server).createContest},
		{"GET", inC, student, "getContest", "A contest: standings, how sure they are, results of each against each, progress", inContest{}, record.ContestPage{}, ok, "", (*Server).contestPage},
		{"PUT", inC, teacher, "changeContest", "Change a contest that has not started", changedContest{}, record.Contest{}, ok, "", (*Server).changeContest},
		{"DELETE", inC, teacher, "dropContest", "Delete a contest with all its games permanently", inContest{}, record.Contest{}, ok, "", ofContest((*office.Office).DropContest)},
		{"POST", inC + "/players", teacher, "enterPlayer", "Enter a strategy into a contest, or replace the one of that name", newPlayer{}, record.Contest{}, created, "", (*Server).enterPlayer},
		{"POST", inC + "/players/house", teacher, "enterHouse", "Enter a house player into a contest", housePlayer{}, record.Contest{}, created, "", (*Server).enterHouse},
		{"POST", inC + "/players/class", teacher, "enterClass", "Enter the last submission of each student of an assignment into a contest", classOfPlayers{}, record.Contest{}, created, "", (*Server).enterClass},
		{"POST", inC + "/mine", student, "enterMine", "Enter one's own strategy into an open contest, or replace it", ownPlayer{}, record.Contest{}, created, "", (*Server).enterMine},
		{"PUT", inC + "/seeds", teacher, "seedContest", "Seed the players of a contest that has not started", seeding{}, record.Contest{}, ok, "", (*Server).seedContest},
		{"DELETE", inC + "/players/{number}", teacher, "dropPlayer", "Remove a player from a contest that has not started", ofPlayer{}, record.Contest{}, ok, "", (*Server).dropPlayer},
		{"GET", inC + "/players/{number}", student, "getPlayer", "One player of a contest: games, strength, costliest moves", ofPlayer{}, record.PlayerPage{}, ok, "", (*Server).playerPage},
		{"POST", inC + "/start", teacher, "startContest", "Start a contest", inContest{}, record.Contest{}, ok, "", ofContest((*office.Office).StartContest)},
		{"POST", inC + "/hold/{act}", teacher, "holdContest", "Pause, resume or cancel a contest", holding{}, record.Contest{}, ok, "", (*Server).holdContest},
		{"POST", inC + "/more", teacher, "moreGames", "Play more games where the ranking is uncertain", moreGames{}, record.Contest{}, ok, "", (*Server).moreGames},
		{"POST", inC + "/points", teacher, "giveContestPoints", "Award the points of a criterion of an assignment by contest results", pointsOfContest{}, []record.ByHand{}, ok, "", (*Server).contestPoints},
		{"GET", inC + "/matches", student, "listMatches", "The matches of a contest in order", inContest{}, []record.Match{}, ok, "", (*Server).matches},
		{"GET", inC + "/matches/{match}", student, "listGamesOfMatch", "The games of a match", ofMatch{}, []record.Bout{}, ok, "", (*Server).matchBouts},
		{"GET", inC + "/games/{game}", student, "replayGame", "A game with the view at each move, and the value of each move", ofGame{}, record.Replayed{}, ok, "", (*Server).replayed},
		{"GET", inC + "/games/{game}/export", student, "exportGame", "A game as JSON or SGF", exportOfGame{}, nil, ok, "application/x-go-sgf", (*Server).exportGame},
		{"GET", inC + "/export", student, "exportContest", "A contest as JSON with its games, or its standings as CSV, SVG or PNG", exportOfContest{}, nil, ok, "application/json", (*Server).exportContest},
		{"GET", inC + "/events", student, "watchContest", "The progress of a contest: an event of type contest, with a Contest as data, at each change; the last one is over", inContest{}, nil, ok, "text/event-stream", (*Server).watchContest},
	}
}

// ofContest answers with a contest after a use case changed it.
func ofContest[T any](act func(*office.Office, context.Context, string, string) (T, error)) func(*Server, fiber.Ctx) error {
	return func(s *Server, c fiber.Ctx) error {
		found, err := act(s.office, c.Context(), param(c, "course"), param(c, "contest"))
		return reply(c, http.StatusOK, found, err)
	}
}

func (s *Server) contests(c fiber.Ctx) error {
	list, err := s.office.Contests(c.Context(), param(c, "course"))
	return reply(c, http.StatusOK, list, err)
}

func (s *Server) createContest(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in newContest) (any, error) {
		return s.office.CreateContest(c.Context(), param(c, "course"), in.ContestForm)
	})
}

func (s *Server) changeContest(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in changedContest) (any, error) {
		return s.office.ChangeContest(c.Context(), param(c, "course"), param(c, "contest"), in.ContestForm)
	})
}

func (s *Server) contestPage(c fiber.Ctx) error {
	return ofContest((*office.Office).ContestPage)(s, c)
}

func (s *Server) enterPlayer(c fiber.Ctx) error {
	found, err := s.office.Enter(c.Context(), param(c, "course"), param(c, "contest"), c.Query("player"), handIn(c))
	return reply(c, http.StatusCreated, found, err)
}

func (s *Server) enterMine(c fiber.Ctx) error {
	player, err := asStudent(c)
	if err != nil {
		return err
	}
	found, err := s.office.Enter(c.Context(), param(c, "course"), param(c, "contest"), player, handIn(c))
	return reply(c, http.StatusCreated, found, err)
}

func (s *Server) enterHouse(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in housePlayer) (any, error) {
		return s.office.EnterHouse(c.Context(), param(c, "course"), param(c, "contest"), in.House)
	})
}

func (s *Server) enterClass(c fiber.Ctx) error {
	return with(c, http.StatusCreated, func(in classOfPlayers) (any, error) {
		return s.office.EnterClass(c.Context(), param(c, "course"), param(c, "contest"), in.Assignment)
	})
}

func (s *Server) seedContest(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in seeding) (any, error) {
		return s.office.SeedContest(c.Context(), param(c, "course"), param(c, "contest"), in.Numbers)
	})
}

// numbered is a player's number in the path, which counts from 0.
func numbered(c fiber.Ctx) (int, error) {
	n, err := number(c, "number")
	if c.Params("number") == "0" {
		return 0, nil
	}
	return int(n), err
}

func (s *Server) dropPlayer(c fiber.Ctx) error {
	n, err := numbered(c)
	if err != nil {
		return err
	}
	found, err := s.office.DropPlayer(c.Context(), param(c, "course"), param(c, "contest"), n)
	return reply(c, http.StatusOK, found, err)
}

func (s *Server) playerPage(c fiber.Ctx) error {
	n, err := numbered(c)
	if err != nil {
		return err
	}
	found, err := s.office.PlayerPage(c.Context(), param(c, "course"), param(c, "contest"), n)
	return reply(c, http.StatusOK, found, err)
}

func (s *Server) holdContest(c fiber.Ctx) error {
	act := c.Params("act")
	if act != "pause" && act != "resume" && act != "cancel" {
		return &record.InputError{Field: "act", Err: fmt.Errorf("it is pause, resume or cancel, not %q", act)}
	}
	found, err := s.office.HoldContest(c.Context(), param(c, "course"), param(c, "contest"), act)
	return reply(c, http.StatusOK, found, err)
}

func (s *Server) moreGames(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in moreGames) (any, error) {
		return s.office.More(c.Context(), param(c, "course"), param(c, "contest"), in.Deals)
	})
}

func (s *Server) contestPoints(c fiber.Ctx) error {
	return with(c, http.StatusOK, func(in pointsOfContest) (any, error) {
		return s.office.GivePoints(c.Context(), param(c, "course"), param(c, "contest"), in.Assignment, in.Criterion, in.By)
	})
}

func (s *Server) matches(c fiber.Ctx) error { return ofContest((*office.Office).Matches)(s, c) }

func (s *Server) matchBouts(c fiber.Ctx) error {
	id, err := number(c, "match")
	if err != nil {
		return err
	}
	found, err := s.office.MatchBouts(c.Context(), param(c, "course"), param(c, "contest"), id)
	return reply(c, http.StatusOK, found, err)
}

func (s *Server) replayed(c fiber.Ctx) error {
	id, err := number(c, "game")
	if err != nil {
		return err
	}
	found, err := s.office.Replayed(c.Context(), param(c, "course"), param(c, "contest"), id)
	return reply(c, http.StatusOK, found, err)
}

func (s *Server) exportGame(c fiber.Ctx) error {
	id, err := number(c, "game")
	if err != nil {
		return err
	}
	format := c.Query("format", "json")
	data, err := s.office.ExportGame(c.Context(), param(c, "course"), param(c, "contest"), id, format)
	return file(c, data, err, format, fmt.Sprintf("game-%d", id))
}

func (s *Server) exportContest(c fiber.Ctx) error {
	format := c.Query("format", "json")
	data, err := s.office.ExportContest(c.Context(), param(c, "course"), param(c, "contest"), format)
	return file(c, data, err, format, param(c, "contest"))
}

// file answers with a file; drawings are shown, others are kept.
func file(c fiber.Ctx, data []byte, err error, format, name string) error {
	if err != nil {
		return err
	}
	c.Set("Content-Type", mediaOf(format))
	if format != "svg" && format != "png" {
		c.Attachment(name + "." + format)
		c.Set("Content-Type", mediaOf(format))
	}
	c.Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'self'")
	return c.Status(http.StatusOK).Send(data)
}
