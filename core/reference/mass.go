package reference

import (
	"proxenos/core/picture"
	"proxenos/core/spectrum"
)

// A Mass is a large part of a picture that is of one colour.
type Mass struct {
	Lab   spectrum.Lab // on the mean
	Share float64      // of the picture

	cells []int
	of    []int // whose each place of the picture is
	own   int
	w     int
}

// Masses are the large parts that a picture falls into, the largest first.
func Masses(p *picture.Picture) []Mass {
	parts := partsOf(p, horizon(p).Y)
	of := make([]int, len(p.Lab))
	for i := range of {
		of[i] = -1
	}
	out := make([]Mass, len(parts))
	for k, a := range parts {
		for _, i := range a.cells {
			of[i] = k
		}
		out[k] = Mass{meanOf(p, a.cells), float64(len(a.cells)) / float64(len(p.Lab)), a.cells, of, k, p.W}
	}
	return out
}

// Meets is along how many places two masses of a picture meet, and the middle of those, in places
// from the upper left corner.
func (m Mass) Meets(o Mass) (long int, x, y float64) {
	h := len(m.of) / m.w
	for _, i := range m.cells {
		beside(i, m.w, h, func(j int) {
			if m.of[j] == o.own {
				long++
				x, y = x+float64(i%m.w)+0.5, y+float64(i/m.w)+0.5
			}
		})
	}
	if long > 0 {
		x, y = x/float64(long), y/float64(long)
	}
	return long, x, y
}
