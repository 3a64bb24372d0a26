package recipe

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"

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

// rungs solves targets one after the other.
func (s *Solver) rungs(ctx context.Context, o Options, names []string, targets []spectrum.Lab) ([]Rung, error) {
	o.Want = 1
	out := make([]Rung, 0, len(targets))
	for i, t := range targets {
		a, err := s.Solve(ctx, t, o)
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

// airs give each haze its visibility, m (where contrast has fallen to 2 %), how much
// more it scatters blue (Ångström's exponent), and the light that it turns to, as
// reflectance at 450, 550 and 650 nm.
var airs = map[lesson.Air]struct {
	visibility, blue float64
	light            [3]float64
}{
	lesson.ClearAir: {60000, 1.3, [3]float64{0.82, 0.74, 0.68}},
	lesson.HazyAir:  {16000, 0.7, [3]float64{0.80, 0.77, 0.73}},
	lesson.MistyAir: {2500, 0, [3]float64{0.80, 0.80, 0.78}},
	lesson.DuskAir:  {26000, 0.9, [3]float64{0.52, 0.42, 0.46}},
}

// Airs says the kinds of haze in words, from the clearest on.
func Airs() []lesson.Term {
	return []lesson.Term{
		{ID: string(lesson.ClearAir), Name: "clear", Meaning: "One sees sixty kilometres; far things turn blue."},
		{ID: string(lesson.HazyAir), Name: "hazy", Meaning: "Sixteen kilometres, a pale grey distance."},
		{ID: string(lesson.MistyAir), Name: "mist", Meaning: "Two and a half kilometres, white."},
		{ID: string(lesson.DuskAir), Name: "dusk", Meaning: "Clear, but the haze itself is dark and violet."},
	}
}

// Left is the share of a thing's own contrast that is left after metres of air, at 550 nm
// (Koschmieder 1924). It is 0 for an air that is not known.
func Left(metres float64, air lesson.Air) float64 {
	a, ok := airs[air]
	if !ok {
		return 0
	}
	return math.Exp(-beta(a.visibility, a.blue, 550) * metres)
}

// Haze is the colour that everything turns to in an air, far enough away.
func Haze(air lesson.Air) spectrum.Lab {
	r, err := Through(spectrum.Flat(0), 1e7, air)
	if err != nil {
		return spectrum.Lab{}
	}
	return spectrum.D65().Lab(&r)
}

// Moved is what a colour that is seen at one distance, m, looks like at another: what
// stands nearer gets back what the air took, as far as a paint can be that strong. It
// works in Lab, band by band it is [Through].
func Moved(c spectrum.Lab, from, to float64, air lesson.Air) spectrum.Lab {
	haze := Haze(air)
	was, is := Left(from, air), Left(to, air)
	k := min(3, is/max(0.02, was))
	out := spectrum.Lab{L: haze.L + (c.L-haze.L)*k, A: haze.A + (c.A-haze.A)*k, B: haze.B + (c.B-haze.B)*k}
	out.L = min(95, max(14, out.L))
	if chroma := out.Chroma(); chroma > 60 {
		out.A, out.B = out.A*60/chroma, out.B*60/chroma
	}
	return out
}

// beta is the extinction per metre: 3.912 is the logarithm of 50, for visibility is
// where 2 % of contrast is left; blue scatters more, by Ångström's exponent.
func beta(visibility, blue, nm float64) float64 {
	return 3.912 / visibility * math.Pow(550/nm, blue)
}

// Through is what a reflectance looks like through metres of air (Koschmieder 1924):
// its own light dies away and the light of the haze takes its place, band by band.
func Through(r spectrum.Spectrum, metres float64, air lesson.Air) (spectrum.Spectrum, error) {
	a, ok := airs[air]
	if !ok {
		return r, unknown(air)
	}
	if !(metres >= 0) || math.IsInf(metres, 0) {
		return r, fmt.Errorf("distance is %g m: give 0 or more", metres)
	}
	for i := range r {
		nm := spectrum.Wavelength(i)
		t := math.Exp(-beta(a.visibility, a.blue, nm) * metres)
		r[i] = r[i]*t + between(a.light, nm)*(1-t)
	}
	return r, nil
}

func unknown(air lesson.Air) error {
	var known []string
	for _, a := range Airs() {
		known = append(known, a.ID)
	}
	return fmt.Errorf("haze %q is not known: use one of %s", air, strings.Join(known, ", "))
}

// between draws a smooth line through figures at 450, 550 and 650 nm.
func between(v [3]float64, nm float64) float64 {
	x := min(2, max(0, (nm-450)/100))
	if x < 1 {
		return v[0] + (v[1]-v[0])*x
	}
	return v[1] + (v[2]-v[1])*(x-1)
}

// A Depth is a plane of the scene: its name and its distance, m.
type Depth struct {
	Name   string  `json:"name"`
	Metres float64 `json:"metres" minimum:"0" maximum:"200000"`
}

// Ladder gives a colour that stands near the eye to every depth of a scene through
// the air between: each plane's target and recipe.
func (s *Solver) Ladder(ctx context.Context, near []Amount, depths []Depth, air lesson.Air, o Options) ([]Rung, error) {
	if _, ok := airs[air]; !ok {
		return nil, unknown(air)
	}
	coat, err := s.box.Mix(Parts(near))
	if err != nil {
		return nil, err
	}
	seen := paint.Seen(coat.Opaque())
	names, targets := make([]string, len(depths)), make([]spectrum.Lab, len(depths))
	for i, d := range depths {
		r, err := Through(seen, d.Metres, air)
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
