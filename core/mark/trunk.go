package mark

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// grown is how a kind of tree grows its wood.
type grown struct {
	thick float64 // of the trunk at its foot, as a share of the tree's height
	high  float64 // how far up it goes, as a share of that
	limbs int     // how many carry leaves
	first float64 // where the lowest leaves the trunk, as a share of the trunk
}

// boles are those that differ from an ordinary broadleaf.
var boles = map[lesson.ZoneKind]grown{
	lesson.BareTree:  {0.05, 0.72, 3, 0.35},
	lesson.Birch:     {0.035, 0.9, 0, 1},
	lesson.Willow:    {0.08, 0.45, 3, 0.5},
	lesson.Poplar:    {0.03, 0.85, 0, 1},
	lesson.FruitTree: {0.06, 0.5, 3, 0.5},
	lesson.Pine:      {0.035, 0.93, 5, 0.5},
	lesson.Conifer:   {0.04, 0.9, 0, 1},
}

func bole(k lesson.ZoneKind) grown {
	if g, ok := boles[k]; ok {
		return g
	}
	return grown{0.05, 0.6, 2, 0.4}
}

// trunk is where the trunk of a tree stands and where it ends; the same for every
// step on the same tree.
func (p *planner) trunk() (foot, top lesson.Point) {
	seed := scene.Seed(p.l, p.z.ID)
	wide, high := p.whole.X1-p.whole.X0, p.whole.Y1-p.whole.Y0
	mid := (p.whole.X0 + p.whole.X1) / 2
	foot = lesson.Point{X: mid + 0.08*wide*(noise.At(seed+51, 1, 1)-0.5), Y: p.whole.Y1}
	up := bole(p.z.Kind).high + 0.2*(noise.At(seed+53, 1, 1)-0.5)
	top = lesson.Point{X: foot.X + 0.24*wide*(noise.At(seed+52, 1, 1)-0.5), Y: p.whole.Y1 - min(0.95, up)*high}
	return foot, top
}

// branch draws a limb and what leaves it at an angle, thinner each time.
func (p *planner) branch(x, y, angle, length float64, order int) {
	if order > 3 || length < 4 {
		return
	}
	path := []lesson.Point{{X: x, Y: y}}
	a := angle
	const joints = 4
	for range joints {
		a += p.rng.NormFloat64()*0.16 - 0.06*math.Cos(a) // limbs reach up again
		x, y = x+math.Cos(a)*length/joints, y+math.Sin(a)*length/joints
		path = append(path, lesson.Point{X: x, Y: y})
	}
	weight := math.Pow(0.66, float64(order))
	p.add(Stroke{Path: path, From: weight, To: weight * 0.35, Corner: max(0.3, weight), Taper: 0.6, Reload: true, Shade: p.shade(x, y, 0.4), Free: true})
	for k := range 2 + p.rng.IntN(2) {
		at := path[1+(k+order)%joints]
		side := p.between(0.45, 0.95)
		if p.rng.IntN(2) == 0 {
			side = -side
		}
		p.branch(at.X, at.Y, a+side, length*p.between(0.45, 0.7), order+1)
	}
}

// limbReach is how much of its way into its mass a limb is drawn.
const limbReach = 0.75

// limbs reach from the trunk into the largest masses of leaves.
func (p *planner) limbs(foot, top lesson.Point, grows grown, thick float64) {
	masses := slices.Clone(scene.Masses(p.l, p.z, p.whole))
	slices.SortStableFunc(masses, func(a, b scene.Mass) int { return cmp.Compare(b.RX*b.RY, a.RX*a.RY) })
	high := foot.Y - top.Y
	for _, m := range masses[:min(grows.limbs, len(masses))] {
		reach := math.Abs(m.X - foot.X)
		t := min(0.95, max(grows.first, (foot.Y-m.Y-0.6*reach)/high))
		at := lesson.Point{X: foot.X + (top.X-foot.X)*t, Y: foot.Y + (top.Y-foot.Y)*t}
		end := lesson.Point{X: at.X + limbReach*(m.X-at.X), Y: at.Y + limbReach*(m.Y-at.Y)} // the rest is in the leaves
		bow := lesson.Point{X: at.X + 0.6*(end.X-at.X), Y: at.Y + 0.35*(end.Y-at.Y)}
		p.add(p.twoSided(Stroke{Path: []lesson.Point{at, bow, end}, From: 0.8, To: 0.2, Gather: 0.45 * thick, Taper: 0.7, Reload: true, Free: true}))
	}
}

