package mark

import (
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// Shades is the number of blends from the first to the last mixture of a step
// that a painter tells apart when one colour grades into another.
const Shades = 17

// A Plan is the strokes of a step in painting order.
type Plan struct {
	Strokes []Stroke
	Region  *scene.Region // where the step works
	Blends  bool          // shades are blends; otherwise one mixture is taken at a time
}

// maxStrokes bounds the work of one step whatever it asks for.
const maxStrokes = 60000

// planner gathers what the techniques need to know.
type planner struct {
	l     *lesson.Lesson
	s     lesson.Step
	z     lesson.Zone
	tool  lesson.Tool
	whole *scene.Region
	r     *scene.Region
	rng   *rand.Rand
	seed  uint64
	out   []Stroke
}

// Make plans a step: the strokes that its technique would place in its zone.
// whole is the region of the zone. Waits, blots and scrapes have no strokes.
func Make(l *lesson.Lesson, s lesson.Step, whole *scene.Region) Plan {
	z, _ := l.Zone(s.Zone)
	tool, _ := l.Tool(s.Tool)
	seed := scene.Seed(l, s.ID)
	p := &planner{l: l, s: s, z: z, tool: tool, whole: whole, r: scene.Part(l, z, whole, s.Where),
		rng: rand.New(rand.NewPCG(seed, 1)), seed: seed}
	plan := Plan{Region: p.r}
	if p.r.Empty() {
		return plan
	}
	switch s.Technique {
	case lesson.CrissCross:
		p.crissCross()
		plan.Blends = true
	case lesson.LongPull:
		p.longPull()
		plan.Blends = true
	case lesson.PullDown:
		p.pullDown()
		plan.Blends = true
	case lesson.Feather:
		p.feather()
	case lesson.Tap:
		p.tap()
	case lesson.Fluff:
		p.fluff()
	case lesson.KnifeBreak:
		p.knifeBreak()
	case lesson.KnifeLine:
		p.knifeLine()
	case lesson.PushUp:
		p.pushUp()
	case lesson.LinerPull:
		p.linerPull()
	case lesson.DoubleLoad:
		p.doubleLoad()
	case lesson.CutIn:
		p.cutIn()
		plan.Blends = true
	}
	plan.Strokes = p.out
	return plan
}

func (p *planner) add(s Stroke) {
	if len(p.out) < maxStrokes {
		p.out = append(p.out, s)
	}
}

// between returns a figure from a to b.
func (p *planner) between(a, b float64) float64 { return a + (b-a)*p.rng.Float64() }

// some returns how many marks of a given area, mm², cover the part as often as
// the step asks.
func (p *planner) some(markArea float64) int {
	return min(maxStrokes, max(1, int(math.Round(p.s.Cover*p.r.Area/max(0.2, markArea)))))
}

// shade picks the blend for a place: from the first mixture at the top of the
// zone to the last at its bottom, with loose scatter.
func (p *planner) shade(x, y, scatter float64) int {
	if len(p.s.Mixtures) < 2 {
		return 0
	}
	t := p.r.Depth(x, y) + scatter*(film.Noise(p.seed+3, x/14, y/14)-0.5+0.6*(p.rng.Float64()-0.5))
	return int(math.Round(min(1, max(0, t)) * (Shades - 1)))
}

// level makes a nearly level path from x0 to x1, wandering a little.
func (p *planner) level(x0, x1, y, wander float64) []lesson.Point {
	n := max(2, int(math.Abs(x1-x0)/12))
	seed := p.rng.Uint64()
	var path []lesson.Point
	for i := range n + 1 {
		t := float64(i) / float64(n)
		path = append(path, lesson.Point{X: x0 + (x1-x0)*t, Y: y + wander*(film.Noise(seed, t*3, 1)*2-1)})
	}
	return path
}

// crissCross covers the part from the top down with overlapping X strokes and
// eases the pressure toward the bottom.
func (p *planner) crissCross() {
	w := p.tool.Width
	stepY := 0.7 * w / max(0.3, p.s.Cover)
	row := 0
	for y := p.r.Y0; y < p.r.Y1+0.3*w; y += stepY {
		row++
		for x := p.r.X0 - p.between(0, 0.6*w); x < p.r.X1+0.3*w; x += 0.85 * w {
			cx, cy := x+p.between(-0.25, 0.25)*w, y+p.between(-0.3, 0.3)*w
			ease := 1 - 0.4*min(1, (y-p.r.Y0)/max(1, p.r.Y1-p.r.Y0))
			for side := range 2 {
				lean := p.between(0.25, 0.7)
				if side == 1 {
					lean = -lean
				}
				half := p.between(0.55, 0.9) * w
				bend := p.between(-0.15, 0.15) * w
				dx, dy := math.Cos(lean)*half, math.Sin(lean)*half
				sy := max(p.r.Y0, min(p.r.Y1, cy))
				p.add(Stroke{
					Path: []lesson.Point{{X: cx - dx, Y: cy - dy}, {X: cx, Y: cy + bend}, {X: cx + dx, Y: cy + dy}},
					From: ease, To: ease * 0.75, Reload: len(p.out)%5 == 0,
					Shade: p.shade(cx, sy, 0.12),
				})
			}
		}
	}
}

// longPull lays level pulls from the edges inward, from the top down.
func (p *planner) longPull() {
	w := p.tool.Width
	for y := p.r.Y0 + 0.2*w; y < p.r.Y1+0.3*w; y += 0.5 * w / max(0.3, p.s.Cover) {
		left, right, ok := p.r.Row(min(p.r.Y1-0.3, y))
		if !ok {
			continue
		}
		yy := y + p.between(-0.1, 0.1)*w
		cut := p.between(0.35, 0.65)*(right-left) + left
		lap := p.between(0.02, 0.12) * (right - left)
		shade := p.shade((left+right)/2, min(p.r.Y1-0.3, max(p.r.Y0, yy)), 0.1)
		p.add(Stroke{Path: p.level(left-2, cut+lap, yy, 0.06*w), From: 1, To: 0.8, Reload: true, Shade: shade})
		p.add(Stroke{Path: p.level(right+2, cut-lap, yy, 0.06*w), From: 1, To: 0.8, Reload: true, Shade: shade})
	}
}

// feather goes across the joins of the part with the least touch, in no order.
func (p *planner) feather() {
	w := p.tool.Width
	level := p.z.Kind == lesson.Water || p.s.Where == "foot"
	for range p.some(w * w * 0.85) {
		x, y := p.r.Nth(p.rng.Float64())
		lean := p.between(-0.45, 0.45)
		if level {
			lean *= 0.12
		}
		half := p.between(0.5, 1.1) * w
		if p.rng.IntN(2) == 0 {
			half = -half
		}
		dx, dy := math.Cos(lean)*half, math.Sin(lean)*half
		p.add(Stroke{Path: []lesson.Point{{X: x - dx, Y: y - dy}, {X: x + dx, Y: y + dy}}, From: 0.8, To: 0.5, Sweep: true})
	}
}

// pullDown drags colour straight down from the top of the part, or down the slope
// of a ridge, then levels it with one light pass if it is water.
func (p *planner) pullDown() {
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
		lean := p.between(-0.04, 0.04)
		if slope {
			// Spurs run down to either side of the fall of the crest.
			lean = 0.5*p.whole.Slope(x) + 0.9*(film.Noise(p.seed+4, x/(1.4*w), 2)-0.5) + p.between(-0.15, 0.15)
			lean = min(1, max(-1, lean))
		}
		longest := bottom - top
		if slope {
			longest = max(0.8*w, min(longest, 1.6*w))
		}
		for y := top + 0.3*w*p.rng.Float64(); y < bottom; y += 0.7 * longest {
			l := min(longest, bottom-y+1) * p.between(0.75, 1)
			p.add(Stroke{
				Path: []lesson.Point{{X: x, Y: y}, {X: x + lean*l*0.6, Y: y + 0.5*l}, {X: x + lean*l, Y: y + l}},
				From: 1, To: 0.6, Reload: len(p.out)%3 == 0, Shade: p.shade(x, min(bottom, y+l/3), 0.25),
			})
		}
	}
	if p.z.Kind == lesson.Water {
		for y := p.r.Y0 + 0.3*w; y < p.r.Y1; y += 0.6 * w {
			left, right, ok := p.r.Row(y)
			if !ok {
				continue
			}
			p.add(Stroke{Path: p.level(left-3, right+3, y, 0.4), From: 0.3, To: 0.25, Shade: p.shade((left+right)/2, y, 0)})
		}
	}
}

// cutIn fills an exact shape with short strokes that follow it.
func (p *planner) cutIn() {
	w := p.tool.Width
	for y := p.r.Y0 + 0.3*w; y < p.r.Y1+0.2*w; y += 0.45 * w / max(0.3, p.s.Cover) {
		left, right, ok := p.r.Row(min(p.r.Y1-0.3, y))
		if !ok {
			continue
		}
		for x := left; x < right; {
			l := p.between(1.2, 2.4) * w
			end := min(right+0.3*w, x+l)
			p.add(Stroke{Path: p.level(x-0.3*w, end, y+p.between(-0.12, 0.12)*w, 0.05*w),
				From: 0.9, To: 0.8, Abrupt: true, Reload: len(p.out)%4 == 0, Shade: p.shade((x+end)/2, min(p.r.Y1-0.3, y), 0.2)})
			x = end - 0.2*w
		}
	}
}

// byHeight puts places in painting order: far (high) before near (low).
func byHeight(places []lesson.Point) {
	slices.SortStableFunc(places, func(a, b lesson.Point) int {
		switch {
		case a.Y < b.Y:
			return -1
		case a.Y > b.Y:
			return 1
		}
		return 0
	})
}
