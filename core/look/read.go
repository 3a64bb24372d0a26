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
	Card *Pixel    // where a white card is; nil for none
}

// A Reading is a photograph read.
type Reading struct {
	Found Whereabouts
	*Judged
}

// Read finds the picture of a plan in a photograph, takes its light out, and judges it. told hears
// how far it has come, from 0 to 1; it may be nil. It fails for corners that are none, and with ctx.
// What cannot be judged is not: the report says why.
func Read(ctx context.Context, photo *plate.Plate, plan *Plan, o Options, told func(share float64)) (*Reading, error) {
	if told == nil {
		told = func(float64) {}
	}
	w, h := plan.Lesson.Support.Width, plan.Lesson.Support.Height
	out := &Reading{}
	if c := o.Card; c != nil && !(c.X >= 0 && c.Y >= 0 && c.X < float64(photo.W) && c.Y < float64(photo.H)) {
		return nil, errors.New("the white card is not in the photograph: put its mark on it")
	}
	if o.Quad != nil {
		if err := o.Quad.Check(photo.W, photo.H); err != nil {
			return nil, err
		}
		out.Found = Whereabouts{Quad: *o.Quad, Sure: 1, Border: borderOf(photo, *o.Quad, w, h)}
	} else {
		out.Found = Find(photo, w, h, plan.Plate)
	}
	turned := newLikeness(photo, plan.Plate, w, h).upsideDown(out.Found.Quad)
	if turned {
		q := out.Found.Quad
		out.Found.Quad = Quad{q[2], q[3], q[0], q[1]}
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
	limits := limitsOf(sq.Picture, photo, out.Found.Quad)
	if turned {
		limits.Says = append(limits.Says, "The picture is upside down in the photograph: it was turned.")
	}
	out.Judged, err = Judge(ctx, plan, neutral, shine, light, limits, func(found int) { told(0.4 + 0.6*(1-math.Pow(0.8, float64(found)))) })
	return out, err
}

// Limits are what cannot be judged in a photograph.
type Limits struct {
	Grey    bool     `json:"grey,omitempty" doc:"there is no colour in it"`
	Blurred bool     `json:"blurred,omitempty" doc:"its edges are not sharp"`
	Dark    bool     `json:"dark,omitempty" doc:"there is next to no light in it"`
	Says    []string `json:"says" doc:"in words, with the cure"`
}

const (
	greyMost   = 1.5   // C* of a photograph that has no colour
	darkMost   = 0.008 // light of the brightest places of one that has none
	blurredBy  = 0.006 // of the width of the picture over which a sharp edge is spread out
	sharpPlace = 0.995 // share of places less sharp than those that tell
)

// limitsOf finds them.
func limitsOf(p, photo *plate.Plate, q Quad) Limits {
	out := Limits{Says: []string{}}
	chroma := make([]float64, len(p.RGB))
	light := make([]float64, len(p.RGB))
	for i, c := range p.RGB {
		lab := plate.Lab(c)
		chroma[i], light[i] = lab.Chroma(), float64(c[1])
	}
	slices.Sort(chroma)
	slices.Sort(light)
	if light[len(light)*99/100] < darkMost {
		out.Dark = true
		out.Says = append(out.Says, "There is next to no light in this photograph: take it again with the lamp on.")
		return out
	}
	if chroma[len(chroma)*95/100] < greyMost {
		out.Grey = true
		out.Says = append(out.Says, "The photograph is black and white: only values are judged.")
	}
	if wide := spread(photo, q); wide > blurredBy {
		out.Blurred = true
		out.Says = append(out.Says, "The photograph is blurred: edges and lights are not judged. Hold the camera on something.")
	}
	return out
}

// spread is over what share of the width of the picture its edge is spread out in the photograph: of
// all that is there the edge of a canvas or of tape is sharp.
func spread(photo *plate.Plate, q Quad) float64 {
	top, _, _, _ := q.sides()
	reach := 0.02 * top
	var widths []float64
	for i, a := range q {
		b := q[(i+1)%4]
		dx, dy := b.X-a.X, b.Y-a.Y
		long := math.Hypot(dx, dy)
		nx, ny := -dy/long, dx/long
		for k := range 40 {
			t := 0.05 + 0.9*float64(k)/39
			at := func(d float64) spectrum.Lab { return plate.Lab(photo.At(a.X+t*dx+d*nx, a.Y+t*dy+d*ny)) }
			in, out := at(reach), at(-reach)
			full := math.Abs(in.L - out.L)
			if full < 12 {
				continue
			}
			var steepest float64
			for d := -reach; d < reach; d += 0.5 {
				steepest = max(steepest, math.Abs(at(d+0.5).L-at(d-0.5).L))
			}
			if steepest > 0 {
				widths = append(widths, full/steepest/top)
			}
		}
	}
	if len(widths) < 20 {
		return 0
	}
	slices.Sort(widths)
	return widths[len(widths)/3]
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
// enough to be judged, averaged over as much as two pictures are that are compared; what is true in
// not is left out.
func (p *Plan) Zones(of *plate.Plate, not []bool) map[string]spectrum.Lab {
	out := map[string]spectrum.Lab{}
	lab := labs(of.Blur(colourBlur / of.Mm))
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
func DiffersFrom(p *Plan, of *plate.Plate) Differs { return Between(of, p.Plate) }

// Between is by how much two pictures of one grid differ, as they are seen.
func Between(a, b *plate.Plate) Differs { return sightOf(a).from(sightOf(b), blind{}) }

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

// Recognise finds the canvas of a plan, width by height mm, in a photograph, and tells how like the
// plan it is, from 0 to 1, whichever way up.
func Recognise(photo *plate.Plate, width, height float64, plan *plate.Plate) (Whereabouts, float64) {
	found := Find(photo, width, height, plan)
	l, q := newLikeness(photo, plan, width, height), found.Quad
	return found, max(l.of(q), l.of(Quad{q[2], q[3], q[0], q[1]}))
}
