package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"image/png"
	"math"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/film"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/score"
	"proxenos/store"
	"proxenos/web/easel"
)

// Rehearsed is what the canvas says about a lesson, as far as it is known.
type Rehearsed struct {
	Hash     string            `json:"hash"`
	Done     bool              `json:"done"`
	Painted  int               `json:"painted" doc:"steps painted so far"`
	Of       int               `json:"of"`
	Reports  []rehearse.Report `json:"reports" doc:"one a step, once done"`
	Findings []rule.Finding    `json:"findings" doc:"once done"`
	Columns  []score.Column    `json:"columns" doc:"ribbons from the measured thickness, once done"`
}

type picture struct {
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	Body         []byte
}

func (s *Server) rehearsalOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "rehearsal", Method: http.MethodGet, Path: "/api/rehearsals/{hash}",
		Summary: "Reports and findings; ask again until done"}, s.rehearsal)
	png := map[string]*huma.Response{"200": {Description: "PNG", Content: map[string]*huma.MediaType{"image/png": {}}}}
	huma.Register(api, huma.Operation{OperationID: "frame", Method: http.MethodGet, Path: "/api/frames/{engine}/{hash}/{frame}",
		Summary: "The canvas at a half minute, as VIEW-WIDTH-HALFMINUTES.png", Responses: png}, s.frame)
	huma.Register(api, huma.Operation{OperationID: "closeup", Method: http.MethodGet, Path: "/api/closeups/{engine}/{hash}/{step}",
		Summary: "40 mm of the canvas where a step worked most, when it ends, as STEP.png", Responses: png}, s.closeup)
}

// job finds the lesson with a hash and its rehearsal.
func (s *Server) job(ctx context.Context, hash string) (*easel.Job, error) {
	r, err := s.Store.ByHash(ctx, hash)
	if err != nil {
		return nil, err
	}
	l, err := r.Lesson()
	if err != nil {
		return nil, err
	}
	return s.Easel.Rehearse(r.LessonID, l), nil
}

func (s *Server) rehearsal(ctx context.Context, in *struct {
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
}) (*one[Rehearsed], error) {
	address := s.Engine + "/" + in.Hash + "/findings"
	if body, err := s.Store.Made(ctx, address); err == nil {
		var out Rehearsed
		err := json.Unmarshal(body, &out)
		return &one[Rehearsed]{out}, s.refuse(err)
	} else if !errors.Is(err, store.ErrNotFound) {
		return nil, s.refuse(err)
	}
	j, err := s.job(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := Rehearsed{Hash: in.Hash, Painted: j.Progress(), Of: len(j.Lesson.Steps),
		Reports: []rehearse.Report{}, Findings: []rule.Finding{}, Columns: []score.Column{}}
	list, r, ok, err := j.Found()
	if err != nil {
		return nil, s.refuse(err)
	}
	if ok {
		out.Done, out.Painted, out.Findings, out.Reports = true, out.Of, list, r.Reports
		out.Columns = score.Of(j.Lesson, func(i int) (float64, bool) { return r.Reports[i].Thick, true }).Columns
		body, err := json.Marshal(out)
		if err != nil {
			return nil, s.refuse(err)
		}
		if err := s.Store.PutMade(ctx, address, body); err != nil {
			return nil, s.refuse(err)
		}
	}
	return &one[Rehearsed]{out}, nil
}

// halfMinute names a moment in whole half minutes.
func halfMinute(minutes float64) int { return int(math.Round(minutes * 2)) }

func (s *Server) frame(ctx context.Context, in *struct {
	Engine string `path:"engine" maxLength:"20"`
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Frame  string `path:"frame" maxLength:"40"`
}) (*picture, error) {
	view, width, half, err := parseFrame(in.Frame)
	if err != nil {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	return s.picture(ctx, in.Engine, in.Hash, in.Frame, func(r *rehearse.Rehearsal) (image.Image, error) {
		return r.At(float64(half)/2).Show(view, width), nil
	})
}

func (s *Server) closeup(ctx context.Context, in *struct {
	Engine string `path:"engine" maxLength:"20"`
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Step   string `path:"step" maxLength:"60"`
}) (*picture, error) {
	step := strings.TrimSuffix(in.Step, ".png")
	return s.picture(ctx, in.Engine, in.Hash, "closeup-"+step, func(r *rehearse.Rehearsal) (image.Image, error) {
		i := r.Lesson.Step(step)
		if i < 0 {
			return nil, store.ErrNotFound
		}
		return r.At(r.Lesson.Start(i+1)).ShowPart(film.Paint, r.Closeup(i, 40), 480), nil
	})
}

// picture serves a picture from the cache, or makes it.
func (s *Server) picture(ctx context.Context, engine, hash, name string, make func(*rehearse.Rehearsal) (image.Image, error)) (*picture, error) {
	if engine != s.Engine {
		return nil, huma.Error404NotFound("this picture was made by another build: load the page again")
	}
	address := engine + "/" + hash + "/" + name
	data, err := s.Store.Made(ctx, address)
	if errors.Is(err, store.ErrNotFound) {
		data, err = s.makePicture(ctx, hash, address, make)
	}
	if err != nil {
		return nil, s.refuse(err)
	}
	return &picture{"image/png", "public, max-age=31536000, immutable", data}, nil
}

func (s *Server) makePicture(ctx context.Context, hash, address string, make func(*rehearse.Rehearsal) (image.Image, error)) ([]byte, error) {
	j, err := s.job(ctx, hash)
	if err != nil {
		return nil, err
	}
	r, err := j.Painted(ctx)
	if err != nil {
		return nil, err
	}
	img, err := make(r)
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	if err := (&png.Encoder{CompressionLevel: png.BestSpeed}).Encode(&b, img); err != nil {
		return nil, err
	}
	return b.Bytes(), s.Store.PutMade(ctx, address, b.Bytes())
}

// parseFrame reads VIEW-WIDTH-HALFMINUTES.png.
func parseFrame(name string) (view film.View, width, half int, err error) {
	parts := strings.Split(strings.TrimSuffix(name, ".png"), "-")
	if len(parts) == 3 && slices.Contains(film.Views(), film.View(parts[0])) {
		width, err = strconv.Atoi(parts[1])
		if err == nil && width >= 64 && width <= 1600 {
			half, err = strconv.Atoi(parts[2])
			if err == nil && half >= 0 && half <= 1e6 {
				return film.View(parts[0]), width, half, nil
			}
		}
	}
	return "", 0, 0, fmt.Errorf("frame %q: write VIEW-WIDTH-HALFMINUTES.png with a view of %v and a width from 64 to 1600", name, film.Views())
}
