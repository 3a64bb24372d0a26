package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"image"
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
	Foreseen bool              `json:"foreseen" doc:"reports and findings are what a coarse canvas lets expect, until done"`
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

var pngReply = map[string]*huma.Response{"200": {Description: "PNG", Content: map[string]*huma.MediaType{"image/png": {}}}}

func (s *Server) rehearsalOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "rehearsal", Method: http.MethodGet, Path: "/api/rehearsals/{hash}",
		Summary: "Reports and findings; ask again until done"}, s.rehearsal)
	huma.Register(api, huma.Operation{OperationID: "frame", Method: http.MethodGet, Path: "/api/frames/{engine}/{hash}/{frame}",
		Summary: "The canvas at a half minute, as VIEW-WIDTH-HALFMINUTES.png", Responses: pngReply}, s.frame)
	huma.Register(api, huma.Operation{OperationID: "draft", Method: http.MethodGet, Path: "/api/drafts/{engine}/{hash}/{frame}",
		Summary: "The same of a coarse canvas, which is there sooner", Responses: pngReply}, s.draft)
	huma.Register(api, huma.Operation{OperationID: "place", Method: http.MethodGet, Path: "/api/places/{engine}/{hash}/{place}",
		Summary: "20 mm of the canvas around a place, as VIEW-X-Y-HALFMINUTES.png", Responses: pngReply}, s.place)
	huma.Register(api, huma.Operation{OperationID: "closeup", Method: http.MethodGet, Path: "/api/closeups/{engine}/{hash}/{step}",
		Summary: "40 mm of the canvas where a step worked most, when it ends, as STEP.png", Responses: pngReply}, s.closeup)
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
	return s.Easel.Rehearse(r.LessonID, r.Number, l), nil
}

// painted waits for the canvas of the lesson with a hash.
func (s *Server) painted(ctx context.Context, hash string) (*rehearse.Rehearsal, error) {
	j, err := s.job(ctx, hash)
	if err != nil {
		return nil, err
	}
	return j.Painted(ctx)
}

func (s *Server) rehearsal(ctx context.Context, in *struct {
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Lesson string `query:"lesson" maxLength:"40" doc:"whose cupboard and runs are asked as well; of nobody, when left out"`
}) (*one[Rehearsed], error) {
	out, err := s.rehearsed(ctx, in.Hash)
	if err != nil || !out.Done && !out.Foreseen || in.Lesson == "" {
		return &one[Rehearsed]{out}, s.refuse(err)
	}
	more, err := s.beyond(ctx, in.Lesson, out)
	if err != nil {
		return nil, err
	}
	out.Findings = append(out.Findings, more...)
	if len(more) > 0 {
		l, err := s.whose(ctx, in.Hash)
		if err != nil {
			return nil, s.refuse(err)
		}
		rule.Sort(l, out.Findings)
	}
	return &one[Rehearsed]{out}, nil
}

// rehearsed is what the canvas says by itself.
func (s *Server) rehearsed(ctx context.Context, hash string) (out Rehearsed, err error) {
	address := s.Engine + "/" + hash + "/findings"
	if body, err := s.Store.Made(ctx, address); err == nil {
		return out, json.Unmarshal(body, &out)
	} else if !errors.Is(err, store.ErrNotFound) {
		return out, err
	}
	j, err := s.job(ctx, hash)
	if err != nil {
		return out, err
	}
	out = Rehearsed{Hash: hash, Painted: j.Progress(), Of: len(j.Lesson.Steps),
		Reports: []rehearse.Report{}, Findings: []rule.Finding{}, Columns: []score.Column{}}
	list, r, ok, err := j.Found()
	if err != nil {
		return out, err
	}
	if likely, r, known := j.Foreseen(); known && !ok {
		out.Foreseen, out.Findings, out.Reports = true, slices.Clone(likely), r.Reports
	}
	if ok {
		out.Done, out.Painted, out.Findings, out.Reports = true, out.Of, list, r.Reports
		out.Columns = score.Of(j.Lesson, func(i int) (float64, bool) { return r.Reports[i].Thick, true }).Columns
		body, err := json.Marshal(out)
		if err != nil {
			return out, err
		}
		return out, s.Store.PutMade(ctx, address, body)
	}
	return out, nil
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
		return r.Show(view, float64(half)/2, width), nil
	})
}

