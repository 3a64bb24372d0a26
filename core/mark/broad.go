package mark

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// crissCross covers the part from the top down with overlapping X strokes and eases the
// pressure toward the bottom. One mixture on a wet white base is loaded for the top corners
// alone, and led from them inward and down: what the tool gives up and what it takes of the
// white grade the sky by themselves.
func (p *planner) crissCross() {
	w := p.tool.Width
	high := max(1, p.r.Y1-p.r.Y0)
	once := len(p.s.Mixtures) == 1 && p.onWhite()
	var crosses []lesson.Point
	for y := p.r.Y0 - 0.1*w; y < p.r.Y1+0.3*w; y += 0.7 * w / max(0.3, p.s.Cover) {
		for x := p.r.X0 - p.between(0, 0.6*w); x < p.r.X1+0.6*w; x += 0.85 * w {
			crosses = append(crosses, lesson.Point{X: x, Y: y})
		}
	}
	aside := 0.4 * (p.r.X1 - p.r.X0) // mm from its sides at which the corners end
	inward := func(at lesson.Point) float64 {
		return aside * (1 - math.Exp(-max(0, min(at.X-p.r.X0, p.r.X1-at.X))/aside))
	}
	if once {
		slices.SortStableFunc(crosses, func(a, b lesson.Point) int {
			return cmp.Compare(a.Y+onceInward*inward(a), b.Y+onceInward*inward(b))
		})
	}
	for _, at := range crosses {
		ease := 1 - 0.4*min(1, (at.Y-p.r.Y0)/high)
		cx, cy := at.X+p.between(-0.2, 0.2)*w, at.Y+p.between(-0.2, 0.2)*w
		for side := range 2 {
			lean := p.between(0.25, 0.7)
			if side == 1 {
				lean = -lean
			}
			half := p.between(0.55, 0.9) * w
			bend := p.between(-0.15, 0.15) * w
			dx, dy := math.Cos(lean)*half, math.Sin(lean)*half
			sy := max(p.r.Y0, min(p.r.Y1, cy))
			dips := len(p.out)%5 == 0
			if once {
				dips = at.Y+inward(at) < p.r.Y0+onceDips*high
			}
			p.add(Stroke{
				Path: []lesson.Point{{X: cx - dx, Y: cy - dy}, {X: cx, Y: cy + bend}, {X: cx + dx, Y: cy + dy}},
				From: ease, To: ease * 0.75, Reload: dips,
				Shade: p.shade(cx, sy, 0.12),
			})
		}
	}
}

// onceInward is how far down a hand has come by the time it is a mm in from the corner.
const onceInward = 1.3

// onceDips is how far from its top corners a hand dips that lets a sky grade by itself, as a
// share of its height.
const onceDips = 0.25

// onWhite reports whether the zone has a wet white base.
func (p *planner) onWhite() bool {
	b := p.l.Base
	return b.Kind == lesson.WhiteBase && (len(b.Zones) == 0 || slices.Contains(b.Zones, p.z.ID))
}

// longPull lays level pulls from the edges inward, from the top down. Where they
// meet they lift, each at another place, so that no seam shows.
func (p *planner) longPull() {
	w := p.tool.Width
	for y := p.r.Y0 + 0.2*w; y < p.r.Y1+0.3*w; y += 0.5 * w / max(0.3, p.s.Cover) {
		left, right, ok := p.r.Row(min(p.r.Y1-0.3, y))
		if !ok {
			continue
		}
		yy := y + p.between(-0.1, 0.1)*w
		cut := p.between(0.1, 0.9)*(right-left) + left
		lap := p.between(0.08, 0.25) * (right - left)
		shade := p.shade((left+right)/2, min(p.r.Y1-0.3, max(p.r.Y0, yy)), 0.1)
		p.add(Stroke{Path: p.level(left-2, min(right, cut+lap), yy, 0.06*w), From: 1, To: 0.3, Reload: true, Shade: shade})
		p.add(Stroke{Path: p.level(right+2, max(left, cut-lap), yy, 0.06*w), From: 1, To: 0.3, Reload: true, Shade: shade})
	}
}

