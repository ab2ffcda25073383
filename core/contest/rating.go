package contest

import (
	"math"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/stat"
	"gonum.org/v1/gonum/stat/distuv"
)

// Game is a game as a rating sees it.
type Game struct {
	First, Second int     // players
	Score         float64 // of the first: 1, a half or 0
}

// Ratings are strengths on a scale on which a difference of 1 means e to 1 odds to win, their
// mean 0. It is the model of Bradley and Terry (Rank analysis of incomplete block designs,
// 1952), with draws as Davidson has them (On extending the Bradley-Terry model to accommodate
// ties, 1970) and an advantage of who moves first (Davidson and Beaver, 1977).
type Ratings struct {
	Strengths []float64 // by player
	Error     []float64 // standard error of each, against the mean of all
	Advantage float64   // of moving first
	cov       *mat.SymDense
}

// loose is the standard deviation of a normal distribution that every strength is taken
// from: it keeps the strength of who has won or lost everything finite, and matters little
// else.
const loose = 3

// Rate estimates the strengths of so many players: the most likely ones, and from the
// curvature of the likelihood there how sure they are.
func Rate(players int, games []Game) Ratings {
	if players == 0 {
		return Ratings{}
	}
	m := model{n: players, games: games}
	theta := make([]float64, players+2) // strengths, advantage, logarithm of the weight of a draw
	draws := 0
	for _, g := range games {
		if g.Score == 0.5 {
			draws++
		}
	}
	theta[players+1] = math.Log(2 * (float64(draws) + 0.5) / (float64(len(games)-draws) + 0.5))
	for range 200 {
		gradient, curvature := m.slopes(theta)
		var chol mat.Cholesky
		if !chol.Factorize(curvature) {
			break
		}
		var step mat.VecDense
		if err := chol.SolveVecTo(&step, gradient); err != nil {
			break
		}
		scale := 1.0
		if most := mat.Max(abs(&step)); most > 2 { // a step of Newton's may go too far at first
			scale = 2 / most
		}
		for i := range theta {
			theta[i] += scale * step.AtVec(i)
		}
		if mat.Norm(&step, 2) < 1e-10 {
			break
		}
	}
	return m.ratings(theta)
}

func abs(v *mat.VecDense) *mat.VecDense {
	var a mat.VecDense
	a.CloneFromVec(v)
	for i := range a.Len() {
		a.SetVec(i, math.Abs(a.AtVec(i)))
	}
	return &a
}

type model struct {
	n     int
	games []Game
}

// chances are those of a win of the first, a draw, and a win of the second.
func (m model) chances(theta []float64, g Game) (win, draw, loss float64) {
	d := theta[g.First] + theta[m.n] - theta[g.Second]
	win, loss = math.Exp(d/2), math.Exp(-d/2)
	draw = math.Exp(theta[m.n+1])
	sum := win + draw + loss
	return win / sum, draw / sum, loss / sum
}

// slopes are the gradient of the logarithm of the posterior and the negative of its second
// derivatives. With d the difference of strengths a game's logarithm of likelihood is
// s·d/2 + [drawn]·ν − ln(e^(d/2) + e^ν + e^(−d/2)), where s is 1, 0 or −1.
func (m model) slopes(theta []float64) (*mat.VecDense, *mat.SymDense) {
	size := m.n + 2
	gradient, curvature := mat.NewVecDense(size, nil), mat.NewSymDense(size, nil)
	add := func(i, k int, v float64) {
		if i <= k {
			curvature.SetSym(i, k, curvature.At(i, k)+v)
		}
	}
	for i := range size {
		weight := 1.0 / (loose * loose)
		gradient.SetVec(i, -theta[i]*weight)
		add(i, i, weight)
	}
	for _, g := range m.games {
		win, draw, loss := m.chances(theta, g)
		slope := g.Score - 0.5 - (win-loss)/2 // by d
		bend := ((win + loss) - (win-loss)*(win-loss)) / 4
		across := -draw * (win - loss) / 2
		drawn := 0.0
		if g.Score == 0.5 {
			drawn = 1
		}
		nu := m.n + 1
		parts := []struct {
			i    int
			sign float64
		}{{g.First, 1}, {g.Second, -1}, {m.n, 1}}
		for _, a := range parts {
			gradient.SetVec(a.i, gradient.AtVec(a.i)+a.sign*slope)
			for _, b := range parts {
				add(a.i, b.i, a.sign*b.sign*bend)
			}
			add(a.i, nu, a.sign*across)
		}
		gradient.SetVec(nu, gradient.AtVec(nu)+drawn-draw)
		add(nu, nu, draw*(1-draw))
	}
	return gradient, curvature
}

