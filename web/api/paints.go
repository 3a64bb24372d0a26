package api

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"mime"
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/meter"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
	"proxenos/export"
	"proxenos/export/cgats"
	"proxenos/export/plaintext"
)

// Paint is a paint as a lesson has it.
type Paint struct {
	Key      string  `json:"key" doc:"Colour Index name"`
	Name     string  `json:"name"`
	Colour   string  `json:"colour" doc:"#rrggbb of the masstone"`
	Cover    string  `json:"cover" doc:"how far it hides what is below, in words"`
	Strength string  `json:"strength" doc:"tinting strength"`
	Drying   string  `json:"drying"`
	Hazard   string  `json:"hazard" doc:"what the usual caution is about, or empty"`
	Density  float64 `json:"density" doc:"g/ml"`
	Oil      float64 `json:"oil" doc:"percent of the volume"`
	Price    float64 `json:"price" doc:"by volume, titanium white being 1"`
	Ready    string  `json:"ready" doc:"of a tube sold ready mixed: of what; else empty"`
	Curves   string  `json:"curves" enum:"modelled,measured"`
	Source   string  `json:"source" doc:"what was measured, when"`
}

// Curves are the spectra of a paint and what could stand in for it.
type Curves struct {
	From        float64             `json:"from" doc:"first wavelength, nm"`
	Step        float64             `json:"step" doc:"nm from one figure to the next"`
	Masstone    []float64           `json:"masstone" doc:"reflectance, 0 to 1"`
	Tint        []float64           `json:"tint" doc:"reflectance of 1 part with 10 of titanium white"`
	Mass        Colour              `json:"mass"`
	Pale        Colour              `json:"pale"`
	Apart       float64             `json:"apart" doc:"of a measured paint: ΔE00 of its tint from the modelled one"`
	Substitutes []recipe.Substitute `json:"substitutes" doc:"from the paints named"`
}

// SampleRead is one colour of a file of measurements.
type SampleRead struct {
	ID          string    `json:"id"`
	Name        string    `json:"name"`
	Reflectance []float64 `json:"reflectance"`
	Colour      Colour    `json:"colour"`
}

// MeterRequest lays the simulated meter on something.
type MeterRequest struct {
	Meter meter.Calibration `json:"meter"`
	Paint string            `json:"paint" maxLength:"40" doc:"which tube"`
	Tube  int               `json:"tube" minimum:"0" maximum:"1000000" doc:"which tube of that paint: each is filled a little otherwise"`
	White float64           `json:"white" minimum:"0" maximum:"1000" doc:"parts of titanium white mixed into one part; 0 for the masstone"`
	Times int               `json:"times" minimum:"1" maximum:"16" doc:"readings averaged into one"`
}

func (s *Server) paintOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "paints", Method: http.MethodGet, Path: "/api/studios/{studio}/paints", Summary: "The paints, as a lesson has them"}, s.paints)
	huma.Register(api, huma.Operation{OperationID: "curves", Method: http.MethodGet, Path: "/api/studios/{studio}/curves", Summary: "The spectra of a paint, and substitutes for it"}, s.curves)
	huma.Register(api, text(api, huma.Operation{OperationID: "readSamples", Method: http.MethodPost, Path: "/api/samples", Summary: "Read a CGATS file of measurements"}), s.samples)
	huma.Register(api, huma.Operation{OperationID: "calibrateMeter", Method: http.MethodPost, Path: "/api/meter/calibrations", Summary: "Lay the simulated meter on its white tile"},
		func(_ context.Context, in *struct{ Body meter.Calibration }) (*one[meter.Calibration], error) {
			return &one[meter.Calibration]{in.Body.Calibrate()}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "readMeter", Method: http.MethodPost, Path: "/api/meter/readings", Summary: "Read a swatch of a simulated tube"}, s.readMeter)
	reply := map[string]*huma.Response{"200": {Description: "Spectra as CGATS text", Content: map[string]*huma.MediaType{"text/plain": {}}}}
	huma.Register(api, huma.Operation{OperationID: "swatches", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/swatches/{of}", Responses: reply,
		Summary: "Spectra of a lesson's paints (masstone and tint) or mixtures, as CGATS text"}, s.swatches)
}

func text(api huma.API, op huma.Operation) huma.Operation {
	op.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{
		"application/octet-stream": {Schema: api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[string](), true, "Text")}}}
	op.MaxBodyBytes = -1
	op.SkipValidateBody = true
	return op
}

