package rehearse

import (
	"math"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

const (
	laidLeast = 2.5 // µm below which a cell does not count as painted by a step
)

// MudDelta is the ΔE00 from which a colour counts as another colour; of a technique that is
// there to mix it is MixedDelta.
const (
	MudDelta   = 8.0
	MixedDelta = 12.0
)

// samples is about how many places of a step are judged for colour.
const samples = 2500

// measure compares what lies on the canvas with what the step meant.
func (p *Report) measure(l *lesson.Lesson, st *stage, f *film.Film, rec *film.Record) {
	p.Touches = rec.Touches
	meant := meanings(l, l.Steps[l.Step(p.Step)], st, f)
	var cells, thick, on, off float64
	first, traces := rec.First, rec.Cells
	for k := range traces {
		trace := &traces[k]
		on += float64(trace.Laid)
		off += float64(trace.Taken)
		if trace.Refused {
			p.Refused += f.CellArea() / 100
		}
		if trace.Laid >= laidLeast {
			cells++
			c := first + k
			thick += float64(f.Thickness(c%f.W, c/f.W))
		}
	}
	p.On, p.Off = on*f.MlPerMicron(), p.Off+off*f.MlPerMicron()
	if cells == 0 || len(meant) == 0 {
		return
	}
	p.Area, p.Thick, p.Laid = cells*f.CellArea()/100, thick/cells, on/cells
	if len(l.Steps[l.Step(p.Step)].Mixtures) == 0 {
		return // a medium alone has no colour to miss
	}
	p.judge(st, f, rec, meant, l.Steps[l.Step(p.Step)].Technique)
}

const (
	patchSide = 3.0 // mm: what an eye sees as one colour from two metres
	patchFull = 0.5 // share of a patch that a step must have painted to be judged there
	patches   = 300 // about how many are judged
)

// judge compares the colour of small patches, as an eye at two metres would, with what the
// step meant there: where two mixtures lie side by side, with what they are together.
func (p *Report) judge(st *stage, f *film.Film, rec *film.Record, meant [][]spectrum.Lab, technique lesson.Technique) {
	side := max(1, int(math.Round(patchSide/f.Cell)))
	across := f.W / side
	rows := len(rec.Cells) / f.W / side
	var full []int
	for i := range across * rows {
		painted, looked := 0, 0
		rec.Patch(f.W, i%across*side, i/across*side, side, func(t *film.Trace, _ int) {
			if looked++; t.Laid >= laidLeast {
				painted++
			}
		})
		if float64(painted) >= patchFull*float64(looked) {
			full = append(full, i)
		}
	}
	every := max(1, len(full)/patches)
	limit := float64(MudDelta)
	if technique.Mixes() {
		limit = MixedDelta
	}
	var judged, delta, muddy, mudSum, mx, my float64
	for k := 0; k < len(full); k += every {
		x0, y0 := full[k]%across*side, full[k]/across*side
		var top, seen, right blend
		wet := false
		rec.Patch(f.W, x0, y0, side, func(t *film.Trace, cell int) {
			if t.Laid < laidLeast {
				return
			}
			x, y := (rec.First+cell)%f.W, (rec.First+cell)/f.W
			own := f.TopColour(x, y)
			look := own
			if !technique.Veils() {
				look = f.Colour(x, y)
			}
			top.add(own)
			seen.add(look)
			right.add(closest(look, meant[min(int(t.Shade), len(meant)-1)]))
			wet = wet || f.Thickness(x, y) > 0
		})
		judged++
		d, mud := astray(seen.mean(), top.mean(), right.mean(), limit)
		delta += d
		if mud && wet { // acrylic that has dried mixes with nothing any more
			muddy++
			mudSum += d
			mx += float64(x0) + float64(side)/2
			my += float64(rec.First/f.W+y0) + float64(side)/2
		}
	}
	if judged == 0 {
		return
	}
	p.Delta, p.Mud = delta/judged, muddy/judged
	if muddy > 0 {
		p.MudDE = mudSum / muddy
		p.MudAt = Spot{mx / muddy * f.Cell, my / muddy * f.Cell}
	}
}

// A blend is the mean of colours that the eye does not tell apart.
type blend struct {
	sum spectrum.Lab
	n   float64
}

func (b *blend) add(c spectrum.Lab) {
	b.sum.L, b.sum.A, b.sum.B, b.n = b.sum.L+c.L, b.sum.A+c.A, b.sum.B+c.B, b.n+1
}

// join adds another blend, or takes it away again where sign is -1.
func (b *blend) join(o blend, sign float64) {
	b.sum.L, b.sum.A, b.sum.B, b.n = b.sum.L+sign*o.sum.L, b.sum.A+sign*o.sum.A, b.sum.B+sign*o.sum.B, b.n+sign*o.n
}

func (b *blend) mean() spectrum.Lab {
	return spectrum.Lab{L: b.sum.L / b.n, A: b.sum.A / b.n, B: b.sum.B / b.n}
}

// meanings lists, for each shade of a step, the colours that would be right:
// either side of a double load, the neighbours in a gradation, and the tints that
// a white wet base is there to make; and what a pile that is not stirred to the last streak
// gives up, which is right as well.
func meanings(l *lesson.Lesson, s lesson.Step, st *stage, f *film.Film) [][]spectrum.Lab {
	white := -1
	if l.Base.Kind == lesson.WhiteBase {
		for i, key := range l.Palette {
			if key == paint.White {
				white = i
			}
		}
	}
	out := make([][]spectrum.Lab, len(st.shades))
	for k := range st.shades {
		from, to := k, k
		if st.plan.Blends {
			from, to = max(0, k-4), min(len(st.shades)-1, k+4)
		}
		for j := from; j <= to; j += 2 {
			sh := st.shades[j]
			out[k] = append(out[k], f.Mixture(sh.left))
			if j == k {
				out[k] = append(out[k], streaks(f, sh.left, liveliness(l, s)*(straysByDip+straysByTuft))...)
			}
			if sh.right != nil { // and between them they meet
				for _, share := range []float32{0.25, 0.5, 0.75, 1} {
					both := make([]float32, len(sh.left))
					for i := range both {
						both[i] = sh.left[i]*(1-share) + sh.right[i]*share
					}
					out[k] = append(out[k], f.Mixture(both))
				}
			}
			if white >= 0 && st.onBase {
				tint := append([]float32(nil), sh.left...)
				tint[white] += 0.35
				out[k] = append(out[k], f.Mixture(tint))
			}
		}
	}
	return out
}

// streaks are the colours of a mixture with more or less of each of its paints.
func streaks(f *film.Film, shares []float32, by float64) (out []spectrum.Lab) {
	paints := shares[:len(shares)-film.MediumCount]
	for k, part := range paints {
		if part == 0 {
			continue
		}
		for _, times := range []float64{math.Exp(by), math.Exp(-by)} {
			streak := append([]float32(nil), shares...)
			streak[k] = part * float32(times)
			if c := f.Mixture(streak); part < 1 {
				out = append(out, c)
			}
		}
	}
	return out
}

// astray tells how far a colour that is seen is from what is right, and whether that is mud:
// the paint itself has mixed into another colour that is duller or of the wrong value. Paint
// that is merely thin is not mud; of a veil, through which what is below is meant to be seen,
// only its own paint is judged.
func astray(seen, top, right spectrum.Lab, limit float64) (delta float64, mud bool) {
	delta = spectrum.DeltaE(seen, right)
	if delta <= limit || spectrum.DeltaE(top, right) <= limit {
		return delta, false
	}
	duller := top.Chroma() < right.Chroma()-1
	wrong := top.L-right.L > 4 || right.L-top.L > 4
	return delta, duller || wrong
}

// closest is the nearest of some colours, as the crow flies.
func closest(c spectrum.Lab, list []spectrum.Lab) (which spectrum.Lab) {
	least := math.Inf(1)
	for _, m := range list {
		l, a, b := c.L-m.L, c.A-m.A, c.B-m.B
		if d := l*l + a*a + b*b; d < least {
			least, which = d, m
		}
	}
	return which
}
