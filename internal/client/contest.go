package client

import (
	"context"
	"fmt"
	"net/url"

	"durchgang/core/contest"
	"durchgang/internal/record"
)

func ofContest(course, name string) string {
	return "/courses/" + url.PathEscape(course) + "/contests/" + url.PathEscape(name)
}

// ContestForm is what a contest is made of.
type ContestForm struct {
	Name      string        `json:"name,omitempty"`
	Title     string        `json:"title"`
	Terms     contest.Terms `json:"terms"`
	Functions string        `json:"functions,omitempty"`
}

// Contests lists the contests of a course.
func (c *Client) Contests(ctx context.Context, course string) ([]record.Contest, error) {
	return answer[[]record.Contest](ctx, c, "GET", "/courses/"+url.PathEscape(course)+"/contests", nil)
}

// CreateContest adds a contest.
func (c *Client) CreateContest(ctx context.Context, course string, f ContestForm) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "POST", "/courses/"+url.PathEscape(course)+"/contests", f)
}

// ChangeContest changes a contest that has not begun.
func (c *Client) ChangeContest(ctx context.Context, course, name string, f ContestForm) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "PUT", ofContest(course, name), f)
}

// DropContest deletes a contest.
func (c *Client) DropContest(ctx context.Context, course, name string) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "DELETE", ofContest(course, name), nil)
}

// ContestPage finds a contest with its standings.
func (c *Client) ContestPage(ctx context.Context, course, name string) (record.ContestPage, error) {
	return answer[record.ContestPage](ctx, c, "GET", ofContest(course, name), nil)
}

// Enter puts a strategy into a contest; file names a single source file, and is empty for an
// archive. A student enters with EnterMine.
func (c *Client) Enter(ctx context.Context, course, name, player string, data []byte, file string) (found record.Contest, err error) {
	query := url.Values{"player": {player}, "name": {file}}
	err = c.send(ctx, "POST", ofContest(course, name)+"/players?"+query.Encode(), "application/octet-stream", data, &found)
	return found, err
}

// EnterMine puts one's own strategy into a contest.
func (c *Client) EnterMine(ctx context.Context, course, name string, data []byte, file string) (found record.Contest, err error) {
	err = c.send(
		ctx, "POST", ofContest(course, name)+"/mine?"+url.Values{"name": {file}}.Encode(), "application/octet-stream", data,
		&found,
	)
	return found, err
}

// EnterHouse puts a house player into a contest.
func (c *Client) EnterHouse(ctx context.Context, course, name, player string) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "POST", ofContest(course, name)+"/players/house", object{"house": player})
}

// EnterClass puts the last submissions of an assignment into a contest.
func (c *Client) EnterClass(ctx context.Context, course, name, assignment string) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "POST", ofContest(course, name)+"/players/class", object{"assignment": assignment})
}

// DropPlayer takes a player out of a contest.
func (c *Client) DropPlayer(ctx context.Context, course, name string, number int) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "DELETE", fmt.Sprintf("%s/players/%d", ofContest(course, name), number), nil)
}

// SeedContest orders the players of a contest.
func (c *Client) SeedContest(ctx context.Context, course, name string, numbers []int) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "PUT", ofContest(course, name)+"/seeds", object{"numbers": numbers})
}

// PlayerPage finds one player of a contest.
func (c *Client) PlayerPage(ctx context.Context, course, name string, number int) (record.PlayerPage, error) {
	return answer[record.PlayerPage](ctx, c, "GET", fmt.Sprintf("%s/players/%d", ofContest(course, name), number), nil)
}

// StartContest begins a contest.
func (c *Client) StartContest(ctx context.Context, course, name string) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "POST", ofContest(course, name)+"/start", nil)
}

// HoldContest pauses a contest, lets it go on (resume), or cancels it.
func (c *Client) HoldContest(ctx context.Context, course, name, act string) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "POST", ofContest(course, name)+"/hold/"+url.PathEscape(act), nil)
}

// MoreGames plays more deals where it is not sure who is better, or more rounds of a ladder.
func (c *Client) MoreGames(ctx context.Context, course, name string, deals int) (record.Contest, error) {
	return answer[record.Contest](ctx, c, "POST", ofContest(course, name)+"/more", object{"deals": deals})
}

// GiveContestPoints gives the points of a criterion by how well strategies played.
func (c *Client) GiveContestPoints(ctx context.Context, course, name, assignment, criterion, by string) ([]record.ByHand, error) {
	return answer[[]record.ByHand](
		ctx, c, "POST", ofContest(course, name)+"/points",
		object{"assignment": assignment, "criterion": criterion, "by": by},
	)
}

// Matches lists the matches of a contest.
func (c *Client) Matches(ctx context.Context, course, name string) ([]record.Match, error) {
	return answer[[]record.Match](ctx, c, "GET", ofContest(course, name)+"/matches", nil)
}

// MatchGames lists the games of a match.
func (c *Client) MatchGames(ctx context.Context, course, name string, match int64) ([]record.Bout, error) {
	return answer[[]record.Bout](ctx, c, "GET", fmt.Sprintf("%s/matches/%d", ofContest(course, name), match), nil)
}

// ReplayGame finds a game with its positions.
func (c *Client) ReplayGame(ctx context.Context, course, name string, game int64) (record.Replayed, error) {
	return answer[record.Replayed](ctx, c, "GET", fmt.Sprintf("%s/games/%d", ofContest(course, name), game), nil)
}

// ExportContest returns a contest as json, csv, svg or png.
func (c *Client) ExportContest(ctx context.Context, course, name, format string) ([]byte, error) {
	return c.fetch(ctx, ofContest(course, name)+"/export?format="+url.QueryEscape(format))
}

// ExportGame returns a game as json or sgf.
func (c *Client) ExportGame(ctx context.Context, course, name string, game int64, format string) ([]byte, error) {
	return c.fetch(ctx, fmt.Sprintf("%s/games/%d/export?format=%s", ofContest(course, name), game, url.QueryEscape(format)))
}
