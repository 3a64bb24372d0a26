package recipe

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"math/bits"
	"slices"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// A Want is a colour that a palette should reach, and how much it counts.
type Want struct {
	Name   string       `json:"name"`
	Lab    spectrum.Lab `json:"lab"`
	Weight float64      `json:"weight"`
}

// A Cover is a choice of tubes for many colours.
type Cover struct {
	Tubes []Named `json:"tubes"`
	Mean  float64 `json:"mean" doc:"mean ΔE00 over the colours, by their weights, at the best amounts"`
	Worst float64 `json:"worst" doc:"largest ΔE00"`
	Where string  `json:"where" doc:"the colour that it falls shortest of"`
}

// Named is a paint by its name.
type Named struct {
	Paint string `json:"paint"`
	Name  string `json:"name"`
}

// Bounds of a cover.
const (
	MostWants = 60
	fewest    = 2
	mostOf    = 12
)

// reaches says how near each choice of paints comes to each want.
type reaches struct {
	masks  []uint64    // which paints each choice needs
	misses [][]float64 // by want, by choice: ΔE00
	wants  []Want
}

// Cover finds which of the solver's tubes, so many of them for each size asked for,
// cover some colours best: the least mean of squared ΔE00, by weight. Mixtures of up to
// three paints and white are looked at. The search begins with the best single tubes
// and exchanges one at a time until no exchange helps. It fails when there are no colours
// or more than [MostWants], or a size is out of bounds, and ends with ctx.
func (s *Solver) Cover(ctx context.Context, wants []Want, sizes []int) ([]Cover, error) {
	if len(wants) == 0 || len(wants) > MostWants {
		return nil, fmt.Errorf("colours: %d are given: give 1 to %d", len(wants), MostWants)
	}
	for _, w := range wants {
		if err := s.check(w.Lab, &Options{}); err != nil {
			return nil, fmt.Errorf("%s: %w", w.Name, err)
		}
		if !(w.Weight > 0) || math.IsInf(w.Weight, 0) {
			return nil, fmt.Errorf("%s: weight is %g: give more than 0", w.Name, w.Weight)
		}
	}
	for _, n := range sizes {
		if n < fewest || n > mostOf || n > len(s.paints) {
			return nil, fmt.Errorf("%d tubes are asked for: ask for %d to %d", n, fewest, min(mostOf, len(s.paints)))
		}
	}
	r := s.reaches(ctx, wants)
	var out []Cover
	for _, n := range sizes {
		mask := r.best(ctx, len(s.paints), n)
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		out = append(out, s.cover(r, mask))
	}
	return out, ctx.Err()
}

// reaches tries every choice of up to three paints beside white on every want.
func (s *Solver) reaches(ctx context.Context, wants []Want) *reaches {
	choices := s.besideWhite(len(s.paints))
	r := &reaches{wants: wants, misses: make([][]float64, len(wants))}
	for _, c := range choices {
		var mask uint64
		for _, p := range c {
			mask |= 1 << p
		}
		r.masks = append(r.masks, mask)
	}
	for w := range wants {
		r.misses[w] = make([]float64, len(choices))
	}
	gauges := make([]*gauge, len(wants))
	for w, want := range wants {
		gauges[w] = gaugeAt(want.Lab)
	}
	parallel(ctx, len(choices), func(i int) {
		for w, want := range wants {
			amounts, _ := s.optimum(choices[i], gauges[w])
			r.misses[w][i] = spectrum.DeltaE(s.glance(choices[i], amounts), want.Lab)
		}
	})
	return r
}

// far stands for a colour that no mixture comes near.
const far = 60.0

// judge is the weighted sum of squared misses of the tubes in a mask.
func (r *reaches) judge(mask uint64) (sum float64) {
	for w := range r.wants {
		least := r.miss(w, mask)
		sum += r.wants[w].Weight * least * least
	}
	return sum
}

func (r *reaches) miss(want int, mask uint64) float64 {
	least := far
	for i, need := range r.masks {
		if need&^mask == 0 {
			least = min(least, r.misses[want][i])
		}
	}
	return least
}

// best looks for the n of so many paints that judge best: it adds the tube that helps
// most until there are n, then exchanges one at a time while that helps.
func (r *reaches) best(ctx context.Context, paints, n int) uint64 {
	var mask uint64
	for bits.OnesCount64(mask) < n {
		next, least := -1, math.Inf(1)
		for p := range paints {
			if mask>>p&1 == 1 {
				continue
			}
			if v := r.judge(mask | 1<<p); v < least {
				next, least = p, v
			}
		}
		mask |= 1 << next
	}
	now := r.judge(mask)
	for ctx.Err() == nil {
		next, least := mask, now-1e-9
		r.exchanges(paints, mask, func(m uint64) {
			if v := r.judge(m); v < least {
				next, least = m, v
			}
		})
		if next == mask {
			break
		}
		mask, now = next, least
	}
	return mask
}

