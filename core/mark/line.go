package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// linerPull draws what is thin there: branches in trees, wires on a fence, ripples
// on water, blades elsewhere.
func (p *planner) linerPull() {
	switch {
	case p.z.Kind == lesson.Birds:
		p.flock()
	case p.z.Kind == lesson.Path:
		p.ruts()
	case p.z.Kind == lesson.Bridge:
		p.rails()
	case p.z.Kind.Is(lesson.Woody):
		n := max(1, int(math.Round(3*p.s.Cover)))
		foot, top := p.trunk()
		for k := range n {
			t := 0.42 + 0.55*float64(k)/float64(n)
			side := float64(1-2*(k%2)) * p.between(0.25, 0.8)
			at := lesson.Point{X: foot.X + (top.X-foot.X)*t, Y: foot.Y + (top.Y-foot.Y)*t}
			p.branch(at.X, at.Y, -math.Pi/2+side, (foot.Y-top.Y)*p.between(0.3, 0.5), 0)
		}
	case p.z.Kind == lesson.Fence:
		p.wires()
	case p.z.Kind == lesson.Waterfall:
		for range p.some(30 * p.tool.Width * 2) {
			x, y := p.r.Nth(p.rng.Float64())
			l := p.between(0.1, 0.3) * (p.whole.Y1 - p.whole.Y0)
			p.add(Stroke{Path: []lesson.Point{{X: x, Y: y - l/2}, {X: x + p.between(-0.03, 0.03)*l, Y: y + l/2}}, From: 0.8, To: 0.3, Taper: 0.6, Reload: true, Shade: p.shade(x, y, 0.4)})
		}
	case p.water():
		for range p.some(30 * p.tool.Width * 2) {
			at := p.shine()
			half := p.between(4, 16) * scene.Scale(p.l, at.Y)
			p.add(Stroke{Path: p.level(at.X-half, at.X+half, at.Y, 0.3), From: 1, To: 0.3, Reload: true, Shade: p.shade(at.X, at.Y, 0.3)})
		}
	default:
		for _, f := range p.places(p.some(22 * p.tool.Width * 2)) {
			h := p.between(6, 30) * max(0.15, scene.Scale(p.l, f.Y))
			lean := p.rng.NormFloat64() * 0.3
			p.add(Stroke{Path: []lesson.Point{f, {X: f.X + lean*h*0.25, Y: f.Y - 0.5*h}, {X: f.X + lean*h*0.7, Y: f.Y - 0.85*h}, {X: f.X + lean*h*1.1, Y: f.Y - h}},
				From: 1, To: 0.2, Taper: 0.7, Reload: true, Shade: p.shade(f.X, f.Y, 0.5), Free: true})
		}
	}
}

// doubleLoad makes a trunk with limbs in a tree, the posts of a fence, and posts
// elsewhere.
func (p *planner) doubleLoad() {
	switch {
	case p.z.Kind.Is(lesson.Woody):
		p.trunkStrokes()
		return
	case p.z.Kind == lesson.Fence:
		for _, post := range p.posts() {
			p.add(p.twoSided(Stroke{Path: []lesson.Point{post.foot, post.top}, From: 1, To: 0.85, Gather: p.postWidth(post), Reload: true, Abrupt: true, Free: true}))
		}
		return
	}
	var feet []lesson.Point
	gap := 16.0
	for x := p.r.X0 + p.between(0, gap); x < p.r.X1; x += gap * p.between(0.6, 1.5) / max(0.1, p.s.Cover) {
		if top, bottom, ok := p.r.Span(x); ok {
			feet = append(feet, lesson.Point{X: x, Y: p.between(top+0.4*(bottom-top), bottom)})
		}
	}
	byHeight(feet)
	for _, f := range feet {
		h := p.between(22, 30) * max(0.12, scene.Scale(p.l, f.Y))
		lean := p.between(-0.08, 0.08)
		p.add(p.twoSided(Stroke{Path: []lesson.Point{f, {X: f.X + lean*h, Y: f.Y - h}}, From: 1, To: 0.8, Gather: min(1, 0.12*h/p.tool.Width), Reload: true, Abrupt: true, Free: true}))
	}
}

// twoSided turns the tool so that the lighter of its two mixtures lies on the side of the
// stroke that faces the light.
func (p *planner) twoSided(s Stroke) Stroke {
	box := p.l.Paints()
	var l [2]float64
	for k, id := range p.s.Mixtures[:min(2, len(p.s.Mixtures))] {
		m, _ := p.l.Mixture(id)
		if c, err := box.Colour(m.Parts); err == nil {
			l[k] = c.L
		}
	}
	a, b := s.Path[0], s.Path[len(s.Path)-1]
	lx, ly := scene.LightOn(p.l)
	// The second mixture is on the right hand of the way.
	right := (a.Y-b.Y)*lx+(b.X-a.X)*ly > 0
	s.Turned = right != (l[1] > l[0])
	return s
}

// A post of a fence.
type post struct{ foot, top lesson.Point }

// posts stand at uneven distances along a fence, closer and shorter where it is
// farther; the same for every step on the same fence.
func (p *planner) posts() []post {
	seed := scene.Seed(p.l, p.z.ID)
	var out []post
	i := 0.0
	for x := p.whole.X0 + 0.5; x < p.whole.X1; i++ {
		top, bottom, ok := p.whole.Span(x)
		if !ok {
			x++
			continue
		}
		h := bottom - top
		lean := 0.12 * (noise.At(seed+61, i*1.3, 1) - 0.5) * h
		out = append(out, post{lesson.Point{X: x, Y: bottom}, lesson.Point{X: x + lean, Y: bottom - h*(0.85+0.25*noise.At(seed+62, i*1.7, 2))}})
		x += max(1.2, h*(1.1+0.9*noise.At(seed+63, i*1.9, 3)))
	}
	return out
}

// postWidth is how wide a post is, as a share of the tool.
func (p *planner) postWidth(q post) float64 {
	return min(1, max(0.05, 0.13*(q.foot.Y-q.top.Y)/p.tool.Width))
}

// wires hang between the posts of a fence.
func (p *planner) wires() {
	posts := p.posts()
	for i := 1; i < len(posts); i++ {
		a, b := posts[i-1], posts[i]
		for _, t := range []float64{0.8, 0.45} {
			from := lesson.Point{X: a.foot.X + (a.top.X-a.foot.X)*t, Y: a.foot.Y + (a.top.Y-a.foot.Y)*t}
			to := lesson.Point{X: b.foot.X + (b.top.X-b.foot.X)*t, Y: b.foot.Y + (b.top.Y-b.foot.Y)*t}
			sag := p.between(0.02, 0.07) * (to.X - from.X)
			p.add(Stroke{Path: []lesson.Point{from, {X: (from.X + to.X) / 2, Y: (from.Y+to.Y)/2 + sag}, to}, From: 0.6, To: 0.5, Reload: true, Abrupt: true, Free: true})
		}
	}
}
