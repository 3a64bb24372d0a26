package recipe

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// A Rung is one step of a string, a path or a ladder: what is wanted, and how to mix it.
type Rung struct {
	Name   string       `json:"name"`
	Target spectrum.Lab `json:"target"`
	Colour string       `json:"colour" doc:"#rrggbb of the target"`
	Recipe Recipe       `json:"recipe"`
	Short  string       `json:"short" doc:"what the palette falls short by, if it does"`
}

// rungs solves targets one after the other; those that whole parts do not come near, as the
// lightest tints, have drops in them.
func (s *Solver) rungs(ctx context.Context, o Options, names []string, targets []spectrum.Lab) ([]Rung, error) {
	o.Want = 1
	out := make([]Rung, 0, len(targets))
	for i, t := range targets {
		a, err := s.Near(ctx, t, o)
		if err != nil {
			return nil, err
		}
		out = append(out, Rung{names[i], tenths(t), t.RGB().Hex(), a.Recipes[0], a.Short})
	}
	return out, nil
}

// String mixes a colour in n values, 3 to 9, from light to dark at its own hue; where
// it is lighter or darker than the colour itself it is weaker, as pigments are. warm
// turns lights toward yellow and shadows toward blue, in units of b* at the ends.
func (s *Solver) String(ctx context.Context, colour spectrum.Lab, n int, warm float64, o Options) ([]Rung, error) {
	if n < 3 || n > 9 {
		return nil, fmt.Errorf("a string of %d values: ask for 3 to 9", n)
	}
	if !(math.Abs(warm) <= 30) {
		return nil, fmt.Errorf("warm is %g: give -30 to 30", warm)
	}
	const lightest, darkest = 90.0, 22.0
	names, targets := make([]string, n), make([]spectrum.Lab, n)
	for i := range n {
		t := float64(i) / float64(n-1)
		l := lightest + (darkest-lightest)*t
		weak := math.Pow(min(1, l/max(1, colour.L), (100-l)/max(1, 100-colour.L)), 0.7)
		targets[i] = spectrum.Lab{L: l, A: colour.A * weak, B: colour.B*weak + warm*(1-2*t)}
		names[i] = fmt.Sprintf("value %d", targets[i].Value())
	}
	return s.rungs(ctx, o, names, targets)
}

// Neutral mixes the way from a colour to the grey of its value in n steps, 2 to 9.
func (s *Solver) Neutral(ctx context.Context, colour spectrum.Lab, n int, o Options) ([]Rung, error) {
	if n < 2 || n > 9 {
		return nil, fmt.Errorf("a path of %d steps: ask for 2 to 9", n)
	}
	names, targets := make([]string, n), make([]spectrum.Lab, n)
	for i := range n {
		keep := 1 - float64(i)/float64(n-1)
		targets[i] = spectrum.Lab{L: colour.L, A: colour.A * keep, B: colour.B * keep}
		names[i] = fmt.Sprintf("%.0f %% of its chroma", 100*keep)
	}
	return s.rungs(ctx, o, names, targets)
}

// A Depth is a plane of the scene: its name and its distance, m.
type Depth struct {
	Name   string  `json:"name"`
	Metres float64 `json:"metres" minimum:"0" maximum:"200000"`
}

// Ladder gives a colour that stands near the eye to every depth of a scene through
// the air between: each plane's target and recipe.
func (s *Solver) Ladder(ctx context.Context, near []Amount, depths []Depth, air lesson.Air, o Options) ([]Rung, error) {
	if err := haze.Known(air); err != nil {
		return nil, err
	}
	coat, err := s.box.Mix(Parts(near))
	if err != nil {
		return nil, err
	}
	seen := paint.Seen(coat.Opaque())
	names, targets := make([]string, len(depths)), make([]spectrum.Lab, len(depths))
	for i, d := range depths {
		r, err := haze.Through(seen, d.Metres, air)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", d.Name, err)
		}
		names[i], targets[i] = d.Name, s.d65.Lab(&r)
	}
	return s.rungs(ctx, o, names, targets)
}

// Hues is the number of directions in which a gamut is measured, and HueStep what lies
// between two of them, degrees.
const (
	Hues    = 24
	HueStep = 360.0 / Hues
)

// A Ring is the strongest chroma by hue, in steps of [HueStep] from a* on; the first is
// in the middle of the first step. 0 where nothing was found.
type Ring [Hues]float64

// A Gamut is the strongest chroma that a palette reaches, by value (the first is value
// 1) and by hue.
type Gamut [9]Ring

// Most is the strongest chroma of all.
func (g *Gamut) Most() (most float64) {
	for _, ring := range g {
		for _, c := range ring {
			most = max(most, c)
		}
	}
	return most
}

func (g *Gamut) cell(c spectrum.Lab) *float64 {
	return &g[c.Value()-1][int(c.Hue()/HueStep)%Hues]
}

// Gamut measures what the palette reaches, from mixtures of up to three paints.
func (s *Solver) Gamut(ctx context.Context) (Gamut, error) {
	var g Gamut
	take := func(c spectrum.Lab) {
		cell := g.cell(c)
		*cell = max(*cell, c.Chroma())
	}
	rng := rand.New(rand.NewPCG(9, 9))
	amounts := make([]float64, 3)
	var choices [][]int
	sets(len(s.paints), min(3, len(s.paints)), func(set []int) { choices = append(choices, slices.Clone(set)) })
	each := max(6, 120000/len(choices))
	for _, set := range choices {
		if err := ctx.Err(); err != nil {
			return g, err
		}
		for n := range each {
			for i, p := range set { // even over orders of magnitude, as tinting is
				amounts[i] = math.Pow(10, -2.5*rng.Float64())
				if n%2 == 0 && s.paints[p].Key == paint.White {
					amounts[i] = 8 // light tints too
				}
			}
			take(s.glance(set, amounts[:len(set)]))
		}
	}
	return g, nil
}
