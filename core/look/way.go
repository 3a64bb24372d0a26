package look

import (
	"context"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// A way is how a fault is painted over on a dry canvas: steps of the lesson, done again where it is.
type way struct {
	layers []layer
}

// A layer is a step that is done again in some places.
type layer struct {
	rehearse.Layer
	n   int     // places
	off float64 // ΔE00 of what it lays from what is meant
}

// What a way needs.
const (
	whereRim  = 2.0 // mm beyond a fault that one paints to be rid of it
	layerFrom = 12  // places of a zone from which it is worth taking the brush for it
	cutBy     = 4.0 // times as wide as what one cuts in with is what is cut in
	deepIn    = 6.0 // mm from its rim at which a place is well within a region
)

// ways are how a fault may be mended on a dry canvas, the usual way first; none where nobody has one.
func (a *Adviser) ways(ctx context.Context, f Fault) ([]way, error) {
	p := a.plan
	in := p.reached(f)
	switch f.Kind {
	case Lights:
		if f.Is > f.Meant {
			return some(p.again(in, p.ownZones(in), body)), nil
		}
		lit := p.again(in, map[int]bool{f.zone: true}, lights)
		return some(lit, lit.with(loaded), lit.with(loaded, pressed), lit.with(loaded, pressed, twice)), nil
	case Corner:
		under, err := a.cut(ctx, in, map[int]bool{p.mostZone(in): true}, true)
		front := p.ownZones(in)
		delete(front, p.mostZone(in))
		return some(under, under.with(pressed), under.with(pressed, twice), under.with(pressed).then(p.again(in, front, anyStep).with(loaded))), err
	case Aside:
		thing := map[int]bool{f.zone: true}
		others := p.ownZones(in)
		delete(others, f.zone)
		lack := p.lacking(f, in)
		behind, err := a.cut(ctx, p.standing(f, in), others, false)
		if err != nil {
			return nil, err
		}
		filled, err := a.cut(ctx, lack, thing, false)
		firm := behind.with(pressed)
		return some(behind.then(filled), firm.then(filled.with(pressed)), firm.with(twice).then(filled.with(pressed, twice)), firm.then(p.again(lack, thing, anyStep).with(loaded, pressed)), firm), err
	case Horizon:
		band := p.wedge(f, levelSoft)
		along := p.again(band, p.wideZones(band), p.showing(band))
		in = p.wedge(f, 0)
		cut, err := a.cut(ctx, in, p.ownZones(in), false)
		return some(cut.with(pressed), along, along.with(pressed)), err
	case Edge:
		return p.edgeWays(f, in), nil
	}
	all := p.again(in, p.ownZones(in), anyStep)
	shows := p.again(in, p.ownZones(in), p.showing(in))
	cut, err := a.cut(ctx, in, p.ownZones(in), false)
	if err != nil {
		return nil, err
	}
	thin, err := a.glaze(ctx, f, in)
	return some(thin, all, shows, shows.with(loaded), cut.with(pressed), all.with(pressed)), err
}

// A glaze takes the eye less far than its colour is from what lies there, for it is thin: its colour
// is mixed so many times as far.
const glazeFar = 2.0

// glaze is one thin film over all of a part, let down as a glaze is, in a colour that lies as far
// beyond what is meant as what is there falls short of it.
func (a *Adviser) glaze(ctx context.Context, f Fault, in []bool) (out way, err error) {
	p := a.plan
	tool, ok := p.Lesson.ToolFor(lesson.Glaze, 25)
	if !ok {
		return way{}, nil
	}
	var cells []int
	for i, yes := range in {
		if yes {
			cells = append(cells, i)
		}
	}
	if len(cells) < layerFrom {
		return way{}, nil
	}
	meant := mean(p.lab, cells)
	target := spectrum.Lab{L: min(92, max(10, meant.L-glazeFar*f.Off.L)), A: meant.A - glazeFar*f.Off.A, B: meant.B - glazeFar*f.Off.B}
	paste, err := a.paste(ctx, target, spectrum.Lab{}, false, 1)
	if err != nil {
		return way{}, err
	}
	z := p.mostZone(in)
	s := lesson.Step{Zone: p.zones[z].id, Where: lesson.Whole, Technique: lesson.Glaze, Tool: tool.ID, Load: lesson.LightLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1, Minutes: 2, Medium: lesson.Medium{Oil: 40, Alkyd: 35}}
	where := region{in, p.Plate.W, p.Plate.H, p.Plate.Mm}
	out.layers = []layer{{rehearse.Layer{Step: s, Place: p.placeAround(z, boxOf(cells, p.Plate.W)), Mixed: &lesson.Mixture{Name: paste.Name, Parts: recipe.Parts(paste.Parts)}, Only: where}, len(cells), paste.Delta}}
	return out, nil
}

// cut cuts in over some places what each of some zones is meant to look like there; over all of
// them, where everywhere is set.
func (a *Adviser) cut(ctx context.Context, in []bool, zones map[int]bool, everywhere bool) (out way, err error) {
	p := a.plan
	for z := range p.zones {
		if !zones[z] {
			continue
		}
		own := region{make([]bool, len(in)), p.Plate.W, p.Plate.H, p.Plate.Mm}
		var cells, shown []int
		for i, yes := range in {
			if yes && int(p.zone[i]) == z {
				shown = append(shown, i)
			}
			if own.in[i] = yes && (everywhere || int(p.zone[i]) == z); own.in[i] {
				cells = append(cells, i)
			}
		}
		if len(shown) < layerFrom {
			continue
		}
		paste, err := a.paste(ctx, mean(p.lab, shown), spectrum.Lab{}, false, 1)
		if err != nil {
			return way{}, err
		}
		b := boxOf(cells, p.Plate.W)
		tool, ok := p.Lesson.ToolFor(lesson.CutIn, min(float64(b.x1-b.x0), float64(b.y1-b.y0), math.Sqrt(float64(len(cells))))*p.Plate.Mm/cutBy)
		if !ok {
			continue
		}
		s := lesson.Step{Zone: p.zones[z].id, Where: lesson.Whole, Technique: lesson.CutIn, Tool: tool.ID, Load: lesson.FullLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1.4, Minutes: 2}
		out.layers = append(out.layers, layer{rehearse.Layer{Step: s, Place: p.placeAround(z, b), Mixed: &lesson.Mixture{Name: paste.Name, Parts: recipe.Parts(paste.Parts)}, Only: own}, len(cells), paste.Delta})
	}
	return out, nil
}

// placeAround is a rectangle of the canvas as a zone, as far off as another one.
func (p *Plan) placeAround(zone int, b box) *lesson.Zone {
	mm := p.Plate.Mm
	x0, y0 := max(0, float64(b.x0)*mm-whereRim), max(0, float64(b.y0)*mm-whereRim)
	x1, y1 := min(p.Lesson.Support.Width, float64(b.x1+1)*mm+whereRim), min(p.Lesson.Support.Height, float64(b.y1+1)*mm+whereRim)
	return &lesson.Zone{Name: p.zones[zone].name, Plane: p.Lesson.Zones[zone].Plane, Kind: lesson.Field, Outline: []lesson.Point{{X: x0, Y: y0}, {X: x1, Y: y0}, {X: x1, Y: y1}, {X: x0, Y: y1}}}
}

// mostColours is how many colours a mend takes at most: with more of them it is painting it again.
const mostColours = 8

// some are those ways that have something to do, and are mends.
func some(all ...way) (out []way) {
	for _, w := range all {
		if len(w.layers) > 0 && w.colours() <= mostColours {
			out = append(out, w)
		}
	}
	return out
}

// colours are how many a way takes.
func (w way) colours() int {
	own, mixed := map[string]bool{}, 0
	for _, y := range w.layers {
		if y.Mixed != nil {
			mixed++
		}
		for _, m := range y.Step.Mixtures {
			own[m] = true
		}
	}
	return len(own) + mixed
}

// effort is what a way is worth less for every layer beyond the first: of two mends that bring about
// as much, a painter takes the shorter.
const effort = 0.04

// worth is what a way is worth that brings so much.
func (w way) worth(gain float64) float64 { return gain / (1 + effort*float64(len(w.layers)-1)) }

// again are the steps of some zones, each done again where its own zone is to show in some places.
func (p *Plan) again(in []bool, zones map[int]bool, takes func(lesson.Step) bool) way {
	out := way{}
	own := map[int]region{}
	for _, s := range p.Lesson.Steps[:p.steps] {
		z := slices.IndexFunc(p.Lesson.Zones, func(z lesson.Zone) bool { return z.ID == s.Zone })
		if z < 0 || !zones[z] || !s.Technique.Marks() || s.Medium.Acrylic || !takes(s) {
			continue
		}
		if _, known := own[z]; !known {
			own[z] = region{make([]bool, len(in)), p.Plate.W, p.Plate.H, p.Plate.Mm}
			for i, yes := range in {
				own[z].in[i] = yes && int(p.zone[i]) == z
			}
		}
		n := 0
		for _, yes := range own[z].in {
			if yes {
				n++
			}
		}
		if n >= layerFrom {
			out.layers = append(out.layers, layer{rehearse.Layer{Step: s, Like: s.ID, Only: own[z]}, n, 0})
		}
	}
	return out
}

// edgeWays are how an edge is softened or cut on a dry canvas.
func (p *Plan) edgeWays(f Fault, in []bool) []way {
	all := p.again(in, p.ownZones(in), p.showing(in))
	over := all
	over.layers = slices.Clone(all.layers)
	technique := lesson.Scumble
	if f.Is > f.Meant {
		technique = lesson.CutIn
	}
	for k := range over.layers {
		s := &over.layers[k].Step
		if tool, ok := p.Lesson.ToolFor(technique, 12); ok {
			s.Technique, s.Tool, over.layers[k].Like = technique, tool.ID, ""
		}
	}
	return some(over, all)
}

func anyStep(lesson.Step) bool  { return true }
func lights(s lesson.Step) bool { return s.Where == lesson.Lit && len(s.Mixtures) > 0 }
func body(s lesson.Step) bool   { return s.Where != lesson.Lit && len(s.Mixtures) > 0 }

func loaded(s *lesson.Step) { s.Load = lesson.FullLoad }
func pressed(s *lesson.Step) {
	s.Pressure = lesson.Firmly
}
func twice(s *lesson.Step) { s.Cover = min(3, 2*s.Cover) }

// with is the way with every step that lays paint changed.
func (w way) with(changes ...func(*lesson.Step)) way {
	out := way{slices.Clone(w.layers)}
	for k := range out.layers {
		for _, change := range changes {
			if s := &out.layers[k].Step; len(s.Mixtures) > 0 || out.layers[k].Mixed != nil {
				change(s)
			}
		}
	}
	return out
}

// then is one way after another.
func (w way) then(next way) way {
	return way{append(slices.Clone(w.layers), next.layers...)}
}
