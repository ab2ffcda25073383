package cli

import (
	"fmt"
	"io"
	"math"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"

	"durchgang/internal/record"
)

func printContest(w io.Writer, c record.Contest) {
	fmt.Fprintf(
		w, "%s: %s, %s, %s; %d of %d matches played\n", printable(c.Title), c.Terms.Variant, c.Terms.Format, c.State, c.Done,
		c.Matches,
	)
	t := newTable(w)
	t.AppendHeader(table.Row{"seed", "player", "speaks", "language", "problem"})
	for _, e := range c.Entrants {
		speaks := e.Channel
		if e.House != "" {
			speaks = "house"
		}
		t.AppendRow(table.Row{e.Number + 1, printable(e.Name), speaks, e.Language, printable(e.Problem)})
	}
	t.Render()
}

func printStandings(w io.Writer, p record.ContestPage) {
	c := p.Contest
	fmt.Fprintf(
		w, "%s: %s, %s, %s; %d of %d matches, %s\n", printable(c.Title), c.Terms.Variant, c.Terms.Format, c.State, c.Done,
		c.Matches, plural(p.Ranking.Games, "game"),
	)
	t := newTable(w)
	if c.Measure != "" {
		t.AppendHeader(
			table.Row{"", "player", c.Measure, "±", "house's best", "games", "fouls", "best moves", "cost a move", "better than the next"},
		)
	} else {
		t.AppendHeader(table.Row{"", "player", "points", "won", "drawn", "lost", "fouls", "strength", "±", "best moves", "thrown", "better than the next"})
	}
	if !slices.ContainsFunc(p.Ranking.Rows, func(r record.Rank) bool { return r.Quality.Moves > 0 }) {
		t.SetColumnConfigs(
			[]table.ColumnConfig{{Name: "best moves", Hidden: true}, {Name: "cost a move", Hidden: true}, {Name: "thrown", Hidden: true}},
		)
	}
	for i, r := range p.Ranking.Rows {
		name, next := printable(c.Entrants[r.Player].Name), ""
		if i+1 < len(p.Ranking.Rows) && p.Ranking.Games > 0 {
			next = percent(min(p.Ranking.Ahead[i][i+1], 0.999))
		}
		best, cost := "", ""
		if q := r.Quality; q.Moves > 0 {
			best, cost = percent(float64(q.Best)/float64(q.Moves)), fmt.Sprintf("%.3f", q.Cost/float64(q.Moves))
		}
		if c.Measure != "" {
			t.AppendRow(
				table.Row{r.Place, name, mean(c, r.Mean.Mean), mean(c, r.Error), mean(c, r.House), r.Games, r.Fouls, best, cost, next},
			)
		} else {
			t.AppendRow(table.Row{
				r.Place, name, r.Points, r.Wins, r.Draws, r.Losses, r.Fouls, fmt.Sprintf("%+.2f", r.Strength), fmt.Sprintf("%.2f", r.Error),
				best, r.Quality.Thrown, next,
			})
		}
	}
	t.Render()
	switch {
	case p.Ranking.Games == 0:
	case p.Ranking.Open == 0:
		fmt.Fprintln(w, "Of all neighbours it is sure to 95 % who is better.")
	default:
		fmt.Fprintf(w, "Of %d of %d neighbours it is not sure to 95 %% who is better.\n", p.Ranking.Open, len(p.Ranking.Rows)-1)
	}
	if p.Ranking.Equal > 0 {
		fmt.Fprintf(
			w,
			"%s equal to an earlier one, move by move, and count once for the strengths.\n",
			plural(p.Ranking.Equal, "game")+map[bool]string{true: " is", false: " are"}[p.Ranking.Equal == 1],
		)
	}
}

// mean writes what games for one have brought; hands cost little each.
func mean(c record.Contest, value float64) string {
	if c.Terms.Hands {
		return fmt.Sprintf("%.4f", value)
	}
	return fmt.Sprintf("%.2f", value)
}

// percent writes a share; what is not quite all or nothing does not look like it.
func percent(share float64) string {
	switch {
	case share > 0.995 && share < 1:
		return "> 99 %"
	case share > 0 && share < 0.005:
		return "< 1 %"
	}
	return fmt.Sprintf("%.0f %%", 100*share)
}

func printCross(w io.Writer, p record.ContestPage) {
	t := newTable(w)
	header := table.Row{"", "points of the row against"}
	for i := range p.Cross.Order {
		header = append(header, i+1)
	}
	t.AppendHeader(header)
	for i, player := range p.Cross.Order {
		row := table.Row{i + 1, printable(p.Contest.Entrants[player].Name)}
		for k, points := range p.Cross.Cells[i] {
			text := ""
			if k != i && points >= 0 {
				text = fmt.Sprintf("%g/%d", points, p.Cross.Games[i][k])
			}
			row = append(row, text)
		}
		t.AppendRow(row)
	}
	t.Render()
}

