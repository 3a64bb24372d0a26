package reference

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/picture"
	"proxenos/core/spectrum"
)

// A Cluster is a colour that a picture comes to.
type Cluster struct {
	Lab   spectrum.Lab `json:"lab"`
	Hex   string       `json:"hex" doc:"#rrggbb"`
	Value int          `json:"value" doc:"1 dark to 9 light"`
	Share float64      `json:"share" doc:"of the picture"`
	X     float64      `json:"x" doc:"a place that has it, mm"`
	Y     float64      `json:"y"`
}

// Bounds of a palette taken from a picture.
const (
	FewestColours = 2
	MostColours   = 12
	rounds        = 30
	seed          = 1
)

// Palette is what the colours of a picture come to, n of them, lightest first: k-means in
// Lab (Lloyd 1982) from starting colours far from each other (k-means++, Arthur and
// Vassilvitskii 2007). A picture of fewer colours gives fewer. The same picture gives
// the same. It fails for an n out of bounds.
func Palette(p *picture.Picture, n int) ([]Cluster, error) {
	if n < FewestColours || n > MostColours {
		return nil, fmt.Errorf("a palette of %d colours: ask for %d to %d", n, FewestColours, MostColours)
	}
	if len(p.Lab) == 0 {
		return nil, errors.New("the picture has no places: take another one in")
	}
	points := make([][]float64, len(p.Lab))
	for i, c := range p.Lab {
		points[i] = []float64{c.L, c.A, c.B}
	}
	centres, of := means(points, n)
	out := make([]Cluster, len(centres))
	nearest := make([]float64, len(centres))
	for k, c := range centres {
		lab := spectrum.Lab{L: c[0], A: c[1], B: c[2]}
		out[k] = Cluster{Lab: lab, Hex: lab.RGB().Hex(), Value: lab.Value()}
		nearest[k] = math.Inf(1)
	}
	for i, k := range of {
		out[k].Share += 1 / float64(len(of))
		if d := apart(points[i], centres[k]); d < nearest[k] {
			nearest[k] = d
			out[k].X, out[k].Y = (float64(i%p.W)+0.5)*p.Mm, (float64(i/p.W)+0.5)*p.Mm
		}
	}
	slices.SortStableFunc(out, func(a, b Cluster) int { return cmp.Compare(b.Lab.L, a.Lab.L) })
	return out, nil
}

// means divides points into at most n groups and says which each belongs to.
func means(points [][]float64, n int) (centres [][]float64, of []int) {
	random := rand.New(rand.NewPCG(seed, seed))
	of = make([]int, len(points))
	far := make([]float64, len(points)) // squared, to the nearest centre
	for i := range far {
		far[i] = math.Inf(1)
	}
	next := random.IntN(len(points))
	for len(centres) < n {
		centres = append(centres, slices.Clone(points[next]))
		var all float64
		for i, p := range points {
			far[i] = min(far[i], apart(p, centres[len(centres)-1]))
			all += far[i]
		}
		if all < 1e-9 {
			break // every colour is there already
		}
		at := random.Float64() * all
		for i, d := range far {
			if next = i; at < d {
				break
			}
			at -= d
		}
	}
	for range rounds {
		moved := false
		for i, p := range points {
			best, least := 0, math.Inf(1)
			for k, c := range centres {
				if d := apart(p, c); d < least {
					best, least = k, d
				}
			}
			moved = moved || of[i] != best
			of[i] = best
		}
		if !moved {
			break
		}
		settle(centres, points, of)
	}
	return centres, of
}

// settle moves every centre to the middle of its points; one without any stays.
func settle(centres, points [][]float64, of []int) {
	count := make([]float64, len(centres))
	for _, k := range of {
		count[k]++
	}
	for k := range centres {
		if count[k] > 0 {
			clear(centres[k])
		}
	}
	for i, p := range points {
		for d, v := range p {
			centres[of[i]][d] += v / count[of[i]]
		}
	}
}

// apart is the square of the distance between two points.
func apart(a, b []float64) (sum float64) {
	for i, v := range a {
		sum += (v - b[i]) * (v - b[i])
	}
	return sum
}
