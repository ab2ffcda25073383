package office

import (
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/game/blackjack"
	"durchgang/core/games"
	"durchgang/core/play"
	"durchgang/internal/record"
	"durchgang/internal/report"
	"durchgang/internal/store"
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

// alone ranks players who play the same deals each for itself: by what they brought on
// average.
func alone(r *record.Ranking, c record.Contest, standings []contest.Standing, bouts []record.Bout) func(a, b int) float64 {
	n := len(c.Entrants)
	measures, houses := make([][]float64, n), make([][]float64, n)
	for _, b := range bouts {
		measures[b.First] = append(measures[b.First], b.Measure)
		if b.House != nil {
			houses[b.First] = append(houses[b.First], *b.House)
		}
	}
	sign := 1.0
	if c.Less {
		sign = -1
	}
	for _, s := range standings {
		mean := contest.MeanOf(measures[s.Player])
		r.Rows = append(r.Rows, record.Rank{
			Standing: s, Mean: mean, Error: mean.Error, House: contest.MeanOf(houses[s.Player]).Mean,
			ToHouse: contest.Compare(measures[s.Player], houses[s.Player]).Difference,
		})
	}
	slices.SortStableFunc(r.Rows, func(a, b record.Rank) int {
		return cmp.Or(cmp.Compare(sign*b.Mean.Mean, sign*a.Mean.Mean), a.Player-b.Player)
	})
	for i := range r.Rows {
		r.Rows[i].Place = i + 1
	}
	return func(a, b int) float64 {
		p := contest.Compare(measures[a], measures[b]).Ahead
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

// Replayed returns a game with what there is to see at each move.
func (o *Office) Replayed(ctx context.Context, course, name string, bout int64) (record.Replayed, error) {
	c, err := o.Contest(ctx, course, name)
	if err != nil {
		return record.Replayed{}, err
	}
	b, err := o.store.Bout(ctx, c.ID, bout)
	if err != nil {
		return record.Replayed{}, about(err, "game", fmt.Sprint(bout))
	}
	steps, err := stepsOf(b)
	return record.Replayed{Contest: c, Bout: b.Bout, Record: b.Record, Steps: steps}, err
}

// stepsOf replays a game.
func stepsOf(b store.PlayedBout) ([]record.ReplayStep, error) {
	rules, err := games.All().Rules(string(b.Record.Variant))
	if err != nil {
		return nil, err
	}
	worth := map[int]*record.Worth{}
	for i := range b.Worth {
		worth[b.Worth[i].Ply] = &b.Worth[i]
	}
	steps := []record.ReplayStep{}
	err = play.Replay(rules, &b.Record, func(ply int, pos game.Position, m *game.Move) {
		viewer := game.Nobody
		if rules.Solo() {
			viewer = game.First
		}
		view := rules.View(pos, viewer, nil)
		s := record.ReplayStep{Boards: game.Boards(rules, view), Lines: game.Lines(rules, view), Seat: int(pos.Turn()), Worth: worth[ply]}
		if t := pos.Turn(); t != game.Nobody {
			s.Turn = rules.PlayerName(t)
		}
		if m != nil {
			s.Move = rules.FormatMove(*m)
			s.Millis = float64(b.Record.Plies[ply].Took.Microseconds()) / 1000
		}
		steps = append(steps, s)
	})
	return steps, err
}

const (
	mostBlunders = 10
	mostBouts    = 1000
)

// PlayerPage returns one player of a contest, with its games and what cost it most.
func (o *Office) PlayerPage(ctx context.Context, course, name string, number int) (record.PlayerPage, error) {
	page, err := o.ContestPage(ctx, course, name)
	p := record.PlayerPage{Contest: page.Contest, Bouts: []record.Bout{}, Blunders: []record.Blunder{}, Hands: []record.HandCost{}}
	if err != nil {
		return p, err
	}
	i := slices.IndexFunc(page.Ranking.Rows, func(r record.Rank) bool { return r.Player == number })
	if i < 0 {
		return p, Missing("player", fmt.Sprint(number))
	}
	p.Rank = page.Ranking.Rows[i]
	rules, err := games.All().Rules(string(page.Contest.Terms.Variant))
	if err != nil {
		return p, err
	}
	blunders := map[string]*record.Blunder{}
	hands := map[string]*record.HandCost{}
	err = o.store.EachBout(ctx, page.Contest.ID, number, func(b store.PlayedBout) error {
		side := 0
		if b.Second == number {
			side = 1
		}
		p.Sides[side].Games++
		p.Sides[side].Points += [3]float64{0.5, float64(1 - side), float64(side)}[b.Winner]
		if len(p.Bouts) < mostBouts {
			p.Bouts = append(p.Bouts, b.Bout)
		}
		return costs(rules, b, side, blunders, hands)
	})
	for _, b := range blunders {
		p.Blunders = append(p.Blunders, *b)
	}
	slices.SortFunc(p.Blunders, func(a, b record.Blunder) int {
		return cmp.Or(cmp.Compare(b.Cost*float64(b.Times), a.Cost*float64(a.Times)), cmp.Compare(a.Bout, b.Bout), a.Ply-b.Ply)
	})
	p.Blunders = p.Blunders[:min(len(p.Blunders), mostBlunders)]
	for _, h := range hands {
		h.Cost /= float64(h.Times)
		p.Hands = append(p.Hands, *h)
	}
	slices.SortFunc(p.Hands, func(a, b record.HandCost) int { return cmp.Or(cmp.Compare(a.Hand, b.Hand), a.Up-b.Up) })
	return p, err
}

// costs adds up what the moves of one side have cost, by position and, at blackjack, by hand.
func costs(rules game.Rules, b store.PlayedBout, side int, blunders map[string]*record.Blunder, hands map[string]*record.HandCost) error {
	worth := map[int]record.Worth{}
	for _, w := range b.Worth {
		worth[w.Ply] = w
	}
	return play.Replay(rules, &b.Record, func(ply int, pos game.Position, m *game.Move) {
		w, known := worth[ply]
		if m == nil || !known || int(pos.Turn()-game.First) != side {
			return
		}
		move, best := rules.FormatMove(*m), bestOf(w)
		where, key := fmt.Sprintf("after %d moves", ply), string(pos.AppendKey(nil))
		if t, is := pos.(*blackjack.Position); is {
			d, _ := t.Decision()
			where = cardNames(d.Hand) + " against " + t.Dealer[0].String()
			key = handName(d.Hand) + where[strings.LastIndex(where, " "):]
			if len(d.Hand) == 2 && d.Hands == 1 && m.Verb != blackjack.Insure && m.Verb != blackjack.Decline {
				h := hands[fmt.Sprint(handName(d.Hand), t.Dealer[0].Value())]
				if h == nil {
					h = &record.HandCost{Hand: handName(d.Hand), Up: t.Dealer[0].Value()}
					hands[fmt.Sprint(h.Hand, h.Up)] = h
				}
				if h.Times == 0 || w.Cost()*float64(h.Times) > h.Cost { // the costlier decision is shown
					h.Move, h.Best = move, best
				}
				h.Times++
				h.Cost += w.Cost()
			}
		}
		if w.Cost() < 1e-9 {
			return
		}
		key += " " + move
		if blunders[key] == nil {
			blunders[key] = &record.Blunder{Bout: b.ID, Ply: ply, Move: move, Better: best, Cost: w.Cost(), Where: where}
		}
		blunders[key].Times++
	})
}

// bestOf is a best move, the first of several by name; empty where that is not known.
func bestOf(w record.Worth) string {
	best := ""
	for move, worth := range w.Moves {
		if worth >= w.Best-1e-9 && (best == "" || move < best) {
			best = move
		}
	}
	return best
}

func cardNames(cards []blackjack.Card) string {
	names := make([]string, len(cards))
	for i, c := range cards {
		names[i] = c.String()
	}
	return strings.Join(names, " ")
}

// handName names two cards by what matters of them, and others by their total.
func handName(cards []blackjack.Card) string {
	total, ace := 0, false
	for _, c := range cards {
		total += c.Value()
		ace = ace || c.Value() == 1
	}
	switch {
	case len(cards) == 2 && cards[0].Value() == cards[1].Value():
		return fmt.Sprintf("pair %d", cards[0].Value())
	case ace && total <= 11:
		return fmt.Sprintf("soft %d", total+10)
	}
	return fmt.Sprint(total)
}

// ExportFormats are those of a contest, and GameFormats those of one game.
var (
	ExportFormats = []string{"json", "csv", "svg", "png"}
	GameFormats   = []string{"json", "sgf"}
)

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
	if !slices.Contains(ExportFormats, format) {
		return nil, unknownFormat(format, ExportFormats)
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
		if err = o.store.EachBout(ctx, page.Contest.ID, contest.Nobody, func(p store.PlayedBout) error {
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
	if !slices.Contains(GameFormats, format) {
		return nil, unknownFormat(format, GameFormats)
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
		return nil, &InputError{"format", err}
	}
	return b.Bytes(), nil
}
