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
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/score"
	"proxenos/easel"
	"proxenos/store"
	"proxenos/studio"
)

// Rehearsed is what the canvas says about a lesson, as far as it is known.
type Rehearsed struct {
	Hash     string            `json:"hash"`
	Painting string            `json:"painting" doc:"what it is painted as: events tell of it by this name"`
	Done     bool              `json:"done"`
	Foreseen bool              `json:"foreseen" doc:"reports and findings are what a coarse canvas lets expect, until done"`
	Painted  int               `json:"painted" doc:"steps painted so far"`
	Of       int               `json:"of"`
	Reports  []rehearse.Report `json:"reports" doc:"one a step, once done"`
	Findings []rule.Finding    `json:"findings" doc:"once done"`
	Columns  []score.Column    `json:"columns" doc:"ribbons from the measured thickness, once done"`
}

// PictureOf names a painting, and the version of the engine that paints it.
type PictureOf struct {
	InStudio
	Version  string `path:"version" maxLength:"20"`
	Painting string `path:"painting" pattern:"^[0-9a-f]{64}$"`
	Waits
}

// Waits says how long who asks would wait for what is being painted.
type Waits struct {
	Prefer string `header:"Prefer" maxLength:"40" doc:"wait=SECONDS to wait for what is being painted, 8 at most; else that it is not there yet is said at once"`
}

type picture struct {
	Status       int
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	Body         []byte
}

// still is a picture that stays as it is.
func still(kind string, body []byte) *picture {
	return &picture{http.StatusOK, kind, forever, body}
}

var pngReply = map[string]*huma.Response{
	"200": {Description: "PNG", Content: map[string]*huma.MediaType{"image/png": {}}},
	"202": {Description: "It is being painted; the stream of events says when to ask again"},
}

func (s *Server) rehearsalOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "rehearsal", Method: http.MethodGet, Path: "/api/studios/{studio}/rehearsals/{hash}",
		Summary: "Reports and findings, as far as they are known; the stream of events says when to ask again"}, s.rehearsal)
	huma.Register(api, huma.Operation{OperationID: "frame", Method: http.MethodGet, Path: "/api/studios/{studio}/frames/{version}/{painting}/{frame}",
		Summary: "The canvas at a half minute, as VIEW-WIDTH-HALFMINUTES.png", Responses: pngReply}, s.frame)
	huma.Register(api, huma.Operation{OperationID: "draft", Method: http.MethodGet, Path: "/api/studios/{studio}/drafts/{version}/{painting}/{frame}",
		Summary: "The same of a coarse canvas, which is there sooner", Responses: pngReply}, s.draft)
	huma.Register(api, huma.Operation{OperationID: "glance", Method: http.MethodGet, Path: "/api/studios/{studio}/glances/{version}/{painting}/{frame}",
		Summary: "The same of a very coarse canvas, which is there at once", Responses: pngReply}, s.glance)
	huma.Register(api, huma.Operation{OperationID: "place", Method: http.MethodGet, Path: "/api/studios/{studio}/places/{version}/{painting}/{place}",
		Summary: "20 mm of the canvas around a place, as VIEW-X-Y-HALFMINUTES.png", Responses: pngReply}, s.place)
	huma.Register(api, huma.Operation{OperationID: "closeup", Method: http.MethodGet, Path: "/api/studios/{studio}/closeups/{version}/{painting}/{step}",
		Summary: "40 mm of the canvas where a step worked most, when it ends, as STEP.png", Responses: pngReply}, s.closeup)
}

// easelJob is the rehearsal of the lesson with a content hash.
func (s *Server) easelJob(ctx context.Context, in InStudio, hash string) (*easel.Job, error) {
	r, l, err := s.In(in.Studio).Revision(ctx, hash)
	if err != nil {
		return nil, err
	}
	return s.Easel.Rehearse(r.LessonID, r.Number, l), nil
}

// painted waits for the canvas of the lesson with a content hash.
func (s *Server) painted(ctx context.Context, in InStudio, hash string) (*rehearse.Rehearsal, error) {
	j, err := s.easelJob(ctx, in, hash)
	if err != nil {
		return nil, err
	}
	return patiently(ctx, j.Painted)
}

