package paint

import (
	"fmt"
	"maps"
	"slices"
	"sync"

	"proxenos/core/spectrum"
)

// A Box is the paints that there are: the catalogue, some of whose curves may have been
// replaced by measurements. The zero Box is the catalogue as modelled. A Box is a value:
// [Box.With] leaves the one it is called on as it was.
type Box struct{ measured map[string]Coat }

// With returns the box with the curves of a paint replaced by measured ones.
func (b Box) With(key string, c Coat) Box {
	out := Box{maps.Clone(b.measured)}
	if out.measured == nil {
		out.measured = map[string]Coat{}
	}
	out.measured[key] = c
	return out
}

// modelled is the catalogue with its curves, tubes that are recipes last.
var modelled = sync.OnceValue(func() []Paint {
	var out []Paint
	for _, p := range catalogue {
		p.Coat = curves[p.Key]
		out = append(out, p)
	}
	for _, p := range convenience {
		var total float64
		for _, part := range p.Recipe {
			total += part.Parts
		}
		for _, part := range p.Recipe {
			i := slices.IndexFunc(out, func(q Paint) bool { return q.Key == part.Paint })
			q, share := out[i], part.Parts/total
			p.Coat = p.Coat.Add(q.Coat, share)
			p.Density += share * q.Density
			p.Oil += share * q.Oil
			p.Price += share * q.Price
			p.Drying = slower(p.Drying, q.Drying)
			if q.Hazard != "" {
				p.Hazard = q.Hazard
			}
		}
		out = append(out, p)
	}
	return out
})

// slower is the slower of two drying speeds.
func slower(a, b Drying) Drying {
	speeds := []Drying{"", Fast, Middle, Slow}
	return speeds[max(slices.Index(speeds, a), slices.Index(speeds, b))]
}

func (b Box) filled(p Paint) Paint {
	if c, ok := b.measured[p.Key]; ok {
		p.Coat, p.Measured = c, true
	}
	p.Recipe = slices.Clone(p.Recipe)
	return p
}

// All returns every paint: single pigments in the order of the colour circle from white
// to black, then the tubes that are sold ready mixed. The caller owns the slice.
func (b Box) All() []Paint {
	list := modelled()
	out := make([]Paint, len(list))
	for i, p := range list {
		out[i] = b.filled(p)
	}
	return out
}

// Find returns the paint with a key.
func (b Box) Find(key string) (Paint, bool) {
	list := modelled()
	if i := slices.IndexFunc(list, func(p Paint) bool { return p.Key == key }); i >= 0 {
		return b.filled(list[i]), true
	}
	return Paint{}, false
}

// Mix returns the coat of a mixture, per unit of the whole. It fails when a paint is
// unknown or no part is above zero.
func (b Box) Mix(parts []Part) (Coat, error) {
	var total float64
	for _, p := range parts {
		total += p.Parts
	}
	if !(total > 0) {
		return Coat{}, fmt.Errorf("mixture has no paint in it: give at least one part above 0")
	}
	var mix Coat
	for _, p := range parts {
		paint, ok := b.Find(p.Paint)
		if !ok {
			return Coat{}, fmt.Errorf("paint %q is not in the catalogue: use one of %v", p.Paint, Keys())
		}
		mix = mix.Add(paint.Coat, p.Parts/total)
	}
	return mix, nil
}

// Colour returns the D65 colour of a thick layer of a mixture. It fails as [Box.Mix].
func (b Box) Colour(parts []Part) (spectrum.Lab, error) {
	c, err := b.Mix(parts)
	if err != nil {
		return spectrum.Lab{}, err
	}
	return c.Masstone(daylight()), nil
}

// Swatch is the reflectance, as the eye sees it, of a thick layer of one part of a paint
// with some parts of the box's titanium white; 0 for the masstone.
func (b Box) Swatch(p Paint, white float64) spectrum.Spectrum {
	base, _ := b.Find(White)
	return Seen(Coat{}.Add(p.Coat, 1/(1+white)).Add(base.Coat, white/(1+white)).Opaque())
}

var daylight = sync.OnceValue(spectrum.D65)

// All returns the paints of the catalogue as modelled.
func All() []Paint { return Box{}.All() }

// Find returns a paint of the catalogue as modelled.
func Find(key string) (Paint, bool) { return Box{}.Find(key) }

// Mix mixes paints of the catalogue as modelled.
func Mix(parts []Part) (Coat, error) { return Box{}.Mix(parts) }

// Keys lists the keys of the single pigments of the catalogue in alphabetical order.
func Keys() []string {
	var out []string
	for _, p := range catalogue {
		out = append(out, p.Key)
	}
	slices.Sort(out)
	return out
}
