package export

import (
	"fmt"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/export/cgats"
)

// tintWhite is how many parts of titanium white the tints have that are written.
const tintWhite = 10

// Paints are the masstones of paints, and after each its tint, 1 part with 10 of
// titanium white, so that another program, or another lesson, can solve their curves
// from them. Keys that are not in the box are left out; titanium white has no tint.
func Paints(box paint.Box, keys []string) (out []cgats.Sample) {
	for _, key := range keys {
		p, ok := box.Find(key)
		if !ok {
			continue
		}
		out = append(out, cgats.Sample{ID: key, Name: p.Name, Reflectance: box.Swatch(p, 0)})
		if key != paint.White {
			out = append(out, cgats.Sample{ID: fmt.Sprintf("%s+%d", key, tintWhite), Name: fmt.Sprintf("%s, 1 with %d of white", p.Name, tintWhite),
				Reflectance: box.Swatch(p, tintWhite)})
		}
	}
	return out
}

// Mixtures are the thick layers of a lesson's mixtures.
func Mixtures(l *lesson.Lesson) (out []cgats.Sample, err error) {
	for _, m := range l.Mixtures {
		c, err := l.Coat(m.Parts)
		if err != nil {
			return nil, fmt.Errorf("mixture %s: %w", m.ID, err)
		}
		out = append(out, cgats.Sample{ID: m.ID, Name: m.Name, Reflectance: paint.Seen(c.Opaque())})
	}
	return out, nil
}
