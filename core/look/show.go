package look

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// Shown is about how wide the places of pictures are that people look at, mm.
const Shown = 0.4

// Sharper is a judged photograph in places fine enough to be looked at: squared up, with its light
// taken out.
type Sharper struct {
	of   *Judged
	fine *plate.Plate
}

// Sharper squares the photograph that was read up once more, finely. It fails as [Square] does.
func (r *Reading) Sharper(photo *plate.Plate, plan *Plan) (*Sharper, error) {
	w, h := plan.Lesson.Support.Width, plan.Lesson.Support.Height
	sq, err := Square(photo, r.Found.Quad, w, h, Shown)
	if err != nil {
		return nil, err
	}
	coarse, err := Square(photo, r.Found.Quad, w, h, plan.Plate.Mm)
	if err != nil {
		return nil, err
	}
	fine := sq.Picture
	// What the light was is known on the coarse grid: neutral over squared.
	for y := range fine.H {
		for x := range fine.W {
			cx, cy := min(coarse.Picture.W-1, x*coarse.Picture.W/fine.W), min(coarse.Picture.H-1, y*coarse.Picture.H/fine.H)
			i := cy*coarse.Picture.W + cx
			c := &fine.RGB[y*fine.W+x]
			for k := range c {
				if was := coarse.Picture.RGB[i][k]; was > 1e-5 {
					c[k] *= r.Neutral.RGB[i][k] / was
				}
			}
		}
	}
	return &Sharper{r.Judged, fine}, nil
}

// Picture is the photograph after so many mends, 0 for as it is.
func (s *Sharper) Picture(mends int) *plate.Plate {
	if mends == 0 {
		return s.fine
	}
	before, after := s.of.Neutral, s.of.Steps[min(mends, len(s.of.Steps))-1]
	change := plate.New(before.W, before.H, before.Mm)
	for i := range change.RGB {
		for k := range change.RGB[i] {
			change.RGB[i][k] = after.RGB[i][k] - before.RGB[i][k]
		}
	}
	out := s.fine.Clone()
	fx, fy := float64(before.W)/float64(out.W), float64(before.H)/float64(out.H)
	for y := range out.H {
		for x := range out.W {
			d := change.At((float64(x)+0.5)*fx, (float64(y)+0.5)*fy)
			c := &out.RGB[y*out.W+x]
			for k := range c {
				c[k] = max(0, c[k]+d[k])
			}
		}
	}
	return out
}

// A Way is a way to look at a picture.
type Way string

// The ways.
const (
	AsItIs Way = ""
	Grey   Way = "grey"   // lightness alone
	Squint Way = "squint" // through half-closed eyes
	Far    Way = "far"    // from 2.5 m
)

// Ways are all but the plain one.
func Ways() []Way { return []Way{Grey, Squint, Far} }

const squintBlur = 5.0 // mm

// Through is a picture as it looks in a way; places are Mm mm.
func Through(p *plate.Plate, w Way) (*plate.Plate, error) {
	switch w {
	case AsItIs:
		return p, nil
	case Grey:
		out := plate.New(p.W, p.H, p.Mm)
		for i, c := range p.RGB {
			out.RGB[i] = plate.Light(spectrum.Lab{L: plate.Lab(c).L})
		}
		return out, nil
	case Squint:
		small := p.Resized(max(1, p.W/4), max(1, p.H/4))
		return small.Blur(squintBlur / small.Mm), nil
	case Far:
		return p.Blur(Distance * math.Tan(lightBlur*degree) / p.Mm), nil
	}
	return nil, fmt.Errorf("view %q is none: give one of %v", w, slices.Concat([]Way{AsItIs}, Ways()))
}
