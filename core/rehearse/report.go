package rehearse

import (
	"image"
	"math"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// A Report is what one step did, measured on the canvas when it was done.
type Report struct {
	Step    string  `json:"step"`
	Area    float64 `json:"area" doc:"cm² that it laid paint on"`
	Loaded  float64 `json:"loaded" doc:"ml taken from the piles"`
	Piles   Piles   `json:"piles" doc:"ml taken from the pile of each of its mixtures, in their order"`
	On      float64 `json:"on" doc:"ml laid on the canvas"`
	Off     float64 `json:"off" doc:"ml lifted off the canvas"`
	Wiped   float64 `json:"wiped" doc:"ml wiped from the tool"`
	Carried float64 `json:"carried" doc:"ml left in the tool"`
	Thick   float64 `json:"thick" doc:"mean µm of wet paint where it painted"`
	Delta   float64 `json:"delta" doc:"mean ΔE00 between colour laid and colour meant"`
	Mud     float64 `json:"mud" doc:"share of its area that is another, duller or wrong-valued colour"`
	MudDE   float64 `json:"mudDelta" doc:"mean ΔE00 in that share"`
	MudAt   Spot    `json:"mudAt" doc:"middle of that share"`
	Dirt    float64 `json:"dirt" doc:"ΔE00 of the paint left in the tool against its mixture"`
	Hidden  float64 `json:"hidden" doc:"share of its area that later steps in other zones cover"`
	Sight   Box     `json:"sight"`
	Crossed Crossed `json:"crossed"`
	Refused float64 `json:"refused" doc:"cm² where acrylic did not take, for oil lies there"`
	Asked   float64 `json:"asked" doc:"cm² of the place that it is to paint"`
	Laid    float64 `json:"laid" doc:"mean µm of paint that it laid where it painted"`
	Under   Under   `json:"under"`
	Brought Brought `json:"brought"`
	Bare    float64 `json:"bare" doc:"share of the canvas that no paint covers after it"`
	Dried   float64 `json:"dried" doc:"cm² that became a dry layer"`
	Touches int     `json:"touches" doc:"meetings of a hair with a cell"`
	Meets   []int   `json:"meets" doc:"places of the earlier steps that work where it works"`
	Over    int     `json:"over" doc:"place of the last of them that laid paint over a tenth of where it lays; -1 for none"`
}

const (
	// MeetsFrom is the share of what either of two steps touches from which their order matters.
	MeetsFrom = 0.003
	overFrom  = 0.1 // share of what a step lays from which it lies over what another laid
)

// Meet reports whether two steps work on a place in common, by their reports.
func Meet(reports []Report, i, j int) bool {
	return slices.Contains(reports[max(i, j)].Meets, min(i, j))
}

// Piles are ml by the place of a mixture in a step, which names at most three.
type Piles [3]float64

// A Spot is a place on the canvas, mm.
type Spot struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// Crossed tells what a step laid over nearer things painted before it.
type Crossed struct {
	Plane string  `json:"plane" doc:"id of the nearest plane that it painted over"`
	Area  float64 `json:"area" doc:"cm² painted over"`
	Edge  float64 `json:"edge" doc:"cm of that plane's edge to be repaired"`
	At    Spot    `json:"at"`
}

const (
	laidLeast = 2.5 // µm below which a cell does not count as painted by a step
)

// MudDelta is the ΔE00 from which a colour counts as another colour.
const MudDelta = 8.0

// samples is about how many places of a step are judged for colour.
const samples = 2500

// measure compares what lies on the canvas with what the step meant.
func (p *Report) measure(l *lesson.Lesson, st *stage, f *film.Film, rec *film.Record) {
	p.Touches = rec.Touches
	meant := meanings(l, st, f)
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
	veils := l.Steps[l.Step(p.Step)].Technique.Veils()
	every := max(1, int(cells)/samples)
	var seen, judged, delta, muddy, mudSum, mx, my float64
	for k := range traces {
		if traces[k].Laid < laidLeast {
			continue
		}
		if seen++; int(seen)%every != 0 {
			continue
		}
		x, y := (first+k)%f.W, (first+k)/f.W
		judged++
		d, mud := astray(f, x, y, meant[min(int(traces[k].Shade), len(meant)-1)], veils)
		delta += d
		if mud {
			muddy++
			mudSum += d
			mx += float64(x)
			my += float64(y)
		}
	}
	p.Delta, p.Mud = delta/judged, muddy/judged
	if muddy > 0 {
		p.MudDE = mudSum / muddy
		p.MudAt = Spot{mx / muddy * f.Cell, my / muddy * f.Cell}
	}
}

// meanings lists, for each shade of a step, the colours that would be right:
// either side of a double load, the neighbours in a gradation, and the tints that
// a white wet base is there to make.
func meanings(l *lesson.Lesson, st *stage, f *film.Film) [][]spectrum.Lab {
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
			if sh.right != nil {
				out[k] = append(out[k], f.Mixture(sh.right))
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

// astray tells how far the visible colour of a cell is from the nearest one meant,
// and whether that is mud: the paint itself has mixed into another colour that is
// duller or of the wrong value. Paint that is merely thin is not mud; of a veil,
// through which what is below is meant to be seen, only its own paint is judged.
func astray(f *film.Film, x, y int, meant []spectrum.Lab, veil bool) (delta float64, mud bool) {
	top := f.TopColour(x, y)
	seen := top
	if !veil {
		seen = f.Colour(x, y)
	}
	delta, right := nearest(seen, meant)
	if delta <= MudDelta || f.Thickness(x, y) == 0 {
		return delta, false // acrylic that has dried mixes with nothing any more
	}
	if strayed, _ := nearest(top, meant); strayed <= 0.6*MudDelta {
		return delta, false
	}
	duller := top.Chroma() < right.Chroma()-1
	wrong := top.L-right.L > 4 || right.L-top.L > 4
	return delta, duller || wrong
}

func nearest(c spectrum.Lab, list []spectrum.Lab) (delta float64, which spectrum.Lab) {
	delta = math.Inf(1)
	for _, m := range list {
		if d := spectrum.DeltaE(c, m); d < delta {
			delta, which = d, m
		}
	}
	return delta, which
}

// carried says what is left in the tool, and how far its colour has strayed.
func (p *Report) carried(b *mark.Brush, f *film.Film, st *stage) {
	p.Carried = b.Carried()
	if len(st.shades) == 0 || p.Carried == 0 {
		return
	}
	sum := make([]float64, f.N)
	b.Contents(sum)
	left := make([]float32, f.N)
	for i, v := range sum {
		left[i] = float32(v)
	}
	last := st.inHand(len(st.plan.Strokes))
	if last < 0 || st.shades[last].right != nil {
		return
	}
	p.Dirt = spectrum.DeltaE(f.Mixture(left), f.Mixture(st.shades[last].left))
}

// A meter follows, from step to step, which plane shows where.
type meter struct {
	owner   []int16 // step that shows, -1 bare
	crossed Crossed
}

const (
	showsFrom = 4 * 4  // quarters of a µm from which a step's paint shows
	hidesFrom = 15 * 4 // quarters of a µm from which it hides what is below
)

// take works step i, carried out, into the meter.
func (m *meter) take(l *lesson.Lesson, i int, st *stage, f *film.Film) {
	if m.owner == nil {
		m.owner = make([]int16, f.W*f.H)
		for k := range m.owner {
			m.owner[k] = -1
		}
	}
	m.crossed = Crossed{}
	mine := l.PlaneOf(l.Steps[i])
	depth := make([]int, len(l.Steps))
	for k := range depth {
		depth[k] = l.PlaneOf(l.Steps[k])
	}
	// A block-in in acrylic is dry and waits for the oil: that goes over it from far to near.
	blocked := func(k int16) bool { return l.Steps[k].Medium.Acrylic && !l.Steps[i].Medium.Acrylic }
	nearer := func(c int) bool { return m.owner[c] >= 0 && depth[m.owner[c]] > mine && !blocked(m.owner[c]) }
	var area, edges, sx, sy float64
	nearest := mine
	for k, q := range st.patch.laid {
		c := st.patch.from + k
		if q < showsFrom || !nearer(c) {
			continue
		}
		area++
		nearest = max(nearest, depth[m.owner[c]])
		x, y := c%f.W, c/f.W
		sx += float64(x)
		sy += float64(y)
		if x+1 < f.W && !nearer(c+1) {
			edges++
		}
		if x > 0 && !nearer(c-1) {
			edges++
		}
		if y+1 < f.H && !nearer(c+f.W) {
			edges++
		}
		if y > 0 && !nearer(c-f.W) {
			edges++
		}
	}
	if area > 0 && mine >= 0 {
		const stairs = 0.7854 // a slanting edge counted in steps is 4/π too long on average
		m.crossed = Crossed{Plane: l.Planes[nearest].ID, Area: area * f.CellArea() / 100,
			Edge: edges * stairs * f.Cell / 10, At: Spot{sx / area * f.Cell, sy / area * f.Cell}}
	}
	for k, q := range st.patch.laid {
		if q >= showsFrom {
			m.owner[st.patch.from+k] = int16(i)
		}
	}
}

// hidden returns, for each step, the share of what it laid that later steps in
// nearer planes cover with paint thick enough to hide it, and the box around what
// stays in sight.
func (m *meter) hidden(l *lesson.Lesson, stages []stage, f *film.Film) (share []float64, sight []Box) {
	share, sight = make([]float64, len(stages)), make([]Box, len(stages))
	n := f.W * f.H
	later := make([][]uint16, len(l.Planes)) // paint laid later, by plane
	sum := make([]uint16, n)
	for i := len(stages) - 1; i >= 0; i-- {
		mine := l.PlaneOf(l.Steps[i])
		if mine < 0 {
			continue
		}
		laid, from := stages[i].patch.laid, stages[i].patch.from
		over := sum[:len(laid)]
		clear(over)
		for p := mine + 1; p < len(later); p++ {
			if later[p] == nil {
				continue
			}
			for k, q := range later[p][from : from+len(laid)] {
				over[k] += q
			}
		}
		if later[mine] == nil {
			later[mine] = make([]uint16, n)
		}
		box := Box{X0: float64(f.W), Y0: float64(f.H)}
		var cells, hid float64
		for k, q := range laid {
			if q < laidLeast*4 {
				continue
			}
			c := from + k
			cells++
			if over[k] >= hidesFrom {
				hid++
			} else {
				box.add(float64(c%f.W), float64(c/f.W))
			}
			if later[mine][c] < 1<<12 { // enough to hide; more must not overflow
				later[mine][c] += uint16(q)
			}
		}
		if cells > 0 {
			share[i] = hid / cells
		}
		if box.X1 > box.X0 {
			sight[i] = Box{box.X0 * f.Cell, box.Y0 * f.Cell, box.X1 * f.Cell, box.Y1 * f.Cell}
		}
	}
	return share, sight
}

// A Box is a rectangle around what of a step stays in sight, mm; all 0 where nothing does.
type Box struct {
	X0 float64 `json:"x0"`
	Y0 float64 `json:"y0"`
	X1 float64 `json:"x1"`
	Y1 float64 `json:"y1"`
}

// Empty reports whether it holds nothing.
func (b Box) Empty() bool { return b.X1 <= b.X0 }

// Middle is its middle.
func (b Box) Middle() Spot { return Spot{(b.X0 + b.X1) / 2, (b.Y0 + b.Y1) / 2} }

func (b *Box) add(x, y float64) {
	b.X0, b.Y0 = min(b.X0, x), min(b.Y0, y)
	b.X1, b.Y1 = max(b.X1, x+1), max(b.Y1, y+1)
}

// Overlap is the number of cells on which both steps laid paint that shows.
func (r *Rehearsal) Overlap(i, j int) int {
	var n int
	a, b := &r.stages[i].patch, &r.stages[j].patch
	for k, q := range a.laid {
		if q >= showsFrom && b.at(a.from+k) >= showsFrom {
			n++
		}
	}
	return n
}

// Planes returns, per cell, the depth of the plane that shows there, or -1.
func (r *Rehearsal) Planes() []int16 {
	out := make([]int16, len(r.Owner))
	for c, s := range r.Owner {
		out[c] = -1
		if s >= 0 {
			out[c] = int16(r.Lesson.PlaneOf(r.Lesson.Steps[s]))
		}
	}
	return out
}

// Closeup returns the rectangle of cells, side mm wide and three quarters as
// high, in which step i laid most.
func (r *Rehearsal) Closeup(i int, side float64) image.Rectangle {
	f := r.Final
	w, h := max(1, int(side/f.Cell)), max(1, int(0.75*side/f.Cell))
	const grid = 8 // cells to a square of the coarse map that is searched
	gw, gh := f.W/grid+1, f.H/grid+1
	sum := make([]int, (gw+1)*(gh+1)) // summed area table
	for y := range gh {
		for x := range gw {
			var here int
			for dy := 0; dy < grid; dy += 2 {
				for dx := 0; dx < grid; dx += 2 {
					if cx, cy := x*grid+dx, y*grid+dy; cx < f.W && cy < f.H {
						here += int(r.stages[i].patch.at(cy*f.W + cx))
					}
				}
			}
			sum[(y+1)*(gw+1)+x+1] = here + sum[y*(gw+1)+x+1] + sum[(y+1)*(gw+1)+x] - sum[y*(gw+1)+x]
		}
	}
	ww, hh := min(gw, max(1, w/grid)), min(gh, max(1, h/grid))
	best, bx, by := -1, 0, 0
	for y := 0; y+hh <= gh; y++ {
		for x := 0; x+ww <= gw; x++ {
			in := sum[(y+hh)*(gw+1)+x+ww] - sum[y*(gw+1)+x+ww] - sum[(y+hh)*(gw+1)+x] + sum[y*(gw+1)+x]
			if in > best {
				best, bx, by = in, x*grid, y*grid
			}
		}
	}
	bx, by = max(0, min(bx, f.W-w)), max(0, min(by, f.H-h))
	return image.Rect(bx, by, bx+w, by+h)
}
