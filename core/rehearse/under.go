package rehearse

import (
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// Under is what a step met on the canvas where it laid paint.
type Under struct {
	Wet  float64 `json:"wet" doc:"mean µm of paint there that had not set"`
	Set  float64 `json:"set" doc:"how far what lay there had set, 0 to 1"`
	Over float64 `json:"over" doc:"share of its area where unset paint lay"`
}

const wetLeast = 3.0 // µm of unset paint from which there is some

// under measures what lay below a step's marks when it began. before is only read.
func (p *Report) under(before *film.Film, minute float64, st *stage) {
	f := *before // another minute, the same canvas
	f.At(minute)
	var n, wet, all, set, over float64
	st.patch.look(func(c int) {
		at := f.Read(c%f.W, c/f.W)
		thick := at.Top + at.Body
		n++
		all += thick
		set += thick * at.Set
		wet += thick * (1 - at.Set)
		if thick*(1-at.Set) >= wetLeast {
			over++
		}
	})
	if n == 0 {
		return
	}
	p.Under = Under{Wet: wet / n, Over: over / n}
	if all > 0 {
		p.Under.Set = set / all
	}
}

// bare is the share of the canvas where no step has laid paint yet.
func (m *meter) bare() float64 {
	var n float64
	for _, o := range m.owner {
		if o < 0 {
			n++
		}
	}
	return n / float64(len(m.owner))
}

// Brought is what a step's tool brought along when it was first loaded.
type Brought struct {
	Residue float64 `json:"residue" doc:"ΔE00 by which what was left in it moves the step's first mixture"`
	Solvent float64 `json:"solvent" doc:"percent of solvent in it beyond the step's own medium"`
}

// brought measures what a tool that holds held ml of each ingredient makes of the took ml of
// a shade that it is first dipped in.
func (p *Report) brought(held []float64, took float64, f *film.Film, s lesson.Step, sh *shade) {
	if sh.right != nil {
		return
	}
	mixed := make([]float32, f.N)
	var all float64
	for i, v := range held {
		v += took * float64(sh.left[i])
		mixed[i] = float32(v)
		all += v
	}
	if all == 0 {
		return
	}
	p.Brought.Residue = spectrum.DeltaE(f.Mixture(mixed), f.Mixture(sh.left))
	p.Brought.Solvent = max(0, 100*float64(mixed[f.N-3+film.Solvent])/all-s.Medium.Solvent)
}

// bothEvery is how many cells apart the places are at which two steps are compared; it
// has no factor in common with usual widths of a canvas.
const bothEvery = 7

// Both returns how much of what step i laid step j laid on too: the share of i's cells,
// looked at here and there.
func (r *Rehearsal) Both(i, j int) float64 {
	a, b := &r.stages[i].patch, &r.stages[j].patch
	var cells, both float64
	for k := 0; k < len(a.laid); k += bothEvery {
		if a.laid[k] < showsFrom {
			continue
		}
		cells++
		if b.at(a.from+k) >= showsFrom {
			both++
		}
	}
	return both / max(1, cells)
}

// Shows is the share of the canvas on which step i is the last that laid paint.
func (r *Rehearsal) Shows(i int) float64 {
	var n float64
	for _, o := range r.Owner {
		if int(o) == i {
			n++
		}
	}
	return n / float64(len(r.Owner))
}