// called is the name of a player, by number.
func called(c record.Contest, number int) string {
	if number < 0 || number >= len(c.Entrants) {
		return ""
	}
	return printable(c.Entrants[number].Name)
}

func printMatches(w io.Writer, c record.Contest, list []record.Match) {
	t := newTable(w)
	t.AppendHeader(table.Row{"match", "round", "stage", "player", "against", "points", "state"})
	for _, m := range list {
		against, points := called(c, m.Second), ""
		switch {
		case m.Deals == 0:
			against = "(bye)"
		case m.State == record.Done && m.Second < 0:
			points = mean(c, m.Outcome.Points[0]/float64(m.Deals))
		case m.State == record.Done:
			points = fmt.Sprintf("%g : %g", m.Outcome.Points[0], m.Outcome.Points[1])
		}
		stage := m.Stage
		if m.Extra {
			stage = "more"
		}
		t.AppendRow(table.Row{m.ID, m.Round, stage, called(c, m.First), against, points, m.State})
	}
	t.Render()
}

func printBouts(w io.Writer, c record.Contest, bouts []record.Bout) {
	t := newTable(w)
	t.AppendHeader(table.Row{"game", "deal", "first", "second", "result", "moves", "foul"})
	for _, b := range bouts {
		t.AppendRow(table.Row{b.ID, b.Deal + 1, called(c, b.First), called(c, b.Second), resultOf(c, b), b.Plies, printable(b.Foul)})
	}
	t.Render()
}

// resultOf says how a game has ended.
func resultOf(c record.Contest, b record.Bout) string {
	switch {
	case c.Measure != "":
		return fmt.Sprintf("%g %s", b.Measure, c.Measure)
	case b.Winner == 0:
		return "a draw"
	}
	return called(c, [2]int{b.First, b.Second}[b.Winner-1]) + " wins"
}

func printPlayer(w io.Writer, p record.PlayerPage, number int) {
	fmt.Fprintf(w, "%s: place %d of %d\n", called(p.Contest, number), p.Rank.Place, len(p.Contest.Entrants))
	if p.Contest.Measure != "" {
		fmt.Fprintf(
			w, "%s on average %s ± %s; the house's best %s on the same deals\n", p.Contest.Measure,
			mean(p.Contest, p.Rank.Mean.Mean), mean(p.Contest, p.Rank.Error), mean(p.Contest, p.Rank.House),
		)
	} else {
		for i, side := range p.Sides {
			fmt.Fprintf(w, "moving %s: %g points of %s\n", [2]string{"first", "second"}[i], side.Points, plural(side.Games, "game"))
		}
	}
	if q := p.Rank.Quality; q.Moves > 0 {
		fmt.Fprintf(
			w, "%s of %s were best; they cost %.3f each; %s thrown away that were won\n",
			percent(float64(q.Best)/float64(q.Moves)), plural(q.Moves, "move"), q.Cost/float64(q.Moves),
			plural(q.Thrown, "game"),
		)
	}
	if p.Rank.Fouls > 0 {
		fmt.Fprintf(w, "%s lost by a foul\n", plural(p.Rank.Fouls, "game"))
	}
	if len(p.Blunders) > 0 {
		fmt.Fprintln(w, "what cost most:")
		t := newTable(w)
		t.AppendHeader(table.Row{"where", "move", "better", "cost", "times", "game"})
		for _, b := range p.Blunders {
			t.AppendRow(table.Row{b.Where, b.Move, b.Better, fmt.Sprintf("%.3f", b.Cost), b.Times, b.Bout})
		}
		t.Render()
	}
}

// printSteps prints the steps of a game, or only one counted from 1.
func printSteps(w io.Writer, steps []record.ReplayStep, only int, foul string) {
	for i, s := range steps {
		if only > 0 && i != only-1 {
			continue
		}
		for _, line := range s.Lines {
			fmt.Fprintln(w, line)
		}
		for _, b := range s.Boards {
			fmt.Fprint(w, b)
		}
		if s.Move != "" {
			fmt.Fprintf(w, "%d. %s plays %s%s\n", i+1, s.Turn, printable(s.Move), judged(s.Worth))
		}
	}
	if foul != "" && only == 0 {
		fmt.Fprintf(w, "ended by a foul: %s\n", printable(foul))
	}
}

// judged says what a move was worth.
func judged(worth *record.Worth) string {
	if worth == nil {
		return ""
	}
	if worth.Cost() < 1e-9 {
		return "  (best)"
	}
	var better []string
	for move, value := range worth.Moves {
		if math.Abs(value-worth.Best) < 1e-9 {
			better = append(better, move)
		}
	}
	slices.Sort(better)
	text := fmt.Sprintf("  (costs %.3f", worth.Cost())
	if len(better) > 0 {
		text += "; better " + strings.Join(better[:min(3, len(better))], ", ")
	}
	return text + ")"
}
