package api

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"mime"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"golang.org/x/image/draw"

	"proxenos/core/compose"
	"proxenos/core/daylight"
	"proxenos/core/lesson"
	"proxenos/core/scene"
	"proxenos/core/starter"
	"proxenos/export"
	"proxenos/export/drawing"
	"proxenos/studio"
)

// SketchRequest asks for a flat picture of a lesson, perhaps after an edit that is not
// made yet.
type SketchRequest struct {
	Whose string          `json:"whose" maxLength:"64" doc:"content hash of the lesson"`
	Edit  *lesson.AnyEdit `json:"edit,omitempty"`
}

// Arrangement asks for an edit that arranges the picture.
type Arrangement struct {
	Whose string      `json:"whose" maxLength:"64" doc:"content hash of the lesson"`
	Do    string      `json:"do" enum:"add,another,mirror,repeat,shadow,reflection,take-out,horizon,resize,merge"`
	Zone  string      `json:"zone,omitempty" maxLength:"40" doc:"which zone; for merge: the mixture that goes"`
	Kind  string      `json:"kind,omitempty" maxLength:"20" doc:"for add: one of the vocabulary's things"`
	Plane string      `json:"plane,omitempty" maxLength:"40" doc:"for add and repeat: where"`
	X     float64     `json:"x,omitempty" doc:"for add: where across, mm; for repeat: how far to the right; for resize: how wide the canvas becomes"`
	Y     float64     `json:"y,omitempty" doc:"for horizon: where, mm from the top; for add: where it stands, instead of the plane; for resize: how high the canvas becomes"`
	Fit   compose.Fit `json:"fit,omitempty" enum:",scaled,cropped" doc:"for resize: what becomes of the picture"`
	With  string      `json:"with,omitempty" maxLength:"40" doc:"for merge: the mixture that does for both"`
}

// Arranged is an edit that can be made.
type Arranged struct {
	Edit lesson.AnyEdit `json:"edit"`
	Says string         `json:"says" doc:"what it does, in words"`
	Zone string         `json:"zone,omitempty" doc:"the zone that it makes, if it makes one"`
	Left []string       `json:"left" doc:"of a drawing: what was left out"`
}

const (
	sketchColumns, sketchWidth = 240, 480
	wishColumns, wishWidth     = 240, 480
)

// smooth draws a sketch some pixels wide, without the steps of its cells.
func smooth(img image.Image, width int) image.Image {
	out := image.NewRGBA(image.Rect(0, 0, width, max(1, width*img.Bounds().Dy()/img.Bounds().Dx())))
	draw.BiLinear.Scale(out, out.Bounds(), img, img.Bounds(), draw.Src, nil)
	return out
}

func (s *Server) sceneOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "guides", Method: http.MethodGet, Path: "/api/studios/{studio}/scenes/{hash}", Summary: "What perspective says of a lesson's picture"},
		func(ctx context.Context, in *struct {
			InStudio
			Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
		}) (*one[scene.Guides], error) {
			l, err := s.In(in.Studio).ByHash(ctx, in.Hash)
			if err != nil {
				return nil, s.refuse(err)
			}
			return &one[scene.Guides]{scene.GuidesOf(l)}, nil
		})
	huma.Register(api, raw[SketchRequest](api, huma.Operation{OperationID: "sketch", Method: http.MethodPost, Path: "/api/studios/{studio}/sketches", Responses: pngReply,
		Summary: "A lesson drawn flat, at once, perhaps after an edit that is not made yet"}), s.sketch)
	huma.Register(api, huma.Operation{OperationID: "arrange", Method: http.MethodPost, Path: "/api/studios/{studio}/arrangements", Summary: "An edit that arranges the picture"}, s.arrange)
	huma.Register(api, huma.Operation{OperationID: "relight", Method: http.MethodPost, Path: "/api/studios/{studio}/lights", Summary: "What follows in the picture from a light and an air, and the edit that makes it so"}, s.relight)
	huma.Register(api, huma.Operation{OperationID: "starterSketch", Method: http.MethodPost, Path: "/api/starters/sketch", Responses: pngReply, Summary: "A starting lesson drawn flat"}, s.starterSketch)
	huma.Register(api, huma.Operation{OperationID: "begin", Method: http.MethodPost, Path: "/api/studios/{studio}/starters", DefaultStatus: http.StatusCreated,
		Summary: "Put a complete starting lesson on the shelf"}, s.begin)
	huma.Register(api, text(api, huma.Operation{OperationID: "draw", Method: http.MethodPost, Path: "/api/studios/{studio}/scenes/{hash}/drawings",
		Summary: "The edit that takes the shapes of an SVG drawing in as zones"}), s.draw)
	huma.Register(api, huma.Operation{OperationID: "tracing", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/tracing/{form}",
		Responses: map[string]*huma.Response{"200": {Description: "Lines at true size", Content: map[string]*huma.MediaType{"image/svg+xml": {}, "application/pdf": {}}}},
		Summary:   "The zones as lines at true size: SVG, or PDF tiled over sheets with joining marks"}, s.tracing)
}

