package paint

import (
	"errors"
	"fmt"
	"math"

	"proxenos/core/spectrum"
)

// MeasuredWhite solves the coat of titanium white from its masstone: its scattering is
// 1 by definition. It fails for figures that are no reflectances of a white.
func MeasuredWhite(masstone spectrum.Spectrum) (Coat, error) {
	var c Coat
	for i, r := range masstone {
		if err := sound("masstone", r, i); err != nil {
			return Coat{}, err
		}
		if nm := spectrum.Wavelength(i); nm >= 450 && r < 0.6 {
			return Coat{}, fmt.Errorf("masstone: reflectance %.2f at %.0f nm is too dark for titanium white: measure a clean, thick layer", r, nm)
		}
		c.K[i], c.S[i] = ratio(r), 1
	}
	return c, nil
}

func sound(what string, r float64, band int) error {
	if !(r >= 0 && r <= 1) {
		return fmt.Errorf("%s: reflectance %g at %.0f nm: give 0 to 1", what, r, spectrum.Wavelength(band))
	}
	return nil
}

// Measured solves the coat of a paint from two measurements: its masstone, and a tint
// of one part with some parts of titanium white by volume, both thick enough to hide
// what is below. The masstone gives K/S, the tint then S, for the coat of that white is
// known (Kubelka and Munk 1931, two constants relative to white). It fails for figures
// that are no reflectances, and for a tint that is not between masstone and white.
func Measured(masstone, tint spectrum.Spectrum, white float64, base Coat) (Coat, error) {
	if !(white > 0 && white <= 1000) {
		return Coat{}, fmt.Errorf("tint: 1 part with %g of white: give more than 0, as 10", white)
	}
	var c Coat
	solved := 0
	for i := range c.K {
		if err := errors.Join(sound("masstone", masstone[i], i), sound("tint", tint[i], i)); err != nil {
			return Coat{}, err
		}
		qm, qt := ratio(masstone[i]), ratio(tint[i])
		kw, sw := base.K[i], base.S[i]
		// (K + n·Kw)/(S + n·Sw) = qt with K = qm·S.
		s := white * (qt*sw - kw) / (qm - qt)
		if qm-qt > 0.02*qm && s > 0 && !math.IsInf(s, 0) {
			c.S[i] = min(4, max(0.004, s))
			solved++
		}
		c.K[i] = qm // times S, once that is known everywhere
	}
	if solved < spectrum.Bands/4 {
		return Coat{}, fmt.Errorf("tint: is hardly lighter than the masstone in %d of %d bands: mix it with more white and measure again", spectrum.Bands-solved, spectrum.Bands)
	}
	// Where a paint is as light as white, S cannot be told from it: the nearest band that can stands in.
	for i := range c.S {
		if c.S[i] == 0 {
			c.S[i] = nearestSolved(&c.S, i)
		}
	}
	for i := range c.K {
		c.K[i] *= c.S[i]
	}
	return c, nil
}

func nearestSolved(s *spectrum.Spectrum, i int) float64 {
	for d := 1; d < len(s); d++ {
		for _, j := range []int{i - d, i + d} {
			if j >= 0 && j < len(s) && s[j] > 0 {
				return s[j]
			}
		}
	}
	return 0.1
}

// ratio is K/S of a thick layer that looks like a reflectance.
func ratio(seen float64) float64 {
	r := min(0.995, max(1e-4, Inside(seen)))
	return (1 - r) * (1 - r) / (2 * r)
}
