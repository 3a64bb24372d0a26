package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// clusters picks places for n marks in clusters and leaves pockets between, as
// foliage does; thorough work leaves none. each gets a place and the middle of
// its cluster, and tells whether the tool prints it together with the one before: as many as
// prints at a time.
func (p *planner) clusters(n int, size float64, prints int, each func(at, middle lesson.Point, shade int, same bool)) {
	if scene.Heaped(p.z.Kind) {
		p.leaves(n, size, prints, each)
		return
	}
	pockets := 0.0
	if p.s.Cover < 1.2 {
		pockets = 0.42 * (1.2 - p.s.Cover)
	}
	for made, tries := 0, 0; made < n && tries < 6*n; tries++ {
		cx, cy := p.r.Nth(p.rng.Float64())
		if noise.Fractal(p.seed+8, cx/(size*1.4), cy/(size*1.1), 2) < pockets {
			continue
		}
		shade := p.shade(cx, cy, 0.6)
		same := 0 // specks that one touch of the tool has printed
		for range 2 + p.rng.IntN(5) {
			at := lesson.Point{X: cx + p.rng.NormFloat64()*size*0.55, Y: cy + p.rng.NormFloat64()*size*0.4}
			if !p.r.Inside(at.X, at.Y) {
				continue
			}
			each(at, lesson.Point{X: cx, Y: cy}, shade, same > 0)
			if same++; same >= prints {
				same = 0
			}
			made++
		}
	}
}

// leavesDense is how often a mass is covered at least; work that is less thorough does fewer of
// them, but not less than leavesLeast.
const leavesDense, leavesLeast = 0.85, 0.25

// leafTries is among how many places for a mark the one farthest from the others of its mass is
// taken, so that they cover it.
const leafTries = 4

// leaves picks places for n marks on the masses of a crown, from the farthest to the nearest,
// so that each lies before those behind it; middle is that of its mass. Thorough work fills
// what lies between them as well.
func (p *planner) leaves(n int, size float64, prints int, each func(at, middle lesson.Point, shade int, same bool)) {
	var masses []scene.Mass
	for _, m := range scene.Masses(p.l, p.z, p.whole) {
		if m.Rank <= max(leavesLeast, p.s.Cover/leavesDense) {
			masses = append(masses, m)
		}
	}
	var area float64
	for _, m := range masses {
		area += m.RX * m.RY
	}
	same := 0
	place := func(at, middle lesson.Point) bool {
		if !p.r.Inside(at.X, at.Y) {
			same = 0
			return false
		}
		each(at, middle, p.shade(middle.X, middle.Y, 0.5), same > 0)
		if same++; same >= prints {
			same = 0
		}
		return true
	}
	between := 0
	if p.s.Cover > 1 {
		between = int(float64(n) * min(0.5, 0.5*(p.s.Cover-1)))
	}
	for range between {
		x, y := p.r.Nth(p.rng.Float64())
		place(lesson.Point{X: x, Y: y}, lesson.Point{X: x, Y: y + size})
		same = 0
	}
	for _, m := range masses {
		want := float64(n-between) * m.RX * m.RY / area
		few := int(want)
		if p.rng.Float64() < want-float64(few) {
			few++
		}
		same = 0
		var there []lesson.Point // marks of this mass
		for tries := 0; len(there) < few && tries < 8*few; tries++ {
			at, apart := lesson.Point{}, -1.0
			for range leafTries {
				sin, cos := math.Sincos(p.between(0, 2*math.Pi))
				far := math.Sqrt(p.rng.Float64())
				c, d := lesson.Point{X: m.X + far*m.RX*cos, Y: m.Y + far*m.RY*sin}, math.Inf(1)
				for _, o := range there {
					d = min(d, math.Hypot(c.X-o.X, c.Y-o.Y))
				}
				if d > apart {
					at, apart = c, d
				}
			}
			if place(at, lesson.Point{X: m.X, Y: m.Y}) {
				there = append(there, at)
			}
		}
	}
}

// holds is the way in which some trees hold their leaves, radians: a poplar up, a birch down.
var holds = map[lesson.ZoneKind]float64{lesson.Poplar: -math.Pi / 2, lesson.Birch: math.Pi / 2}