// feather goes across the joins of the part with the least touch, from the top down, row
// after row, each overlapping the last, so that no block is left out.
func (p *planner) feather() {
	w := p.tool.Width
	level := p.water() || p.z.Kind == lesson.Mist || p.s.Where == lesson.Foot
	apart := 0.6 * w / math.Sqrt(max(0.3, p.s.Cover))
	first := p.r.Y0
	if p.water() { // the shore stays as it is
		first += min(0.5*w, 0.4*(p.r.Y1-p.r.Y0))
	}
	for y := first; y < p.r.Y1+0.3*apart; y += apart {
		left, right, ok := p.r.Row(min(p.r.Y1-0.3, max(p.r.Y0+0.3, y)))
		if !ok {
			continue
		}
		for x := left + p.between(-0.6, 0)*w; x < right+0.5*w; x += 2 * apart * p.between(0.8, 1.1) {
			lean := p.between(-0.45, 0.45)
			if level {
				lean *= 0.12
			}
			half := p.between(0.8, 1.2) * w
			if p.rng.IntN(2) == 0 {
				half = -half
			}
			at := max(first, y+p.between(-0.2, 0.2)*apart)
			dx, dy := math.Cos(lean)*half, math.Sin(lean)*half
			from, to := x-dx, x+dx
			if p.water() { // it keeps to its banks
				from, to = min(right, max(left, from)), min(right, max(left, to))
			}
			p.add(Stroke{Path: []lesson.Point{{X: from, Y: at - dy}, {X: to, Y: at + dy}}, From: 0.8, To: 0.5, Manner: Sweeping})
		}
	}
}

// pullDown drags colour straight down from the top of the part, or down the slope
// of a ridge, then levels it with one light pass if it is water.
func (p *planner) pullDown() {
	if p.z.Kind == lesson.Fence {
		for _, post := range p.posts() {
			p.add(Stroke{Path: []lesson.Point{post.top, post.foot}, From: 1, To: 0.9, Gather: p.postWidth(post), Reload: true, Abrupt: true, Free: true, Shade: p.shade(post.foot.X, post.foot.Y, 0.3)})
		}
		return
	}
	if axis, wide := p.axis(); len(p.s.Mixtures) > 0 && wide > 0 && wide < p.tool.Width {
		p.pullAlong(axis)
		return
	}
	w := p.tool.Width
	slope := p.z.Kind == lesson.Ridge || p.z.Kind == lesson.Bank
	var xs []float64
	for x := p.r.X0 - 0.3*w; x < p.r.X1+0.5*w; x += 0.55 * w / max(0.3, p.s.Cover) {
		xs = append(xs, x+p.between(-0.2, 0.2)*w)
	}
	p.rng.Shuffle(len(xs), func(i, j int) { xs[i], xs[j] = xs[j], xs[i] })
	for _, x := range xs {
		top, bottom, ok := p.r.Span(min(p.r.X1-0.3, max(p.r.X0+0.3, x)))
		if !ok {
			continue
		}
		longest, next := bottom-top, 0.7
		switch {
		case slope:
			longest = max(0.8*w, min(longest, 1.6*w))
		case p.water():
			next = 1 // one pull from shore to tip, or the joins show
		}
		for y := top + 0.1*w*p.rng.Float64(); y < bottom-0.1*w; y += next * longest {
			lean := p.between(-0.04, 0.04)
			if slope {
				lean = p.whole.Fall(p.l, p.z, x, y+0.3*longest) + 0.5*(noise.At(p.seed+4, x/(1.4*w), 2)-0.5) + p.between(-0.15, 0.15)
				lean = min(1, max(-1, lean))
			}
			l := min(longest, bottom-y+1) * p.between(0.75, 1)
			s := Stroke{From: 1, To: 0.6, Reload: len(p.out)%3 == 0, Shade: p.shade(x, min(bottom, y+l/3), 0.25)}
			at := y
			if len(p.s.Mixtures) == 0 { // it takes hold of what is wet above the place, and is wiped for the next
				s.Manner, s.Free, s.Reload = Dragging, true, true
				l = l*p.between(0.5, 0.9) + w
				at = y - w
			}
			s.Path = []lesson.Point{{X: x - lean*l*0.5, Y: at}, {X: x + lean*l*0.1, Y: at + 0.5*l}, {X: x + lean*l*0.5, Y: at + l}}
			p.add(s)
		}
	}
	if p.water() {
		p.levelOff()
	}
}