// ratings centres the strengths.
func (m model) ratings(theta []float64) Ratings {
	r := Ratings{Strengths: make([]float64, m.n), Error: make([]float64, m.n), Advantage: theta[m.n], cov: mat.NewSymDense(m.n, nil)}
	mean := stat.Mean(theta[:m.n], nil)
	_, curvature := m.slopes(theta)
	var chol mat.Cholesky
	var inverse mat.SymDense
	if !chol.Factorize(curvature) || chol.InverseTo(&inverse) != nil {
		for i := range m.n {
			inverse.SetSym(i, i, loose*loose)
		}
	}
	centre := mat.NewDense(m.n, m.n, nil)
	for i := range m.n {
		for k := range m.n {
			centre.Set(i, k, -1/float64(m.n))
		}
		centre.Set(i, i, 1-1/float64(m.n))
	}
	var half, full mat.Dense
	half.Mul(centre, inverse.SliceSym(0, m.n))
	full.Mul(&half, centre)
	for i := range m.n {
		r.Strengths[i] = theta[i] - mean
		r.Error[i] = math.Sqrt(max(0, full.At(i, i)))
		for k := i; k < m.n; k++ {
			r.cov.SetSym(i, k, full.At(i, k))
		}
	}
	return r
}

// Ahead is how sure it is that a is stronger than b, from 0 to 1.
func (r Ratings) Ahead(a, b int) float64 {
	variance := r.cov.At(a, a) + r.cov.At(b, b) - 2*r.cov.At(a, b)
	if variance <= 0 {
		return 0.5
	}
	return distuv.UnitNormal.CDF((r.Strengths[a] - r.Strengths[b]) / math.Sqrt(variance))
}

// Mean is the mean of what a player's games for one have brought, and its standard error.
type Mean struct {
	Games int     `json:"games"`
	Mean  float64 `json:"mean"`
	Error float64 `json:"error" description:"The standard error of the mean; 0 for fewer than two games."`
}

// MeanOf returns the mean of values.
func MeanOf(values []float64) Mean {
	if len(values) == 0 {
		return Mean{}
	}
	if len(values) == 1 {
		return Mean{Games: 1, Mean: values[0]}
	}
	mean, deviation := stat.MeanStdDev(values, nil)
	return Mean{len(values), mean, deviation / math.Sqrt(float64(len(values)))}
}

// Compared is how two players did on the same deals.
type Compared struct {
	Difference Mean
	Ahead      float64 // how sure it is that the first one's mean is higher, from 0 to 1
}

// Compare compares what two players have brought, deal by deal, since the luck of a deal is
// the same for both (Student, The probable error of a mean, 1908).
func Compare(a, b []float64) Compared {
	n := min(len(a), len(b))
	differences := make([]float64, n)
	for i := range n {
		differences[i] = a[i] - b[i]
	}
	c := Compared{Difference: MeanOf(differences), Ahead: 0.5}
	switch d := c.Difference; {
	case d.Error > 0:
		c.Ahead = distuv.StudentsT{Mu: 0, Sigma: 1, Nu: float64(n - 1)}.CDF(d.Mean / d.Error)
	case n > 1 && d.Mean > 0:
		c.Ahead = 1
	case n > 1 && d.Mean < 0:
		c.Ahead = 0
	}
	return c
}