// tap presses the corner of the brush in clusters; on a conifer along its boughs.
func (p *planner) tap() {
	spread := max(0.8, min(p.tool.Width*0.24, 0.3*min(p.whole.X1-p.whole.X0, p.whole.Y1-p.whole.Y0)))
	add := func(at lesson.Point, flick float64, shade int, same bool) {
		p.add(Stroke{Same: same, Path: []lesson.Point{at}, Spread: spread * p.between(0.45, 1.15), Corner: p.between(0.3, 0.5), Flick: flick,
			From: p.between(0.7, 1.1), Reload: len(p.out)%9 == 0, Shade: shade, Free: true})
	}
	// Hairs that are opened print a few specks at once, as many as fit under the corner.
	prints := max(1, min(6, int(0.4*p.tool.Width/(1.6*spread))))
	n := p.some(math.Pi * spread * spread * 0.55)
	if p.z.Kind == lesson.Conifer {
		p.boughs(n, func(at lesson.Point, out float64) {
			add(at, math.Pi/2-out*p.between(0.5, 1.2), p.shade(at.X, at.Y, 0.5), false)
		})
		return
	}
	p.clusters(n, spread*2.6, prints, func(at, middle lesson.Point, shade int, same bool) {
		flick := p.between(-2.6, -0.5)
		switch {
		case p.z.Kind == lesson.Willow: // its leaves hang in strands
			l := spread * p.between(1.2, 3)
			p.add(Stroke{Same: same, Path: []lesson.Point{at, {X: at.X + 0.12*(at.X-middle.X), Y: at.Y + 0.6*l}, {X: at.X + 0.05*(at.X-middle.X), Y: at.Y + l}}, From: 0.9, To: 0.3,
				Corner: min(1, max(0.08, 1.1*spread/p.tool.Width)), Taper: 0.6, Reload: len(p.out)%9 == 0, Shade: shade, Free: true})
			return
		case scene.Heaped(p.z.Kind): // leaves turn outward, and as the tree holds them
			flick = math.Atan2(at.Y-middle.Y, at.X-middle.X) + p.between(-0.6, 0.6)
			if hold, ok := holds[p.z.Kind]; ok {
				flick = hold + p.between(-0.6, 0.6)
			}
		}
		add(at, flick, shade, same)
	})
}

// comma presses and lifts in short curves that leave the middle of their cluster
// and hang a little.
func (p *planner) comma() {
	w := p.tool.Width
	long := max(1.2, min(0.6*w, 0.12*p.size()))
	p.clusters(p.some(0.55*long*long), 2*long, 1, func(at, middle lesson.Point, shade int, _ bool) {
		out := math.Atan2(at.Y-middle.Y, at.X-middle.X) + p.between(-0.5, 0.5)
		l := long * p.between(0.6, 1.25)
		bend := p.between(0.25, 0.7)
		mid := lesson.Point{X: at.X + 0.5*l*math.Cos(out), Y: at.Y + 0.5*l*math.Sin(out)}
		end := lesson.Point{X: mid.X + 0.5*l*math.Cos(out+bend), Y: mid.Y + 0.5*l*math.Sin(out+bend) + 0.2*l}
		p.add(Stroke{Path: []lesson.Point{at, mid, end}, From: 1, To: 0.15, Corner: p.between(0.3, 0.6), Taper: 0.8,
			Reload: len(p.out)%7 == 0, Shade: shade, Free: true})
	})
}

// boughs gives places along the boughs of a conifer, from the tip of the tree
// down: short above, long and hanging below, unlike on the two sides. out is -1
// on the left and 1 on the right.
func (p *planner) boughs(n int, each func(at lesson.Point, out float64)) {
	height := p.whole.Y1 - p.whole.Y0
	apart := max(1.6, 0.075*height)
	for made, tries := 0, 0; made < n && tries < 8*n; tries++ {
		out := float64(1 - 2*p.rng.IntN(2))
		// Lower tiers are wider; they stand at uneven heights, not the same left and right.
		tier := math.Floor(math.Sqrt(p.rng.Float64()) * height / apart)
		level := (tier + 1.3*noise.At(p.seed+10, tier*1.7, 5+out)) * apart
		y := p.whole.Y0 + level + p.between(0, 0.025)*height
		left, right, ok := p.whole.Row(min(p.whole.Y1-0.3, y))
		if !ok {
			continue
		}
		axis := (left + right) / 2
		reach := (right - left) / 2 * (0.75 + 0.5*noise.At(p.seed+11, level, out))
		t := p.rng.Float64()
		at := lesson.Point{X: axis + out*t*reach, Y: y + t*reach*(0.2+0.35*level/height) + p.between(0, 0.035)*height}
		if at.Y > p.whole.Y1 || !p.r.Inside(min(p.r.X1-0.3, max(p.r.X0, at.X)), at.Y) && p.s.Where != lesson.Whole {
			continue
		}
		each(at, out)
		made++
	}
}
