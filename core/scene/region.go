// Package scene knows where things are on the canvas: the shapes of zones as the
// hand would follow them, which of their parts face the light, and how sizes
// shrink with depth.
package scene

import (
	"hash/fnv"
	"math"
	"sync"

	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// A Region is a set of places on the canvas, sampled every half millimetre or so.
type Region struct {
	cell           float64 // mm
	w, h           int
	in             []bool
	X0, Y0, X1, Y1 float64   // bounds, mm
	Area           float64   // mm²
	top, bottom    []float64 // per column, mm; bottom < top where the column is empty
	inside         []int32   // the samples that are in, for picking
	once           sync.Once
	ribs           []Spur // of a ridge, once asked
	rims           sync.Once
	rim            rim // once asked
	crowns         sync.Once
	crown          []Mass // of what has leaves, once asked
}

// spurs returns the ribs of the ridge that r is, remembering them.
func (r *Region) spurs(l *lesson.Lesson, z lesson.Zone) []Spur {
	r.once.Do(func() { r.ribs = Spurs(l, z, r) })
	return r.ribs
}

// sampling is the distance of samples on a canvas, mm: half a millimetre, or
// more on very large canvases so that a region stays small.
func sampling(l *lesson.Lesson) float64 {
	return max(0.5, max(l.Support.Width, l.Support.Height)/1000)
}

// Zone returns the region of a zone, with its outline as ragged as the zone says.
// The canvas edges stay straight. The same lesson gives the same region.
func Zone(l *lesson.Lesson, z lesson.Zone) *Region { return ZoneAt(l, z, sampling(l)) }

// ZoneAt is [Zone] sampled every cell mm: coarser is quicker.
func ZoneAt(l *lesson.Lesson, z lesson.Zone, cell float64) *Region {
	outline := ragged(l, z)
	r := empty(l, cell)
	fill(r, outline)
	r.finish()
	return r
}

// Seed is the seed of everything that varies about the thing named id.
func Seed(l *lesson.Lesson, id string) uint64 {
	h := fnv.New64a()
	h.Write([]byte(id))
	return h.Sum64() ^ uint64(l.Seed)*0x9e3779b97f4a7c15
}

// ZoneSeed is the seed of a zone; its own number makes another like it.
func ZoneSeed(l *lesson.Lesson, z lesson.Zone) uint64 {
	return Seed(l, z.ID) + uint64(z.Seed)*0x2545f4914f6cdd1d
}

func empty(l *lesson.Lesson, cell float64) *Region {
	r := &Region{cell: cell, w: int(math.Ceil(l.Support.Width / cell)), h: int(math.Ceil(l.Support.Height / cell))}
	r.in = make([]bool, r.w*r.h)
	return r
}

// ragged walks the outline every few millimetres and lets it wander.
func ragged(l *lesson.Lesson, z lesson.Zone) []lesson.Point {
	if z.Ragged == 0 {
		return z.Outline
	}
	seed := ZoneSeed(l, z)
	var out []lesson.Point
	var walked float64
	for i, p := range z.Outline {
		q := z.Outline[(i+1)%len(z.Outline)]
		d := math.Hypot(q.X-p.X, q.Y-p.Y)
		if d == 0 {
			continue
		}
		n := int(math.Ceil(d / 2))
		nx, ny := -(q.Y-p.Y)/d, (q.X-p.X)/d
		onEdge := sameEdge(l, p, q)
		for k := range n {
			t := float64(k) / float64(n)
			x, y := p.X+(q.X-p.X)*t, p.Y+(q.Y-p.Y)*t
			if !onEdge {
				s := walked + d*t
				wander := z.Ragged * (1.3*noise.Fractal(seed, s/26, 0.5, 4) + 0.7*noise.At(seed+9, s/5, 3) - 1)
				x, y = x+nx*wander, y+ny*wander
			}
			out = append(out, lesson.Point{X: x, Y: y})
		}
		walked += d
	}
	return out
}

// sameEdge reports whether both points lie on the same edge of the canvas.
func sameEdge(l *lesson.Lesson, p, q lesson.Point) bool {
	const e = 1e-6
	w, h := l.Support.Width-e, l.Support.Height-e
	return p.X < e && q.X < e || p.X > w && q.X > w || p.Y < e && q.Y < e || p.Y > h && q.Y > h
}

// fill marks every sample inside the outline (even-odd, by scan lines).
func fill(r *Region, outline []lesson.Point) {
	var cross []float64
	for j := range r.h {
		y := (float64(j) + 0.5) * r.cell
		cross = cross[:0]
		for i, p := range outline {
			q := outline[(i+1)%len(outline)]
			if (p.Y <= y) != (q.Y <= y) {
				cross = append(cross, p.X+(y-p.Y)/(q.Y-p.Y)*(q.X-p.X))
			}
		}
		sortFloats(cross)
		for k := 0; k+1 < len(cross); k += 2 {
			from := max(0, int(math.Ceil(cross[k]/r.cell-0.5)))
			to := min(r.w-1, int(math.Floor(cross[k+1]/r.cell-0.5)))
			for i := from; i <= to; i++ {
				r.in[j*r.w+i] = true
			}
		}
	}
}

func sortFloats(s []float64) {
	for i := 1; i < len(s); i++ { // a scan line crosses an outline a few times
		for j := i; j > 0 && s[j] < s[j-1]; j-- {
			s[j], s[j-1] = s[j-1], s[j]
		}
	}
}

// finish derives bounds, area and columns from the samples.
func (r *Region) finish() {
	r.X0, r.Y0 = math.Inf(1), math.Inf(1)
	r.X1, r.Y1 = math.Inf(-1), math.Inf(-1)
	r.top, r.bottom = make([]float64, r.w), make([]float64, r.w)
	for i := range r.w {
		r.top[i], r.bottom[i] = math.Inf(1), math.Inf(-1)
	}
	r.inside = r.inside[:0]
	for j := range r.h {
		for i := range r.w {
			if !r.in[j*r.w+i] {
				continue
			}
			r.inside = append(r.inside, int32(j*r.w+i))
			x, y := float64(i)*r.cell, float64(j)*r.cell
			r.X0, r.X1 = min(r.X0, x), max(r.X1, x+r.cell)
			r.Y0, r.Y1 = min(r.Y0, y), max(r.Y1, y+r.cell)
			r.top[i], r.bottom[i] = min(r.top[i], y), max(r.bottom[i], y+r.cell)
		}
	}
	r.Area = float64(len(r.inside)) * r.cell * r.cell
}

// Empty reports whether nothing is inside.
func (r *Region) Empty() bool { return len(r.inside) == 0 }

// Inside reports whether a place, mm, is in the region.
func (r *Region) Inside(x, y float64) bool {
	if x < 0 || y < 0 {
		return false
	}
	i, j := int(x/r.cell), int(y/r.cell)
	return i < r.w && j < r.h && r.in[j*r.w+i]
}

// Span returns the top and bottom of the region in the column at x, mm; ok is
// false where there is none.
func (r *Region) Span(x float64) (top, bottom float64, ok bool) {
	i := int(x / r.cell)
	if x < 0 || i >= r.w || r.bottom[i] < r.top[i] {
		return 0, 0, false
	}
	return r.top[i], r.bottom[i], true
}

// Row returns the leftmost and rightmost place of the region at height y, mm.
func (r *Region) Row(y float64) (left, right float64, ok bool) {
	j := int(y / r.cell)
	if y < 0 || j >= r.h {
		return 0, 0, false
	}
	first, last := -1, -1
	for i := range r.w {
		if r.in[j*r.w+i] {
			if first < 0 {
				first = i
			}
			last = i
		}
	}
	return float64(first) * r.cell, float64(last+1) * r.cell, first >= 0
}

// Nth returns the place of a sample by a figure u in 0-1; equal steps of u are
// equal steps of area. The region must not be empty.
func (r *Region) Nth(u float64) (x, y float64) {
	k := r.inside[min(len(r.inside)-1, int(u*float64(len(r.inside))))]
	return (float64(int(k)%r.w) + 0.5) * r.cell, (float64(int(k)/r.w) + 0.5) * r.cell
}

// Depth tells how far down its column a place lies, 0 at the top, 1 at the bottom.
func (r *Region) Depth(x, y float64) float64 {
	top, bottom, ok := r.Span(x)
	if !ok || bottom <= top {
		return min(1, max(0, (y-r.Y0)/max(1, r.Y1-r.Y0)))
	}
	return min(1, max(0, (y-top)/(bottom-top)))
}

// Slope is the direction of the top edge at x: its fall to the right, mm per mm.
func (r *Region) Slope(x float64) float64 {
	const d = 5
	a, _, okA := r.Span(max(r.X0+r.cell/2, x-d))
	b, _, okB := r.Span(min(r.X1-r.cell/2, x+d))
	if !okA || !okB {
		return 0
	}
	return (b - a) / (2 * d)
}

// keep returns the part of r for which test is true.
func (r *Region) keep(test func(x, y float64) bool) *Region {
	out := &Region{cell: r.cell, w: r.w, h: r.h, in: make([]bool, len(r.in))}
	for _, k := range r.inside {
		x, y := (float64(int(k)%r.w)+0.5)*r.cell, (float64(int(k)/r.w)+0.5)*r.cell
		out.in[k] = test(x, y)
	}
	out.finish()
	return out
}

// An Axis is the direction along which a region lies: its middle, mm, a unit vector, how
// long it is that way, mm, and how many times longer than across.
type Axis struct {
	X, Y, DX, DY, Long, Slender float64
}

// Axis is the principal axis of a region's places; the zero Axis for an empty one.
func (r *Region) Axis() Axis {
	n := float64(len(r.inside))
	if n == 0 {
		return Axis{}
	}
	var a Axis
	var xx, xy, yy float64
	at := func(k int32) (x, y float64) {
		return (float64(int(k)%r.w) + 0.5) * r.cell, (float64(int(k)/r.w) + 0.5) * r.cell
	}
	for _, k := range r.inside {
		x, y := at(k)
		a.X, a.Y = a.X+x/n, a.Y+y/n
	}
	for _, k := range r.inside {
		x, y := at(k)
		xx, xy, yy = xx+(x-a.X)*(x-a.X)/n, xy+(x-a.X)*(y-a.Y)/n, yy+(y-a.Y)*(y-a.Y)/n
	}
	turn := 0.5 * math.Atan2(2*xy, xx-yy)
	a.DY, a.DX = math.Sincos(turn)
	mean, diff := (xx+yy)/2, math.Hypot((xx-yy)/2, xy)
	a.Long = math.Sqrt(12 * (mean + diff)) // a bar of length L has a variance of L²/12
	a.Slender = math.Sqrt((mean + diff) / max(1e-9, mean-diff))
	return a
}

// Common is what two regions of a canvas, sampled alike, have in common: the share of
// their places together that both have.
func (r *Region) Common(o *Region) float64 {
	var both, either float64
	for i, in := range r.in {
		if i < len(o.in) && in && o.in[i] {
			both++
		}
		if in || i < len(o.in) && o.in[i] {
			either++
		}
	}
	return both / max(1, either)
}

// Sameness is how much of a region falls on itself when it is turned left to right about
// its own middle: 1 for a mirror image, as common area over area of both.
func (r *Region) Sameness() float64 {
	if r.Empty() {
		return 0
	}
	var both, either float64
	left, right := int(math.Round(r.X0/r.cell)), int(math.Round(r.X1/r.cell))-1
	for j := range r.h {
		for i := left; i <= right; i++ {
			a, b := r.in[j*r.w+i], r.in[j*r.w+left+right-i]
			if a && b {
				both++
			}
			if a || b {
				either++
			}
		}
	}
	return both / either
}
