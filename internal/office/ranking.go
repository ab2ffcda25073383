package office

import (
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"

	"durchgang/core/contest"
	"durchgang/core/games"
	"durchgang/core/play"
	"durchgang/internal/record"
	"durchgang/internal/report"
)

// mostCross is for how many players everybody's results against everybody are shown.
const mostCross = 60

// ContestPage returns all that is shown of a contest at once.
func (o *Office) ContestPage(ctx context.Context, course, name string) (record.ContestPage, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return record.ContestPage{}, err
	}
	played, err := o.store.Played(ctx, c.ID, true)
	if err != nil {
		return record.ContestPage{}, err
	}
	formal, err := o.store.Played(ctx, c.ID, false)
	if err != nil {
		return record.ContestPage{}, err
	}
	bouts, err := o.store.Bouts(ctx, c.ID, contest.Nobody, 0)
	if err != nil {
		return record.ContestPage{}, err
	}
	p := record.ContestPage{Contest: c, Ranking: rank(c, formal, bouts), Progress: progress(c, played, bouts)}
	if c.Measure == "" && len(c.Entrants) <= mostCross {
		p.Cross = cross(p.Ranking, played)
	}
	return p, nil
}

// rank orders the players, and says how sure that is.
func rank(c record.Contest, formal []contest.Match, bouts []record.Bout) record.Ranking {
	n := len(c.Entrants)
	r := record.Ranking{Rows: []record.Rank{}, Ahead: [][]float64{}, Games: len(bouts)}
	quality := make([]record.Quality, n)
	for _, b := range bouts {
		for side, player := range [2]int{b.First, b.Second} {
			if player >= 0 {
				quality[player] = quality[player].Add(b.Quality[side])
			}
		}
	}
	standings := contest.Standings(c.Terms, n, formal)
	var ahead func(a, b int) float64
	if c.Measure != "" {
		ahead = alone(&r, c, standings, bouts)
	} else {
		ahead = together(&r, n, standings, bouts)
	}
	for i := range r.Rows {
		r.Rows[i].Quality = quality[r.Rows[i].Player]
		row := make([]float64, n)
		for k := range r.Rows {
			row[k] = ahead(r.Rows[i].Player, r.Rows[k].Player)
		}
		r.Ahead = append(r.Ahead, row)
	}
	for i := range max(0, n-1) {
		if p := r.Ahead[i][i+1]; max(p, 1-p) < sure {
			r.Open++
		}
	}
	return r
}

// together ranks players of a game of two: by the standings, with strengths beside. Equal
// games are counted once, since who plays alike again tells nothing new.
func together(r *record.Ranking, n int, standings []contest.Standing, bouts []record.Bout) func(a, b int) float64 {
	seen := map[string]bool{}
	var list []contest.Game
	for _, b := range bouts {
		key := fmt.Sprint(b.First, " ", b.Second, " ", b.Digest)
		if seen[key] {
			r.Equal++
			continue
		}
		seen[key] = true
		list = append(list, contest.Game{First: b.First, Second: b.Second, Score: [3]float64{0.5, 1, 0}[b.Winner]})
	}
	rating := contest.Rate(n, list)
	for _, s := range standings {
		r.Rows = append(r.Rows, record.Rank{Standing: s, Strength: rating.Strengths[s.Player], Error: rating.Error[s.Player]})
	}
	return rating.Ahead
}

// brought is what a player's games for one have brought, by deal.
type brought map[int]float64

// beside lists what two players brought on the deals that both have played.
func (m brought) beside(other brought) (mine, theirs []float64) {
	for _, deal := range slices.Sorted(maps.Keys(m)) {
		if value, played := other[deal]; played {
			mine, theirs = append(mine, m[deal]), append(theirs, value)
		}
	}
	return mine, theirs
}

// alone ranks players who play the same deals each for itself: by what they brought on
// average.
func alone(r *record.Ranking, c record.Contest, standings []contest.Standing, bouts []record.Bout) func(a, b int) float64 {
	n := len(c.Entrants)
	measures, houses := make([]brought, n), make([]brought, n)
	for i := range n {
		measures[i], houses[i] = brought{}, brought{}
	}
	for _, b := range bouts {
		measures[b.First][b.Deal] = b.Measure
		if b.House != nil {
			houses[b.First][b.Deal] = *b.House
		}
	}
	sign := 1.0
	if c.Less {
		sign = -1
	}
	for _, s := range standings {
		mine, house := measures[s.Player].beside(houses[s.Player])
		mean := contest.MeanOf(mine)
		r.Rows = append(r.Rows, record.Rank{
			Standing: s, Mean: mean, Error: mean.Error, House: contest.MeanOf(house).Mean, ToHouse: contest.Compare(mine, house).Difference,
		})
	}
	slices.SortStableFunc(r.Rows, func(a, b record.Rank) int {
		return cmp.Or(min(b.Mean.Games, 1)-min(a.Mean.Games, 1), cmp.Compare(sign*b.Mean.Mean, sign*a.Mean.Mean), a.Player-b.Player)
	})
	for i := range r.Rows {
		r.Rows[i].Place = i + 1
	}
	return func(a, b int) float64 {
		p := contest.Compare(measures[a].beside(measures[b])).Ahead
		if c.Less {
			return 1 - p
		}
		return p
	}
}

