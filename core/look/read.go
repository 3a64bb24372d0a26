package look

import (
	"context"
	"errors"
	"math"
	"slices"

	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// Options are what somebody says about a photograph.
type Options struct {
	Quad *Quad     // where the picture is; nil to have it found
	By   Reference // what tells of the light; empty for the best there is
	Card *Point    // where a white card is; nil for none
}

// A Reading is a photograph read.
type Reading struct {
	Found Found
	*Judged
}

// Read finds the picture of a plan in a photograph, takes its light out, and judges it. told hears
// how far it has come, from 0 to 1; it may be nil. It fails for corners that are none, and with ctx.
func Read(ctx context.Context, photo *plate.Plate, plan *Plan, o Options, told func(share float64)) (*Reading, error) {
	if told == nil {
		told = func(float64) {}
	}
	w, h := plan.Lesson.Support.Width, plan.Lesson.Support.Height
	out := &Reading{}
	if o.Quad != nil {
		out.Found = Found{Quad: *o.Quad, Sure: 1, Border: borderOf(photo, *o.Quad, w, h)}
	} else {
		out.Found = Find(photo, w, h, plan.Plate)
	}
	told(0.3)
	sq, err := Square(photo, out.Found.Quad, w, h, plan.Plate.Mm)
	if err != nil {
		return nil, err
	}
	if sq.Picture.W != plan.Plate.W || sq.Picture.H != plan.Plate.H {
		return nil, errors.New("look: the canvas of the photograph and that of the plan are of other sizes")
	}
	neutral, shine, light := Neutralise(sq, Setup{By: o.By, Border: out.Found.Border, Ground: groundOf(plan), Card: o.Card, Plan: plan.Plate, Photo: photo, Quad: out.Found.Quad})
	told(0.4)
	out.Judged, err = Judge(ctx, plan, neutral, shine, light, func(found int) { told(0.4 + 0.6*(1-math.Pow(0.8, float64(found)))) })
	return out, err
}

// groundOf is the colour of the bare ground of a lesson.
func groundOf(plan *Plan) spectrum.Lab {
	coat, err := plan.Lesson.Coat(plan.Lesson.Ground.Tone)
	if err != nil {
		return spectrum.Lab{L: 95}
	}
	return coat.Masstone(spectrum.D65())
}

// Zones are the mean colours of the zones of a plan in a picture on its grid, by id, of those large
// enough to be judged; what is true in not is left out.
func (p *Plan) Zones(of *plate.Plate, not []bool) map[string]spectrum.Lab {
	out := map[string]spectrum.Lab{}
	lab := labs(of)
	for _, z := range p.zones {
		var seen []int
		for _, i := range z.core {
			if not == nil || !not[i] {
				seen = append(seen, i)
			}
		}
		if float64(len(z.all)) >= leastZone*float64(len(lab)) && len(seen) >= 20 && 2*len(seen) >= len(z.core) {
			out[z.id] = mean(lab, seen)
		}
	}
	return out
}

// Share is how much of the picture a zone shows on.
func (p *Plan) Share(zone string) float64 {
	for _, z := range p.zones {
		if z.id == zone {
			return float64(len(z.all)) / float64(len(p.zone))
		}
	}
	return 0
}

// Lit are the zones that have lights which can be lost.
func (p *Plan) Lit() (out []string) {
	for _, l := range p.lights {
		out = append(out, p.zones[l.zone].id)
	}
	return out
}

// DiffersFrom is by how much a picture on the grid of a plan differs from it, as it is seen.
func DiffersFrom(p *Plan, of *plate.Plate) Differs { return differ(Seen(of), Seen(p.Plate), nil) }

// softLeast is the width, mm, from which an edge of the plan is soft enough that a hard one is a fault.
const softLeast = 4.5

// Soft are the zones that have an edge which is to be soft.
func (p *Plan) Soft() (out []string) {
	v := newView(p, p.Plate, make([]bool, len(p.zone)), 0)
	for _, e := range p.edges {
		if w, ok := v.width(p.fine, e); ok && w >= softLeast && !slices.Contains(out, p.zones[e.b].id) {
			out = append(out, p.zones[e.b].id)
		}
	}
	return out
}
