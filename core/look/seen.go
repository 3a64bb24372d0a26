package look

import (
	"math"
	"slices"

	"proxenos/core/picture"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// How an eye sees a canvas from where one stands back. It blurs lightness by about 0.03° and colour
// by about 0.05° (the main lobes of Zhang and Wandell 1996, S-CIELAB), which at 2.5 m are these
// spreads.
const (
	Distance    = 2500.0 // mm
	lightBlur   = 0.0283 // degrees
	colourLobe  = 0.0536
	seenPlaces  = 2.0 // mm: what is blurred needs no finer ones
	worstCounts = 0.1 // of the worst places beside the mean
	worstShare  = 0.95
)

// Seen is a picture as it is seen from where one stands back, in places of about 2 mm.
func Seen(p *plate.Plate) *picture.Picture {
	w, h := max(4, int(math.Round(float64(p.W)*p.Mm/seenPlaces))), max(4, int(math.Round(float64(p.H)*p.Mm/seenPlaces)))
	small := p.Resized(min(w, p.W), min(h, p.H))
	mm := small.Mm
	sigma := Distance * math.Tan(lightBlur*degree) / mm
	light := small.Blur(sigma)
	wide := Distance * math.Tan(colourLobe*degree) / mm
	colour := light.Blur(math.Sqrt(wide*wide - sigma*sigma)).Picture()
	out := light.Picture()
	for i := range out.Lab {
		out.Lab[i].A, out.Lab[i].B = colour.Lab[i].A, colour.Lab[i].B
	}
	return out
}

// squinted is about how wide the places are that somebody tells apart who squints, mm: leaves and
// grass become one mass, and masses are what is judged then.
const squinted = 8.0

// A sight is a picture as it is judged from where one stands back: as it is, and squinting.
type sight struct{ plain, squint *picture.Picture }

// sightOf is the sight of a picture.
func sightOf(p *plate.Plate) sight {
	w, h := max(4, int(math.Round(float64(p.W)*p.Mm/squinted))), max(4, int(math.Round(float64(p.H)*p.Mm/squinted)))
	return sight{Seen(p), p.Resized(min(w, p.W), min(h, p.H)).Picture()}
}

// blind is what does not count, on both grids.
type blind struct{ plain, squint []bool }

// notIn are the places of a sight that do not count.
func (s sight) notIn(in []bool, w, h int) blind {
	return blind{coarser(in, w, h, s.plain.W, s.plain.H), coarser(in, w, h, s.squint.W, s.squint.H)}
}

// from is by how much a sight differs from another: half of it as it is, half squinting.
func (s sight) from(o sight, n blind) Differs {
	a, b := differ(s.plain, o.plain, n.plain), differ(s.squint, o.squint, n.squint)
	return differs((a.Mean+b.Mean)/2, (a.Worst+b.Worst)/2)
}

// Differs is by how much two pictures differ to an eye.
type Differs struct {
	Mean  float64 `json:"mean" doc:"ΔE00 over the whole picture"`
	Worst float64 `json:"worst" doc:"ΔE00 that one place in twenty exceeds"`
	All   float64 `json:"all" doc:"the figure that decides: the mean and a tenth of the worst"`
}

// differs is a difference of a mean and a worst one.
func differs(mean, worst float64) Differs { return Differs{mean, worst, mean + worstCounts*worst} }

// differ compares two pictures as they are seen; what is true in not does not count.
func differ(a, b *picture.Picture, not []bool) (d Differs) {
	all := make([]float64, 0, len(a.Lab))
	for i := range a.Lab {
		if not != nil && not[i] {
			continue
		}
		e := spectrum.DeltaE(a.Lab[i], b.Lab[i])
		all = append(all, e)
		d.Mean += e
	}
	if len(all) == 0 {
		return Differs{}
	}
	d.Mean /= float64(len(all))
	slices.Sort(all)
	return differs(d.Mean, all[int(worstShare*float64(len(all)-1))])
}

// coarser is a map of places of one grid on another, coarser one: true where any is.
func coarser(in []bool, w, h, cw, ch int) []bool {
	out := make([]bool, cw*ch)
	for i, v := range in {
		if v {
			out[(i/w)*ch/h*cw+(i%w)*cw/w] = true
		}
	}
	return out
}
