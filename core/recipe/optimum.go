package recipe

import (
	"math"

	"proxenos/core/spectrum"
)

// nearEnough is the distance in Lab at which steering stops: rounding to whole parts
// moves a colour further than that.
const nearEnough = 0.4

// optimum finds the amounts (summing to 1) of the paints of a set that come nearest
// to a target in Lab, by Gauss and Newton's method with Marquardt's damping on the
// logarithms of the amounts, and how near that is.
func (s *Solver) optimum(set []int, target spectrum.Lab) (amounts []float64, miss float64) {
	n := len(set)
	amounts = make([]float64, n)
	if n == 1 {
		amounts[0] = 1
		return amounts, distance(s.glance(set, amounts), target)
	}
	logs := make([]float64, n) // the first stays 0
	// Begin with as much of each as its strength lets it have a say.
	for i, p := range set {
		logs[i] = -math.Log(0.05 + s.power(p))
	}
	spread(logs, amounts)
	miss = distance(s.glance(set, amounts), target)
	damping := 0.05
	trial, bent := make([]float64, n), make([]float64, n)
	for range 24 {
		at := s.glance(set, amounts)
		res := [3]float64{target.L - at.L, target.A - at.A, target.B - at.B}
		jac := make([][3]float64, n)
		const h = 0.02
		for i := range n {
			copy(trial, logs)
			trial[i] += h
			spread(trial, bent)
			c := s.glance(set, bent)
			jac[i] = [3]float64{(c.L - at.L) / h, (c.A - at.A) / h, (c.B - at.B) / h}
		}
		step := normal(jac, res, damping)
		for i := range n {
			trial[i] = logs[i] + min(1.5, max(-1.5, step[i]))
		}
		spread(trial, bent)
		if d := distance(s.glance(set, bent), target); d < miss {
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

// distance is the plain distance in Lab, for steering; judging is by ΔE00.
func distance(a, b spectrum.Lab) float64 {
	return math.Sqrt((a.L-b.L)*(a.L-b.L) + (a.A-b.A)*(a.A-b.A) + (a.B-b.B)*(a.B-b.B))
}