func (s *Server) draft(ctx context.Context, in *struct {
	Engine string `path:"engine" maxLength:"20"`
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Frame  string `path:"frame" maxLength:"40"`
}) (*file, error) {
	view, width, half, err := parseFrame(in.Frame)
	if err != nil {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	j, err := s.job(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	r, err := j.Drafted(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	return asPNG(r.Show(view, float64(half)/2, width))
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
	return s.made(ctx, engine, hash+"/"+name, func() (image.Image, error) {
		r, err := s.painted(ctx, hash)
		if err != nil {
			return nil, err
		}
		return make(r)
	})
}

// made serves the picture with a name from the cache, or draws it.
func (s *Server) made(ctx context.Context, engine, name string, draw func() (image.Image, error)) (*picture, error) {
	if engine != s.Engine {
		return nil, huma.Error404NotFound("this picture was made by another build: load the page again")
	}
	address := engine + "/" + name
	data, err := s.Store.Made(ctx, address)
	if errors.Is(err, store.ErrNotFound) {
		var img image.Image
		if img, err = draw(); err == nil {
			data, err = s.keep(ctx, address, img)
		}
	}
	if err != nil {
		return nil, s.refuse(err)
	}
	return &picture{"image/png", "public, max-age=31536000, immutable", data}, nil
}

// keep encodes a picture and puts it into the cache.
func (s *Server) keep(ctx context.Context, address string, img image.Image) ([]byte, error) {
	body, err := encode(img)
	if err != nil {
		return nil, err
	}
	return body, s.Store.PutMade(ctx, address, body)
}

// widths are the sizes of a frame, pixels: for a card, for the screen, for print.
// Few sizes make few pictures to keep.
var widths = []int{320, 800, 1600}

// parseFrame reads VIEW-WIDTH-HALFMINUTES.png.
func parseFrame(name string) (view film.View, width, half int, err error) {
	parts := strings.Split(strings.TrimSuffix(name, ".png"), "-")
	if len(parts) == 3 && rehearse.Known(film.View(parts[0])) {
		width, err = strconv.Atoi(parts[1])
		if err == nil && slices.Contains(widths, width) {
			half, err = strconv.Atoi(parts[2])
			if err == nil && half >= 0 && half <= 1e6 {
				return film.View(parts[0]), width, half, nil
			}
		}
	}
	return "", 0, 0, fmt.Errorf("frame %q: write VIEW-WIDTH-HALFMINUTES.png with a view of %v and a width of %v", name, rehearse.Views(), widths)
}

// placeSide is how much of the canvas a look at a place shows, mm.
const placeSide = 20

func (s *Server) place(ctx context.Context, in *struct {
	Engine string `path:"engine" maxLength:"20"`
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Place  string `path:"place" maxLength:"40"`
}) (*picture, error) {
	view, at, half, err := parsePlace(in.Place)
	if err != nil {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	return s.picture(ctx, in.Engine, in.Hash, "place-"+in.Place, func(r *rehearse.Rehearsal) (image.Image, error) {
		return r.Place(view, float64(half)/2, at, placeSide, 480), nil
	})
}

// parsePlace reads VIEW-X-Y-HALFMINUTES.png, X and Y in whole mm.
func parsePlace(name string) (view film.View, at rehearse.Spot, half int, err error) {
	parts := strings.Split(strings.TrimSuffix(name, ".png"), "-")
	if len(parts) == 4 && rehearse.Known(film.View(parts[0])) {
		x, errX := strconv.Atoi(parts[1])
		y, errY := strconv.Atoi(parts[2])
		half, errHalf := strconv.Atoi(parts[3])
		if errors.Join(errX, errY, errHalf) == nil && x <= 1500 && y <= 1500 && half <= 1e6 {
			return film.View(parts[0]), rehearse.Spot{X: float64(x), Y: float64(y)}, half, nil
		}
	}
	return "", rehearse.Spot{}, 0, fmt.Errorf("place %q: write VIEW-X-Y-HALFMINUTES.png with a view of %v and X and Y in whole mm", name, rehearse.Views())
}
