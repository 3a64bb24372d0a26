package look

import (
	"math"
	"slices"

	"proxenos/core/plate"
)

// A shine that is no brighter than white paint is known by what it adds: the same light to all
// colours, going out slowly across whatever is painted there. What is painted too light ends where
// a brush ended.
const (
	veil       = 0.03  // light over what is meant, in every channel
	veilPeak   = 0.05  // at its brightest
	veilSlope  = 0.027 // of its brightest, a mm, by which it goes out at its edge, at most
	veilLeast  = 300.0 // mm²
	veilMost   = 0.15  // share of the picture
	veilSmooth = 3.0   // mm
)

// veiled adds to what shines the veils: around what shines already, and alone.
func veiled(shine []bool, p, plan *plate.Plate) {
	soft, meant := p.Blur(veilSmooth/p.Mm), plan.Blur(veilSmooth/p.Mm)
	over := make([]float64, len(shine))
	for i := range over {
		a, b := soft.RGB[i], meant.RGB[i]
		over[i] = float64(min(a[0]-b[0], a[1]-b[1], a[2]-b[2]))
	}
	known := slices.Clone(shine)
	seen := make([]bool, len(shine))
	for start := range over {
		if seen[start] || over[start] <= veil && !known[start] {
			continue
		}
		cells, slope, peak, bright := hangsTogether(start, over, known, seen, p.W, p.Mm)
		area := float64(len(cells)) * p.Mm * p.Mm
		if !bright && (area < veilLeast || area > veilMost*float64(len(over))*p.Mm*p.Mm || peak < veilPeak || slope > veilSlope*peak) {
			continue
		}
		for _, i := range cells {
			shine[i] = true
		}
	}
}

// hangsTogether are the places from one on that are lighter than meant and touch: how steeply that
// ends at their edge, how much it is at its most, and whether any of them is known to shine.
func hangsTogether(start int, over []float64, known, seen []bool, w int, mm float64) (cells []int, slope, peak float64, bright bool) {
	h := len(over) / w
	todo := []int{start}
	seen[start] = true
	var edge float64
	for len(todo) > 0 {
		i := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		cells = append(cells, i)
		peak, bright = max(peak, over[i]), bright || known[i]
		x, y := i%w, i/w
		rim := false
		for _, d := range [4][2]int{{1, 0}, {-1, 0}, {0, 1}, {0, -1}} {
			a, b := x+d[0], y+d[1]
			if a < 0 || b < 0 || a >= w || b >= h {
				continue
			}
			k := b*w + a
			if over[k] <= veil && !known[k] {
				rim = true
				continue
			}
			if !seen[k] {
				seen[k] = true
				todo = append(todo, k)
			}
		}
		if rim && x > 0 && y > 0 && x+1 < w && y+1 < h {
			slope += math.Hypot(over[i+1]-over[i-1], over[i+w]-over[i-w]) / 2 / mm
			edge++
		}
	}
	return cells, slope / max(1, edge), peak, bright
}

// widened are the places within so many of those that are true.
func widened(in []bool, w, h, by int) []bool {
	pass := func(in []bool, n, m, step, row int) []bool {
		out := make([]bool, len(in))
		for j := range m {
			last := -1 << 30
			for i := range n {
				if in[j*row+i*step] {
					last = i
				}
				out[j*row+i*step] = i-last <= by
			}
			last = 1 << 30
			for i := n - 1; i >= 0; i-- {
				if in[j*row+i*step] {
					last = i
				}
				out[j*row+i*step] = out[j*row+i*step] || last-i <= by
			}
		}
		return out
	}
	return pass(pass(in, w, h, 1, w), h, w, w, 1)
}