// levelOff drags one light level pass through reflections.
func (p *planner) levelOff() {
	w := p.tool.Width
	for y := p.r.Y0 + 0.3*w; y < p.r.Y1; y += 0.6 * w {
		left, right, ok := p.r.Row(y)
		if !ok {
			continue
		}
		p.add(Stroke{Path: p.level(left-3, right+3, y, 0.4), From: 0.3, To: 0.25, Shade: Leftover})
	}
}

// rows walks the part in level rows of a height and gives each run along it.
func (p *planner) rows(apart float64, run func(left, right, y float64)) {
	for y := p.r.Y0 + 0.6*apart; y < p.r.Y1+0.4*apart; y += apart / max(0.3, p.s.Cover) {
		if left, right, ok := p.r.Row(min(p.r.Y1-0.3, y)); ok {
			run(left, right, y)
		}
	}
}

// cutIn fills an exact shape with short strokes that follow it.
func (p *planner) cutIn() {
	w := p.tool.Width
	p.rows(0.45*w, func(left, right, y float64) {
		for x := left; x < right; {
			end := min(right+0.3*w, x+p.between(1.2, 2.4)*w)
			p.add(Stroke{Path: p.level(x-0.3*w, end, y+p.between(-0.12, 0.12)*w, 0.05*w),
				From: 0.9, To: 0.8, Abrupt: true, Reload: len(p.out)%4 == 0, Shade: p.shade((x+end)/2, min(p.r.Y1-0.3, y), 0.2)})
			x = end - 0.2*w
		}
	})
}

// glaze draws one thin even film over the part.
func (p *planner) glaze() {
	w := p.tool.Width
	p.rows(0.5*w, func(left, right, y float64) {
		p.add(Stroke{Path: p.level(left-0.2*w, right+0.2*w, y+p.between(-0.08, 0.08)*w, 0.05*w), From: 1, To: 0.8,
			Manner: Filming, Reload: len(p.out)%2 == 0, Shade: p.shade((left+right)/2, min(p.r.Y1-0.3, y), 0.1)})
	})
}

// circle makes a round path, a little over one turn.
func (p *planner) circle(x, y, radius float64) []lesson.Point {
	from := p.between(0, 2*math.Pi)
	turn := p.between(5.8, 7)
	if p.rng.IntN(2) == 0 {
		turn = -turn
	}
	var path []lesson.Point
	for k := range 9 {
		a := from + turn*float64(k)/8
		path = append(path, lesson.Point{X: x + radius*math.Cos(a), Y: y + 0.85*radius*math.Sin(a)})
	}
	return path
}

// scrub makes a short path that turns back on itself, never in quite the same way.
func (p *planner) scrub(x, y, radius float64) []lesson.Point {
	a := p.between(0, 2*math.Pi)
	var path []lesson.Point
	for range 5 {
		r := radius * math.Sqrt(p.rng.Float64())
		path = append(path, lesson.Point{X: x + r*math.Cos(a), Y: y + 0.8*r*math.Sin(a)})
		a += p.between(1.2, 2.8)
	}
	return path
}

// leafRub is how wide the circles are in which a crown is rubbed in, as a share of its size.
const leafRub = 0.16

// rubIn covers the part with small firm circles.
func (p *planner) rubIn() {
	w := p.tool.Width
	covered := func(_, _ float64) bool { return true }
	if p.z.Kind.Is(lesson.Leafy) { // the sky between the masses stays
		covered = scene.Covered(p.l, p.z, p.whole)
		w = min(w, leafRub*p.size())
	}
	for _, at := range p.everywhere(p.some(0.6 * w * w)) {
		if !covered(at.X, at.Y) {
			continue
		}
		x, y := at.X, at.Y
		p.add(Stroke{Path: p.scrub(x, y, p.between(0.3, 0.5)*w), From: 1, To: 0.9, Manner: Circling,
			Reload: len(p.out)%8 == 0, Shade: p.shade(x, y, 0.2)})
	}
}

