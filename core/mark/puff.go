package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/scene"
)

const (
	puffInner   = 0.1 // share of its size from the middle of a puff from which arcs are turned in it
	puffTops    = 1.9 // radians to either side of its top where arcs are turned
	puffBetween = 0.3
	puffArc     = 0.75 // radians to either side that an arc goes round
)

// puffs turns arcs round the puffs of a cloud, from the farthest to the nearest, so that each
// keeps its round top before those behind it.
func (p *planner) puffs() {
	masses := scene.Masses(p.l, p.z, p.whole)
	lx, ly := scene.LightOn(p.l)
	up := math.Atan2(ly-1, lx) // its tops are round; below all runs together
	var area float64
	for _, m := range masses {
		area += m.RX * m.RY
	}
	tops := puffTops
	if p.s.Where == lesson.Whole { // its body is filled all around
		tops = math.Pi
	}
	for _, m := range masses {
		arc := 0.37 * p.tool.Width * 2 * puffArc * 0.7 * m.RX // mm² that one covers
		few := int(p.s.Cover*p.r.Area*m.RX*m.RY/area/max(0.5, 0.4*arc) + p.rng.Float64())
		for made, tries := 0, 0; made < few && tries < 5*few; tries++ {
			at, far := up+p.between(-tops, tops), p.between(puffInner, 1.02)
			x, y := m.X+far*m.RX*math.Cos(at), m.Y+far*m.RY*math.Sin(at)
			if !p.r.Inside(x, y) {
				continue
			}
			var path []lesson.Point
			for k := range 5 {
				sin, cos := math.Sincos(at + puffArc*(float64(k)/2-1))
				path = append(path, lesson.Point{X: m.X + far*m.RX*cos, Y: m.Y + far*m.RY*sin})
			}
			p.add(Stroke{Path: path, From: 1, To: 0.45, Corner: p.between(0.4, 0.7), Reload: len(p.out)%4 == 0, Shade: p.shade(x, y, 0.3), Free: p.s.Where == lesson.Whole && p.rng.IntN(4) == 0})
			made++
		}
	}
}

// fluff turns small arcs under the top edge and then sweeps the base level.
func (p *planner) fluff() {
	w := p.tool.Width
	size := max(2.5, min(0.5*w, 0.3*(p.r.Y1-p.r.Y0)))
	n := p.some(w * size * 0.42)
	if p.z.Kind == lesson.CloudBank {
		p.puffs()
		n = int(puffBetween * float64(n)) // what lies between them
		if p.s.Where != lesson.Whole {
			n = 0
		}
	}
	for range n {
		x, y := p.r.Nth(math.Pow(p.rng.Float64(), 1.35)) // more toward the top
		turn := p.between(0, 2*math.Pi)
		sweep := p.between(1.6, 3)
		if p.rng.IntN(2) == 0 {
			sweep = -sweep
		}
		radius := size * p.between(0.5, 1)
		var path []lesson.Point
		for k := range 7 {
			a := turn + sweep*float64(k)/6
			path = append(path, lesson.Point{X: x + radius*math.Cos(a), Y: y + 0.75*radius*math.Sin(a)})
		}
		p.add(Stroke{Path: path, From: 1, To: 0.45, Corner: p.between(0.4, 0.7), Reload: len(p.out)%7 == 0, Shade: p.shade(x, y, 0.3),
			Free: p.rng.IntN(3) == 0})
	}
	// Base-blend: the foot is swept level with what is left in the hairs.
	for x := p.r.X0; x < p.r.X1; x += 0.8 * w {
		_, bottom, ok := p.r.Span(x)
		if !ok {
			continue
		}
		y := bottom - p.between(0, 0.18)*(p.r.Y1-p.r.Y0)
		half := p.between(0.8, 1.5) * w
		p.add(Stroke{Path: p.level(x-half, x+half, y, 0.8), From: 0.5, To: 0.2, Shade: Leftover})
	}
}