// exchanges calls each with every palette that differs from mask in one tube.
func (r *reaches) exchanges(paints int, mask uint64, each func(uint64)) {
	for out := range paints {
		if mask>>out&1 == 0 {
			continue
		}
		for in := range paints {
			if mask>>in&1 == 0 {
				each(mask&^(1<<out) | 1<<in)
			}
		}
	}
}

func (s *Solver) cover(r *reaches, mask uint64) Cover {
	var c Cover
	for i, p := range s.paints {
		if mask>>i&1 == 1 {
			c.Tubes = append(c.Tubes, Named{p.Key, p.Name})
		}
	}
	var weight float64
	for w, want := range r.wants {
		d := r.miss(w, mask)
		c.Mean += want.Weight * d
		weight += want.Weight
		if d >= c.Worst {
			c.Worst, c.Where = d, want.Name
		}
	}
	c.Mean, c.Worst = math.Round(c.Mean/weight*100)/100, math.Round(c.Worst*10)/10
	return c
}

// A Missing is a tube that would bring a palette nearer to a colour.
type Missing struct {
	Named
	Delta float64 `json:"delta" doc:"ΔE00 with it, at the best amounts"`
	Gain  float64 `json:"gain" doc:"by how much nearer that is than without"`
}

// Missing finds which tubes outside the solver's palette would bring it nearer to a
// target, those first that help most: none when the palette comes within ΔE00 1 by
// itself. It fails for a target that is no colour, and ends with ctx.
func (s *Solver) Missing(ctx context.Context, target spectrum.Lab) ([]Missing, error) {
	if err := s.check(target, &Options{}); err != nil {
		return nil, err
	}
	var keys []string
	for _, p := range s.paints {
		keys = append(keys, p.Key)
	}
	mine := len(keys)
	for _, key := range paint.Keys() {
		if !slices.Contains(keys, key) {
			keys = append(keys, key)
		}
	}
	wide, err := New(s.box, keys[:min(len(keys), MostTubes)])
	if err != nil {
		return nil, err
	}
	nearest := make([]float64, len(wide.paints))
	choices := wide.besideWhite(mine)
	g := gaugeAt(target)
	best := func(choices [][]int) float64 { return wide.nearest(choices, g, 0) }
	own := best(choices)
	out := []Missing{}
	if own <= 1 {
		return out, nil
	}
	parallel(ctx, len(wide.paints)-mine, func(k int) {
		with := [][]int{{mine + k}}
		for _, c := range choices {
			with = append(with, append(slices.Clone(c), mine+k))
		}
		nearest[mine+k] = best(with)
	})
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	for p := mine; p < len(wide.paints); p++ {
		if gain := own - nearest[p]; gain > 0.5 {
			out = append(out, Missing{Named{wide.paints[p].Key, wide.paints[p].Name}, math.Round(nearest[p]*10) / 10, math.Round(gain*10) / 10})
		}
	}
	slices.SortStableFunc(out, func(a, b Missing) int { return cmp.Compare(b.Gain, a.Gain) })
	return out[:min(5, len(out))], nil
}

// besideWhite lists every choice of up to three of the first n paints, with white beside
// them where that is one of these.
func (s *Solver) besideWhite(n int) (out [][]int) {
	white := slices.IndexFunc(s.paints[:n], func(p paint.Paint) bool { return p.Key == paint.White })
	sets(n, min(3, n), func(set []int) {
		if white < 0 {
			out = append(out, slices.Clone(set))
		} else if !slices.Contains(set, white) || n == 1 {
			out = append(out, append(slices.Clone(set), white))
		}
	})
	return out
}

// nearest is how near the best of some choices of paints comes to a target at the best
// amounts: ΔE00, judged on all bands. It does not look for better than enough.
func (s *Solver) nearest(choices [][]int, g *gauge, enough float64) float64 {
	var set []int
	var amounts []float64
	least := math.Inf(1)
	for _, c := range choices {
		if a, miss := s.optimum(c, g); miss < least {
			set, amounts, least = c, a, miss
			if least < enough {
				break
			}
		}
	}
	amounts, _ = s.optimum(set, gaugeAt(s.aim(set, amounts, g.target)))
	return spectrum.DeltaE(s.Colour(set, amounts), g.target)
}

// Nearest is how near mixtures of up to three paints and white come to each of some
// colours, at good amounts: ΔE00, about 1 or less for what is in reach. It fails for a colour that is none, and ends with ctx.
func (s *Solver) Nearest(ctx context.Context, colours []spectrum.Lab) ([]float64, error) {
	for _, c := range colours {
		if err := s.check(c, &Options{}); err != nil {
			return nil, err
		}
	}
	choices := s.besideWhite(len(s.paints))
	out := make([]float64, len(colours))
	parallel(ctx, len(colours), func(i int) { out[i] = s.nearest(choices, gaugeAt(colours[i]), 0.8) })
	return out, ctx.Err()
}
