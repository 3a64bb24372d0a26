package mark

import (
	"proxenos/core/lesson"
	"proxenos/core/noise"
)

const (
	flockLeast = 3
	flockMore  = 6   // birds for every time that a flock is covered
	wingLong   = 0.1 // half a bird's span, as a share of its flock's width
)

// flock draws birds on the wing, each by two short pulls from its body: in a loose line, of
// unlike size, no two alike.
func (p *planner) flock() {
	wide, high := p.whole.X1-p.whole.X0, p.whole.Y1-p.whole.Y0
	n := flockLeast + int(flockMore*p.s.Cover)
	for k := range n {
		t := (float64(k) + p.between(0.1, 0.9)) / float64(n)
		x := p.whole.X0 + t*wide
		y := p.whole.Y0 + high*(0.25+0.5*noise.At(p.seed+21, 3*t, 1)) + p.between(-0.15, 0.15)*high
		long := max(0.9, wide*wingLong*p.between(0.5, 1))
		lift, tilt := p.between(0.25, 0.8), p.between(-0.25, 0.25)
		for _, side := range [2]float64{-1, 1} {
			p.add(Stroke{Path: []lesson.Point{{X: x, Y: y}, {X: x + side*0.5*long, Y: y - lift*long*0.7 + side*tilt*long*0.5}, {X: x + side*long, Y: y - lift*long*0.45 + side*tilt*long}},
				From: 0.9, To: 0.15, Taper: 0.7, Reload: side < 0, Free: true})
		}
	}
}

const (
	rutAt   = 0.3 // share of a path's width from either side at which wheels go
	rutStep = 4.0 // mm from one joint of a rut to the next
)

// ruts draws the two lines that wheels leave along a path, lost here and there, from far to
// near.
func (p *planner) ruts() {
	for _, at := range [2]float64{rutAt, 1 - rutAt} {
		var path []lesson.Point
		end := func() {
			if len(path) > 1 {
				p.add(Stroke{Path: path, From: 0.4, To: 1, Taper: 0.3, Reload: true, Shade: p.shade(path[0].X, path[0].Y, 0.3)})
			}
			path = nil
		}
		for y := p.r.Y0 + 1; y < p.r.Y1; y += rutStep {
			left, right, ok := p.r.Row(y)
			if !ok || noise.At(p.seed+22, y/16, at*9) < 0.6-0.3*p.s.Cover {
				end()
				continue
			}
			path = append(path, lesson.Point{X: left + at*(right-left) + 0.04*(right-left)*p.between(-1, 1), Y: y})
		}
		end()
	}
}

const (
	railPosts = 7    // of a bridge
	railHigh  = 0.14 // of its posts, as a share of how long it is
)

// rails sets the posts of a bridge along its upper edge, and draws the hand-rail from one to
// the next.
func (p *planner) rails() {
	wide := p.whole.X1 - p.whole.X0
	var tops []lesson.Point
	for k := range railPosts {
		x := p.whole.X0 + wide*(0.04+0.92*float64(k)/(railPosts-1))
		top, _, ok := p.whole.Span(x)
		if !ok {
			continue
		}
		up := railHigh * wide * (0.95 + 0.1*noise.At(p.seed+23, float64(k)*1.7, 1))
		tops = append(tops, lesson.Point{X: x, Y: top - up})
		p.add(Stroke{Path: []lesson.Point{{X: x, Y: top + 0.5}, {X: x, Y: top - up}}, From: 1, To: 0.9, Reload: true, Abrupt: true, Free: true})
	}
	for i := 1; i < len(tops); i++ {
		p.add(Stroke{Path: []lesson.Point{tops[i-1], {X: (tops[i-1].X + tops[i].X) / 2, Y: (tops[i-1].Y+tops[i].Y)/2 + 0.2}, tops[i]}, From: 0.9, To: 0.8, Reload: true, Abrupt: true, Free: true})
	}
}
