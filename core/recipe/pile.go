package recipe

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// A Change is a way to bring a pile that is there to another colour.
type Change struct {
	Add    []Amount     `json:"add" doc:"what to work in, ml in place of parts"`
	Grows  float64      `json:"grows" doc:"how many times as much paint there is then"`
	Lab    spectrum.Lab `json:"lab"`
	Colour string       `json:"colour"`
	Delta  float64      `json:"delta" doc:"ΔE00 from the target"`
}

// Change finds what to add to ml of a pile, one or two paints of the palette, to bring
// it to a target: nothing if it is there already, then what comes within ΔE00 2 with the least paint, then what comes
// nearest.
func (s *Solver) Change(ctx context.Context, pile []paint.Part, ml float64, target spectrum.Lab) ([]Change, error) {
	o := Options{}
	if err := s.check(target, &o); err != nil {
		return nil, err
	}
	if !(ml > 0 && ml <= 1000) {
		return nil, fmt.Errorf("the pile is %g ml: give 0 to 1000", ml)
	}
	base, err := s.box.Mix(pile)
	if err != nil {
		return nil, err
	}
	var out []Change
	if now := base.Masstone(s.d65); spectrum.DeltaE(now, target) < 1 {
		out = append(out, Change{[]Amount{}, 1, tenths(now), now.RGB().Hex(), math.Round(spectrum.DeltaE(now, target)*100) / 100})
	}
	sets(len(s.paints), min(2, len(s.paints)), func(set []int) {
		if ctx.Err() == nil {
			out = append(out, s.change(base, set, ml, target))
		}
	})
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	rank := func(c Change) float64 {
		if c.Delta <= ReachedWithin {
			return c.Grows // all of these will do: the least paint is best
		}
		return 1e3 + c.Delta
	}
	slices.SortStableFunc(out, func(a, b Change) int { return cmp.Compare(rank(a), rank(b)) })
	return out[:min(4, len(out))], nil
}

// change finds the amounts of the paints of a set, as shares of the pile, by looking
// ever more closely around the best of a grid that is even over orders of magnitude.
func (s *Solver) change(base paint.Coat, set []int, ml float64, target spectrum.Lab) Change {
	colour := func(logs []float64) (spectrum.Lab, float64) {
		c, added := base, 0.0
		for i, p := range set {
			a := math.Exp(logs[i])
			c = c.Add(s.paints[p].Coat, a)
			added += a
		}
		return c.Masstone(s.d65), added
	}
	score := func(logs []float64) float64 {
		c, added := colour(logs)
		return spectrum.DeltaE(c, target) + 0.15*added
	}
	const low, high = -5.3, 2.3 // from a two-hundredth of the pile to ten times it
	best := make([]float64, len(set))
	for i := range best {
		best[i] = (low + high) / 2
	}
	now := score(best)
	step := (high - low) / 2
	for step > 0.02 {
		moved := false
		try := func(change func(l []float64)) {
			t := slices.Clone(best)
			change(t)
			for i := range t {
				t[i] = min(high, max(low, t[i]))
			}
			if v := score(t); v < now-1e-6 {
				best, now, moved = t, v, true
			}
		}
		for i := range best {
			try(func(l []float64) { l[i] += step })
			try(func(l []float64) { l[i] -= step })
			if len(best) == 2 {
				try(func(l []float64) { l[i] += step; l[1-i] -= step })
				try(func(l []float64) { l[i] += step; l[1-i] += step })
				try(func(l []float64) { l[i] -= step; l[1-i] -= step })
			}
		}
		if !moved {
			step /= 2
		}
	}
	got, added := colour(best)
	out := Change{Grows: math.Round((1+added)*100) / 100, Lab: tenths(got), Colour: got.RGB().Hex(), Delta: math.Round(spectrum.DeltaE(got, target)*100) / 100}
	for i, p := range set {
		out.Add = append(out.Add, Amount{s.paints[p].Key, s.paints[p].Name, math.Round(math.Exp(best[i])*ml*100) / 100})
	}
	return out
}

// A Substitute stands in for a paint.
type Substitute struct {
	Parts []Amount `json:"parts"`
	Mass  float64  `json:"mass" doc:"ΔE00 of the masstone"`
	Tint  float64  `json:"tint" doc:"ΔE00 of 1 part with 10 of white"`
}

// Substitutes finds what stands in for a paint that is missing or hazardous: recipes
// of up to three of the solver's paints, without white, that come nearest in masstone
// and in tint together.
func (s *Solver) Substitutes(ctx context.Context, key string) ([]Substitute, error) {
	p, ok := s.box.Find(key)
	if !ok {
		return nil, fmt.Errorf("paint %q is not in the catalogue", key)
	}
	white, _ := s.box.Find(paint.White)
	tint := func(c paint.Coat) spectrum.Lab {
		return paint.Coat{}.Add(c, 1.0/11).Add(white.Coat, 10.0/11).Masstone(s.d65)
	}
	mass, pale := p.Coat.Masstone(s.d65), tint(p.Coat)
	var out []Substitute
	sets(len(s.paints), min(3, len(s.paints)), func(set []int) {
		if ctx.Err() != nil {
			return
		}
		for _, i := range set {
			if k := s.paints[i].Key; k == key || k == paint.White {
				return
			}
		}
		best := Substitute{Mass: math.Inf(1)}
		amounts := make([]float64, len(set))
		var walk func(i, left int)
		walk = func(i, left int) {
			if i == len(set)-1 {
				amounts[i] = float64(left)
				c := s.coat(set, amounts)
				if m := spectrum.DeltaE(c.Masstone(s.d65), mass); m < best.Mass+best.Tint {
					if t := spectrum.DeltaE(tint(c), pale); m+t < best.Mass+best.Tint {
						best = Substitute{Mass: m, Tint: t}
						for j, q := range set {
							best.Parts = append(best.Parts, Amount{s.paints[q].Key, s.paints[q].Name, amounts[j]})
						}
					}
				}
				return
			}
			for v := 1; v <= left-(len(set)-1-i); v++ {
				amounts[i] = float64(v)
				walk(i+1, left-v)
			}
		}
		whole := 8
		if len(set) == 1 {
			whole = 1
		}
		walk(0, whole)
		if best.Parts != nil {
			out = append(out, best)
		}
	})
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	slices.SortStableFunc(out, func(a, b Substitute) int {
		return cmp.Compare(a.Mass+a.Tint+0.5*float64(len(a.Parts)), b.Mass+b.Tint+0.5*float64(len(b.Parts)))
	})
	out = out[:min(4, len(out))]
	for i := range out {
		out[i].Mass, out[i].Tint = math.Round(out[i].Mass*10)/10, math.Round(out[i].Tint*10)/10
		slices.SortStableFunc(out[i].Parts, func(a, b Amount) int { return cmp.Compare(b.Parts, a.Parts) })
	}
	return out, nil
}
