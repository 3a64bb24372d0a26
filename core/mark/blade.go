package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// fanEdge chops with the edge of the fan: boughs of a conifer, elsewhere upright
// blades in clumps.
func (p *planner) fanEdge() {
	w := p.tool.Width
	if p.z.Kind == lesson.Conifer {
		l := max(1.2, min(0.35*w, 0.1*(p.whole.X1-p.whole.X0)))
		twigs := max(1, min(4, int(0.5*w/l))) // that one chop of the edge prints side by side along the bough
		p.boughs(max(1, p.some(0.4*l)/twigs), func(at lesson.Point, out float64) {
			shade := p.shade(at.X, at.Y, 0.5)
			for k := range twigs {
				along := (float64(k) - 0.5*float64(twigs-1)) * 0.6 * l
				x, y := at.X+out*along, at.Y+0.35*along
				p.add(Stroke{Same: k > 0, Path: []lesson.Point{{X: x, Y: y}, {X: x + out*l*p.between(0.5, 1), Y: y + l*p.between(0.3, 0.8)}}, From: 1, To: 0.4,
					Edge: p.between(0.4, 0.9), Corner: max(0.08, min(0.4, l/w)), Reload: len(p.out)%10 == 0, Shade: shade, Free: true})
			}
		})
		return
	}
	mid := p.tall((p.r.Y0 + p.r.Y1) / 2)
	for i, f := range p.places(p.some(0.55 * mid)) {
		if noise.Fractal(p.seed+9, f.X/9, f.Y/6, 2) < 0.42 {
			continue // reeds stand in clumps
		}
		h := p.tall(f.Y) * p.between(0.3, 1.2)
		lean := p.between(-0.2, 0.2) + 0.3*(noise.At(p.seed, f.X/25, f.Y/25)-0.5)
		p.add(Stroke{Path: []lesson.Point{f, {X: f.X + 0.5*lean*h, Y: f.Y - 0.6*h}, {X: f.X + lean*h, Y: f.Y - h}}, From: 1, To: 0.3, Edge: 1,
			Corner: max(0.06, min(0.35, 2/w)), Reload: i%5 == 0, Shade: p.shade(f.X, f.Y, 0.5), Free: true})
	}
}

// tall is how high growth stands at a height on the canvas, mm.
func (p *planner) tall(y float64) float64 {
	most := min(26, 0.9*p.tool.Width)
	if p.z.Kind == lesson.Reeds {
		most = max(most, 0.8*(p.whole.Y1-p.whole.Y0))
	}
	return max(2, most*math.Pow(scene.Scale(p.l, y), 0.9))
}

// Growth stands in clumps as wide and deep as this, mm, tall in their middles, and leaves bare
// what lies between them.
const (
	clumpWide  = 34.0
	clumpDeep  = 15.0
	bareBelow  = 0.42
	clumpsFill = 0.1
)

// pushUp pushes clumps up in layers from the far ones to the near; near growth is
// taller, and at the foot of each layer a dark band is left.
func (p *planner) pushUp() {
	w := p.tool.Width
	mid := p.tall((p.r.Y0 + p.r.Y1) / 2)
	feet := p.places(p.some(clumpsFill * w * mid))
	line, next := p.r.Y0, p.r.Y0
	for i, f := range feet {
		clump := noise.Fractal(p.seed+13, f.X/clumpWide, f.Y/clumpDeep, 2)
		if len(p.s.Mixtures) == 0 { // it takes what lies there wherever it lies
			clump = 0.5
		}
		if clump < bareBelow*min(1, 1.7-p.s.Cover) {
			continue
		}
		for f.Y >= next {
			line = next
			next += max(1.2, 0.32*p.tall(next))
		}
		y := line + (f.Y-line)*0.35 + 2*(noise.At(p.seed+12, f.X/18, line)-0.5) // the layer's foot rolls
		h := p.tall(y) * p.between(0.6, 1.15) * (0.25 + 1.5*clump)
		lean := p.between(-0.25, 0.25) + 1.1*(noise.At(p.seed, f.X/55, y/70)-0.5)
		manner, corner := Stroking, p.between(0.14, 0.42)
		if len(p.s.Mixtures) == 0 { // the whole tool goes into the piled paint
			manner, corner = Lifting, p.between(0.5, 1)
		}
		p.add(Stroke{
			Manner: manner,
			Path:   []lesson.Point{{X: f.X, Y: y}, {X: f.X + lean*h*0.25, Y: y - 0.5*h}, {X: f.X + lean*h*0.7, Y: y - 0.85*h}, {X: f.X + lean*h*1.3, Y: y - h}},
			From:   0.8, To: 0.1, Splay: 0.7, Corner: corner * min(1, 0.4+scene.Scale(p.l, y)),
			Reload: i%4 == 0, Shade: p.shade(f.X, y, 0.5), Free: true,
		})
	}
}
