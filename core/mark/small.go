package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// pressTurn rotates the brush on the spot: once, as large as it is, for a sun or a
// moon; many times for blossom.
func (p *planner) pressTurn() {
	if p.z.Kind == lesson.Disc {
		at := lesson.Point{X: (p.whole.X0 + p.whole.X1) / 2, Y: (p.whole.Y0 + p.whole.Y1) / 2}
		radius := min(p.whole.X1-p.whole.X0, p.whole.Y1-p.whole.Y0) / 2
		for range max(1, int(math.Round(p.s.Cover))) {
			p.add(Stroke{Path: []lesson.Point{at}, Turn: true, Spread: radius, From: 1, Reload: true, Free: true})
		}
		return
	}
	w := p.tool.Width
	p.sprinkle(0.6*w*w, func(at lesson.Point, scale float64) Stroke {
		return Stroke{Path: []lesson.Point{at}, Turn: true, Spread: max(0.5, 0.3*w*scale*p.between(0.6, 1.2)), From: p.between(0.7, 1), Free: true}
	})
}

// dab presses and leaves: blossoms in drifts, leaves on water, stones.
func (p *planner) dab() {
	w := p.tool.Width
	if p.tool.Kind.Knife() {
		w = min(w, 8) // only the tip of a knife dabs
	}
	p.sprinkle(0.5*w*w, func(at lesson.Point, scale float64) Stroke {
		return Stroke{Path: []lesson.Point{at}, Spread: max(0.5, 0.28*w*scale*p.between(0.5, 1.2)), Corner: min(1, w/p.tool.Width),
			Flick: p.between(0, 2*math.Pi), From: p.between(0.8, 1.1), Free: true}
	})
}

// sprinkle sets marks in drifts, each as large as its distance makes it: scale is
// 1 at the lower edge of the canvas.
func (p *planner) sprinkle(area float64, mark func(at lesson.Point, scale float64) Stroke) {
	n := p.some(area)
	for i, at := range p.places(3 * n) {
		if noise.Fractal(p.seed+7, at.X/40, at.Y/16, 3) < 0.54 || p.rng.IntN(3) > 1 {
			continue
		}
		s := mark(at, math.Pow(scene.Scale(p.l, at.Y), 0.7))
		s.Reload, s.Shade = i%4 == 0, p.shade(at.X, at.Y, 0.6)
		p.add(s)
	}
}

// rubBack goes over the part in large soft circles with a towel, which takes a
// clean face now and then.
func (p *planner) rubBack() {
	w := min(p.tool.Width, max(6, 0.4*p.size()))
	for range p.some(0.22 * w * w) {
		x, y := p.r.Nth(p.rng.Float64())
		p.add(Stroke{Path: p.circle(x, y, p.between(0.25, 0.5)*w), From: 0.7, To: 0.5, Corner: min(1, w/p.tool.Width), Manner: Wiping, Reload: len(p.out)%12 == 0})
	}
}

// wipeOut lifts the part: a round is turned out, a slope follows its fall, the
// rest is wiped level.
func (p *planner) wipeOut() {
	if p.z.Kind == lesson.Disc {
		at := lesson.Point{X: (p.whole.X0 + p.whole.X1) / 2, Y: (p.whole.Y0 + p.whole.Y1) / 2}
		for range max(2, int(math.Round(2*p.s.Cover))) {
			p.add(Stroke{Path: []lesson.Point{at}, Turn: true, Spread: min(p.whole.X1-p.whole.X0, p.whole.Y1-p.whole.Y0) / 2, From: 1, Manner: Wiping, Reload: true})
		}
		return
	}
	w := min(p.tool.Width, max(1.5, 0.3*min(p.r.X1-p.r.X0, p.r.Y1-p.r.Y0)))
	long := min(6*w, max(2*w, 0.5*(p.r.X1-p.r.X0)))
	for i := range p.some(0.5 * w * long) {
		x, y := p.r.Nth(p.rng.Float64())
		dx, dy := p.along(lesson.Point{X: x, Y: y})
		l := long * p.between(0.5, 1)
		p.add(Stroke{Path: []lesson.Point{{X: x - dx*l/2, Y: y - dy*l/2}, {X: x + dx*l/2, Y: y + dy*l/2}}, From: 1, To: 0.9,
			Corner: min(1, w/p.tool.Width), Manner: Wiping, Reload: i%3 == 0})
	}
}
