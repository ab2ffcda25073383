package report

import (
	"encoding/csv"
	"fmt"
	"image/color"
	"io"
	"strconv"
	"strings"

	"gonum.org/v1/plot"
	"gonum.org/v1/plot/plotter"
	"gonum.org/v1/plot/vg"
	"gonum.org/v1/plot/vg/draw"

	"durchgang/core/game"
	"durchgang/internal/record"
)

// PlotStandings draws how everyone stands with its uncertainty, the first on top, as svg or
// png: the strength of games of two or the mean of games for one, with intervals that hold
// 95 of 100.
func PlotStandings(w io.Writer, p record.ContestPage, format string) error {
	alone := p.Contest.Measure != ""
	drawing := plot.New()
	drawing.Title.Text = p.Contest.Title
	drawing.X.Label.Text = "strength (a difference of 1 is odds of 2.7 to 1), with 95 % intervals"
	if alone {
		drawing.X.Label.Text = p.Contest.Measure + ", mean with 95 % intervals"
	}
	n := len(p.Ranking.Rows)
	names := make([]string, n)
	points := errorPoints{XYs: make(plotter.XYs, n), XErrors: make(plotter.XErrors, n)}
	for i, r := range p.Ranking.Rows {
		at := n - 1 - i
		names[at] = fmt.Sprintf("%d. %s", r.Place, p.Contest.Entrants[r.Player].Name)
		value := r.Strength
		if alone {
			value = r.Mean.Mean
		}
		points.XYs[at] = plotter.XY{X: value, Y: float64(at)}
		points.XErrors[at].Low, points.XErrors[at].High = -1.96*r.Error, 1.96*r.Error
	}
	if n > 0 {
		bars, err := plotter.NewXErrorBars(points)
		if err != nil {
			return err
		}
		marks, err := plotter.NewScatter(points)
		if err != nil {
			return err
		}
		bars.LineStyle.Color, bars.LineStyle.Width = color.Gray{0x80}, vg.Points(1.2)
		marks.GlyphStyle = draw.GlyphStyle{Color: blue, Radius: vg.Points(4), Shape: draw.CircleGlyph{}}
		drawing.Add(plotter.NewGrid(), bars, marks)
		drawing.NominalY(names...)
		drawing.Y.Min, drawing.Y.Max = -0.6, float64(n)-0.4
	}
	height := max(3*vg.Inch, vg.Length(n)*0.28*vg.Inch+1.2*vg.Inch)
	return drawn(w, format, plotWidth, height, drawing.Draw)
}

type errorPoints struct {
	plotter.XYs
	plotter.XErrors
}

// StandingsCSV writes how everyone stands.
func StandingsCSV(w io.Writer, p record.ContestPage) error {
	out := csv.NewWriter(w)
	number := func(f float64) string { return strconv.FormatFloat(f, 'f', -1, 64) }
	rows := [][]string{
		{
			"place", "player", "points", "games", "wins", "draws", "losses", "fouls", "direct", "sonneborn_berger", "buchholz",
			"strength", "strength_error", "mean", "mean_error", "house", "moves", "best_moves", "cost", "thrown",
		},
	}
	for _, r := range p.Ranking.Rows {
		ints := []int{r.Games, r.Wins, r.Draws, r.Losses, r.Fouls}
		row := []string{strconv.Itoa(r.Place), plainCells([]string{p.Contest.Entrants[r.Player].Name})[0], number(r.Points)}
		for _, n := range ints {
			row = append(row, strconv.Itoa(n))
		}
		row = append(
			row,
			number(r.Direct),
			number(r.Beaten),
			number(r.Opposed),
			number(r.Strength),
			number(r.Error),
			number(r.Mean.Mean),
			number(r.Mean.Error),
			number(r.House),
			strconv.Itoa(r.Quality.Moves),
			strconv.Itoa(r.Quality.Best),
			number(r.Quality.Cost),
			strconv.Itoa(r.Quality.Thrown),
		)
		rows = append(rows, row)
	}
	return out.WriteAll(rows)
}

// SGF writes a game on a board in the Smart Game Format, FF[4] (https://www.red-bean.com/sgf/).
// The property GM says which game it is, and that the format knows numbers for; others are left
// without.
func SGF(out io.Writer, r record.Replayed, rules game.Rules) error {
	rows, cols := rules.Shape()
	if rows == 0 || rules.Solo() || rules.PlayerName(game.First) != "X" {
		return fmt.Errorf("%s is not played on one board by two; it has no form in SGF", r.Record.Variant)
	}
	var b strings.Builder
	size := strconv.Itoa(cols)
	if rows != cols {
		size = fmt.Sprintf("%d:%d", cols, rows)
	}
	fmt.Fprintf(&b, "(;FF[4]CA[UTF-8]AP[Durchgang:1]GN[%s]SZ[%s]PB[%s]PW[%s]", sgfText(string(r.Record.Variant)), size,
		sgfText(r.Contest.Entrants[r.Bout.First].Name), sgfText(r.Contest.Entrants[r.Bout.Second].Name))
	switch r.Bout.Winner {
	case 0:
		b.WriteString("RE[0]")
	case 1:
		b.WriteString("RE[B+]")
	case 2:
		b.WriteString("RE[W+]")
	}
	if r.Bout.Foul != "" {
		fmt.Fprintf(&b, "GC[%s]", sgfText(r.Bout.Foul))
	}
	pos, err := rules.Start(r.Record.Setup)
	if err != nil {
		return err
	}
	for i, p := range r.Record.Plies {
		m, err := rules.ParseMove(p.Move)
		if err != nil {
			return err
		}
		before := rules.View(pos, game.Nobody, nil)
		rules.Play(pos, m, nil)
		for k, f := range rules.View(pos, game.Nobody, nil) { // the cell in which the mark came to rest
			if f.Kind == game.FactCell && f != before[k] {
				m.Cell = f.Cell
			}
		}
		colour := map[game.Player]string{game.First: "B", game.Second: "W"}[p.Seat]
		fmt.Fprintf(&b, "\n;%s[%c%c]", colour, 'a'+m.Cell.Col, 'a'+m.Cell.Row)
		if w := r.Steps[i].Worth; w != nil && w.Cost() > 1e-9 {
			fmt.Fprintf(&b, "C[%s]", sgfText(fmt.Sprintf("worth %g, and a best move %g", w.Made, w.Best)))
		}
	}
	b.WriteString(")\n")
	_, err = io.WriteString(out, b.String())
	return err
}

var sgfText = strings.NewReplacer(`\`, `\\`, `]`, `\]`, `:`, `\:`, "\n", " ").Replace
