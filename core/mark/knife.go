package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// knifeBreak lets a roll of paint break over the surface, along what it stands
// for: down the slope of a ridge, down a wall, along the level of ground and water.
func (p *planner) knifeBreak() {
	w := p.tool.Width
	size := math.Sqrt(p.whole.Area)
	wide := min(w, max(1.6, size*0.045)) // only part of the blade meets a small thing
	lx, _ := scene.LightOn(p.l)
	var starts []lesson.Point
	long := max(3, min(24, size*0.1))
	for range p.some(wide * long * 0.35) {
		x, y := p.r.Nth(p.rng.Float64())
		starts = append(starts, lesson.Point{X: x, Y: y})
	}
	byHeight(starts)
	for i, at := range starts {
		l := long * p.between(0.5, 1.3)
		dx, dy := 1.0, p.between(-0.05, 0.05)
		switch p.z.Kind {
		case lesson.Ridge:
			// Away from the light and down, as the flank falls.
			dx, dy = -0.55*sign(lx)+0.5*p.whole.Slope(at.X)+p.between(-0.2, 0.2), 1
		case lesson.Building, lesson.Tree:
			dx, dy = p.between(-0.06, 0.06), 1
		case lesson.Water, lesson.Field, lesson.Path, lesson.Bank:
			l *= 0.5 + scene.Scale(p.l, at.Y)
		}
		n := math.Hypot(dx, dy)
		dx, dy = dx/n*l, dy/n*l
		p.add(Stroke{Path: []lesson.Point{at, {X: at.X + dx*0.5 + p.between(-0.05, 0.05)*l, Y: at.Y + dy*0.5}, {X: at.X + dx, Y: at.Y + dy}},
			From: 1, To: 0.7, Corner: wide / w * p.between(0.5, 1), Reload: i%2 == 0, Shade: p.shade(at.X, at.Y, 0.5)})
	}
}

// knifeLine touches level lines with the edge: long near the eye, dots far away;
// on a building, along its upper edge.
func (p *planner) knifeLine() {
	w := p.tool.Width
	if p.z.Kind == lesson.Building {
		step := 3.0
		for x := p.r.X0; x < p.r.X1-1; x += step {
			a, _, okA := p.r.Span(x)
			b, _, okB := p.r.Span(min(p.r.X1-0.3, x+step))
			if okA && okB {
				p.add(Stroke{Path: []lesson.Point{{X: x, Y: a + 0.4}, {X: x + step, Y: b + 0.4}}, From: 1, To: 1, Edge: 1,
					Corner: 0.04, Reload: true, Abrupt: true})
			}
		}
		return
	}
	var at []lesson.Point
	for range p.some(14 * 1.5) {
		x, y := p.r.Nth(p.rng.Float64())
		at = append(at, lesson.Point{X: x, Y: y})
	}
	byHeight(at)
	for i, c := range at {
		half := 0.5 * w * p.between(0.08, 0.75) * max(0.12, scene.Scale(p.l, c.Y))
		p.add(Stroke{Path: p.level(c.X-half, c.X+half, c.Y, 0.25), From: 1, To: 0.7, Edge: 1, Corner: 0.03,
			Reload: i%2 == 0, Shade: p.shade(c.X, c.Y, 0.4), Abrupt: true})
	}
}

func sign(v float64) float64 {
	if v < 0 {
		return -1
	}
	return 1
}
