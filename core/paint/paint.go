// Package paint knows oil paints: which tubes there are, how they absorb and
// scatter light, and what colour a mixture or a thin film of them has.
//
// Mixing follows the two-constant theory of Kubelka and Munk (1931, 1948) with
// the surface correction of Saunderson (1942). No measured spectra ship with
// Proxenos: the curves are modelled from where each pigment is known to absorb
// and fitted by the program in the folder fit to typical masstones and tints.
package paint

import "proxenos/core/spectrum"

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
	Strength string       // tinting strength: low, medium, high, very high
	Drying   Drying       //
	Hazard   string       // what the usual caution is about: "Cd", "Co", "Mn", "Cr(III)" or empty
	Density  float64      // g/ml
	Oil      float64      // percent of the volume
	Price    float64      // by volume, titanium white being 1
	Recipe   []Part       // of a tube that is sold ready mixed; nil for one pigment
	Masstone spectrum.Lab // typical colour from the tube, D65; zero for one that is a recipe
	Tint     spectrum.Lab // typical colour of 1 part with 10 of titanium white, by volume
	Coat     Coat         // its curves
	Measured bool         // whether the curves come from measurements; else they are modelled
}

// Strong reports whether the paint tints so strongly that it goes in by specks.
func (p Paint) Strong() bool { return p.Strength == "high" || p.Strength == "very high" }

// covers says the signs for how far a paint hides what is below.
var covers = map[string]string{"T": "transparent", "ST": "half transparent", "SO": "half opaque", "O": "opaque"}

// Hides says in words how far the paint hides what is below.
func (p Paint) Hides() string { return covers[p.Cover] }

// White is the key of titanium white, the paint that all others are measured by.
const White = "PW6"

// A Part is a share of one paint in a mixture, by volume.
type Part struct {
	Paint string  `json:"paint" maxLength:"40" doc:"Key of a paint of the catalogue."`
	Parts float64 `json:"parts" minimum:"0.01" maximum:"100"`
}

// Masstone returns the D65 colour of a thick layer of the coat as the eye sees it.
func (c Coat) Masstone(o *spectrum.Observer) spectrum.Lab {
	seen := Seen(c.Opaque())
	return o.Lab(&seen)
}
