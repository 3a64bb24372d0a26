package scene

import "math"

// rimMost is how far from its rim a region is told, mm.
const rimMost = 6.0

// A rim tells how deep places around a region lie in it.
type rim struct {
	x0, y0, w, h int // samples that it covers
	deep         []float32
}

// Deep is how far inside the region a place lies, mm, negative outside; beyond 6 mm either way
// it is 6. Where the canvas ends the region goes on.
func (r *Region) Deep(x, y float64) float64 {
	r.rims.Do(r.measureRim)
	i, j := int(math.Floor(x/r.cell))-r.rim.x0, int(math.Floor(y/r.cell))-r.rim.y0
	i, j = min(r.rim.w-1, max(0, i)), min(r.rim.h-1, max(0, j))
	if len(r.rim.deep) == 0 {
		return -rimMost
	}
	return float64(r.rim.deep[j*r.rim.w+i])
}

// measureRim measures how far each sample in and around the region is from the nearest of the
// other kind, by a chamfer transform (Borgefors 1986), which is off by 4 % at most.
func (r *Region) measureRim() {
	if r.Empty() {
		return
	}
	margin := int(rimMost/r.cell) + 2
	x0, y0 := max(0, int(r.X0/r.cell)-margin), max(0, int(r.Y0/r.cell)-margin)
	x1, y1 := min(r.w, int(r.X1/r.cell)+margin+1), min(r.h, int(r.Y1/r.cell)+margin+1)
	m := rim{x0: x0, y0: y0, w: x1 - x0, h: y1 - y0}
	m.deep = make([]float32, m.w*m.h)
	in := func(i, j int) bool { return r.in[(j+y0)*r.w+i+x0] }
	for j := range m.h { // half a sample from the rim where the neighbour is of the other kind
		for i := range m.w {
			mine, d := in(i, j), float32(rimMost)
			if i > 0 && in(i-1, j) != mine || i+1 < m.w && in(i+1, j) != mine || j > 0 && in(i, j-1) != mine || j+1 < m.h && in(i, j+1) != mine {
				d = float32(r.cell / 2)
			}
			m.deep[j*m.w+i] = d
		}
	}
	straight, slanting := float32(0.95509*r.cell), float32(1.36930*r.cell)
	near := func(k, i, j, di, dj int, far float32) {
		if i+di < 0 || i+di >= m.w || j+dj < 0 || j+dj >= m.h {
			return
		}
		if d := m.deep[k+dj*m.w+di] + far; d < m.deep[k] {
			m.deep[k] = d
		}
	}
	for j := range m.h {
		for i := range m.w {
			k := j*m.w + i
			near(k, i, j, -1, 0, straight)
			near(k, i, j, 0, -1, straight)
			near(k, i, j, -1, -1, slanting)
			near(k, i, j, 1, -1, slanting)
		}
	}
	for j := m.h - 1; j >= 0; j-- {
		for i := m.w - 1; i >= 0; i-- {
			k := j*m.w + i
			near(k, i, j, 1, 0, straight)
			near(k, i, j, 0, 1, straight)
			near(k, i, j, 1, 1, slanting)
			near(k, i, j, -1, 1, slanting)
		}
	}
	for j := range m.h {
		for i := range m.w {
			if !in(i, j) {
				m.deep[j*m.w+i] *= -1
			}
		}
	}
	r.rim = m
}
