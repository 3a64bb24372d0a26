package rehearse

import (
	"image"
	"slices"

	"proxenos/core/film"
	"proxenos/core/mark"
	"proxenos/core/spectrum"
)

// A Report is what one step did, measured on the canvas when it was done.
type Report struct {
	Step string  `json:"step"`
	Area float64 `json:"area" doc:"cm² that it laid paint on"`
	Ledger
	Piles   Piles   `json:"piles" doc:"ml that the pile of each of its mixtures gives, in their order, without what is put back"`
	Marks   int     `json:"marks" doc:"strokes and presses"`
	Dips    int     `json:"dips" doc:"times that the tool was loaded"`
	Hand    float64 `json:"hand" doc:"minutes that a practised hand needs for cleaning its tool, its marks and dips"`
	Thick   float64 `json:"thick" doc:"mean µm of wet paint where it painted"`
	Delta   float64 `json:"delta" doc:"mean ΔE00 between colour laid and colour meant, by patches of 3 mm"`
	Mud     float64 `json:"mud" doc:"share of the patches of 3 mm that it covers which are another, duller or wrong-valued colour"`
	MudDE   float64 `json:"mudDelta" doc:"mean ΔE00 in that share"`
	MudAt   Spot    `json:"mudAt" doc:"middle of that share"`
	Dirt    float64 `json:"dirt" doc:"ΔE00 of the paint left in the tool against its mixture"`
	Hidden  float64 `json:"hidden" doc:"share of the paint it laid that later steps in nearer planes cover"`
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

// A Ledger is where the paint of a step comes from and where it goes, ml with its mediums.
// What the tool had, what was loaded, what was lifted and what solvent wetted it is what
// was laid, wiped off, put back and what the tool still carries.
type Ledger struct {
	Had     float64 `json:"had" doc:"ml in the tool as the step before left it"`
	Loaded  float64 `json:"loaded" doc:"ml taken from the piles"`
	Wetted  float64 `json:"wetted" doc:"ml of solvent that a rinse left in the tool"`
	On      float64 `json:"on" doc:"ml laid on the canvas"`
	Off     float64 `json:"off" doc:"ml lifted off the canvas"`
	Wiped   float64 `json:"wiped" doc:"ml into towels: wiped from the tool, blotted, scraped off"`
	Back    float64 `json:"back" doc:"ml scraped back onto the piles"`
	Carried float64 `json:"carried" doc:"ml left in the tool"`
}

// Open is by how much a ledger does not close, ml.
func (l Ledger) Open() float64 {
	return l.Had + l.Loaded + l.Wetted + l.Off - l.On - l.Wiped - l.Back - l.Carried
}

// Take adds the amounts, marks and dips of another step.
func (p *Report) Take(o *Report) {
	p.Had, p.Loaded, p.Wetted, p.Off = p.Had+o.Had, p.Loaded+o.Loaded, p.Wetted+o.Wetted, p.Off+o.Off
	p.On, p.Wiped, p.Back, p.Carried = p.On+o.On, p.Wiped+o.Wiped, p.Back+o.Back, p.Carried+o.Carried
	p.Marks, p.Dips, p.Hand = p.Marks+o.Marks, p.Dips+o.Dips, p.Hand+o.Hand
}

// washed takes a tool out of use with what it carries.
func (l *Ledger) washed(b *mark.Brush) {
	l.Had += b.Carried()
	l.Wiped += b.Carried()
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
	// Zones are in its own plane; there are none where it painted over a nearer one.
	Zones []string `json:"zones,omitempty" doc:"ids of what stands before it in its own plane and is painted over, when nothing nearer is"`
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
	last := b.InHand
	if last < 0 || st.shades[last].right != nil {
		return
	}
	p.Dirt = spectrum.DeltaE(f.Mixture(left), f.Mixture(st.shades[last].left))
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

// Silhouette is how many cm of the outline of what step j laid lie within what step i laid: the
// edge that i would run over, were it painted after j.
func (r *Rehearsal) Silhouette(i, j int) float64 {
	f := r.Final
	a, b := &r.stages[i].patch, &r.stages[j].patch
	edges := 0
	for k, q := range b.laid {
		c := b.from + k
		if q < showsFrom || a.at(c) < showsFrom {
			continue
		}
		x := c % f.W
		for _, beside := range []struct {
			in   bool
			cell int
		}{{x+1 < f.W, c + 1}, {x > 0, c - 1}, {c+f.W < f.W*f.H, c + f.W}, {c >= f.W, c - f.W}} {
			if beside.in && b.at(beside.cell) < showsFrom {
				edges++
			}
		}
	}
	return float64(edges) * stairs * f.Cell / 10
}
