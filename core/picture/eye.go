package picture

import (
	"container/heap"
	"math"
	"slices"

	"proxenos/core/spectrum"
)

// Balance is how what stands out from the picture weighs on its two sides.
type Balance struct {
	X    float64 `json:"x" doc:"centre of weight, mm"`
	Y    float64 `json:"y"`
	Left float64 `json:"left" doc:"share of the weight left of the middle"`
	Up   float64 `json:"up" doc:"share of the weight above the middle"`
}

// Balance weighs every place by how far its value and, half as much, its colour differ
// from the middle one of the picture: what is common weighs nothing.
func (p *Picture) Balance() (b Balance) {
	middle := spectrum.Lab{
		L: p.median(func(c spectrum.Lab) float64 { return c.L }),
		A: p.median(func(c spectrum.Lab) float64 { return c.A }),
		B: p.median(func(c spectrum.Lab) float64 { return c.B }),
	}
	w, h := float64(p.W)*p.Mm, float64(p.H)*p.Mm
	var all float64
	for i, c := range p.Lab {
		weight := math.Hypot(c.L-middle.L, math.Hypot(c.A-middle.A, c.B-middle.B)/2)
		x, y := (float64(i%p.W)+0.5)*p.Mm, (float64(i/p.W)+0.5)*p.Mm
		all += weight
		b.X += weight * x
		b.Y += weight * y
		// The place in the very middle counts for both sides.
		b.Left += weight * side(w/2-x, p.Mm)
		b.Up += weight * side(h/2-y, p.Mm)
	}
	if all == 0 {
		return Balance{w / 2, h / 2, 0.5, 0.5}
	}
	return Balance{b.X / all, b.Y / all, b.Left / all, b.Up / all}
}

func (p *Picture) median(of func(spectrum.Lab) float64) float64 {
	all := make([]float64, len(p.Lab))
	for i, c := range p.Lab {
		all[i] = of(c)
	}
	slices.Sort(all)
	return all[len(all)/2]
}

func side(d, mm float64) float64 { return min(1, max(0, d/mm+0.5)) }

// Sameness is how alike the left side is to the mirrored right one: the correlation of
// their values once what every row has in common is taken out, 1 for a mirror image, 0
// for nothing in common, never below 0.
func (p *Picture) Sameness() float64 {
	light := p.squinted()
	var product, square float64
	for y := range p.H {
		row := light[y*p.W : (y+1)*p.W]
		var mean float64
		for _, v := range row {
			mean += v / float64(p.W)
		}
		for x, v := range row {
			product += (v - mean) * (row[p.W-1-x] - mean)
			square += (v - mean) * (v - mean)
		}
	}
	if square < 1e-6 {
		return 1 // nothing but level bands
	}
	return max(0, product/square)
}

// A Way is how the eye goes about a picture.
type Way struct {
	In  []Place `json:"in" doc:"from where it enters to the focal area"`
	Out []Peak  `json:"out" doc:"places at the edge where it may leave, strongest first"`
}

// A Place is mm from the top left corner.
type Place struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

const (
	leaves    = 0.6  // of the focal strength from which a place at the edge lets the eye out
	rim       = 0.05 // of the width that is edge
	outApart  = 0.15 // of the width between two ways out
	dull      = 0.08 // of the strongest: how little draws where nothing does
	pathEvery = 10.0 // mm between the points of a path
)

// Ways finds how the eye comes from the lower part of the edge to a place (the focal
// area), by the path that draws it most: the cheapest for its length, where a mm costs
// less the stronger it draws (Dijkstra 1959). And it finds where at the edge something
// draws nearly as strongly as that place, away from the way in. radius is that of the
// focal area, mm.
func (u *Pull) Ways(x, y, radius float64) Way {
	p, strength, most := u.of, u.At, max(1e-9, slices.Max(u.At))
	from := min(p.H-1, max(0, int(y/p.Mm)))*p.W + min(p.W-1, max(0, int(x/p.Mm)))
	cost, before := p.spread(from, func(i int) float64 { return 1 / (strength[i]/most + dull) })
	entry, least := -1, math.Inf(1)
	for i := range strength {
		cx, cy := i%p.W, i/p.W
		if edge := cy == p.H-1 || (cx == 0 || cx == p.W-1) && cy >= p.H/2; !edge {
			continue
		}
		far := math.Hypot(float64(cx-from%p.W), float64(cy-from/p.W)) * p.Mm
		if far <= radius {
			continue
		}
		if per := cost[i] / far; per < least {
			entry, least = i, per
		}
	}
	way := Way{In: []Place{}, Out: []Peak{}}
	if entry < 0 {
		return way
	}
	at := func(i int) Place { return Place{(float64(i%p.W) + 0.5) * p.Mm, (float64(i/p.W) + 0.5) * p.Mm} }
	way.In = append(way.In, at(entry))
	for i := entry; i != from; i = before[i] {
		if q, last := at(i), way.In[len(way.In)-1]; math.Hypot(q.X-last.X, q.Y-last.Y) >= pathEvery {
			way.In = append(way.In, q)
		}
	}
	way.In = append(way.In, at(from))
	focal := u.Within(x, y, radius).Strength
	width := float64(p.W) * p.Mm
	near := func(s Peak, q Place) bool { return math.Hypot(s.X-q.X, s.Y-q.Y) < outApart*width }
	for _, s := range u.Spots(24, outApart*width) {
		edge := min(s.X, width-s.X, s.Y, float64(p.H)*p.Mm-s.Y)
		if edge < rim*width && s.Strength > leaves*focal && !near(s, way.In[0]) && math.Hypot(s.X-x, s.Y-y) > radius {
			way.Out = append(way.Out, s)
		}
	}
	return way
}

// spread is the least cost from a place to all others, by steps to the eight beside it,
// and the step that comes before each on the way back.
func (p *Picture) spread(from int, price func(i int) float64) (cost []float64, before []int) {
	cost, before = slices.Repeat([]float64{math.Inf(1)}, len(p.Lab)), make([]int, len(p.Lab))
	cost[from] = 0
	todo := &queue{{from, 0}}
	for todo.Len() > 0 {
		at := heap.Pop(todo).(reached)
		if at.cost > cost[at.place] {
			continue
		}
		for dy := -1; dy <= 1; dy++ {
			for dx := -1; dx <= 1; dx++ {
				x, y := at.place%p.W+dx, at.place/p.W+dy
				if x < 0 || y < 0 || x >= p.W || y >= p.H || dx == 0 && dy == 0 {
					continue
				}
				i := y*p.W + x
				step := math.Hypot(float64(dx), float64(dy)) * p.Mm * (price(i) + price(at.place)) / 2
				if c := at.cost + step; c < cost[i] {
					cost[i], before[i] = c, at.place
					heap.Push(todo, reached{i, c})
				}
			}
		}
	}
	return cost, before
}

// reached is a place and what it cost to come there.
type reached struct {
	place int
	cost  float64
}

type queue []reached

func (q queue) Len() int           { return len(q) }
func (q queue) Less(i, j int) bool { return q[i].cost < q[j].cost }
func (q queue) Swap(i, j int)      { q[i], q[j] = q[j], q[i] }
func (q *queue) Push(v any)        { *q = append(*q, v.(reached)) }
func (q *queue) Pop() any {
	last := len(*q) - 1
	v := (*q)[last]
	*q = (*q)[:last]
	return v
}
