package recipe

import (
	"math"

	"proxenos/core/spectrum"
)

// nearEnough is the ΔE00 at which steering stops: rounding to whole parts moves a colour
// further than that.
const nearEnough = 0.25

// A gauge measures differences from a target as ΔE00 does near it: a linear map of
// Lab, so that steering by least squares steers by ΔE00.
type gauge struct {
	target spectrum.Lab
	m      [3][3]float64 // upper triangular; its square is the tensor of ΔE00 at the target
}

// gaugeAt takes the tensor of ΔE00² at a target from small steps away from it.
func gaugeAt(target spectrum.Lab) *gauge {
	const h = 1.0
	square := func(d [3]float64) float64 {
		e := spectrum.DeltaE(target, spectrum.Lab{L: target.L + d[0], A: target.A + d[1], B: target.B + d[2]})
		return e * e / (h * h)
	}
	var g [3][3]float64
	for i := range 3 {
		var d [3]float64
		d[i] = h
		g[i][i] = square(d)
	}
	for i := range 3 {
		for j := range i {
			var d [3]float64
			d[i], d[j] = h, h
			g[i][j] = (square(d) - g[i][i] - g[j][j]) / 2
		}
	}
	out := &gauge{target: target} // Cholesky: g = l·lᵀ, m = lᵀ
	for i := range 3 {
		for j := range i + 1 {
			sum := g[i][j]
			for k := range j {
				sum -= out.m[k][i] * out.m[k][j]
			}
			if i == j {
				out.m[i][i] = math.Sqrt(max(0.04, sum))
			} else {
				out.m[j][i] = sum / out.m[j][j]
			}
		}
	}
	return out
}

// off is the difference of a colour from the target, in units of ΔE00.
func (g *gauge) off(c spectrum.Lab) [3]float64 {
	return g.scaled([3]float64{g.target.L - c.L, g.target.A - c.A, g.target.B - c.B})
}

func (g *gauge) scaled(d [3]float64) [3]float64 {
	return [3]float64{
		g.m[0][0]*d[0] + g.m[0][1]*d[1] + g.m[0][2]*d[2],
		g.m[1][1]*d[1] + g.m[1][2]*d[2],
		g.m[2][2] * d[2],
	}
}

// miss is the length of that difference, for steering; judging is by ΔE00 itself.
func (g *gauge) miss(c spectrum.Lab) float64 {
	d := g.off(c)
	return math.Sqrt(dot(d, d))
}

// optimum finds the amounts (summing to 1) of the paints of a set that come nearest
// to a target as a gauge measures it, by Gauss and Newton's method with Marquardt's
// damping on the logarithms of the amounts, and how near that is.
func (s *Solver) optimum(set []int, g *gauge) (amounts []float64, miss float64) {
	n := len(set)
	amounts = make([]float64, n)
	if n == 1 {
		amounts[0] = 1
		return amounts, g.miss(s.glance(set, amounts))
	}
	logs := make([]float64, n) // the first stays 0
	// Begin with as much of each as its strength lets it have a say.
	for i, p := range set {
		logs[i] = -math.Log(0.05 + s.power(p))
	}
	spread(logs, amounts)
	miss = g.miss(s.glance(set, amounts))
	damping := 0.05
	trial, bent := make([]float64, n), make([]float64, n)
	jac := make([][3]float64, n)
	for range 24 {
		at := s.glance(set, amounts)
		const h = 0.02
		for i := range n {
			copy(trial, logs)
			trial[i] += h
			spread(trial, bent)
			c := s.glance(set, bent)
			jac[i] = g.scaled([3]float64{(c.L - at.L) / h, (c.A - at.A) / h, (c.B - at.B) / h})
		}
		step := normal(jac, g.off(at), damping)
		for i := range n {
			trial[i] = logs[i] + min(1.5, max(-1.5, step[i]))
		}
		spread(trial, bent)
		if d := g.miss(s.glance(set, bent)); d < miss {
			gain := miss - d
			copy(logs, trial)
			copy(amounts, bent)
			miss = d
			damping = max(1e-4, damping/4)
			if miss < nearEnough || gain < 0.01*miss {
				break
			}
		} else if damping *= 5; damping > 1e4 {
			break
		}
	}
	return amounts, miss
}

// power is how much a paint colours: its mean absorption beside that of others.
func (s *Solver) power(p int) float64 {
	var k float64
	for _, v := range s.quick[p].k {
		k += v
	}
	return k / bands
}

// spread turns logarithms into amounts that sum to 1.
func spread(logs, amounts []float64) {
	top := logs[0]
	for _, v := range logs {
		top = max(top, v)
	}
	var sum float64
	for i, v := range logs {
		amounts[i] = math.Exp(max(-14, v-top))
		sum += amounts[i]
	}
	for i := range amounts {
		amounts[i] /= sum
	}
}

// normal solves (JᵀJ + damping·I)·step = Jᵀ·res for the step, J by columns.
func normal(jac [][3]float64, res [3]float64, damping float64) []float64 {
	n := len(jac)
	a := make([][]float64, n)
	for i := range a {
		a[i] = make([]float64, n+1)
		for j := range n {
			a[i][j] = dot(jac[i], jac[j])
		}
		a[i][i] += damping * (1 + a[i][i])
		a[i][n] = dot(jac[i], res)
	}
	for i := range n { // elimination; the matrix is positive definite
		for j := i + 1; j < n; j++ {
			f := a[j][i] / a[i][i]
			for k := i; k <= n; k++ {
				a[j][k] -= f * a[i][k]
			}
		}
	}
	step := make([]float64, n)
	for i := n - 1; i >= 0; i-- {
		step[i] = a[i][n]
		for j := i + 1; j < n; j++ {
			step[i] -= a[i][j] * step[j]
		}
		step[i] /= a[i][i]
	}
	return step
}

func dot(a, b [3]float64) float64 { return a[0]*b[0] + a[1]*b[1] + a[2]*b[2] }