func asPNG(img image.Image) (*file, error) {
	body, err := studio.PNG(img)
	return &file{ContentType: "image/png", Body: body}, err
}

func (s *Server) sketch(ctx context.Context, in *RawInStudio) (*file, error) {
	var ask SketchRequest
	if err := parse(in.RawBody, &ask); err != nil {
		return nil, s.refuse(err)
	}
	l, err := s.In(in.Studio).ByHash(ctx, ask.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	if ask.Edit != nil && ask.Edit.Edit != nil {
		if l, _, err = lesson.Apply(l, ask.Edit.Edit); err != nil {
			return nil, s.refuse(err)
		}
	}
	return asPNG(smooth(scene.Sketch(l, sketchColumns), sketchWidth))
}

func (s *Server) arrange(ctx context.Context, in *struct {
	InStudio
	Body Arrangement
}) (*one[Arranged], error) {
	a := in.Body
	l, err := s.In(in.Studio).ByHash(ctx, a.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	var e lesson.Edit
	switch a.Do {
	case "add":
		if a.Plane == "" {
			a.Plane = compose.PlaneAt(l, a.Y)
		}
		e, err = compose.Add(ctx, l, lesson.ZoneKind(a.Kind), a.Plane, a.X)
	case "resize":
		e, err = compose.Resize(l, a.X, a.Y, a.Fit)
	case "merge":
		e = compose.Merge(l, a.Zone, a.With)
	case "another":
		e, err = compose.Another(l, a.Zone)
	case "mirror":
		e, err = compose.Mirror(l, a.Zone)
	case "repeat":
		e, err = compose.Repeat(ctx, l, a.Zone, a.Plane, a.X)
	case "shadow":
		e, err = compose.Shadow(ctx, l, a.Zone)
	case "reflection":
		e, err = compose.Reflection(ctx, l, a.Zone)
	case "take-out":
		e, err = compose.TakeOut(l, a.Zone)
	default:
		e, err = compose.Horizon(l, a.Y)
	}
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[Arranged]{Arranged{lesson.AnyEdit{Edit: e}, e.Describe(l), compose.Makes(l, e), []string{}}}, nil
}

func (s *Server) starterSketch(ctx context.Context, in *struct{ Body starter.Wish }) (*file, error) {
	l, err := starter.Make(ctx, in.Body)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return asPNG(smooth(scene.Sketch(l, wishColumns), wishWidth))
}

func (s *Server) begin(ctx context.Context, in *struct {
	InStudio
	Body starter.Wish
}) (*one[Saved], error) {
	l, err := starter.Make(ctx, in.Body)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	r, err := s.In(in.Studio).Kept.Create(ctx, "", l, "begin with "+l.Title)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Saved]{s.saved(r, l)}, nil
}

func (s *Server) tracing(ctx context.Context, in *struct {
	LessonPath
	Form   string  `path:"form" enum:"svg,pdf"`
	Mirror bool    `query:"mirror" doc:"left and right exchanged"`
	Grid   float64 `query:"grid" minimum:"0" maximum:"500" doc:"mm between the lines of a grid; 0 for none"`
	Paper  string  `query:"paper" enum:"a4,letter" default:"a4"`
}) (*file, error) {
	l, err := s.In(in.Studio).Newest(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	t := export.Tracing{Mirror: in.Mirror, Grid: in.Grid, Paper: in.Paper}
	write, kind := t.SVG, "image/svg+xml"
	if in.Form == "pdf" {
		write, kind = t.PDF, "application/pdf"
	}
	var b bytes.Buffer
	if err := write(&b, l); err != nil {
		return nil, unsound(err)
	}
	name := mime.FormatMediaType("attachment", map[string]string{"filename": l.Title + ", tracing." + in.Form})
	return &file{kind, name, b.Bytes()}, nil
}

func (s *Server) draw(ctx context.Context, in *struct {
	InStudio
	Hash    string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	RawBody []byte
}) (*one[Arranged], error) {
	l, err := s.In(in.Studio).ByHash(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	d, err := drawing.Read(bytes.NewReader(in.RawBody), l.Support.Width, l.Support.Height)
	if err != nil {
		return nil, unsound(err)
	}
	var shapes []compose.Shape
	for _, shape := range d.Shapes {
		if shape.ID != "edge" { // the frame of a tracing
			shapes = append(shapes, compose.Shape(shape))
		}
	}
	e, err := compose.Draw(l, shapes)
	if err != nil {
		return nil, unsound(err)
	}
	out := Arranged{lesson.AnyEdit{Edit: e}, fmt.Sprintf("take in %d shapes", len(shapes)), "", d.Left}
	if out.Left == nil {
		out.Left = []string{}
	}
	return &one[Arranged]{out}, nil
}

// LightRequest asks what a light and an air would mean for a lesson.
type LightRequest struct {
	Whose   string       `json:"whose" maxLength:"64" doc:"content hash of the lesson"`
	Light   lesson.Light `json:"light"`
	Air     lesson.Air   `json:"air" enum:",clear,hazy,mist,dusk"`
	Glitter bool         `json:"glitter" doc:"whether the light is laid on the water"`
}

// PlaneLight is what follows for a plane, with its colours as #rrggbb.
type PlaneLight struct {
	daylight.Follows
	LitColour    string `json:"litColour"`
	ShadedColour string `json:"shadedColour"`
	HazeColour   string `json:"hazeColour"`
}

// LightReply is what follows from a light.
type LightReply struct {
	Planes []PlaneLight    `json:"planes" doc:"farthest first"`
	Relit  []compose.Relit `json:"relit" doc:"mixtures that change"`
	Left   []string        `json:"left" doc:"what cannot follow"`
	Edit   lesson.AnyEdit  `json:"edit" doc:"the change as one edit"`
}

func (s *Server) relight(ctx context.Context, in *struct {
	InStudio
	Body LightRequest
}) (*one[LightReply], error) {
	b := in.Body
	l, err := s.In(in.Studio).ByHash(ctx, b.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	e, relit, left, err := compose.Relight(ctx, l, b.Light, b.Air, b.Glitter)
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	if left == nil {
		left = []string{}
	}
	out := LightReply{Planes: []PlaneLight{}, Relit: relit, Left: left, Edit: lesson.AnyEdit{Edit: e}}
	for _, f := range daylight.Of(l, b.Light, b.Air) {
		out.Planes = append(out.Planes, PlaneLight{f, f.Lit.RGB().Hex(), f.Shaded.RGB().Hex(), f.Haze.RGB().Hex()})
	}
	return &one[LightReply]{out}, nil
}
