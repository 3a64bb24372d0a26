package paint

import (
	"math"

	"proxenos/core/spectrum"
)

const (
	// WhiteScatter is the scattering of titanium white in oil, per µm of wet
	// film: 40 µm of it hides a black ground to about nine tenths.
	WhiteScatter = 0.12

	surfaceOut = 0.04  // Saunderson k1: light turned back at the surface from outside
	surfaceIn  = 0.60  // Saunderson k2: light turned back from inside
	veil       = 0.013 // of k1, the share that reaches the eye in a studio as veiling light
)

// A Coat is a paint or a mixture as light sees it: absorption K and scattering S
// per band, in units of the scattering of titanium white. Multiply by
// [WhiteScatter] for figures per µm.
type Coat struct{ K, S spectrum.Spectrum }

// Add returns the coat with share parts of other stirred in: in two-constant
// Kubelka-Munk theory K and S add by volume.
func (c Coat) Add(other Coat, share float64) Coat {
	for i := range c.K {
		c.K[i] += share * other.K[i]
		c.S[i] += share * other.S[i]
	}
	return c
}

// Opaque returns the reflectance, inside the film, of a layer so thick that
// nothing shows through (Kubelka and Munk 1931). A clear coat, which has no
// such layer, returns 0.
func (c Coat) Opaque() spectrum.Spectrum {
	var r spectrum.Spectrum
	for i := range r {
		r[i] = opaque(c.K[i], c.S[i])
	}
	return r
}

func opaque(k, s float64) float64 {
	if s <= 0 {
		return 0
	}
	q := k / s
	return 1 + q - math.Sqrt(q*q+2*q)
}

// Over returns the reflectance, inside the film, of a layer of h µm on a ground
// of reflectance rg (Kubelka 1948). h = 0 returns the ground.
func (c Coat) Over(h float64, rg spectrum.Spectrum) spectrum.Spectrum {
	var r spectrum.Spectrum
	for i := range r {
		r[i] = FilmOver(c.K[i]*WhiteScatter, c.S[i]*WhiteScatter, h, rg[i])
	}
	return r
}

// FilmOver is the finite-film formula for one band: k and s per µm, h in µm,
// rg the reflectance of what lies below, 0-1.
func FilmOver(k, s, h, rg float64) float64 {
	if h <= 0 {
		return rg
	}
	if s*h < 1e-9 { // a clear film only absorbs, twice
		return rg * math.Exp(-2*k*h)
	}
	a := 1 + k/s
	b := math.Sqrt(a*a - 1)
	x := b * s * h
	if x < 1e-6 { // no absorption: the limit of the formula
		return (rg + (1-rg)*s*h) / (1 + (1-rg)*s*h)
	}
	coth := 1 / math.Tanh(x)
	return (1 - rg*(a-b*coth)) / (a - rg + b*coth)
}

// Surface applies the Saunderson correction (1942): what the eye sees of a film
// whose inner reflectance is r.
func Surface(r float64) float64 {
	return veil + (1-surfaceOut)*(1-surfaceIn)*r/(1-surfaceIn*r)
}

// Inside undoes [Surface]: the inner reflectance of something that looks like r.
func Inside(r float64) float64 {
	q := max(0, r-veil) / ((1 - surfaceOut) * (1 - surfaceIn))
	return min(1, q/(1+surfaceIn*q))
}

// Seen applies [Surface] to a whole spectrum.
func Seen(r spectrum.Spectrum) spectrum.Spectrum {
	for i, v := range r {
		r[i] = Surface(v)
	}
	return r
}
