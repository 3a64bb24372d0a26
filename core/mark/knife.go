package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// knifeBreak lets a roll of paint break over the surface, along what it stands
// for: down the slope of a ridge, down a wall, along the level of ground and water.
func (p *planner) knifeBreak() {
	if p.z.Kind == lesson.Wall {
		p.courses()
		return
	}
	w := p.tool.Width
	size := p.size()
	wide := min(w, max(1.4, size*0.04)) // only part of the blade meets a small thing
	long := max(3, min(24, size*0.1))
	if p.z.Kind == lesson.Ridge {
		wide, long = min(w, max(1.2, 0.1*(p.whole.Y1-p.whole.Y0))), max(3, min(26, 0.4*(p.whole.Y1-p.whole.Y0)))
	} else if p.z.Kind == lesson.Surf || p.z.Kind == lesson.Waterfall {
		wide, long = min(w, max(1.4, size*0.07)), max(3, size*0.13)
	} else if p.z.Kind == lesson.Rock {
		wide, long = min(w, max(1.4, size*0.14)), max(3, size*0.2)
	}
	n := p.some(wide * long * 0.55)
	var places []lesson.Point
	switch {
	case p.z.Kind == lesson.Ridge:
		places = p.facets(n, wide, long)
	case p.flat():
		places = p.drifts(n)
	default:
		places = p.places(n)
	}
	for i, at := range places {
		l := long * p.between(0.35, 1.3)
		dx, dy := p.along(at)
		switch p.z.Kind {
		case lesson.Water, lesson.Stream, lesson.Field, lesson.Path, lesson.Snow:
			l *= 0.5 + scene.Scale(p.l, at.Y)
		}
		n := math.Hypot(dx, dy)
		dx, dy = dx/n*l, dy/n*l
		p.add(Stroke{Path: []lesson.Point{at, {X: at.X + dx*0.5 + p.between(-0.05, 0.05)*l, Y: at.Y + dy*0.5}, {X: at.X + dx, Y: at.Y + dy}},
			From: 1, To: 0.7, Corner: wide / w * p.between(0.35, 1), Taper: p.between(0.3, 0.9), Reload: i%2 == 0, Shade: p.shade(at.X, at.Y, 0.5)})
	}
}

// courses lays the stones of a wall in uneven rows that follow its upper edge.
func (p *planner) courses() {
	w := p.tool.Width
	s := max(0.15, scene.Scale(p.l, p.whole.Y1))
	high := max(1.1, min(4.5*s+0.6, 0.35*(p.whole.Y1-p.whole.Y0)))
	rows := max(1, int((p.whole.Y1-p.whole.Y0)/high))
	for row := range rows + 1 {
		for x := p.r.X0 - p.between(0, 4*s); x < p.r.X1; {
			long := high * p.between(1.1, 2.6)
			top, bottom, ok := p.whole.Span(min(p.whole.X1-0.3, max(p.whole.X0, x+long/2)))
			y := top + (float64(row)+0.5)*high + p.between(-0.15, 0.15)*high
			if ok && y < bottom && p.rng.Float64() < 0.5+0.4*p.s.Cover {
				p.add(Stroke{Path: []lesson.Point{{X: x, Y: y}, {X: x + 0.8*long, Y: y + 0.8*long*p.whole.Slope(x+long/2)}}, From: 1, To: 0.9,
					Corner: min(1, high*p.between(0.6, 0.85)/w), Reload: len(p.out)%2 == 0, Abrupt: true, Shade: p.shade(x, y, 0.9)})
			}
			x += long * p.between(1, 1.15)
		}
	}
}

// knifeSlide lays and levels paint with the flat of the blade, along the plane of
// the ground, from far to near.
func (p *planner) knifeSlide() {
	w := p.tool.Width
	// Ground shrinks with distance; what stands is as large as it is.
	scale := func(y float64) float64 {
		switch p.z.Kind {
		case lesson.Rock: // facets
			return max(0.1, min(1, 0.22*p.size()/w))
		case lesson.Building, lesson.Wall, lesson.Tree, lesson.Ridge:
			return max(0.15, min(1, 0.4*p.size()/w))
		}
		return max(0.15, scene.Scale(p.l, y))
	}
	s := scale((p.r.Y0 + p.r.Y1) / 2)
	n := p.some(0.13 * w * w * s * s)
	places, widest, longest := p.places, 0.45, 1.4
	if p.flat() {
		places, widest, longest = p.drifts, 0.24, 2.6
	}
	for _, at := range places(n) {
		s := scale(at.Y)
		l := w * s * p.between(0.4*longest, longest)
		dx, dy := p.along(at)
		p.add(Stroke{Path: []lesson.Point{{X: at.X - dx*l/2, Y: at.Y - dy*l/2}, {X: at.X + dx*l/2, Y: at.Y + dy*l/2}}, From: 0.9, To: 1,
			Corner: min(1, max(0.05, widest*s*p.between(0.4, 1))), Taper: p.between(0.2, 0.9), Manner: Sliding, Reload: len(p.out)%2 == 0, Shade: p.shade(at.X, at.Y, 0.4)})
	}
}

// knifeLine touches level lines with the edge: long near the eye, dots far away;
// on a building or a rock, along its upper edge.
func (p *planner) knifeLine() {
	w := p.tool.Width
	if p.z.Kind == lesson.Building || p.z.Kind == lesson.Rock || p.z.Kind == lesson.Wall {
		p.upperEdge()
		return
	}
	at := make([]lesson.Point, p.some(14*1.5))
	for i := range at {
		at[i] = p.shine()
	}
	byHeight(at)
	for i, c := range at {
		half := 0.5 * w * p.between(0.08, 0.75) * max(0.12, scene.Scale(p.l, c.Y))
		rise := p.whole.Slope(c.X)
		if p.water() {
			rise = 0
		}
		path := p.level(c.X-half, c.X+half, c.Y, 0.25)
		for k := range path {
			path[k].Y += rise * (path[k].X - c.X)
		}
		p.add(Stroke{Path: path, From: 1, To: 0.7, Edge: 1, Corner: 0.03,
			Reload: i%2 == 0, Shade: p.shade(c.X, c.Y, 0.4), Abrupt: true})
	}
}

// upperEdge sets the edge of the knife along the top of a thing, with breaks.
func (p *planner) upperEdge() {
	const step = 3.0
	for x := p.r.X0; x < p.r.X1-1; x += step {
		a, _, okA := p.r.Span(x)
		b, _, okB := p.r.Span(min(p.r.X1-0.3, x+step))
		if okA && okB && math.Abs(b-a) < 2*step && noise.At(p.seed+6, x/9, 1) > 0.22 {
			p.add(Stroke{Path: []lesson.Point{{X: x, Y: a + 0.4}, {X: x + step, Y: b + 0.4}}, From: 1, To: 1, Edge: 1,
				Corner: 0.04, Reload: true, Abrupt: true, Shade: p.shade(x, a, 0.3)})
		}
	}
}
