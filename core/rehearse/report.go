package rehearse

import (
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/spectrum"
)

// A Report is what one step did, measured on the canvas when it was done.
type Report struct {
	Step    string  `json:"step"`
	Area    float64 `json:"area" doc:"cm² that it laid paint on"`
	Loaded  float64 `json:"loaded" doc:"ml taken from the piles"`
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
	Crossed Crossed `json:"crossed"`
	Touches int     `json:"touches" doc:"meetings of a hair with a cell"`
}

// A Spot is a place on the canvas, mm.
type Spot struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// Crossed tells what a step laid over nearer things painted before it.
type Crossed struct {
	Plane string  `json:"plane" doc:"the nearest plane that it painted over"`
	Area  float64 `json:"area" doc:"cm² painted over"`
	Edge  float64 `json:"edge" doc:"cm of that plane's edge to be repaired"`
	At    Spot    `json:"at"`
}

const (
	laidLeast = 2.5 // µm below which a cell does not count as painted by a step
	mudDelta  = 8.0 // ΔE00 from which a colour is another colour
)

// measure compares what lies on the canvas with what the step meant.
func (p *Report) measure(st *stage, f *film.Film, rec *film.Record) {
	p.Touches = rec.Touches
	meant := make([]spectrum.Lab, len(st.shades))
	other := make([]spectrum.Lab, len(st.shades))
	for k, sh := range st.shades {
		meant[k] = f.Mixture(sh.left)
		other[k] = meant[k]
		if sh.right != nil {
			other[k] = f.Mixture(sh.right)
		}
	}
	var cells, thick, delta, muddy, mudSum, mx, my float64
	var on, off float64
	for c, laid := range rec.Laid {
		on += float64(laid)
		off += float64(rec.Taken[c])
		if laid < laidLeast || len(meant) == 0 {
			continue
		}
		x, y := c%f.W, c/f.W
		cells++
		at := f.Read(x, y)
		thick += at.Top + at.Body
		if c%3 != 0 { // colour is dear; a third of the cells speak for all
			continue
		}
		k := rec.Shade[c]
		d, mud := astray(f, x, y, meant[k])
		if other[k] != meant[k] {
			if d2, mud2 := astray(f, x, y, other[k]); d2 < d {
				d, mud = d2, mud2
			}
		}
		delta += 3 * d
		if mud {
			muddy += 3
			mudSum += 3 * d
			mx += 3 * float64(x)
			my += 3 * float64(y)
		}
	}
	p.On, p.Off = on*f.MlPerMicron(), p.Off+off*f.MlPerMicron()
	p.Area = cells * f.CellArea() / 100
	if cells > 0 {
		p.Thick, p.Delta, p.Mud = thick/cells, delta/cells, muddy/cells
	}
	if muddy > 0 {
		p.MudDE = mudSum / muddy
		p.MudAt = Spot{mx / muddy * f.Cell, my / muddy * f.Cell}
	}
}

// astray tells how far the visible colour of a cell is from the one meant, and
// whether that is mud: the paint itself has mixed into another colour that is
// duller or of the wrong value. Paint that is merely thin is not mud.
func astray(f *film.Film, x, y int, meant spectrum.Lab) (delta float64, mud bool) {
	seen := f.Colour(x, y)
	delta = spectrum.DeltaE(seen, meant)
	if delta <= mudDelta {
		return delta, false
	}
	top := f.TopColour(x, y)
	if spectrum.DeltaE(top, meant) <= 0.6*mudDelta {
		return delta, false
	}
	duller := top.Chroma() < meant.Chroma()-1
	wrong := top.L-meant.L > 4 || meant.L-top.L > 4
	return delta, duller || wrong
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

func newMeter() *meter { return &meter{} }

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
	nearer := func(c int) bool { return m.owner[c] >= 0 && depth[m.owner[c]] > mine }
	var area, edges, sx, sy float64
	nearest := mine
	for c, q := range st.laid {
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
		m.crossed = Crossed{Plane: l.Planes[nearest].Name, Area: area * f.CellArea() / 100,
			Edge: edges * stairs * f.Cell / 10, At: Spot{sx / area * f.Cell, sy / area * f.Cell}}
	}
	for c, q := range st.laid {
		if q >= showsFrom {
			m.owner[c] = int16(i)
		}
	}
}

// hidden returns, for each step, the share of what it laid that later steps in
// other zones cover with paint thick enough to hide it.
func (m *meter) hidden(l *lesson.Lesson, stages []stage) []float64 {
	out := make([]float64, len(stages))
	if len(stages) == 0 {
		return out
	}
	n := len(stages[0].laid)
	all := make([]uint16, n)
	byZone := map[string][]uint16{}
	for i := len(stages) - 1; i >= 0; i-- {
		zone := l.Steps[i].Zone
		own := byZone[zone]
		if own == nil {
			own = make([]uint16, n)
			byZone[zone] = own
		}
		var cells, hid float64
		for c, q := range stages[i].laid {
			if q < laidLeast*4 {
				continue
			}
			cells++
			if all[c]-own[c] >= hidesFrom {
				hid++
			}
			all[c] += uint16(q)
			own[c] += uint16(q)
		}
		if cells > 0 {
			out[i] = hid / cells
		}
	}
	return out
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