// trunkStrokes pulls the trunk from its foot upward and a few limbs from it. Only
// as much of the tool as the trunk is thick meets the canvas.
func (p *planner) trunkStrokes() {
	foot, top := p.trunk()
	short := p.s.Where == lesson.Foot // the rest stands in the leaves
	if short {
		top = lesson.Point{X: foot.X + 0.35*(top.X-foot.X), Y: foot.Y + 0.35*(top.Y-foot.Y)}
	}
	high := p.whole.Y1 - p.whole.Y0
	grows := bole(p.z.Kind)
	thick := min(1, max(0.1, grows.thick*high/p.tool.Width))
	bend := 0.03 * high * p.between(-1, 1)
	mid := lesson.Point{X: (foot.X+top.X)/2 + bend, Y: (foot.Y + top.Y) / 2}
	p.add(p.twoSided(Stroke{Path: []lesson.Point{{X: foot.X, Y: foot.Y + 0.01*(foot.Y-top.Y)}, mid, top}, From: 1, To: 0.4, Gather: thick, Taper: 0.75, Reload: true, Free: true}))
	if p.z.Kind == lesson.Conifer || short {
		return
	}
	if p.z.Kind.Is(lesson.Leafy) {
		p.limbs(foot, top, grows, thick)
		return
	}
	for k := range 3 {
		t := 0.35 + 0.2*float64(k) + p.between(0, 0.1)
		side := p.between(0.35, 0.8) * float64(1-2*((k+p.rng.IntN(2))%2))
		at := lesson.Point{X: foot.X + (top.X-foot.X)*t, Y: foot.Y + (top.Y-foot.Y)*t}
		l := high * p.between(0.18, 0.3)
		p.add(p.twoSided(Stroke{Path: []lesson.Point{at, {X: at.X + side*0.5*l, Y: at.Y - 0.35*l}, {X: at.X + side*l*0.8, Y: at.Y - 0.9*l}},
			From: 0.8, To: 0.25, Gather: 0.55 * thick, Taper: 0.6, Reload: true, Free: true}))
	}
}

// axis is the line down the middle of a part that stands, and how wide it is at most, mm: 0 where
// it is not at least three times as high as that.
func (p *planner) axis() (line []lesson.Point, wide float64) {
	const rows = 8
	high := p.r.Y1 - p.r.Y0
	for i := range rows + 1 {
		left, right, ok := p.r.Row(min(p.r.Y1-0.3, p.r.Y0+0.3+high*float64(i)/rows))
		if !ok {
			continue
		}
		line, wide = append(line, lesson.Point{X: (left + right) / 2, Y: p.r.Y0 + high*float64(i)/rows}), max(wide, right-left)
	}
	if len(line) < 2 || 3*wide > high {
		return nil, 0
	}
	return line, wide
}

// mostAlong is how often a thing is pulled along at most.
const mostAlong = 12

// pullAlong drags colour down a thing that is thinner than the tool, along it: a trunk that leans
// is one pull and not pieces of many.
func (p *planner) pullAlong(axis []lesson.Point) {
	for range int(math.Round(min(mostAlong, max(1, 2*p.s.Cover)))) {
		from := p.rng.IntN(2) // now and then the hand sets in a little lower
		aside := p.between(-0.1, 0.1) * p.tool.Width
		path := slices.Clone(axis[from:])
		for i := range path {
			path[i].X += aside
		}
		p.add(Stroke{Path: path, From: 1, To: 0.7, Reload: true, Shade: p.shade(path[0].X, path[0].Y, 0.25)})
	}
}
