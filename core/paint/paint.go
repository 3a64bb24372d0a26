// Package paint knows oil paints: which tubes there are, how they absorb and
// scatter light, and what colour a mixture or a thin film of them has.
//
// Mixing follows the two-constant theory of Kubelka and Munk (1931, 1948) with
// the surface correction of Saunderson (1942). No measured spectra ship with
// Proxenos: the curves are modelled from where each pigment is known to absorb
// and fitted by the program in the folder fit to typical masstones and tints.
package paint

import (
	"fmt"
	"sort"

	"proxenos/core/spectrum"
)

//go:generate go run ./fit

// Drying tells how soon a thin film of a paint is touch-dry.
type Drying string

// The drying speeds of oil paint in use.
const (
	Fast   Drying = "fast"
	Middle Drying = "middle"
	Slow   Drying = "slow"
)

// A Paint is one tube: a pigment in oil.
type Paint struct {
	Key      string       // Colour Index name, and "/name" where that is shared: "PBr7/burnt-sienna"
	Name     string       // generic name
	Cover    string       // T transparent, ST, SO, O opaque
	Strength string       // tinting strength: low, med, high, very high
	Drying   Drying       //
	Hazard   string       // what the usual caution is about: "Cd", "Co", "Mn", "Cr(III)" or empty
	Masstone spectrum.Lab // typical colour from the tube, D65
	Tint     spectrum.Lab // typical colour of 1 part with 10 of titanium white, by volume
	Coat     Coat         // modelled curves
}

// covers says the signs for how far a paint hides what is below.
var covers = map[string]string{"T": "transparent", "ST": "half transparent", "SO": "half opaque", "O": "opaque"}

// Hides says in words how far the paint hides what is below.
func (p Paint) Hides() string { return covers[p.Cover] }

// White is the key of titanium white, the paint that all others are measured by.
const White = "PW6"

// All returns every paint of the catalogue, in the order of the colour circle
// from white to black. The caller owns the slice.
func All() []Paint {
	out := make([]Paint, len(catalogue))
	for i, p := range catalogue {
		p.Coat = curves[p.Key]
		out[i] = p
	}
	return out
}

// Find returns the paint with a key.
func Find(key string) (Paint, bool) {
	for _, p := range catalogue {
		if p.Key == key {
			p.Coat = curves[p.Key]
			return p, true
		}
	}
	return Paint{}, false
}

// Keys lists the keys of the catalogue in alphabetical order.
func Keys() []string {
	var out []string
	for _, p := range catalogue {
		out = append(out, p.Key)
	}
	sort.Strings(out)
	return out
}

// A Part is a share of one paint in a mixture, by volume.
type Part struct {
	Paint string
	Parts float64
}

// Mix returns the coat of a mixture, per unit of the whole. It fails when a
// paint is unknown or no part is above zero.
func Mix(parts []Part) (Coat, error) {
	var total float64
	for _, p := range parts {
		total += p.Parts
	}
	if !(total > 0) {
		return Coat{}, fmt.Errorf("mixture has no paint in it: give at least one part above 0")
	}
	var mix Coat
	for _, p := range parts {
		paint, ok := Find(p.Paint)
		if !ok {
			return Coat{}, fmt.Errorf("paint %q is not in the catalogue: use one of %v", p.Paint, Keys())
		}
		mix = mix.Add(paint.Coat, p.Parts/total)
	}
	return mix, nil
}

// Masstone returns the D65 colour of a thick layer of the coat as the eye sees it.
func (c Coat) Masstone(o *spectrum.Observer) spectrum.Lab {
	seen := Seen(c.Opaque())
	return o.Lab(&seen)
}