func (s *Server) rehearsal(ctx context.Context, in *struct {
	InStudio
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Lesson string `query:"lesson" maxLength:"40" doc:"whose cupboard and runs are asked as well; of nobody, when left out"`
}) (*one[Rehearsed], error) {
	r, l, err := s.In(in.Studio).Revision(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	if in.Lesson != "" {
		if _, err := s.In(in.Studio).Kept.HeadOf(ctx, in.Lesson); err != nil {
			return nil, s.refuse(err)
		}
	}
	out, err := s.rehearsed(ctx, r, l)
	if err != nil {
		return nil, s.refuse(err)
	}
	if in.Lesson != "" && (out.Done || out.Foreseen) {
		more, err := s.In(in.Studio).Beyond(ctx, in.Lesson, l, out.Reports, out.Foreseen)
		if err != nil {
			return nil, s.refuse(err)
		}
		out.Findings = append(out.Findings, more...)
	}
	rule.Accept(l, out.Findings)
	return &one[Rehearsed]{out}, nil
}

// rehearsed is what the canvas says of a lesson by itself, as far as it is known.
func (s *Server) rehearsed(ctx context.Context, r store.Revision, l *lesson.Lesson) (out Rehearsed, err error) {
	at := s.Judgement(l, "rehearsed")
	body, err := s.Artifact(ctx, at, func(ctx context.Context) ([]byte, error) {
		j := s.Easel.Rehearse(r.LessonID, r.Number, l)
		list, canvas, done, err := j.Found()
		switch {
		case err != nil:
			return nil, err
		case !done:
			return nil, &underWay{j}
		}
		if err := s.putReports(ctx, j); err != nil {
			return nil, err
		}
		columns := score.Of(l, func(i int) (float64, bool) { return canvas.Reports[i].Thick, true }).Columns
		return json.Marshal(Rehearsed{Done: true, Painted: len(l.Steps), Of: len(l.Steps), Reports: canvas.Reports, Findings: list, Columns: columns})
	})
	var going *underWay
	if errors.As(err, &going) {
		return going.known(r), nil
	}
	if err == nil {
		err = json.Unmarshal(body, &out)
	}
	out.Hash, out.Painting = r.Hash, r.Painting
	return out, err
}

// underWay says that a rehearsal has not ended yet.
type underWay struct{ job *easel.Job }

func (u *underWay) Error() string { return "the rehearsal is under way" }

// known is what can be said of it already.
func (u *underWay) known(r store.Revision) Rehearsed {
	j := u.job
	out := Rehearsed{Hash: r.Hash, Painting: r.Painting, Painted: j.Progress(), Of: len(j.Lesson.Steps),
		Reports: []rehearse.Report{}, Findings: []rule.Finding{}, Columns: []score.Column{}}
	if likely, coarse, known := j.Foreseen(); known {
		out.Foreseen, out.Findings, out.Reports = true, slices.Clone(likely), coarse.Reports
	}
	return out
}

// putReports keeps what a rehearsal says without its canvas.
func (s *Server) putReports(ctx context.Context, j *easel.Job) error {
	_, err := s.ReportsOf(ctx, j.Lesson.Painting(), func(ctx context.Context) ([]rehearse.Report, error) {
		r, err := j.Painted(ctx)
		if err != nil {
			return nil, err
		}
		return r.Reports, nil
	})
	return err
}

// halfMinute names a moment in whole half minutes.
func halfMinute(minutes float64) int { return int(math.Round(minutes * 2)) }

// frameOf names a frame.
type frameOf struct {
	PictureOf
	Frame string `path:"frame" maxLength:"40"`
}

func (s *Server) frame(ctx context.Context, in *frameOf) (*picture, error) {
	view, width, half, err := parseFrame(in.Frame)
	if err != nil {
		return nil, unsound(err)
	}
	// One name a picture, however it was asked for.
	return s.picture(ctx, in.PictureOf, fmt.Sprintf("%s-%d-%d.png", view, width, half), func(r *rehearse.Rehearsal) (image.Image, error) {
		return r.Show(view, float64(half)/2, width), nil
	})
}

func (s *Server) glance(ctx context.Context, in *frameOf) (*picture, error) {
	return s.sooner(ctx, in, (*easel.Job).Glanced)
}

func (s *Server) draft(ctx context.Context, in *frameOf) (*picture, error) {
	return s.sooner(ctx, in, (*easel.Job).Drafted)
}

// sooner is a frame of a canvas that is there before the painted one.
func (s *Server) sooner(ctx context.Context, in *frameOf, ready func(*easel.Job, context.Context) (*rehearse.Rehearsal, error)) (*picture, error) {
	view, width, half, err := parseFrame(in.Frame)
	if err != nil {
		return nil, unsound(err)
	}
	var body []byte
	coarse, err := s.canvas(ctx, in.PictureOf, ready)
	if err == nil {
		body, err = studio.PNG(coarse.Show(view, float64(half)/2, width))
	}
	if err != nil {
		return s.notYet(err)
	}
	return still("image/png", body), nil
}

// closeupOf names where a step worked most.
type closeupOf struct {
	PictureOf
	Step string `path:"step" maxLength:"60"`
}

func (s *Server) closeup(ctx context.Context, in *closeupOf) (*picture, error) {
	step := strings.TrimSuffix(in.Step, ".png")
	return s.picture(ctx, in.PictureOf, "closeup-"+step, func(r *rehearse.Rehearsal) (image.Image, error) {
		i := r.Lesson.Step(step)
		if i < 0 {
			return nil, store.ErrNotFound
		}
		return r.At(r.Lesson.Start(i+1)).ShowPart(film.Paint, r.Closeup(i, 40), 480), nil
	})
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
	PictureOf
	Place string `path:"place" maxLength:"40"`
}) (*picture, error) {
	view, at, half, err := parsePlace(in.Place)
	if err != nil {
		return nil, unsound(err)
	}
	return s.picture(ctx, in.PictureOf, fmt.Sprintf("place-%s-%g-%g-%d", view, at.X, at.Y, half), func(r *rehearse.Rehearsal) (image.Image, error) {
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
