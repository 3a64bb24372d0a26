package api

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/draw"
	"image/jpeg"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/measure"
	core "proxenos/core/picture"
	"proxenos/core/recipe"
	"proxenos/core/reference"
	"proxenos/export/photo"
	"proxenos/store"
)

// TakenIn is a photograph that was taken in.
type TakenIn struct {
	store.Photo
	Cleaned []string `json:"cleaned" doc:"what was changed, in words"`
}

// Read is what the lesson's piece of its photograph suggests.
type Read struct {
	Horizon reference.Horizon `json:"horizon"`
	Move    *lesson.AnyEdit   `json:"move,omitempty" doc:"the edit that moves the lesson's horizon there; none where it is already"`
	Shapes  []Suggested       `json:"shapes" doc:"farthest first"`
}

// Suggested is a shape and the edit that takes it in.
type Suggested struct {
	reference.Shape
	Colour string         `json:"colour" doc:"its mean, #rrggbb"`
	Edit   lesson.AnyEdit `json:"edit"`
}

// Taken is a colour of the photograph with a recipe.
type Taken struct {
	reference.Cluster
	Says  string         `json:"says" doc:"the recipe, in words"`
	Is    string         `json:"is" doc:"what it makes, #rrggbb"`
	Delta float64        `json:"delta" doc:"ΔE00 between them"`
	Edit  lesson.AnyEdit `json:"edit" doc:"adds it to the lesson as a mixture"`
}

// mostName is how many letters of a file's name are kept.
const mostName = 80

