package rehearse

import (
	"math/bits"

	"proxenos/core/spectrum"
)

// relate writes into the reports which steps work where others have worked: what time and
// order need to know of the canvas.
func (r *Rehearsal) relate() {
	touched := make([][]uint64, len(r.stages))
	area := make([]float64, len(r.stages))
	for j := range touched {
		touched[j] = r.touches(j)
		area[j] = float64(ones(touched[j], touched[j]))
		p := &r.Reports[j]
		p.Meets, p.Over = []int{}, -1
		for i := range j {
			both := float64(ones(touched[i], touched[j]))
			if both > MeetsFrom*area[i] || both > MeetsFrom*area[j] {
				p.Meets = append(p.Meets, i)
			}
			if both > overFrom*area[j] && len(r.Lesson.Steps[i].Mixtures) > 0 {
				p.Over = i
			}
		}
	}
}

// Meetings tells which steps work on a place in common: more than a trace, a share from 0
// to 1, of what either touches. Steps that lay nothing, a blot or a wipe, touch all of their
// place.
func (r *Rehearsal) Meetings(trace float64) func(i, j int) bool {
	touched := make([][]uint64, len(r.stages)) // a bit a place that is looked at
	area := make([]float64, len(r.stages))
	for i := range touched {
		touched[i] = r.touches(i)
		area[i] = float64(ones(touched[i], touched[i]))
	}
	return func(i, j int) bool {
		both := float64(ones(touched[i], touched[j]))
		return both > trace*area[i] || both > trace*area[j]
	}
}

// touches marks the places that a step touches.
func (r *Rehearsal) touches(i int) []uint64 {
	f, st := r.Final, &r.stages[i]
	if len(st.shades) == 0 {
		st = r.planned(i)
	}
	out := make([]uint64, f.W*f.H/meetEvery/64+1)
	for k, cell := 0, 0; cell < f.W*f.H; k, cell = k+1, cell+meetEvery {
		there := st.patch.at(cell) >= showsFrom
		if len(st.shades) == 0 && st.plan.Region != nil {
			there = st.plan.Region.Inside((float64(cell%f.W)+0.5)*f.Cell, (float64(cell/f.W)+0.5)*f.Cell)
		}
		if there {
			out[k/64] |= 1 << (k % 64)
		}
	}
	return out
}

// ones counts the bits that two sets have in common.
func ones(a, b []uint64) (n int) {
	for k := range a {
		n += bits.OnesCount64(a[k] & b[k])
	}
	return n
}

// meetEvery and differEvery are how many cells apart the places are that are compared;
// neither has a factor in common with usual widths of a canvas.
const (
	meetEvery   = 17
	differEvery = 11
)

// Differs is the mean ΔE00 between two finished canvases of the same size, looked at here
// and there.
func (r *Rehearsal) Differs(o *Rehearsal) float64 {
	a, b := r.Final, o.Final
	var sum, n float64
	for cell := 0; cell < a.W*a.H; cell += differEvery {
		x, y := cell%a.W, cell/a.W
		if x < b.W && y < b.H {
			sum += spectrum.DeltaE(a.Colour(x, y), b.Colour(x, y))
			n++
		}
	}
	return sum / max(1, n)
}

// focalWeight is how many times what happens in the focal area counts.
const focalWeight = 8

// Missed estimates, for each step, by how much the picture would change without it: the
// mean ΔE00 over the canvas between what shows and, where the step is the last that shows,
// what it was laid on (of a very long script, as it was a few steps before), the focal area
// counting focalWeight times. What later steps do without it is not painted again.
func (r *Rehearsal) Missed() []float64 {
	out := make([]float64, len(r.stages))
	f := r.Final
	focal := r.Lesson.Focal
	var n float64
	for cell := 0; cell < f.W*f.H; cell += differEvery {
		n++
		if o := r.Owner[cell]; o >= 0 {
			x, y := cell%f.W, cell/f.W
			weight := 1.0
			if dx, dy := float64(x)*f.Cell-focal.X, float64(y)*f.Cell-focal.Y; dx*dx+dy*dy < focal.Radius*focal.Radius {
				weight = focalWeight
			}
			out[o] += weight * spectrum.DeltaE(f.Colour(x, y), r.stages[r.keptBefore(int(o))].film.Colour(x, y))
		}
	}
	for i := range out {
		out[i] /= max(1, n)
	}
	return out
}
