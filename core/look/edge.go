package look

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// Edges.
const (
	edgeReach = 9.0 // mm to either side at which what meets is looked at
	edgeApart = 6.0 // ΔE00 from which two things have an edge at all
	edgePart  = 0.5 // of the places along an edge that must tell
	edgeBlur  = 0.7 // mm over which colour is averaged before it is looked at
	edgeSharp = 0.7 // mm: no edge is taken to be narrower
)

// width is how wide an edge is, mm: over how much the colour goes from one side to the other. ok is
// false where too little of it tells.
func (v *view) width(lab []spectrum.Lab, e edge) (mm float64, ok bool) {
	w, h := v.p.W, v.p.H
	reach := int(edgeReach / v.p.Mm)
	var widths []float64
	told, all := 0, 0
	every := 1 + len(e.places)/220
	for k := 0; k < len(e.places); k += every {
		c := e.places[k]
		x0, y0, x1, y1 := c.x-c.dx*reach, c.y-c.dy*reach, c.x+c.dx*(reach+1), c.y+c.dy*(reach+1)
		if x0 < 0 || y0 < 0 || x1 < 0 || y1 < 0 || x0 >= w || x1 >= w || y0 >= h || y1 >= h {
			continue
		}
		if v.plan.zone[y0*w+x0] != int16(e.a) || v.plan.zone[y1*w+x1] != int16(e.b) || v.shine[c.y*w+c.x] {
			continue
		}
		all++
		a, b := lab[y0*w+x0], lab[y1*w+x1]
		way := spectrum.Lab{L: b.L - a.L, A: b.A - a.A, B: b.B - a.B}
		long := size(way)
		if spectrum.DeltaE(a, b) < edgeApart {
			continue
		}
		told++
		var steepest float64
		for s := -reach; s < reach; s++ {
			p, q := lab[(c.y+c.dy*s)*w+c.x+c.dx*s], lab[(c.y+c.dy*(s+1))*w+c.x+c.dx*(s+1)]
			steepest = max(steepest, ((q.L-p.L)*way.L+(q.A-p.A)*way.A+(q.B-p.B)*way.B)/long)
		}
		if steepest > 0 {
			widths = append(widths, long/steepest*v.p.Mm)
		}
	}
	if told < 12 || float64(told) < edgePart*float64(all) {
		return 0, false
	}
	wide := medianOf(widths, func(w float64) float64 { return w })
	// What was blurred to be compared is wider by that: a sharp edge becomes √2π spreads wide.
	own := math.Sqrt(2*math.Pi) * edgeBlur
	return math.Sqrt(max(sq(edgeSharp), wide*wide-own*own)), true
}

// edge is whether an edge is harder or softer than it is to be.
func (v *view) edge(e edge) []finding {
	meant, ok := v.width(v.plan.fine, e)
	if !ok {
		return nil
	}
	is, ok := v.width(v.fine, e)
	if !ok {
		return nil
	}
	hard := is < hardFrom*meant && is < meant-hardBy && meant >= edgeWidth
	soft := is > softFrom*meant && is >= 2*edgeWidth
	if !hard && !soft {
		return nil
	}
	a, b := v.plan.zones[e.a], v.plan.zones[e.b]
	f := Fault{ID: "edge-" + a.id + "-" + b.id, Kind: Edge, Of: b.id, Name: "the edge of " + b.called() + " against " + a.called(), Is: is, Meant: meant, Unit: "mm", zone: e.b}
	var cells []int
	for _, c := range e.places {
		cells = append(cells, c.y*v.p.W+c.x)
	}
	v.place(&f, cells)
	in := make([]bool, len(v.lab))
	for _, i := range cells {
		in[i] = true
	}
	wide := max(is, meant)
	band := widened(in, v.p.W, v.p.H, int(math.Ceil(wide/v.p.Mm)))
	cells = cells[:0]
	for i, yes := range band {
		if z := int(v.plan.zone[i]); yes && (z == e.a || z == e.b) {
			cells = append(cells, i)
		}
	}
	f.Area, f.cells = float64(len(cells))/float64(len(v.lab)), cells
	word := "hard"
	if soft {
		word = "soft"
	}
	f.Says = fmt.Sprintf("%s is too %s: it takes %.1f mm where %.1f are meant.", lesson.Capital(f.Name), word, is, meant)
	return []finding{{f, v.asPlanned(cells, spectrum.Lab{})}}
}
