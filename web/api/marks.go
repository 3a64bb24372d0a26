package api

import (
	"context"
	"image"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/sheet"
	"proxenos/store"
)

// MarkShown is a technique on the marks sheet.
type MarkShown struct {
	Technique string     `json:"technique"`
	Name      string     `json:"name"`
	Meaning   string     `json:"meaning"`
	Tool      string     `json:"tool" doc:"the tool in words"`
	Says      string     `json:"says" doc:"the step that made it, as a sentence"`
	Specimens []Specimen `json:"specimens"`
}

// FormShown is a kind of zone on the sheet of forms.
type FormShown struct {
	Kind      string     `json:"kind"`
	Name      string     `json:"name"`
	Says      []string   `json:"says" doc:"the steps that painted it, as sentences"`
	Specimens []Specimen `json:"specimens"`
}

// Specimen is a technique made on something, or a form in a light.
type Specimen struct {
	Under string `json:"under"`
	On    string `json:"on" doc:"what it was made on, or in what light, in words"`
	Image string `json:"image" doc:"address of the picture"`
}

// specimenWidth is the size of a specimen's picture, pixels.
const specimenWidth = 360

func (s *Server) markOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "marks", Method: http.MethodGet, Path: "/api/marks", Summary: "The marks sheet: every technique, made by the simulator"},
		func(context.Context, *struct{}) (*one[[]MarkShown], error) { return &one[[]MarkShown]{s.marks()}, nil })
	huma.Register(api, huma.Operation{OperationID: "specimen", Method: http.MethodGet, Path: "/api/specimens/{version}/{technique}/{under}",
		Summary: "A specimen of a technique, as UNDER.png", Responses: pngReply}, s.specimen)
	huma.Register(api, huma.Operation{OperationID: "forms", Method: http.MethodGet, Path: "/api/forms", Summary: "The sheet of forms: every kind of zone, lit from three sides"},
		func(context.Context, *struct{}) (*one[[]FormShown], error) { return &one[[]FormShown]{s.forms()}, nil })
	huma.Register(api, huma.Operation{OperationID: "form", Method: http.MethodGet, Path: "/api/forms/{version}/{kind}/{side}",
		Summary: "A kind of zone in a light, as SIDE.png", Responses: pngReply}, s.form)
}

func (s *Server) marks() []MarkShown {
	var out []MarkShown
	for _, t := range sheet.Techniques() {
		l, err := sheet.Lesson(t, sheet.DryGround)
		if err != nil {
			continue // every technique listed has a lesson; a test holds it to that
		}
		info := t.Info()
		m := MarkShown{Technique: string(t), Name: info.Verb(), Meaning: info.Meaning, Tool: l.ToolName("tool"),
			Says: lesson.Say(l, l.Steps[len(l.Steps)-1])}
		for _, u := range sheet.Unders() {
			m.Specimens = append(m.Specimens, Specimen{string(u), u.Name(), "/api/specimens/" + rehearse.Version + "/" + string(t) + "/" + string(u) + ".png"})
		}
		out = append(out, m)
	}
	return out
}

func (s *Server) specimen(ctx context.Context, in *struct {
	Version   string `path:"version" maxLength:"20"`
	Technique string `path:"technique" maxLength:"40"`
	Under     string `path:"under" maxLength:"20"`
}) (*picture, error) {
	t, u := lesson.Technique(in.Technique), sheet.Under(strings.TrimSuffix(in.Under, ".png"))
	if !slices.Contains(sheet.Techniques(), t) || !slices.Contains(sheet.Unders(), u) {
		return nil, huma.Error404NotFound("there is no such specimen: see /api/marks")
	}
	return s.drawn(ctx, in.Version, store.Artifact{Kind: "marks/" + string(t) + "/" + string(u)}, func(ctx context.Context) (image.Image, error) {
		f, err := sheet.Specimen(ctx, t, u)
		if err != nil {
			return nil, err
		}
		return f.Show(film.Paint, specimenWidth), nil
	})
}

func (s *Server) forms() (out []FormShown) {
	for _, kind := range sheet.Forms() {
		name, says := sheet.FormWords(kind)
		shown := FormShown{Kind: string(kind), Name: name, Says: says}
		for _, side := range sheet.Sides() {
			shown.Specimens = append(shown.Specimens, Specimen{string(side), side.Name(), "/api/forms/" + rehearse.Version + "/" + string(kind) + "/" + string(side) + ".png"})
		}
		out = append(out, shown)
	}
	return out
}

func (s *Server) form(ctx context.Context, in *struct {
	Version string `path:"version" maxLength:"20"`
	Kind    string `path:"kind" maxLength:"40"`
	Side    string `path:"side" maxLength:"20"`
}) (*picture, error) {
	kind, side := lesson.ZoneKind(in.Kind), sheet.Side(strings.TrimSuffix(in.Side, ".png"))
	if !slices.Contains(sheet.Forms(), kind) || !slices.Contains(sheet.Sides(), side) {
		return nil, huma.Error404NotFound("there is no such form: see /api/forms")
	}
	return s.drawn(ctx, in.Version, store.Artifact{Kind: "forms/" + string(kind) + "/" + string(side)}, func(ctx context.Context) (image.Image, error) {
		f, err := sheet.Form(ctx, kind, side)
		if err != nil {
			return nil, err
		}
		return f.Show(film.Paint, specimenWidth), nil
	})
}
