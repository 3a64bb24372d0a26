package api

import (
	"context"
	"math"

	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// PileRequest asks how to bring a pile to a colour.
type PileRequest struct {
	Pile   []paint.Part `json:"pile" minItems:"1" maxItems:"8" doc:"the recipe of the pile"`
	Ml     float64      `json:"ml" doc:"how much of it there is"`
	Target Wanted       `json:"target"`
	Paints []string     `json:"paints" maxItems:"40"`
	Whose  string       `json:"whose,omitempty" maxLength:"64"`
}

func (s *Server) changePile(ctx context.Context, in *struct {
	InStudio
	Body PileRequest
}) (*one[[]recipe.Change], error) {
	b := in.Body
	solver, _, target, _, err := s.bench(ctx, in.InStudio, b.Whose, b.Paints, b.Target)
	if err != nil {
		return nil, err
	}
	list, err := solver.Change(ctx, b.Pile, b.Ml, target)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[[]recipe.Change]{list}, nil
}

// BatchRequest asks how to measure a mixture out.
type BatchRequest struct {
	Parts []paint.Part `json:"parts" minItems:"1" maxItems:"8" doc:"the first is laid out, the others are worked into it"`
	Tints []paint.Part `json:"tints,omitempty" maxItems:"4" doc:"what is let down, and with how many parts of the first"`
	Ml    float64      `json:"ml"`
	Whose string       `json:"whose,omitempty" maxLength:"64"`
}

func (s *Server) batch(ctx context.Context, in *struct {
	InStudio
	Body BatchRequest
}) (*one[recipe.Batch], error) {
	b := in.Body
	box, err := s.box(ctx, in.InStudio, b.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	out, err := recipe.Weigh(box, b.Parts, b.Tints, b.Ml)
	if err != nil {
		return nil, unsound(err)
	}
	return &one[recipe.Batch]{out}, nil
}

// Reach is what a palette reaches.
type Reach struct {
	Step    float64        `json:"step" doc:"degrees of hue from one figure to the next; the first is at half a step"`
	Most    float64        `json:"most" doc:"the strongest chroma of all"`
	Value   [9]recipe.Ring `json:"values" doc:"from value 1 to 9: the strongest chroma by hue"`
	Colours [9][]string    `json:"colours" doc:"what those look like, #rrggbb; empty where there is none"`
	Greys   [9]string      `json:"greys" doc:"the grey of each value"`
	Marks   []Mark         `json:"marks" doc:"the lesson's mixtures, where they are on it"`
}

// Mark is a mixture on the map of what a palette reaches.
type Mark struct {
	Mixture string  `json:"mixture"`
	Name    string  `json:"name"`
	Colour  string  `json:"colour"`
	Value   int     `json:"value"`
	Chroma  float64 `json:"chroma"`
	Hue     float64 `json:"hue" doc:"degrees"`
	Miss    float64 `json:"miss" doc:"ΔE00 of the nearest that the palette mixes"`
	Beyond  bool    `json:"beyond" doc:"whether that is out of reach"`
}

// GamutRequest asks what a palette reaches.
type GamutRequest struct {
	Paints []string `json:"paints" maxItems:"40"`
	Whose  string   `json:"whose" maxLength:"64" doc:"the lesson whose mixtures are marked"`
}

func (s *Server) gamut(ctx context.Context, in *struct {
	InStudio
	Body GamutRequest
}) (*one[Reach], error) {
	l, err := s.In(in.Studio).ByHash(ctx, in.Body.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	solver, err := recipe.New(l.Paints(), in.Body.Paints)
	if err != nil {
		return nil, unsound(err)
	}
	g, err := solver.Gamut(ctx)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	out := Reach{Step: recipe.HueStep, Most: g.Most(), Value: g, Marks: []Mark{}}
	for v := range g {
		middle := spectrum.Lab{L: spectrum.MiddleOf(v + 1)}
		out.Greys[v], out.Colours[v] = middle.RGB().Hex(), make([]string, len(g[v]))
		for i, chroma := range g[v] {
			if chroma > 0 {
				turn := (float64(i) + 0.5) * recipe.HueStep * math.Pi / 180
				out.Colours[v][i] = spectrum.Lab{L: middle.L, A: chroma * math.Cos(turn), B: chroma * math.Sin(turn)}.RGB().Hex()
			}
		}
	}
	var colours []spectrum.Lab
	for _, m := range l.Mixtures {
		c, err := l.Paints().Colour(m.Parts)
		if err != nil {
			return nil, s.refuse(err)
		}
		colours = append(colours, c)
		out.Marks = append(out.Marks, Mark{m.ID, m.Name, c.RGB().Hex(), c.Value(), c.Chroma(), c.Hue(), 0, false})
	}
	misses, err := solver.Nearest(ctx, colours)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	for i, miss := range misses {
		out.Marks[i].Miss, out.Marks[i].Beyond = miss, miss > recipe.ReachedWithin
	}
	return &one[Reach]{out}, nil
}

// CoverRequest asks which tubes cover a lesson.
type CoverRequest struct {
	Whose string `json:"whose" maxLength:"64" doc:"content hash of the lesson"`
	Sizes []int  `json:"sizes" minItems:"1" maxItems:"6" doc:"how many tubes"`
	Safe  bool   `json:"safe" doc:"leave out paints that call for a caution"`
}

func (s *Server) covers(ctx context.Context, in *struct {
	InStudio
	Body CoverRequest
}) (*one[[]recipe.Cover], error) {
	l, err := s.In(in.Studio).ByHash(ctx, in.Body.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	box := l.Paints()
	var keys []string
	for _, p := range box.All() {
		if p.Recipe == nil && (!in.Body.Safe || p.Hazard == "") {
			keys = append(keys, p.Key)
		}
	}
	solver, err := recipe.New(box, keys)
	if err != nil {
		return nil, unsound(err)
	}
	var wants []recipe.Want
	for _, m := range l.Mixtures {
		c, err := box.Colour(m.Parts)
		if err != nil {
			return nil, s.refuse(err)
		}
		wants = append(wants, recipe.Want{Name: m.Name, Lab: c, Weight: 1})
	}
	list, err := solver.Cover(ctx, wants, in.Body.Sizes)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[[]recipe.Cover]{list}, nil
}

// bands are the first wavelength of a spectrum and the step to the next, nm.
var bands = struct{ from, step float64 }{spectrum.Wavelength(0), spectrum.Wavelength(1) - spectrum.Wavelength(0)}
