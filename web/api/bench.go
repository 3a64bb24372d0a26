package api

import (
	"context"
	"fmt"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/class"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/palette"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
	"proxenos/core/supply"
)

// Colour is a colour in the ways that people and machines name it.
type Colour struct {
	Lab    spectrum.Lab `json:"lab" doc:"D65"`
	Colour string       `json:"colour" doc:"#rrggbb"`
	Value  int          `json:"value" doc:"1 dark to 9 light"`
}

// Wanted is a colour asked for: as #rrggbb, or as Lab.
type Wanted struct {
	Hex   string        `json:"hex,omitempty" pattern:"^#[0-9a-fA-F]{6}$" doc:"#rrggbb"`
	Lab   *spectrum.Lab `json:"lab,omitempty" doc:"D65; goes before hex"`
	Parts []paint.Part  `json:"parts,omitempty" maxItems:"8" doc:"the recipe of a mixture whose colour it is; goes before both"`
}

// MixRequest asks how to mix a colour.
type MixRequest struct {
	Target Wanted   `json:"target"`
	Whose  string   `json:"whose,omitempty" maxLength:"64" doc:"content hash of the lesson whose measured paints are used; modelled ones when left out"`
	Lamp   string   `json:"lamp,omitempty" maxLength:"20" doc:"view of the lamp that the target and the recipes are also looked at under"`
	Paints []string `json:"paints" maxItems:"40" doc:"keys of the paints at hand"`
	Most   int      `json:"most,omitempty" minimum:"0" maximum:"4" doc:"most paints in a recipe; 4 when left out"`
	Parts  int      `json:"parts,omitempty" minimum:"0" maximum:"24" doc:"most parts; 24 when left out"`
	Whole  bool     `json:"whole,omitempty" doc:"whole parts alone, no drops"`
}

// Mixed is what can be said of a target.
type Mixed struct {
	Target    Colour           `json:"target"`
	Answer    recipe.Answer    `json:"answer"`
	Lit       *Lit             `json:"lit,omitempty" doc:"the same under the lamp that was asked for"`
	Suggested []recipe.Missing `json:"missing" doc:"when not reached: tubes that would bring it nearer"`
}

// Lit is a target and its recipes as an eye used to a lamp sees them.
type Lit struct {
	Target  string    `json:"target" doc:"#rrggbb"`
	Known   bool      `json:"known" doc:"whether the target's spectrum is known; else it is taken to look as in daylight"`
	Colours []string  `json:"colours" doc:"#rrggbb of each recipe"`
	Deltas  []float64 `json:"deltas" doc:"ΔE00 of each recipe from the target under the lamp"`
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
	Whose  string          `json:"whose,omitempty" maxLength:"64"`
}

func (s *Server) benchOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "mix", Method: http.MethodPost, Path: "/api/studios/{studio}/recipes", Summary: "Recipes for a colour, best first"}, s.mix)
	huma.Register(api, huma.Operation{OperationID: "scale", Method: http.MethodPost, Path: "/api/studios/{studio}/scales", Summary: "A value string, a neutral path or a depth ladder"}, s.scale)
	huma.Register(api, huma.Operation{OperationID: "changePile", Method: http.MethodPost, Path: "/api/studios/{studio}/piles", Summary: "What to add to a pile to bring it to a colour"}, s.changePile)
	huma.Register(api, huma.Operation{OperationID: "batch", Method: http.MethodPost, Path: "/api/studios/{studio}/batches", Summary: "A mixture measured out in ml, specks let down first"}, s.batch)
	huma.Register(api, huma.Operation{OperationID: "gamut", Method: http.MethodPost, Path: "/api/studios/{studio}/gamuts", Summary: "What a palette reaches, by value and hue"}, s.gamut)
	huma.Register(api, huma.Operation{OperationID: "covers", Method: http.MethodPost, Path: "/api/studios/{studio}/covers", Summary: "Which tubes cover a lesson's mixtures best"}, s.covers)
	huma.Register(api, huma.Operation{OperationID: "amounts", Method: http.MethodGet, Path: "/api/studios/{studio}/rehearsals/{hash}/amounts",
		Summary: "Piles and tubes, from what the rehearsal took"}, s.amounts)
	huma.Register(api, huma.Operation{OperationID: "colour", Method: http.MethodGet, Path: "/api/studios/{studio}/rehearsals/{hash}/colours/{place}",
		Summary: "The colour of the canvas at a place, as X-Y-HALFMINUTES in mm"}, s.colour)
}

