package measure

import (
	"math"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// A Surface says how much a finished canvas looks like paint: how its colours vary close by,
// how its edges pass over, how thick it is and how much light plays on it.
type Surface struct {
	Spread   float64 // median over windows of 5 mm of the mean distance from their mean colour, ΔE
	Flat     float64 // share of places within ΔE 1 of the mean colour around them
	OneCell  float64 // share of the edges between zones that pass over within one cell
	Wide     float64 // and over 3 mm or more
	Film95   float64 // µm
	Film99   float64
	Relief5  float64 // L* by which light on the relief darkens, at the 5th percentile
	Relief95 float64 // and lightens at the 95th
	Dark     float64 // L* of the 1st percentile
	Light    float64 // and of the 99th
}

const (
	windowSide = 5.0 // mm
	edgeReach  = 6.0 // mm that an edge is followed to either side
	edgeFrom   = 6.0 // ΔE between its sides from which it is an edge
	fourAMM    = 4.0 // pixels a mm at which relief is looked at
)

// SurfaceOf measures a rehearsal.
func SurfaceOf(r *rehearse.Rehearsal) Surface {
	f := r.Final
	lab := make([]spectrum.Lab, f.W*f.H)
	var light, thick []float64
	for k := range lab {
		lab[k] = f.Colour(k%f.W, k/f.W)
		light = append(light, lab[k].L)
		thick = append(thick, float64(f.Thickness(k%f.W, k/f.W)))
	}
	slices.Sort(light)
	slices.Sort(thick)
	s := Surface{Film95: share(thick, 0.95), Film99: share(thick, 0.99), Dark: share(light, 0.01), Light: share(light, 0.99)}
	s.Spread, s.Flat = spread(f, lab)
	s.OneCell, s.Wide = edges(r, lab)
	s.Relief5, s.Relief95 = play(r)
	return s
}

// share is the figure below which a share of a sorted list lies.
func share(sorted []float64, q float64) float64 {
	if len(sorted) == 0 {
		return 0
	}
	return sorted[min(len(sorted)-1, int(q*float64(len(sorted))))]
}

func spread(f *film.Film, lab []spectrum.Lab) (median, flat float64) {
	side := max(1, int(math.Round(windowSide/f.Cell)))
	var all []float64
	var within, n float64
	for y := 0; y+side <= f.H; y += side {
		for x := 0; x+side <= f.W; x += side {
			var mean spectrum.Lab
			for k := range side * side {
				c := lab[(y+k/side)*f.W+x+k%side]
				mean.L, mean.A, mean.B = mean.L+c.L, mean.A+c.A, mean.B+c.B
			}
			m := float64(side * side)
			mean.L, mean.A, mean.B = mean.L/m, mean.A/m, mean.B/m
			var sum float64
			for k := range side * side {
				d := apart(lab[(y+k/side)*f.W+x+k%side], mean)
				sum += d
				if n++; d < 1 {
					within++
				}
			}
			all = append(all, sum/m)
		}
	}
	slices.Sort(all)
	return share(all, 0.5), within / max(1, n)
}

// apart is the plain distance of two colours in Lab.
func apart(a, b spectrum.Lab) float64 {
	l, x, y := a.L-b.L, a.A-b.A, a.B-b.B
	return math.Sqrt(l*l + x*x + y*y)
}

// edges follows the canvas across every place where what shows belongs to another zone than
// beside it, and tells over how many mm the colour passes from a tenth to nine tenths.
func edges(r *rehearse.Rehearsal, lab []spectrum.Lab) (oneCell, wide float64) {
	f := r.Final
	zone := make([]int, len(r.Lesson.Steps))
	for i, s := range r.Lesson.Steps {
		zone[i] = slices.IndexFunc(r.Lesson.Zones, func(z lesson.Zone) bool { return z.ID == s.Zone })
	}
	of := func(k int) int {
		if o := r.Owner[k]; o >= 0 {
			return zone[o]
		}
		return -1
	}
	reach := int(edgeReach / f.Cell)
	var n, one, broad float64
	follow := func(k, step, before, after int) {
		if before < reach || after < reach {
			return
		}
		var a, b spectrum.Lab
		for j := reach / 2; j < reach; j++ {
			p, q := lab[k-j*step], lab[k+(j+1)*step]
			a.L, a.A, a.B = a.L+p.L, a.A+p.A, a.B+p.B
			b.L, b.A, b.B = b.L+q.L, b.A+q.A, b.B+q.B
		}
		m := float64(reach - reach/2)
		a, b = spectrum.Lab{L: a.L / m, A: a.A / m, B: a.B / m}, spectrum.Lab{L: b.L / m, A: b.A / m, B: b.B / m}
		d := apart(a, b)
		if d < edgeFrom {
			return
		}
		cells := 0 // that are neither of one side nor of the other
		for j := -reach + 1; j <= reach; j++ {
			c := lab[k+j*step]
			t := ((c.L-a.L)*(b.L-a.L) + (c.A-a.A)*(b.A-a.A) + (c.B-a.B)*(b.B-a.B)) / (d * d)
			if t > 0.1 && t < 0.9 {
				cells++
			}
		}
		n++
		if cells <= 1 {
			one++
		}
		if float64(cells)*f.Cell >= 3 {
			broad++
		}
	}
	for y := range f.H {
		for x := range f.W {
			k := y*f.W + x
			if x+1 < f.W && of(k) != of(k+1) {
				follow(k, 1, x, f.W-2-x)
			}
			if y+1 < f.H && of(k) != of(k+f.W) {
				follow(k, f.W, y, f.H-2-y)
			}
		}
	}
	return one / max(1, n), broad / max(1, n)
}

// play is by how much light on the relief darkens and lightens, L*, at four pixels a mm.
func play(r *rehearse.Rehearsal) (low, high float64) {
	width := int(float64(r.Final.W) * r.Final.Cell * fourAMM)
	lit, flat := r.Show(film.Paint, r.Lesson.Minutes(), width), r.Show(film.Flat, r.Lesson.Minutes(), width)
	var all []float64
	for i := 0; i < min(len(lit.Pix), len(flat.Pix)); i += 4 * 7 {
		all = append(all, lightness(lit.Pix[i:])-lightness(flat.Pix[i:]))
	}
	slices.Sort(all)
	return share(all, 0.05), share(all, 0.95)
}

func lightness(pix []uint8) float64 {
	return spectrum.RGB{pix[0], pix[1], pix[2]}.Lab().L
}
