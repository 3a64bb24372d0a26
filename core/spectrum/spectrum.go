// Package spectrum turns reflectance into colour: spectra, observer, lamps,
// CIE XYZ and Lab, the ΔE00 difference, sRGB for the screen, and the painter's
// nine-step value scale.
//
// A reflectance is a fraction between 0 and 1 in each of [Bands] bands, 10 nm
// apart from 380 to 730 nm. Sources: CIE 15 (colorimetry), CIE 142 (ΔE00) and
// IEC 61966-2-1 (sRGB).
package spectrum

import "math"

// The sampling that every full spectrum in Proxenos uses.
const (
	Bands = 36  // number of samples
	First = 380 // wavelength of the first sample, nm
	Step  = 10  // distance between samples, nm
)

// A Spectrum holds one figure per band: a reflectance (0-1), the power of a
// lamp (relative), or an absorption or scattering coefficient (per µm).
type Spectrum [Bands]float64

// Wavelength returns the centre of band i in nm.
func Wavelength(i int) float64 { return First + Step*float64(i) }

// Flat returns the spectrum that is v in every band.
func Flat(v float64) Spectrum {
	var s Spectrum
	for i := range s {
		s[i] = v
	}
	return s
}

// FromFunc samples f, a function of the wavelength in nm.
func FromFunc(f func(nm float64) float64) Spectrum {
	var s Spectrum
	for i := range s {
		s[i] = f(Wavelength(i))
	}
	return s
}

// Mix returns a*(1-t) + b*t, band by band.
func Mix(a, b Spectrum, t float64) Spectrum {
	for i := range a {
		a[i] += (b[i] - a[i]) * t
	}
	return a
}

// An Observer holds, for one lamp, the weights that turn reflectance into XYZ,
// and the white point: the XYZ of the perfect reflector, with Y = 100.
type Observer struct {
	Name  string
	W     [Bands][3]float64
	White XYZ
}

// NewObserver prepares the CIE 1931 2° observer under a lamp whose relative
// power is given per band.
func NewObserver(name string, lamp Spectrum) *Observer {
	o := &Observer{Name: name}
	var sumY float64
	for i := range lamp {
		sumY += lamp[i] * cmf[i][1]
	}
	for i := range lamp {
		for c := range 3 {
			o.W[i][c] = 100 * lamp[i] * cmf[i][c] / sumY
		}
		o.White.X += o.W[i][0]
		o.White.Y += o.W[i][1]
		o.White.Z += o.W[i][2]
	}
	return o
}

// XYZ returns the tristimulus values of a reflectance; a perfect white has Y = 100.
func (o *Observer) XYZ(r *Spectrum) XYZ {
	var x XYZ
	for i, v := range r {
		x.X += v * o.W[i][0]
		x.Y += v * o.W[i][1]
		x.Z += v * o.W[i][2]
	}
	return x
}

// Lab returns the CIE Lab colour of a reflectance relative to the lamp's white.
func (o *Observer) Lab(r *Spectrum) Lab { return o.XYZ(r).Lab(o.White) }

// Reduce averages a spectrum over bands/n neighbours, weighted by how much each
// band counts for the eye under o, so that a simulator may work on fewer bands.
// It returns n figures; n must divide [Bands].
func (o *Observer) Reduce(s *Spectrum, n int) []float64 {
	width := Bands / n
	out := make([]float64, n)
	for k := range out {
		var sum, weight float64
		for i := k * width; i < (k+1)*width; i++ {
			w := o.W[i][0] + o.W[i][1] + o.W[i][2] + 1e-6
			sum += w * s[i]
			weight += w
		}
		out[k] = sum / weight
	}
	return out
}

// ReducedWeights returns the XYZ weights of n bands made by [Observer.Reduce].
func (o *Observer) ReducedWeights(n int) [][3]float64 {
	width := Bands / n
	out := make([][3]float64, n)
	for i := range o.W {
		for c := range 3 {
			out[i/width][c] += o.W[i][c]
		}
	}
	return out
}

// Planck returns the relative power of a black body at t kelvin (CIE illuminant
// A is 2856 K on the scale where c2 is 1.4388e7 nm·K).
func Planck(t float64) Spectrum {
	return FromFunc(func(nm float64) float64 {
		return 1e15 / (math.Pow(nm, 5) * (math.Exp(1.4388e7/(nm*t)) - 1))
	})
}