// cross sets the results of each against each beside each other.
func cross(r record.Ranking, played []contest.Match) *record.Cross {
	c := &record.Cross{Order: []int{}, Cells: [][]float64{}, Games: [][]int{}}
	at := map[int]int{}
	for i, row := range r.Rows {
		c.Order = append(c.Order, row.Player)
		at[row.Player] = i
		c.Cells = append(c.Cells, slices.Repeat([]float64{-1}, len(r.Rows)))
		c.Games = append(c.Games, make([]int, len(r.Rows)))
	}
	for _, m := range played {
		if m.Alone() {
			continue
		}
		a, b := at[m.Players[0]], at[m.Players[1]]
		for _, cell := range []struct {
			row, col int
			points   float64
		}{{a, b, m.Points[0]}, {b, a, m.Points[1]}} {
			c.Cells[cell.row][cell.col] = max(0, c.Cells[cell.row][cell.col]) + cell.points
			c.Games[cell.row][cell.col] += m.Wins[0] + m.Wins[1] + m.Draws
		}
	}
	return c
}

// progress adds up the points after each round; where everyone plays alone, the mean after
// each tenth of the deals.
func progress(c record.Contest, played []contest.Match, bouts []record.Bout) []record.RoundPoints {
	list := []record.RoundPoints{}
	n := len(c.Entrants)
	points := make([]float64, n)
	if c.Measure == "" {
		for i, m := range played {
			points[m.Players[0]] += m.Points[0]
			if !m.Alone() {
				points[m.Players[1]] += m.Points[1]
			}
			if i+1 == len(played) || played[i+1].Round != m.Round {
				list = append(list, record.RoundPoints{Round: m.Round, Points: slices.Clone(points)})
			}
		}
		return list
	}
	games := make([][]float64, n)
	for _, b := range bouts {
		games[b.First] = append(games[b.First], b.Measure)
	}
	most := 0
	for _, g := range games {
		most = max(most, len(g))
	}
	for tenth := 1; tenth <= 10 && most > 0; tenth++ {
		upTo := (most*tenth + 9) / 10
		for i, g := range games {
			points[i] = contest.MeanOf(g[:min(len(g), upTo)]).Mean
		}
		list = append(list, record.RoundPoints{Round: upTo, Points: slices.Clone(points)})
	}
	return list
}

// Matches lists the matches of a contest.
func (o *Office) Matches(ctx context.Context, course, name string) ([]record.Match, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return nil, err
	}
	return o.store.Matches(ctx, c.ID)
}

// MatchBouts lists the games of a match.
func (o *Office) MatchBouts(ctx context.Context, course, name string, match int64) ([]record.Bout, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return nil, err
	}
	return o.store.Bouts(ctx, c.ID, contest.Nobody, match)
}

// exported is a contest with all its games.
type exported struct {
	record.ContestPage
	Games []exportedGame `json:"games"`
}

type exportedGame struct {
	record.Bout
	Record play.Record    `json:"record"`
	Worth  []record.Worth `json:"worth"`
}

// ExportContest writes a contest: json with every game, csv the standings, svg and png the
// standings as a drawing.
func (o *Office) ExportContest(ctx context.Context, course, name, format string) ([]byte, error) {
	if err := checkFormat(format, report.OfContest); err != nil {
		return nil, err
	}
	page, err := o.ContestPage(ctx, course, name)
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	switch format {
	case "csv":
		err = report.StandingsCSV(&b, page)
	case "svg", "png":
		err = report.PlotStandings(&b, page, format)
	default:
		all := exported{ContestPage: page, Games: []exportedGame{}}
		if err = o.store.EachBout(ctx, page.Contest.ID, contest.Nobody, func(p record.PlayedBout) error {
			all.Games = append(all.Games, exportedGame{p.Bout, p.Record, p.Worth})
			return nil
		}); err != nil {
			return nil, err
		}
		err = json.NewEncoder(&b).Encode(all)
	}
	return b.Bytes(), err
}

// ExportGame writes one game.
func (o *Office) ExportGame(ctx context.Context, course, name string, bout int64, format string) ([]byte, error) {
	if err := checkFormat(format, report.OfGame); err != nil {
		return nil, err
	}
	r, err := o.Replayed(ctx, course, name, bout)
	if err != nil {
		return nil, err
	}
	if format == "json" {
		return json.Marshal(r)
	}
	rules, err := games.All().Rules(string(r.Record.Variant))
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	if err := report.SGF(&b, r, rules); err != nil {
		return nil, &record.InputError{Field: "format", Err: err}
	}
	return b.Bytes(), nil
}
