// Package haze is the air between the eye and a plane: how much of a thing's own light is
// left after so many metres, and the colour that everything turns to.
package haze

import (
	"fmt"
	"math"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

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

// Colour is the colour that everything turns to in an air, far enough away.
func Colour(air lesson.Air) spectrum.Lab {
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
	far := Colour(air)
	was, is := Left(from, air), Left(to, air)
	k := min(3, is/max(0.02, was))
	out := spectrum.Lab{L: far.L + (c.L-far.L)*k, A: far.A + (c.A-far.A)*k, B: far.B + (c.B-far.B)*k}
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
	if err := Known(air); err != nil {
		return r, err
	}
	a := airs[air]
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

// Known refuses an air that is not one of [Airs], and names those.
func Known(air lesson.Air) error {
	if _, ok := airs[air]; ok {
		return nil
	}
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