// scumble turns small broken circles with little paint, thicker in some drifts
// than in others.
func (p *planner) scumble() {
	w := p.tool.Width
	drift := max(5, 1.5*w)
	soft := p.z.Kind == lesson.Mist || p.z.Kind == lesson.CloudBank || p.z.Kind == lesson.Disc
	least, most := 0.1, 0.3      // radius, as a share of the tool
	if p.z.Kind == lesson.Mist { // no circle is to be told from the next
		least, most = 0.3, 0.75
	}
	cx, cy := (p.whole.X0+p.whole.X1)/2, (p.whole.Y0+p.whole.Y1)/2
	n := p.some(0.2 * w * w)
	for made, tries := 0, 0; made < n && tries < 5*n; tries++ {
		x, y := p.r.Nth(p.rng.Float64())
		if p.s.Cover < 1.2 && noise.Fractal(p.seed+8, x/(2*drift), y/drift, 2) < 0.5*(1.2-p.s.Cover) {
			continue
		}
		if p.z.Kind == lesson.Disc { // a glow is strongest in the middle and has no rim
			t := math.Pow(p.rng.Float64(), 0.8)
			x, y = cx+(x-cx)*t, cy+(y-cy)*t
		}
		made++
		p.add(Stroke{Path: p.scrub(x, y, p.between(least, most)*w), From: 1, To: 0.6, Corner: p.between(0.3, 0.6), Manner: Circling,
			Reload: made%10 == 0, Shade: p.shade(x, y, 0.4), Free: soft})
	}
}

// dryDrag pulls the side of the hairs over the texture, along what it stands for.
func (p *planner) dryDrag() {
	w := p.tool.Width
	long := max(4, min(3*w, 0.3*p.size()))
	for i := range p.some(0.28 * w * long) {
		at := p.shine()
		if !p.water() {
			at.X, at.Y = p.r.Nth(p.rng.Float64())
		}
		dx, dy := p.along(at)
		l := long * p.between(0.5, 1.1)
		p.add(Stroke{Path: []lesson.Point{{X: at.X - dx*l/2, Y: at.Y - dy*l/2}, at, {X: at.X + dx*l/2, Y: at.Y + dy*l/2}},
			From: 1, To: 0.5, Corner: p.between(0.3, 1), Taper: p.between(0.2, 0.8), Manner: Siding, Reload: i%5 == 0, Shade: p.shade(at.X, at.Y, 0.3)})
	}
}

// along is the direction that marks take at a place of the zone: level on water
// and level ground, up and down on what stands, down the slope of a ridge.
func (p *planner) along(at lesson.Point) (dx, dy float64) {
	switch {
	case p.z.Kind == lesson.Building && at.Y < scene.Roof(p.whole):
		dx, dy = 1, p.between(-0.04, 0.04)
	case p.z.Kind == lesson.Surf || p.z.Kind == lesson.Log || p.z.Kind == lesson.Bridge || p.z.Kind == lesson.Boat:
		dx, dy = p.whole.Along(at.X)
		dy += p.between(-0.06, 0.06)
	case p.z.Kind == lesson.Rock && !scene.LooksUp(p.l, p.z, p.whole, at.X, at.Y): // a side falls, a top lies
		dx, dy = 0.3*p.between(-1, 1), 1
	case p.upright():
		dx, dy = p.between(-0.07, 0.07), 1
	case p.z.Kind == lesson.Ridge:
		dx, dy = p.whole.Fall(p.l, p.z, at.X, at.Y)+p.between(-0.15, 0.15), 1
	case p.z.Kind == lesson.Snow || p.z.Kind == lesson.Bank:
		dx, dy = 1, 0.8*p.whole.Slope(at.X)+p.between(-0.06, 0.06)
	default:
		dx, dy = 1, p.between(-0.04, 0.04)
	}
	n := math.Hypot(dx, dy)
	return dx / n, dy / n
}
