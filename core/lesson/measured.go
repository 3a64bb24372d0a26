package lesson

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// Paints is the box that the lesson mixes from: the catalogue, with the curves of the
// paints that were measured for it. Measurements that cannot be solved, which [Check]
// reports, leave a paint as modelled.
func (l *Lesson) Paints() paint.Box {
	box, _ := l.solved(func(int, error) {})
	return box
}

// solved solves the measurements, titanium white first, for the others rest on it.
func (l *Lesson) solved(wrong func(i int, err error)) (paint.Box, bool) {
	var box paint.Box
	fine := true
	for _, white := range []bool{true, false} {
		for i, m := range l.Measured {
			if (m.Paint == paint.White) != white {
				continue
			}
			c, err := m.coat(box)
			if err != nil {
				fine = false
				wrong(i, err)
				continue
			}
			box = box.With(m.Paint, c)
		}
	}
	return box, fine
}

func (m Measured) coat(box paint.Box) (paint.Coat, error) {
	if _, ok := box.Find(m.Paint); !ok {
		return paint.Coat{}, fmt.Errorf("paint: %q is not in the catalogue", shorten(m.Paint))
	}
	if len(m.Masstone) != spectrum.Bands {
		return paint.Coat{}, fmt.Errorf("masstone: has %d bands, not %d", len(m.Masstone), spectrum.Bands)
	}
	masstone := spectrum.Spectrum(m.Masstone)
	if m.Paint == paint.White {
		return paint.MeasuredWhite(masstone)
	}
	if len(m.Tint) != spectrum.Bands {
		return paint.Coat{}, fmt.Errorf("tint: has %d bands, not %d", len(m.Tint), spectrum.Bands)
	}
	base, _ := box.Find(paint.White)
	return paint.Measured(masstone, spectrum.Spectrum(m.Tint), m.White, base.Coat)
}

// Check says what is wrong with a measurement, held against the modelled white.
func (m Measured) Check() error {
	_, err := m.coat(paint.Box{})
	return err
}

// Coat is the coat of a mixture, or of a ground's tone. A checked lesson's never fails.
func (l *Lesson) Coat(parts []Part) (paint.Coat, error) { return l.Paints().Mix(parts) }

func (c checker) measured() {
	seen := map[string]bool{}
	for i, m := range c.Measured {
		if seen[m.Paint] {
			c.report(fmt.Sprintf("measured[%d].paint", i), fmt.Sprintf("repeats %s", shorten(m.Paint)), "measure each paint once")
		}
		seen[m.Paint] = true
	}
	c.solved(func(i int, err error) {
		c.report(fmt.Sprintf("measured[%d]", i), "cannot be solved: "+err.Error(), "measure it again, or take it out to use the modelled curves")
	})
}

// Measure gives a paint measured curves; without a masstone it goes back to the
// modelled ones.
type Measure struct {
	Measured Measured `json:"measured"`
}

// Apply sets or removes the measurement.
func (e Measure) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Measured = slices.Clone(l.Measured)
	i, there := slices.BinarySearchFunc(c.Measured, e.Measured.Paint, func(m Measured, key string) int { return cmp.Compare(m.Paint, key) })
	undo := Measure{Measured{Paint: e.Measured.Paint, Masstone: []float64{}, Tint: []float64{}}}
	if there {
		undo.Measured = c.Measured[i]
	}
	switch {
	case len(e.Measured.Masstone) > 0 && there:
		c.Measured[i] = e.Measured
	case len(e.Measured.Masstone) > 0:
		c.Measured = slices.Insert(c.Measured, i, e.Measured)
	case there:
		c.Measured = slices.Delete(c.Measured, i, i+1)
	default:
		return nil, nil, fmt.Errorf("paint %q has no measurement to take out", shorten(e.Measured.Paint))
	}
	return &c, undo, nil
}

// Describe says which curves the paint gets.
func (e Measure) Describe(*Lesson) string {
	name := e.Measured.Paint
	if p, ok := paint.Find(name); ok {
		name = p.Name
	}
	if len(e.Measured.Masstone) == 0 {
		return fmt.Sprintf("go back to the modelled curves of %s", name)
	}
	return fmt.Sprintf("use measured curves of %s", name)
}

// SetPalette lays out other tubes.
type SetPalette struct {
	Paints []string `json:"paints"`
}

// Apply replaces the palette; every paint that a mixture needs must stay on it, which
// [Check] sees to.
func (e SetPalette) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Palette = slices.Clone(e.Paints)
	return &c, SetPalette{l.Palette}, nil
}

// Describe says how many tubes there are then.
func (e SetPalette) Describe(l *Lesson) string {
	for _, key := range l.Palette {
		if !slices.Contains(e.Paints, key) && len(e.Paints) == len(l.Palette)-1 {
			return fmt.Sprintf("take %s off the palette", key)
		}
	}
	return fmt.Sprintf("lay out %d tubes", len(e.Paints))
}

// SetTints says which paints of a mixture are let down before they go in.
type SetTints struct {
	Mixture string `json:"mixture"`
	Tints   []Part `json:"tints"`
}

// Apply sets the tints.
func (e SetTints) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustMixture(e.Mixture)
	if err != nil {
		return nil, nil, err
	}
	c := *l
	c.Mixtures = slices.Clone(l.Mixtures)
	c.Mixtures[i].Tints = slices.Clone(e.Tints)
	return &c, SetTints{e.Mixture, full(l.Mixtures[i].Tints)}, nil
}

// Describe says what is let down.
func (e SetTints) Describe(l *Lesson) string {
	m, _ := l.Mixture(e.Mixture)
	if len(e.Tints) == 0 {
		return fmt.Sprintf("mix “%s” without letting anything down", m.Name)
	}
	return fmt.Sprintf("let %s down with %s parts before it goes into “%s”", e.Tints[0].Paint, Figure(e.Tints[0].Parts), m.Name)
}
