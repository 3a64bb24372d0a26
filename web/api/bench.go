package api

import (
	"context"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
	"proxenos/core/supply"
)

// Paint is a paint of the catalogue.
type Paint struct {
	Key      string `json:"key" doc:"Colour Index name"`
	Name     string `json:"name"`
	Colour   string `json:"colour" doc:"#rrggbb of the masstone"`
	Cover    string `json:"cover" doc:"how far it hides what is below, in words"`
	Strength string `json:"strength" doc:"tinting strength"`
	Drying   string `json:"drying"`
	Hazard   string `json:"hazard" doc:"what the usual caution is about, or empty"`
	Curves   string `json:"curves" enum:"modelled,measured"`
}

// Colour is a colour in the ways that people and machines name it.
type Colour struct {
	Lab    spectrum.Lab `json:"lab" doc:"D65"`
	Colour string       `json:"colour" doc:"#rrggbb"`
	Value  int          `json:"value" doc:"1 dark to 9 light"`
}

// Wanted is a colour asked for: as #rrggbb, or as Lab.
type Wanted struct {
	Hex string        `json:"hex,omitempty" pattern:"^#[0-9a-fA-F]{6}$" doc:"#rrggbb"`
	Lab *spectrum.Lab `json:"lab,omitempty" doc:"D65; goes before hex"`
}

// MixRequest asks how to mix a colour.
type MixRequest struct {
	Target Wanted   `json:"target"`
	Paints []string `json:"paints" maxItems:"40" doc:"keys of the paints at hand"`
	Most   int      `json:"most,omitempty" minimum:"0" maximum:"4" doc:"most paints in a recipe; 4 when left out"`
	Parts  int      `json:"parts,omitempty" minimum:"0" maximum:"24" doc:"most parts; 24 when left out"`
	Whole  bool     `json:"whole,omitempty" doc:"whole parts alone, no drops"`
}

// Mixed is what can be said of a target.
type Mixed struct {
	Target Colour        `json:"target"`
	Answer recipe.Answer `json:"answer"`
}

// ScaleRequest asks for a scale of colours from one.
type ScaleRequest struct {
	Kind   string          `json:"kind" enum:"string,neutral,ladder"`
	Target Wanted          `json:"target" doc:"the colour, for a string or a path"`
	Near   []recipe.Amount `json:"near" maxItems:"8" doc:"the recipe of the near colour, for a ladder"`
	Steps  int             `json:"steps" minimum:"0" maximum:"9"`
	Warm   float64         `json:"warm" minimum:"-30" maximum:"30" doc:"how far lights turn warm and shadows cool"`
	Air    string          `json:"air" maxLength:"20" doc:"kind of haze, one of the vocabulary's airs"`
	Depths []recipe.Depth  `json:"depths" maxItems:"12"`
	Paints []string        `json:"paints" maxItems:"40"`
}

func (s *Server) benchOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "paints", Method: http.MethodGet, Path: "/api/paints", Summary: "The catalogue of paints"},
		func(context.Context, *struct{}) (*one[[]Paint], error) { return &one[[]Paint]{tubes()}, nil })
	huma.Register(api, huma.Operation{OperationID: "mix", Method: http.MethodPost, Path: "/api/recipes", Summary: "Recipes for a colour, best first"}, s.mix)
	huma.Register(api, huma.Operation{OperationID: "scale", Method: http.MethodPost, Path: "/api/scales", Summary: "A value string, a neutral path or a depth ladder"}, s.scale)
	huma.Register(api, huma.Operation{OperationID: "amounts", Method: http.MethodGet, Path: "/api/rehearsals/{hash}/amounts",
		Summary: "Piles and tubes, from what the rehearsal took"}, s.amounts)
	huma.Register(api, huma.Operation{OperationID: "colour", Method: http.MethodGet, Path: "/api/rehearsals/{hash}/colours/{place}",
		Summary: "The colour of the canvas at a place, as X-Y-HALFMINUTES in mm"}, s.colour)
}

func (s *Server) amounts(ctx context.Context, in *struct {
	Hash     string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Students int    `query:"students" minimum:"1" maximum:"200" default:"1"`
}) (*one[supply.Amounts], error) {
	j, err := s.job(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	r, err := j.Painted(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	a, err := supply.Of(r, in.Students, supply.Loss)
	return &one[supply.Amounts]{a}, s.refuse(err)
}

func tubes() []Paint {
	d65 := spectrum.D65()
	out := []Paint{}
	for _, p := range paint.All() {
		out = append(out, Paint{p.Key, p.Name, p.Coat.Masstone(d65).RGB().Hex(), p.Hides(), p.Strength, string(p.Drying), p.Hazard, "modelled"})
	}
	return out
}

func colourOf(c spectrum.Lab) Colour { return Colour{c, c.RGB().Hex(), c.Value()} }

func (w Wanted) colour() (spectrum.Lab, error) {
	if w.Lab != nil {
		return *w.Lab, nil
	}
	rgb, err := spectrum.ParseHex(w.Hex)
	return rgb.Lab(), err
}

func (s *Server) mix(ctx context.Context, in *struct{ Body MixRequest }) (*one[Mixed], error) {
	target, err := in.Body.Target.colour()
	if err != nil {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	solver, err := recipe.New(in.Body.Paints)
	if err != nil {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	answer, err := solver.Solve(ctx, target, recipe.Options{Paints: in.Body.Most, Parts: in.Body.Parts, Whole: in.Body.Whole})
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[Mixed]{Mixed{colourOf(target), answer}}, nil
}

// unsolved tells a question that is out of bounds from one that was given up.
func (s *Server) unsolved(ctx context.Context, err error) error {
	if ctx.Err() != nil {
		return s.refuse(ctx.Err())
	}
	return huma.Error422UnprocessableEntity(err.Error())
}

func (s *Server) scale(ctx context.Context, in *struct{ Body ScaleRequest }) (*one[[]recipe.Rung], error) {
	b := in.Body
	solver, err := recipe.New(b.Paints)
	if err != nil {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	var rungs []recipe.Rung
	if b.Kind == "ladder" {
		rungs, err = solver.Ladder(ctx, b.Near, b.Depths, recipe.Air(b.Air), recipe.Options{})
	} else {
		var colour spectrum.Lab
		if colour, err = b.Target.colour(); err == nil {
			if b.Kind == "string" {
				rungs, err = solver.String(ctx, colour, b.Steps, b.Warm, recipe.Options{})
			} else {
				rungs, err = solver.Neutral(ctx, colour, b.Steps, recipe.Options{})
			}
		}
	}
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[[]recipe.Rung]{rungs}, nil
}

func (s *Server) colour(ctx context.Context, in *struct {
	Hash  string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Place string `path:"place" maxLength:"30"`
}) (*one[Colour], error) {
	var figures [3]int
	parts := strings.Split(in.Place, "-")
	for i := range figures {
		var err error
		if len(parts) != len(figures) {
			err = strconv.ErrSyntax
		} else {
			figures[i], err = strconv.Atoi(parts[i])
		}
		if err != nil || figures[i] > 1e6 {
			return nil, huma.Error422UnprocessableEntity(fmt.Sprintf("place %q: write X-Y-HALFMINUTES in whole mm", in.Place))
		}
	}
	j, err := s.job(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	r, err := j.Painted(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	f := r.At(float64(figures[2]) / 2)
	c := f.ColourAround(float64(figures[0]), float64(figures[1]))
	return &one[Colour]{colourOf(c)}, nil
}
