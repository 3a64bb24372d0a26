package mark

import (
	"math"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// tap presses the corner of the brush in clusters and leaves pockets between.
func (p *planner) tap() {
	spread := max(0.9, min(p.tool.Width*0.2, 0.3*min(p.whole.X1-p.whole.X0, p.whole.Y1-p.whole.Y0)))
	clusterSize := spread * 2.6
	n := p.some(math.Pi * spread * spread * 0.62)
	pockets := 0.0
	if p.s.Cover < 1.2 {
		pockets = 0.42 * (1.2 - p.s.Cover) // thorough work leaves none
	}
	for made, tries := 0, 0; made < n && tries < 6*n; tries++ {
		cx, cy := p.r.Nth(p.rng.Float64())
		if film.Fractal(p.seed+8, cx/(clusterSize*1.4), cy/(clusterSize*1.1), 2) < pockets {
			continue
		}
		shade := p.shade(cx, cy, 0.6)
		for range 2 + p.rng.IntN(4) {
			x, y := cx+p.rng.NormFloat64()*clusterSize*0.5, cy+p.rng.NormFloat64()*clusterSize*0.35
			if !p.r.Inside(x, y) {
				continue
			}
			p.add(Stroke{Path: []lesson.Point{{X: x, Y: y}}, Spread: spread * p.between(0.5, 1.15), Corner: p.between(0.3, 0.5),
				From: p.between(0.7, 1.1), Reload: made%9 == 0, Shade: shade, Free: true})
			made++
		}
	}
}

// fluff turns small arcs under the top edge and then sweeps the base level.
func (p *planner) fluff() {
	w := p.tool.Width
	size := max(2.5, min(0.5*w, 0.3*(p.r.Y1-p.r.Y0)))
	for range p.some(w * size * 0.5) {
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
		p.add(Stroke{Path: p.level(x-half, x+half, y, 0.8), From: 0.5, To: 0.2, Shade: p.shade(x, y, 0)})
	}
}

// pushUp pushes clumps up from the far rows to the near ones; near growth is taller.
func (p *planner) pushUp() {
	w := p.tool.Width
	var feet []lesson.Point
	tall := func(y float64) float64 {
		return max(2, min(26, 0.9*w)*math.Pow(scene.Scale(p.l, y), 0.9))
	}
	mid := tall((p.r.Y0 + p.r.Y1) / 2)
	for range p.some(0.2 * w * mid) {
		x, y := p.r.Nth(p.rng.Float64())
		feet = append(feet, lesson.Point{X: x, Y: y})
	}
	byHeight(feet)
	for i, f := range feet {
		h := tall(f.Y) * p.between(0.55, 1.25)
		lean := p.between(-0.35, 0.35) + 0.25*(film.Noise(p.seed, f.X/40, f.Y/40)-0.5)
		p.add(Stroke{
			Path: []lesson.Point{{X: f.X, Y: f.Y}, {X: f.X + lean*h*0.35, Y: f.Y - 0.55*h}, {X: f.X + lean*h, Y: f.Y - h}},
			From: 1, To: 0.12, Splay: 0.5, Corner: p.between(0.35, 0.8) * min(1, 0.35+scene.Scale(p.l, f.Y)),
			Reload: i%4 == 0, Shade: p.shade(f.X, f.Y, 0.5), Free: true,
		})
	}
}

// linerPull draws what is thin there: branches in trees, blades in growth,
// ripples on water, poles and wires elsewhere.
func (p *planner) linerPull() {
	switch p.z.Kind {
	case lesson.Tree:
		x := (p.whole.X0 + p.whole.X1) / 2
		p.branch(x, p.whole.Y1, -math.Pi/2+p.between(-0.1, 0.1), (p.whole.Y1-p.whole.Y0)*0.45, 0)
	case lesson.Water:
		for range p.some(30 * p.tool.Width * 2) {
			x, y := p.r.Nth(p.rng.Float64())
			half := p.between(4, 16) * scene.Scale(p.l, y)
			p.add(Stroke{Path: p.level(x-half, x+half, y, 0.3), From: 1, To: 0.3, Reload: true, Shade: p.shade(x, y, 0.3)})
		}
	default:
		var feet []lesson.Point
		for range p.some(22 * p.tool.Width * 2) {
			x, y := p.r.Nth(p.rng.Float64())
			feet = append(feet, lesson.Point{X: x, Y: y})
		}
		byHeight(feet)
		for _, f := range feet {
			h := p.between(6, 30) * max(0.15, scene.Scale(p.l, f.Y))
			lean := p.rng.NormFloat64() * 0.3
			p.add(Stroke{Path: []lesson.Point{f, {X: f.X + lean*h*0.25, Y: f.Y - 0.5*h}, {X: f.X + lean*h*0.7, Y: f.Y - 0.85*h}, {X: f.X + lean*h*1.1, Y: f.Y - h}},
				From: 1, To: 0.2, Reload: true, Shade: p.shade(f.X, f.Y, 0.5), Free: true})
		}
	}
}

// branch draws a limb and what leaves it at an angle, thinner each time.
func (p *planner) branch(x, y, angle, length float64, order int) {
	if order > 3 || length < 3 {
		return
	}
	path := []lesson.Point{{X: x, Y: y}}
	a := angle
	const joints = 4
	for range joints {
		a += p.rng.NormFloat64() * 0.16
		x, y = x+math.Cos(a)*length/joints, y+math.Sin(a)*length/joints
		path = append(path, lesson.Point{X: x, Y: y})
	}
	weight := math.Pow(0.72, float64(order))
	p.add(Stroke{Path: path, From: weight, To: weight * 0.5, Reload: true, Shade: p.shade(x, y, 0.4), Free: true})
	for k := range 2 + p.rng.IntN(2) {
		at := path[1+(k+order)%joints]
		side := p.between(0.4, 0.9)
		if p.rng.IntN(2) == 0 {
			side = -side
		}
		p.branch(at.X, at.Y, a+side, length*p.between(0.45, 0.7), order+1)
	}
}

// doubleLoad makes a trunk with limbs in a tree, and posts elsewhere.
func (p *planner) doubleLoad() {
	if p.z.Kind == lesson.Tree {
		foot := lesson.Point{X: (p.whole.X0+p.whole.X1)/2 + p.between(-0.04, 0.04)*(p.whole.X1-p.whole.X0), Y: p.whole.Y1}
		h := (p.whole.Y1 - p.whole.Y0) * p.between(0.6, 0.75)
		bend := p.between(-0.1, 0.1) * h
		p.add(Stroke{Path: []lesson.Point{foot, {X: foot.X + bend*0.4, Y: foot.Y - 0.4*h}, {X: foot.X + bend, Y: foot.Y - h}},
			From: 1, To: 0.35, Reload: true, Free: true})
		for range 2 {
			side := p.between(0.35, 0.7) * float64(1-2*p.rng.IntN(2))
			y := foot.Y - h*p.between(0.35, 0.7)
			p.add(Stroke{Path: []lesson.Point{{X: foot.X + bend*0.5, Y: y}, {X: foot.X + bend*0.5 + side*0.35*h, Y: y - 0.3*h}},
				From: 0.6, To: 0.2, Corner: 0.6, Reload: true, Free: true})
		}
		return
	}
	var feet []lesson.Point
	gap := 16.0
	for x := p.r.X0 + p.between(0, gap); x < p.r.X1; x += gap * p.between(0.6, 1.5) / max(0.1, p.s.Cover) {
		top, bottom, ok := p.r.Span(x)
		if ok {
			feet = append(feet, lesson.Point{X: x, Y: p.between(top+0.4*(bottom-top), bottom)})
		}
	}
	byHeight(feet)
	for _, f := range feet {
		h := p.between(22, 30) * max(0.12, scene.Scale(p.l, f.Y))
		lean := p.between(-0.08, 0.08)
		p.add(Stroke{Path: []lesson.Point{f, {X: f.X + lean*h, Y: f.Y - h}}, From: 1, To: 0.8, Reload: true, Abrupt: true, Free: true})
	}
}
