package report

import (
	"bytes"
	"fmt"
	"image/color"
	"io"
	"slices"

	"gonum.org/v1/plot"
	"gonum.org/v1/plot/plotter"
	"gonum.org/v1/plot/vg"
	"gonum.org/v1/plot/vg/draw"
	"gonum.org/v1/plot/vg/vgimg"
	"gonum.org/v1/plot/vg/vgsvg"

	"durchgang/core/judge"
	"durchgang/core/suite"
	"durchgang/internal/record"
)

// ClassPage is what a teacher reads of a class on one page.
type ClassPage struct {
	Title string
	Class record.Class
	Plot  string // SVG
}

// HTML writes the page, which needs nothing from elsewhere.
func (p ClassPage) HTML(w io.Writer) error {
	var svg bytes.Buffer
	if err := Plot(&svg, p.Class, "svg"); err != nil {
		return err
	}
	_, drawn, found := bytes.Cut(svg.Bytes(), []byte("<svg")) // without the declaration before it
	if found {
		p.Plot = "<svg" + string(drawn)
	}
	return page("class.html").Execute(w, p)
}

const (
	plotWidth  = 10 * vg.Inch
	plotHeight = 4 * vg.Inch
	bins       = 10
)

var (
	blue = color.RGBA{0x2f, 0x6d, 0xb3, 0xff}
)

// Plot draws the distribution of totals beside how many keep each criterion, as svg or
// png.
func Plot(w io.Writer, c record.Class, format string) error {
	totals, err := totalsPlot(c)
	if err != nil {
		return err
	}
	criteria, err := criteriaPlot(c)
	if err != nil {
		return err
	}
	tiles := draw.Tiles{
		Rows:      1,
		Cols:      2,
		PadX:      vg.Points(20),
		PadTop:    vg.Points(6),
		PadBottom: vg.Points(6),
		PadLeft:   vg.Points(6),
		PadRight:  vg.Points(14),
	}
	return drawn(w, format, plotWidth, plotHeight, func(canvas draw.Canvas) {
		for i, canvas := range plot.Align([][]*plot.Plot{{totals, criteria}}, tiles, canvas)[0] {
			[]*plot.Plot{totals, criteria}[i].Draw(canvas)
		}
	})
}

// drawn writes what draws itself on a canvas of that size, as svg or png.
func drawn(w io.Writer, format string, width, height vg.Length, drawing func(draw.Canvas)) (err error) {
	switch format {
	case "svg":
		canvas := vgsvg.New(width, height)
		drawing(draw.New(canvas))
		_, err = canvas.WriteTo(w)
	case "png":
		canvas := vgimg.NewWith(vgimg.UseWH(width, height), vgimg.UseDPI(120))
		drawing(draw.New(canvas))
		_, err = vgimg.PngCanvas{Canvas: canvas}.WriteTo(w)
	default:
		err = fmt.Errorf("%q: a plot is drawn as svg or png", format)
	}
	return err
}

// totalsPlot counts students in ten equal parts of the points.
func totalsPlot(c record.Class) (*plot.Plot, error) {
	p := plot.New()
	p.Title.Text = "Totals"
	p.X.Label.Text = fmt.Sprintf("points of %s", c.Of)
	p.Y.Label.Text = "students"
	p.Y.Min = 0
	counts := Histogram(c.Totals, c.Of, bins)
	values := make(plotter.Values, bins)
	for i, n := range counts {
		values[i] = float64(n)
	}
	bars, err := plotter.NewBarChart(values, vg.Points(22))
	if err != nil {
		return nil, err
	}
	bars.Color, bars.LineStyle.Width = blue, 0
	p.Add(bars)
	labels := make([]string, bins)
	for i := range labels {
		labels[i] = (c.Of * suite.Points(i+1) / bins).String()
	}
	p.NominalX(labels...)
	p.X.Label.Text += ", up to"
	p.Y.Max = float64(max(1, slices.Max(counts)))
	p.Y.Tick.Marker = whole{}
	return p, nil
}

// Histogram counts totals in n equal parts of the points there are: the first from 0, each
// up to its upper end, which belongs to it.
func Histogram(totals []suite.Points, of suite.Points, n int) []int {
	counts := make([]int, n)
	for _, t := range totals {
		i := 0
		for i < n-1 && t*suite.Points(n) > of*suite.Points(i+1) {
			i++
		}
		counts[i]++
	}
	return counts
}

// criteriaPlot has a bar for each criterion, the first on top.
func criteriaPlot(c record.Class) (*plot.Plot, error) {
	p := plot.New()
	p.Title.Text = "Criteria"
	p.X.Label.Text = "students who keep it"
	p.X.Min, p.X.Max = 0, float64(max(1, c.Graded))
	p.X.Tick.Marker = whole{}
	n := len(c.Criteria)
	values, names := make(plotter.Values, n), make([]string, n)
	for i, k := range c.Criteria {
		values[n-1-i], names[n-1-i] = float64(k.States[judge.Agrees]), k.Name
	}
	bars, err := plotter.NewBarChart(values, vg.Points(min(14, 200/float64(max(1, n)))))
	if err != nil {
		return nil, err
	}
	bars.Horizontal, bars.Color, bars.LineStyle.Width = true, blue, 0
	p.Add(bars)
	p.NominalY(names...)
	return p, nil
}

// whole marks whole numbers, at most six of them.
type whole struct{}

func (whole) Ticks(from, to float64) []plot.Tick {
	step := max(1, int(to-from+5)/6)
	var ticks []plot.Tick
	for n := int(from); float64(n) <= to; n += step {
		ticks = append(ticks, plot.Tick{Value: float64(n), Label: fmt.Sprint(n)})
	}
	return ticks
}
