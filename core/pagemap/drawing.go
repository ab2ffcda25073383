package pagemap

import (
	"fmt"
	"image"
	"math"
)

// How a drawn cell is looked at: so many parts each way, with so many samples of each, without the margin in which
// the lines between cells are. look.js does the same.
const (
	drawnParts   = 5
	drawnSamples = 4
	drawnMargin  = 0.14
	drawnFar     = 60 // from the ground, summed over red, green and blue
)

// drawn looks at the pixels of a cell: what colour its ground has, what colour is drawn on it, and on which parts.
func drawn(pixels *image.RGBA, at Box) Cell {
	if pixels == nil || at.W < 1 || at.H < 1 {
		return Cell{}
	}
	const n = drawnParts * drawnSamples
	var samples [n * n][3]int
	counts := map[[3]int]int{}
	var usual [3]int
	most := 0
	for i := range n {
		y := at.Y + at.H*(drawnMargin+(1-2*drawnMargin)*(float64(i)+0.5)/n)
		for k := range n {
			x := at.X + at.W*(drawnMargin+(1-2*drawnMargin)*(float64(k)+0.5)/n)
			c := colorAt(pixels, int(x), int(y))
			samples[i*n+k] = c
			coarse := [3]int{c[0] >> 4, c[1] >> 4, c[2] >> 4}
			if counts[coarse]++; counts[coarse] > most {
				most, usual = counts[coarse], c
			}
		}
	}
	var parts [drawnParts * drawnParts]int
	var sum [3]int
	ink := 0
	for i, c := range samples {
		if between(c, usual) <= drawnFar {
			continue
		}
		ink++
		for k := range 3 {
			sum[k] += c[k]
		}
		parts[i/n/drawnSamples*drawnParts+i%n/drawnSamples]++
	}
	cell := Cell{Color: hexOf(usual)}
	if ink > 8 {
		cell.Ink = hexOf([3]int{sum[0] / ink, sum[1] / ink, sum[2] / ink})
	}
	for _, v := range parts {
		cell.Pattern += string(rune('0' + min(9, int(math.Round(float64(v)*9/(drawnSamples*drawnSamples))))))
	}
	return cell
}

// groundOf is the colour that most of a box has.
func groundOf(pixels *image.RGBA, at Box) string { return drawn(pixels, at).Color }

func between(a, b [3]int) (far int) {
	for i := range 3 {
		far += max(a[i]-b[i], b[i]-a[i])
	}
	return far
}

func colorAt(pixels *image.RGBA, x, y int) [3]int {
	c := pixels.RGBAAt(x, y)
	return [3]int{int(c.R), int(c.G), int(c.B)}
}

func hexOf(c [3]int) string { return fmt.Sprintf("#%02x%02x%02x", c[0], c[1], c[2]) }

// Region is a part of a drawing, in fractions of its size.
type Region struct{ Left, Top, Right, Bottom float64 }

// Differences are the parts of a box that two pictures show otherwise; parts that touch are one.
func Differences(before, after *image.RGBA, at Box) (regions []Region) {
	const n = 64
	var dirty [n * n]byte
	for y := int(at.Y); y < int(at.Y+at.H); y++ {
		for x := int(at.X); x < int(at.X+at.W); x++ {
			if between(colorAt(before, x, y), colorAt(after, x, y)) > drawnFar {
				dirty[int((float64(y)-at.Y)*n/at.H)*n+int((float64(x)-at.X)*n/at.W)] = 1
			}
		}
	}
	for start := range dirty {
		if dirty[start] != 1 {
			continue
		}
		left, top, right, bottom := n, n, 0, 0
		open := []int{start}
		dirty[start] = 2
		for len(open) > 0 {
			k := open[len(open)-1]
			open = open[:len(open)-1]
			x, y := k%n, k/n
			left, right, top, bottom = min(left, x), max(right, x+1), min(top, y), max(bottom, y+1)
			for dy := -1; dy <= 1; dy++ {
				for dx := -1; dx <= 1; dx++ {
					if x+dx < 0 || x+dx >= n || y+dy < 0 || y+dy >= n {
						continue
					}
					if next := (y+dy)*n + x + dx; dirty[next] == 1 {
						dirty[next] = 2
						open = append(open, next)
					}
				}
			}
		}
		regions = append(regions, Region{float64(left) / n, float64(top) / n, float64(right) / n, float64(bottom) / n})
	}
	return regions
}
