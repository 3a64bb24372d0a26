package look

import (
	"math"

	"proxenos/core/lesson"
)

// region is some places of a plan's grid.
type region struct {
	in   []bool
	w, h int
	mm   float64
}

// Inside tells whether a place, mm, is in it.
func (r region) Inside(x, y float64) bool {
	i, j := int(x/r.mm), int(y/r.mm)
	return x >= 0 && y >= 0 && i < r.w && j < r.h && r.in[j*r.w+i]
}

// Deep tells how deep it is in: of a region of places only that it is.
func (r region) Deep(x, y float64) float64 {
	if r.Inside(x, y) {
		return deepIn
	}
	return -deepIn
}

// reached are the places on which a fault is painted over.
func (p *Plan) reached(f Fault) []bool {
	w, h := p.Plate.W, p.Plate.H
	in := make([]bool, w*h)
	for _, i := range f.cells {
		in[i] = true
		if f.Kind == Aside {
			x, y := i%w+int(math.Round(f.Right/p.Plate.Mm)), i/w+int(math.Round(f.Down/p.Plate.Mm))
			if x >= 0 && y >= 0 && x < w && y < h {
				in[y*w+x] = true
			}
		}
	}
	if f.Kind == Value || f.Kind == Colour || f.Kind == Edge {
		return in
	}
	return widened(in, w, h, int(whereRim/p.Plate.Mm))
}

// standing are the places where a thing stands aside and is not to be, with their rim.
func (p *Plan) standing(f Fault, in []bool) []bool {
	out := make([]bool, len(in))
	for i, yes := range in {
		out[i] = yes && int(p.zone[i]) != f.zone
	}
	return out
}

// lacking are the places of a thing that stands aside where it is to be and is not.
func (p *Plan) lacking(f Fault, in []bool) []bool {
	w, h := p.Plate.W, p.Plate.H
	is := make([]bool, w*h)
	for _, i := range f.cells {
		x, y := i%w+int(math.Round(f.Right/p.Plate.Mm)), i/w+int(math.Round(f.Down/p.Plate.Mm))
		if x >= 0 && y >= 0 && x < w && y < h {
			is[y*w+x] = true
		}
	}
	out := make([]bool, w*h)
	for i := range out {
		out[i] = in[i] && !is[i]
	}
	return widened(out, w, h, 1)
}

// leansFrom is by how many mm something along a tilted horizon is off where it is painted again.
const leansFrom = 1.0

// wedge are the places between the horizon as it is to be and as it runs; with a reach, mm, those
// above and below it that are off as well because they go with it.
func (p *Plan) wedge(f Fault, reach float64) []bool {
	w, h := p.Plate.W, p.Plate.H
	in := make([]bool, w*h)
	slope := math.Tan(f.Is * degree)
	for i := range in {
		x, y := (float64(i%w)+0.5)*p.Plate.Mm, (float64(i/w)+0.5)*p.Plate.Mm
		off, d := slope*(x-p.Lesson.Support.Width/2), y-p.Lesson.View.Horizon
		if reach > 0 {
			in[i] = math.Abs(off)*math.Exp(-sq(d/reach)) >= leansFrom
		} else {
			in[i] = d >= min(0, off)-whereRim && d <= max(0, off)+whereRim
		}
	}
	return in
}

// ownZones are the zones that show in some places, as the plan has them.
func (p *Plan) ownZones(in []bool) map[int]bool {
	n := map[int]int{}
	for i, yes := range in {
		if z := int(p.zone[i]); yes && z >= 0 {
			n[z]++
		}
	}
	out := map[int]bool{}
	for z, k := range n {
		if k >= layerFrom {
			out[z] = true
		}
	}
	return out
}

// wideZones are those that show on a good part of some places.
func (p *Plan) wideZones(in []bool) map[int]bool {
	n, all := map[int]int{}, 0
	for i, yes := range in {
		if z := int(p.zone[i]); yes && z >= 0 {
			n[z]++
			all++
		}
	}
	out := map[int]bool{}
	for z, k := range n {
		if k >= all/10 {
			out[z] = true
		}
	}
	return out
}

// mostZone is the zone that shows on most of some places; -1 for none.
func (p *Plan) mostZone(in []bool) int {
	n, best := map[int]int{}, -1
	for i, yes := range in {
		if z := int(p.zone[i]); yes && z >= 0 {
			n[z]++
			if best < 0 || n[z] > n[best] {
				best = z
			}
		}
	}
	return best
}

// showing takes the steps that show in some places, and what blends without paint.
func (p *Plan) showing(in []bool) func(lesson.Step) bool {
	n, all := map[int16]int{}, 0
	for i, yes := range in {
		if yes && p.step[i] >= 0 {
			n[p.step[i]]++
			all++
		}
	}
	return func(s lesson.Step) bool {
		return len(s.Mixtures) > 0 && n[int16(p.Lesson.Step(s.ID))] >= max(layerFrom, all/20)
	}
}
