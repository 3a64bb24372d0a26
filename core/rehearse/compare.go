package rehearse

import "proxenos/core/spectrum"

// Meet reports whether two steps work on a place in common: more than a trace of what
// either touches. Steps that lay nothing, a blot or a wipe, touch all of their place.
func (r *Rehearsal) Meet(i, j int) bool {
	const trace = 0.02
	touches := func(i int) func(cell int) bool {
		st := &r.stages[i]
		if len(st.shades) > 0 || st.plan.Region == nil {
			return func(cell int) bool { return st.patch.at(cell) >= showsFrom }
		}
		f := r.Final
		return func(cell int) bool {
			return st.plan.Region.Inside((float64(cell%f.W)+0.5)*f.Cell, (float64(cell/f.W)+0.5)*f.Cell)
		}
	}
	a, b := touches(i), touches(j)
	var mine, yours, both float64
	for cell := 0; cell < r.Final.W*r.Final.H; cell += meetEvery {
		x, y := a(cell), b(cell)
		if x {
			mine++
		}
		if y {
			yours++
		}
		if x && y {
			both++
		}
	}
	return both > trace*mine || both > trace*yours
}

// meetEvery and differEvery are how many cells apart the places are that are compared;
// neither has a factor in common with usual widths of a canvas.
const (
	meetEvery   = 37
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
// what it was laid on, the focal area counting focalWeight times. What later steps do
// without it is not painted again.
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
			out[o] += weight * spectrum.DeltaE(f.Colour(x, y), r.stages[o].film.Colour(x, y))
		}
	}
	for i := range out {
		out[i] /= max(1, n)
	}
	return out
}