func (s *Server) paints(ctx context.Context, in *struct {
	InStudio
	Whose string `query:"whose" maxLength:"64"`
}) (*one[[]Paint], error) {
	box, sources := paint.Box{}, map[string]string{}
	if in.Whose != "" {
		l, err := s.In(in.Studio).ByHash(ctx, in.Whose)
		if err != nil {
			return nil, s.refuse(err)
		}
		box = l.Paints()
		for _, m := range l.Measured {
			sources[m.Paint] = m.Source
		}
	}
	d65 := spectrum.D65()
	out := []Paint{}
	for _, p := range box.All() {
		made := Paint{Key: p.Key, Name: p.Name, Colour: p.Coat.Masstone(d65).RGB().Hex(), Cover: p.Hides(), Strength: p.Strength,
			Drying: string(p.Drying), Hazard: p.Hazard, Density: p.Density, Oil: p.Oil, Price: p.Price, Curves: "modelled", Source: sources[p.Key]}
		if p.Measured {
			made.Curves = "measured"
		}
		if p.Recipe != nil {
			made.Ready = recipe.Say(p.Recipe)
		}
		out = append(out, made)
	}
	return &one[[]Paint]{out}, nil
}

// paleWith is how many parts of white the tints have that curves are shown of.
const paleWith = 10

func (s *Server) curves(ctx context.Context, in *struct {
	InStudio
	Paint  string   `query:"paint" required:"true" maxLength:"40"`
	Whose  string   `query:"whose" maxLength:"64"`
	Paints []string `query:"paints" maxItems:"40" doc:"what substitutes are made of"`
}) (*one[Curves], error) {
	box, err := s.box(ctx, in.InStudio, in.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	p, ok := box.Find(in.Paint)
	if !ok {
		return nil, unsound(fmt.Errorf("paint %q is not in the catalogue", in.Paint))
	}
	d65 := spectrum.D65()
	mass, pale := box.Swatch(p, 0), box.Swatch(p, paleWith)
	out := Curves{From: bands.from, Step: bands.step, Masstone: mass[:], Tint: pale[:], Mass: colourOf(d65.Lab(&mass)), Pale: colourOf(d65.Lab(&pale)),
		Substitutes: []recipe.Substitute{}}
	if p.Measured {
		model, _ := paint.Find(p.Key)
		was := paint.Box{}.Swatch(model, paleWith)
		out.Apart = spectrum.DeltaE(d65.Lab(&was), out.Pale.Lab)
	}
	if len(in.Paints) > 0 {
		solver, err := recipe.New(box, in.Paints)
		if err != nil {
			return nil, unsound(err)
		}
		if out.Substitutes, err = solver.Substitutes(ctx, p.Key); err != nil {
			return nil, s.unsolved(ctx, err)
		}
	}
	return &one[Curves]{out}, nil
}

// maxSamples bounds a file of measurements, bytes.
const maxSamples = 8 << 20

func (s *Server) samples(_ context.Context, in *struct{ RawBody []byte }) (*one[[]SampleRead], error) {
	if len(in.RawBody) > maxSamples {
		return nil, huma.NewError(http.StatusRequestEntityTooLarge, fmt.Sprintf("the file is larger than %d MB: give one with fewer samples", maxSamples>>20))
	}
	list, err := cgats.Read(bytes.NewReader(plaintext.UTF8(in.RawBody)))
	if err != nil {
		return nil, unsound(err)
	}
	if len(list) == 0 {
		return nil, unsound(errors.New("the file has no samples: give CGATS text with spectra between BEGIN_DATA and END_DATA"))
	}
	d65 := spectrum.D65()
	out := make([]SampleRead, len(list))
	for i, c := range list {
		out[i] = SampleRead{c.ID, c.Name, c.Reflectance[:], colourOf(d65.Lab(&c.Reflectance))}
	}
	return &one[[]SampleRead]{out}, nil
}

func (s *Server) readMeter(_ context.Context, in *struct{ Body MeterRequest }) (*one[meter.Reading], error) {
	b := in.Body
	swatch, err := meter.Swatch(paint.Box{}, b.Paint, b.Tube, b.White)
	if err != nil {
		return nil, unsound(err)
	}
	r, err := b.Meter.Read(swatch, b.Times)
	if err != nil {
		return nil, unsound(err)
	}
	return &one[meter.Reading]{r}, nil
}

func (s *Server) swatches(ctx context.Context, in *struct {
	LessonPath
	Of string `path:"of" enum:"paints,mixtures"`
}) (*file, error) {
	l, err := s.In(in.Studio).Newest(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	samples := export.Paints(l.Paints(), l.Palette)
	if in.Of == "mixtures" {
		if samples, err = export.Mixtures(l); err != nil {
			return nil, s.refuse(err)
		}
	}
	var b bytes.Buffer
	if err := cgats.Write(&b, l.Title+", "+in.Of, samples); err != nil {
		return nil, err
	}
	name := mime.FormatMediaType("attachment", map[string]string{"filename": l.Title + ", " + in.Of + ".txt"})
	return &file{"text/plain; charset=utf-8", name, b.Bytes()}, nil
}
