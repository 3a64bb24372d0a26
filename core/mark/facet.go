package mark

import (
	"cmp"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

const (
	facetRows  = 9    // marks from a rib outward
	facetOut   = 0.8  // of a mark's width, from one row to the next
	facetApart = 0.5  // of a mark's length, from one to the next down the slope
	facetEnds  = 0.05 // how much sooner each row ends than the one nearer to the rib
	facetLong  = 20.0 // mm along a rib on which it is lit, or is not
)

// facets picks about n places on the flanks of a ridge for marks of some mm: side by side along
// its ribs and outward from them, so that they join to planes, with whole stretches of a rib
// left out.
func (p *planner) facets(n int, wide, long float64) []lesson.Point {
	type place struct {
		at    lesson.Point
		score float64
	}
	lx, _ := scene.LightOn(p.l)
	var all []place
	for k, rib := range scene.Ribs(p.l, p.z, p.whole) {
		for y := rib.Top; y < p.r.Y1; y += facetApart * long {
			for _, side := range [2]float64{-1, 1} {
				if p.s.Where == lesson.Lit && side*lx < 0 || p.s.Where == lesson.Shaded && side*lx > 0 {
					continue
				}
				lit := noise.At(p.seed+60, y/facetLong+side, 3.7*float64(k))
				for row := range facetRows {
					at := lesson.Point{X: rib.At(y) + side*(0.4+facetOut*float64(row))*wide + p.between(-0.2, 0.2)*wide, Y: y + p.between(-0.3, 0.3)*long + 0.15*float64(row)*wide}
					if p.r.Inside(at.X, at.Y) {
						all = append(all, place{at, lit - facetEnds*float64(row) + p.between(0, 0.15)})
					}
				}
			}
		}
	}
	slices.SortStableFunc(all, func(a, b place) int { return cmp.Compare(b.score, a.score) })
	out := make([]lesson.Point, 0, n)
	for _, c := range all[:min(n, len(all))] {
		out = append(out, c.at)
	}
	if len(out) < n/4 {
		return p.places(n) // it has no ribs to speak of
	}
	byHeight(out)
	return out
}