func (s *Server) referenceOperations(api huma.API) {
	take := huma.Operation{OperationID: "takePhoto", Method: http.MethodPost, Path: "/api/studios/{studio}/lessons/{id}/photos", DefaultStatus: http.StatusCreated,
		Summary: "Take a photograph (PNG or JPEG) into the lesson's studio: cleaned, upright, without metadata", MaxBodyBytes: -1, SkipValidateBody: true}
	take.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
	huma.Register(api, take, s.takePhoto)
	huma.Register(api, huma.Operation{OperationID: "photos", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/photos", Summary: "Photographs of the lesson's studio, newest first"},
		func(ctx context.Context, in *struct {
			LessonPath
		}) (*one[[]store.Photo], error) {
			if _, err := s.In(in.Studio).Kept.HeadOf(ctx, in.ID); err != nil {
				return nil, s.refuse(err)
			}
			list, err := s.In(in.Studio).Kept.Photos(ctx)
			return &one[[]store.Photo]{list}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "readReference", Method: http.MethodGet, Path: "/api/studios/{studio}/references/{hash}", Summary: "Horizon, planes and shapes that a lesson's photograph suggests"}, s.readReference)
	huma.Register(api, huma.Operation{OperationID: "referencePalette", Method: http.MethodGet, Path: "/api/studios/{studio}/references/{hash}/palettes/{colours}", Summary: "What the photograph's colours come to, with recipes of the lesson's tubes"}, s.referencePalette)
	huma.Register(api, huma.Operation{OperationID: "referenceView", Method: http.MethodGet, Path: "/api/studios/{studio}/references/{hash}/views/{view}",
		Responses: map[string]*huma.Response{"200": {Description: "A picture", Content: map[string]*huma.MediaType{"image/png": {}, "image/jpeg": {}}}},
		Summary:   "The lesson's piece of its photograph, plain or as a map"}, s.referenceView)
}

func (s *Server) takePhoto(ctx context.Context, in *struct {
	LessonPath
	Name    string `query:"name" maxLength:"400" doc:"of the file"`
	RawBody []byte
}) (*one[TakenIn], error) {
	if _, err := s.In(in.Studio).Kept.HeadOf(ctx, in.ID); err != nil {
		return nil, s.refuse(err)
	}
	taken, err := s.takeIn(ctx, in.InStudio, in.Name, in.RawBody)
	if err != nil {
		return nil, err
	}
	return &one[TakenIn]{taken}, nil
}

// takeIn cleans a photograph and keeps it.
func (s *Server) takeIn(ctx context.Context, in InStudio, name string, raw []byte) (TakenIn, error) {
	s.taking.Lock() // one at a time, so that memory is bounded
	p, err := photo.Read(raw)
	s.taking.Unlock()
	if err != nil {
		return TakenIn{}, unsound(err)
	}
	body, err := p.Encode()
	if err != nil {
		return TakenIn{}, s.refuse(err)
	}
	letters := []rune(strings.ToValidUTF8(name, ""))
	b := p.Image.Bounds()
	kept, err := s.In(in.Studio).Kept.PutPhoto(ctx, string(letters[:min(len(letters), mostName)]), b.Dx(), b.Dy(), body)
	if err != nil {
		return TakenIn{}, s.refuse(err)
	}
	if p.Cleaned == nil {
		p.Cleaned = []string{}
	}
	return TakenIn{kept, p.Cleaned}, nil
}

// errUnreadable says that a photograph was kept, by an older version, that nothing can be
// read from.
var errUnreadable = errors.New("nothing can be read from the photograph that was kept: take another one in")

// piece is the part of its photograph that a lesson is made after.
func (s *Server) piece(ctx context.Context, in InStudio, hash string) (*lesson.Lesson, image.Image, image.Rectangle, error) {
	l, err := s.In(in.Studio).ByHash(ctx, hash)
	if err != nil {
		return nil, nil, image.Rectangle{}, err
	}
	body, err := s.In(in.Studio).Kept.PhotoBody(ctx, l.Reference.Photo)
	if err != nil {
		return nil, nil, image.Rectangle{}, err
	}
	img, err := jpeg.Decode(bytes.NewReader(body))
	if err != nil || img.Bounds().Empty() {
		return nil, nil, image.Rectangle{}, errUnreadable
	}
	return l, img, reference.Crop(img.Bounds(), l), nil
}

// seen is that part as colours on a grid.
func (s *Server) seen(ctx context.Context, in InStudio, hash string) (*lesson.Lesson, *core.Picture, error) {
	l, img, at, err := s.piece(ctx, in, hash)
	if err != nil {
		return nil, nil, s.refuse(err)
	}
	return l, reference.Read(img, at, l.Support.Width), nil
}

func (s *Server) readReference(ctx context.Context, in *struct {
	InStudio
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
}) (*one[Read], error) {
	l, p, err := s.seen(ctx, in.InStudio, in.Hash)
	if err != nil {
		return nil, err
	}
	found := reference.Suggest(p, l)
	out := Read{Horizon: found.Horizon, Shapes: []Suggested{}}
	if e, err := compose.Horizon(l, found.Horizon.Y); err == nil && found.Horizon.Apart(l) {
		out.Move = &lesson.AnyEdit{Edit: e}
	}
	for _, shape := range found.Shapes {
		out.Shapes = append(out.Shapes, Suggested{shape, shape.Lab.RGB().Hex(), lesson.AnyEdit{Edit: reference.Accept(l, shape)}})
	}
	return &one[Read]{out}, nil
}

func (s *Server) referencePalette(ctx context.Context, in *struct {
	InStudio
	Hash    string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Colours int    `path:"colours" minimum:"2" maximum:"12"`
}) (*one[[]Taken], error) {
	l, p, err := s.seen(ctx, in.InStudio, in.Hash)
	if err != nil {
		return nil, err
	}
	list, err := reference.Palette(p, in.Colours)
	if err != nil {
		return nil, unsound(err)
	}
	out := []Taken{}
	for _, c := range list {
		name := fmt.Sprintf("Photo, value %d, %s", c.Value, recipe.Name(c.Lab))
		e, r, err := compose.Mixture(ctx, l, "photo", name, c.Lab)
		if err != nil {
			return nil, s.unsolved(ctx, err)
		}
		out = append(out, Taken{c, recipe.Say(e.Mixture.Parts), r.Lab.RGB().Hex(), r.Delta, lesson.AnyEdit{Edit: e}})
	}
	return &one[[]Taken]{out}, nil
}

// referenceWidth is how many pixels a piece of a photograph is wide at most.
const referenceWidth = 1000

func (s *Server) referenceView(ctx context.Context, in *struct {
	InStudio
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	View string `path:"view" maxLength:"20" doc:"photo, or one of the vocabulary's maps"`
}) (*picture, error) {
	if in.View != "photo" {
		if err := measure.KnownMap(in.View); err != nil {
			return nil, unsound(err)
		}
	}
	l, img, at, err := s.piece(ctx, in.InStudio, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	var b bytes.Buffer
	if in.View == "photo" {
		part := image.NewRGBA(image.Rect(0, 0, at.Dx(), at.Dy()))
		draw.Draw(part, part.Rect, img, at.Min, draw.Src)
		err = jpeg.Encode(&b, part, nil)
		return still("image/jpeg", b.Bytes()), s.refuse(err)
	}
	shown, err := measure.DrawMap(reference.Read(img, at, l.Support.Width), in.View, min(referenceWidth, at.Dx()))
	if err != nil {
		return nil, unsound(err)
	}
	f, err := asPNG(shown)
	if err != nil {
		return nil, s.refuse(err)
	}
	return still(f.ContentType, f.Body), nil
}