func (s *Server) amounts(ctx context.Context, in *struct {
	InStudio
	Hash     string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Students int    `query:"students" minimum:"1" maximum:"200" default:"1"`
}) (*one[LaidOut], error) {
	r, l, err := s.In(in.Studio).Revision(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	reports, err := s.reports(ctx, r, l)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := LaidOut{}
	if out.Amounts, err = supply.Of(l, reports, in.Students, supply.Loss); err != nil {
		return nil, s.refuse(err)
	}
	if out.Map, err = class.Lay(l, out.Piles, class.UsualPalette()); err != nil {
		out.Unlaid = err.Error()
	}
	return &one[LaidOut]{out}, nil
}

// LaidOut is what a lesson uses up, and where its piles lie.
type LaidOut struct {
	supply.Amounts
	Map    *palette.Map `json:"map,omitempty" doc:"on a usual palette; nothing where they do not fit"`
	Unlaid string       `json:"unlaid,omitempty" doc:"why they do not fit, and the cure"`
}

func colourOf(c spectrum.Lab) Colour { return Colour{c, c.RGB().Hex(), c.Value()} }

// colour is the colour wanted, and its coat where that is known.
func (w Wanted) colour(box paint.Box) (spectrum.Lab, *paint.Coat, error) {
	if len(w.Parts) > 0 {
		c, err := box.Mix(w.Parts)
		return c.Masstone(spectrum.D65()), &c, err
	}
	if w.Lab != nil {
		return *w.Lab, nil, nil
	}
	rgb, err := spectrum.ParseHex(w.Hex)
	return rgb.Lab(), nil, err
}

// box is the paints of the lesson with a content hash, or the catalogue for none.
func (s *Server) box(ctx context.Context, in InStudio, whose string) (paint.Box, error) {
	if whose == "" {
		return paint.Box{}, nil
	}
	l, err := s.In(in.Studio).ByHash(ctx, whose)
	if err != nil {
		return paint.Box{}, err
	}
	return l.Paints(), nil
}

// bench readies a question to the solver: its paints, and the colour it is about.
func (s *Server) bench(ctx context.Context, in InStudio, whose string, keys []string, w Wanted) (*recipe.Solver, paint.Box, spectrum.Lab, *paint.Coat, error) {
	box, err := s.box(ctx, in, whose)
	if err != nil {
		return nil, box, spectrum.Lab{}, nil, s.refuse(err)
	}
	solver, err := recipe.New(box, keys)
	if err != nil {
		return nil, box, spectrum.Lab{}, nil, unsound(err)
	}
	colour, coat, err := w.colour(box)
	if err != nil {
		return nil, box, colour, nil, unsound(err)
	}
	return solver, box, colour, coat, nil
}

func unsound(err error) error { return huma.Error422UnprocessableEntity(err.Error()) }

func (s *Server) mix(ctx context.Context, in *struct {
	InStudio
	Body MixRequest
}) (*one[Mixed], error) {
	b := in.Body
	solver, box, target, coat, err := s.bench(ctx, in.InStudio, b.Whose, b.Paints, b.Target)
	if err != nil {
		return nil, err
	}
	answer, err := solver.Solve(ctx, target, recipe.Options{Paints: b.Most, Parts: b.Parts, Whole: b.Whole})
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	out := Mixed{Target: colourOf(target), Answer: answer, Suggested: []recipe.Missing{}}
	if !answer.Reached {
		if out.Suggested, err = solver.Missing(ctx, target); err != nil {
			return nil, s.unsolved(ctx, err)
		}
	}
	if b.Lamp != "" {
		if out.Lit, err = underLamp(box, film.View(b.Lamp), target, coat, answer.Recipes); err != nil {
			return nil, unsound(err)
		}
	}
	return &one[Mixed]{out}, nil
}

// underLamp looks at a target and its recipes under a lamp.
func underLamp(box paint.Box, lamp film.View, target spectrum.Lab, coat *paint.Coat, recipes []recipe.Recipe) (*Lit, error) {
	o, ok := lamp.Lamp()
	if !ok {
		return nil, fmt.Errorf("lamp %q is not known: use one of the vocabulary's lamps", lamp)
	}
	look := func(c paint.Coat) spectrum.Lab {
		seen := paint.Seen(c.Opaque())
		return o.Impression(&seen)
	}
	out := &Lit{Known: coat != nil, Colours: []string{}, Deltas: []float64{}}
	if coat != nil {
		target = look(*coat)
	}
	out.Target = target.RGB().Hex()
	for _, r := range recipes {
		c, err := box.Mix(recipe.Parts(r.Parts))
		if err != nil {
			return nil, err
		}
		seen := look(c)
		out.Colours = append(out.Colours, seen.RGB().Hex())
		out.Deltas = append(out.Deltas, math.Round(100*spectrum.DeltaE(seen, target))/100)
	}
	return out, nil
}

// unsolved tells a question that is out of bounds from one that was given up.
func (s *Server) unsolved(ctx context.Context, err error) error {
	if ctx.Err() != nil {
		return s.refuse(ctx.Err())
	}
	return unsound(err)
}

func (s *Server) scale(ctx context.Context, in *struct {
	InStudio
	Body ScaleRequest
}) (*one[[]recipe.Rung], error) {
	b := in.Body
	solver, _, colour, _, err := s.bench(ctx, in.InStudio, b.Whose, b.Paints, b.Target)
	if err != nil {
		return nil, err
	}
	var rungs []recipe.Rung
	switch b.Kind {
	case "ladder":
		rungs, err = solver.Ladder(ctx, b.Near, b.Depths, lesson.Air(b.Air), recipe.Options{})
	case "string":
		rungs, err = solver.String(ctx, colour, b.Steps, b.Warm, recipe.Options{})
	default:
		rungs, err = solver.Neutral(ctx, colour, b.Steps, recipe.Options{})
	}
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[[]recipe.Rung]{rungs}, nil
}

func (s *Server) colour(ctx context.Context, in *struct {
	InStudio
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
			return nil, unsound(fmt.Errorf("place %q: write X-Y-HALFMINUTES in whole mm", in.Place))
		}
	}
	r, err := s.painted(ctx, in.InStudio, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	f := r.At(float64(figures[2]) / 2)
	c := f.ColourAround(float64(figures[0]), float64(figures[1]))
	return &one[Colour]{colourOf(c)}, nil
}
