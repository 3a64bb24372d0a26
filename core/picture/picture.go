// Package picture measures a picture as somebody who stands back sees it: where it draws
// the eye, what its corners do.
// It knows nothing of paint; it is given colours on a grid.
package picture

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/spectrum"
)

// A Picture is colours on a grid of W by H places, row by row; a place is Mm mm wide.
type Picture struct {
	W, H int
	Mm   float64
	Lab  []spectrum.Lab
}

// A Peak is a place that draws the eye, mm, and how strongly: the contrast, in L*, of
// what stands out there against all sides. A difference of colour counts half.
type Peak struct {
	X        float64 `json:"x" doc:"mm"`
	Y        float64 `json:"y"`
	Strength float64 `json:"strength" doc:"L* of contrast"`
}

// The eye is drawn by what it sees with half-closed eyes, over a window of the picture.
const (
	window = 1.0 / 10 // share of the width
	squint = 1.0 / 60 // share of the width that is blurred away: leaves, grass, weave
)

// Pull is how strongly each place of a picture draws the eye.
type Pull struct {
	of *Picture
	At []float64 // strength, as in [Peak]
}

// Pull measures how strongly each place draws the eye. Texture is blurred away first;
// then, over a window, it is the smaller eigenvalue of the structure tensor of value and
// colour (Förstner and Gülch 1987): an edge that runs on has contrast in one direction
// only, a shape that stands out has it in all.
func (p *Picture) Pull() *Pull {
	half := max(1, int(window*float64(p.W)/2))
	channels := [3][]float64{}
	for k := range channels {
		channels[k] = make([]float64, p.W*p.H)
	}
	for i, c := range p.Lab {
		channels[0][i], channels[1][i], channels[2][i] = c.L, c.A/2, c.B/2
	}
	xx, xy, yy := make([]float64, p.W*p.H), make([]float64, p.W*p.H), make([]float64, p.W*p.H)
	r := max(1, int(squint*float64(p.W)))
	for _, ch := range channels {
		ch = p.box(p.box(ch, r), r)
		for y := 1; y+1 < p.H; y++ {
			for x := 1; x+1 < p.W; x++ {
				gx, gy := (ch[y*p.W+x+1]-ch[y*p.W+x-1])/2, (ch[(y+1)*p.W+x]-ch[(y-1)*p.W+x])/2
				i := y*p.W + x
				xx[i] += gx * gx
				xy[i] += gx * gy
				yy[i] += gy * gy
			}
		}
	}
	xx, xy, yy = p.box(xx, half), p.box(xy, half), p.box(yy, half)
	out := make([]float64, p.W*p.H)
	for i := range out {
		mean, diff := (xx[i]+yy[i])/2, (xx[i]-yy[i])/2
		least := max(0, mean-math.Hypot(diff, xy[i]))
		out[i] = math.Sqrt(least) * float64(2*half) * 0.7 // a disc of that size reads about its contrast
	}
	return &Pull{p, out}
}

// box averages over squares of side 2r+1, cut at the edges.
func (p *Picture) box(v []float64, r int) []float64 {
	sum := make([]float64, (p.W+1)*(p.H+1))
	for y := range p.H {
		for x := range p.W {
			sum[(y+1)*(p.W+1)+x+1] = v[y*p.W+x] + sum[y*(p.W+1)+x+1] + sum[(y+1)*(p.W+1)+x] - sum[y*(p.W+1)+x]
		}
	}
	out := make([]float64, len(v))
	for y := range p.H {
		y0, y1 := max(0, y-r), min(p.H, y+r+1)
		for x := range p.W {
			x0, x1 := max(0, x-r), min(p.W, x+r+1)
			n := float64((x1 - x0) * (y1 - y0))
			out[y*p.W+x] = (sum[y1*(p.W+1)+x1] - sum[y0*(p.W+1)+x1] - sum[y1*(p.W+1)+x0] + sum[y0*(p.W+1)+x0]) / n
		}
	}
	return out
}

// Spots lists the places that draw the eye most, strongest first, no two nearer to each
// other than apart mm.
func (u *Pull) Spots(n int, apart float64) []Peak {
	p, strength := u.of, u.At
	order := make([]int, len(strength))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(strength[b], strength[a]) })
	var out []Peak
	for _, i := range order {
		s := Peak{(float64(i%p.W) + 0.5) * p.Mm, (float64(i/p.W) + 0.5) * p.Mm, strength[i]}
		if slices.ContainsFunc(out, func(o Peak) bool { return math.Hypot(o.X-s.X, o.Y-s.Y) < apart }) {
			continue
		}
		if out = append(out, s); len(out) == n {
			break
		}
	}
	return out
}

// Within is the strongest place within a circle, mm.
func (u *Pull) Within(x, y, radius float64) Peak {
	p := u.of
	best := Peak{X: x, Y: y}
	for i, v := range u.At {
		sx, sy := (float64(i%p.W)+0.5)*p.Mm, (float64(i/p.W)+0.5)*p.Mm
		if math.Hypot(sx-x, sy-y) <= radius && v > best.Strength {
			best = Peak{sx, sy, v}
		}
	}
	return best
}

// Mean is the mean colour of the places for which test is true of their mm, and how many
// of all places those are; the colour is zero for none.
func (p *Picture) Mean(test func(x, y float64) bool) (mean spectrum.Lab, share float64) {
	var n float64
	for i, c := range p.Lab {
		if test((float64(i%p.W)+0.5)*p.Mm, (float64(i/p.W)+0.5)*p.Mm) {
			mean.L, mean.A, mean.B = mean.L+c.L, mean.A+c.A, mean.B+c.B
			n++
		}
	}
	if n == 0 {
		return mean, 0
	}
	return spectrum.Lab{L: mean.L / n, A: mean.A / n, B: mean.B / n}, n / float64(len(p.Lab))
}

// A Corner is one of the four.
type Corner struct {
	Name   string  `json:"name"`
	X      float64 `json:"x" doc:"where it is, mm"`
	Y      float64 `json:"y"`
	Light  float64 `json:"light" doc:"L* of its triangle"`
	Beside float64 `json:"beside" doc:"L* of what lies next to it"`
}

// cornerSize is the legs of a corner's triangle, as a share of the shorter side.
const cornerSize = 0.16

// Corners measures the four corners.
func (p *Picture) Corners() []Corner {
	w, h := float64(p.W)*p.Mm, float64(p.H)*p.Mm
	legs := cornerSize * min(w, h)
	var out []Corner
	for _, c := range []Corner{{Name: "upper left"}, {Name: "upper right", X: w}, {Name: "lower left", Y: h}, {Name: "lower right", X: w, Y: h}} {
		far := func(x, y float64) float64 { return math.Abs(x-c.X) + math.Abs(y-c.Y) }
		in, _ := p.Mean(func(x, y float64) bool { return far(x, y) < legs })
		next, _ := p.Mean(func(x, y float64) bool { d := far(x, y); return d >= 1.15*legs && d < 2.2*legs })
		c.Light, c.Beside = in.L, next.L
		out = append(out, c)
	}
	return out
}
