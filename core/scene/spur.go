package scene

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// A Spur is a rib of a ridge: it leaves the crest and runs down the slope. One of
// its flanks looks left, the other right.
type Spur struct {
	X, Top float64 // where it leaves the crest, mm
	Lean   float64 // mm to the right for every mm down
	seed   uint64
}

// At is where the spur runs at height y, mm.
func (s Spur) At(y float64) float64 {
	d := max(0, y-s.Top)
	return s.X + s.Lean*d + 0.2*d*(noise.At(s.seed, d/16, 0.5)-0.5)*2
}

// Spurs lists the ribs of a ridge from left to right, at uneven distances: one
// from every summit, others between.
func Spurs(l *lesson.Lesson, z lesson.Zone, whole *Region) []Spur {
	seed := ZoneSeed(l, z)
	gap := max(9, min(0.75*(whole.Y1-whole.Y0), (whole.X1-whole.X0)/7))
	var out []Spur
	i := 0.0
	for x := whole.X0 - gap*noise.At(seed+41, 0.3, 0); x < whole.X1+gap; i++ {
		at := summitNear(whole, x, 0.3*gap)
		top, _, ok := whole.Span(at)
		if !ok {
			top = whole.Y0
		}
		lean := 0.55*(noise.At(seed+42, i*0.71, 3)-0.5)*2 + 0.35*clamp(whole.Slope(at))
		out = append(out, Spur{X: at, Top: top, Lean: lean, seed: seed + 43 + uint64(i)})
		x = max(at, x) + gap*(0.45+1.1*noise.At(seed+44, i*1.37, 7))
	}
	slices.SortFunc(out, func(a, b Spur) int { return cmp.Compare(a.X, b.X) })
	return out
}

// Ribs are the spurs of the ridge that whole is, which remembers them.
func Ribs(l *lesson.Lesson, z lesson.Zone, whole *Region) []Spur { return whole.spurs(l, z) }

// summitNear is the highest place of the crest within reach of x.
func summitNear(whole *Region, x, reach float64) float64 {
	best, high := x, math.Inf(1)
	for d := -reach; d <= reach; d += max(0.5, reach/12) {
		if top, _, ok := whole.Span(x + d); ok && top < high {
			best, high = x+d, top
		}
	}
	return best
}

// Fall is the way down a slope at a place of a zone: mm to the right for every mm
// down. A ridge falls away from its ribs; other ground follows its upper edge.
func (r *Region) Fall(l *lesson.Lesson, z lesson.Zone, x, y float64) float64 {
	if z.Kind != lesson.Ridge {
		return clamp(0.5 * r.Slope(x))
	}
	lean, near := 0.0, math.Inf(1)
	for _, s := range r.spurs(l, z) {
		if d := math.Abs(s.At(y) - x); d < near {
			lean, near = s.Lean, d
		}
	}
	return clamp(0.6*lean + 0.5*r.flank(l, z)(x, y))
}

// flank tells which way the slope looks at a place of a ridge: toward 1 to the
// right, toward -1 to the left; less so near the foot, where it levels out.
func (r *Region) flank(l *lesson.Lesson, z lesson.Zone) func(x, y float64) float64 {
	spurs := r.spurs(l, z)
	seed := ZoneSeed(l, z)
	row, across := math.NaN(), make([]float64, len(spurs)) // where the spurs are at a height
	return func(x, y float64) float64 {
		if len(spurs) == 0 {
			return 0
		}
		if y != row {
			row = y
			for i, s := range spurs {
				across[i] = s.At(y)
			}
		}
		top, bottom, _ := r.Span(x)
		down := 0.0
		if bottom > top {
			down = (y - top) / (bottom - top)
		}
		x += 5 * (noise.Fractal(seed+45, x/7, y/11, 3) - 0.5) // no rib is a ruled line
		left, right := math.Inf(-1), math.Inf(1)
		for _, at := range across {
			if at <= x {
				left = max(left, at)
			} else {
				right = min(right, at)
			}
		}
		steep := 1 - 0.65*down*down
		if math.IsInf(left, -1) {
			return -steep
		}
		if math.IsInf(right, 1) {
			return steep
		}
		valley := left + (0.3+0.4*noise.At(seed+46, left/20, 2))*(right-left)
		if x < valley {
			return steep
		}
		return -steep
	}
}
