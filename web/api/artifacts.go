package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/store"
)

// What was made of a painting is kept: pictures, reports and canvases under the version of
// the engine, what the rules and other judgements say under the build, for those may change
// with every one. Nothing is made twice at once.

// patience is how long a request waits for a canvas before it says that it is not there yet.
const patience = 8 * time.Second

// errPatience says that a canvas is still being painted.
var errPatience = huma.ErrorWithHeaders(
	huma.Error503ServiceUnavailable("the canvas is still being painted: ask again in a moment"), http.Header{"Retry-After": {"1"}})

// hotMost is how many artifacts are kept in memory, and hotSize the largest of them, bytes.
const (
	hotMost = 96
	hotSize = 1 << 20
)

// artifact returns what is kept at an address, or makes and keeps it.
func (s *Server) artifact(ctx context.Context, a store.Artifact, make func(ctx context.Context) ([]byte, error)) ([]byte, error) {
	if body, ok := s.hot.Get(a); ok {
		return body, nil
	}
	made, err, _ := s.flight.Do(a.Maker+"/"+a.Painting+"/"+a.Kind, func() (any, error) {
		body, err := s.Store.Artifact(ctx, a)
		if errors.Is(err, store.ErrNotFound) {
			if body, err = make(ctx); err == nil {
				err = s.Store.PutArtifact(ctx, a, body)
			}
		}
		if err == nil && len(body) <= hotSize {
			s.hot.Add(a, body)
		}
		return body, err
	})
	if err != nil {
		return nil, err
	}
	return made.([]byte), nil
}

// judgement is where something is kept that this build says of a painted lesson.
func (s *Server) judgement(l *lesson.Lesson, kind string) store.Artifact {
	return store.Artifact{Maker: s.Build, Painting: l.Painting(), Kind: kind + "/" + l.Judging()}
}

// judged answers from what is kept, or works the answer out and keeps it.
func judged[T any](ctx context.Context, s *Server, l *lesson.Lesson, kind string, work func(ctx context.Context, out *T) error) (T, error) {
	var out T
	body, err := s.artifact(ctx, s.judgement(l, kind), func(ctx context.Context) ([]byte, error) {
		var made T
		if err := work(ctx, &made); err != nil {
			return nil, err
		}
		return json.Marshal(made)
	})
	if err != nil {
		return out, err
	}
	return out, json.Unmarshal(body, &out)
}

// of is a judgement as a reply, of the lesson with a content hash.
func of[T any](ctx context.Context, s *Server, hash, kind string, work func(ctx context.Context, l *lesson.Lesson, out *T) error) (*one[T], error) {
	l, err := s.byHash(ctx, hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	out, err := judged(ctx, s, l, kind, func(ctx context.Context, out *T) error { return work(ctx, l, out) })
	return &one[T]{out}, s.refuse(err)
}

// reports are those of a painted lesson, without its canvas.
func (s *Server) reports(ctx context.Context, r store.Revision, l *lesson.Lesson) ([]rehearse.Report, error) {
	return s.reportsOf(ctx, l.Painting(), func(ctx context.Context) ([]rehearse.Report, error) {
		done, err := s.wait(ctx, r, l)
		if err != nil {
			return nil, err
		}
		return done.Reports, nil
	})
}

// reportsOf are those of a painting, kept or as they are made.
func (s *Server) reportsOf(ctx context.Context, painting string, make func(ctx context.Context) ([]rehearse.Report, error)) ([]rehearse.Report, error) {
	body, err := s.artifact(ctx, store.Artifact{Maker: rehearse.Version, Painting: painting, Kind: "reports"}, func(ctx context.Context) ([]byte, error) {
		list, err := make(ctx)
		if err != nil {
			return nil, err
		}
		return json.Marshal(list)
	})
	if err != nil {
		return nil, err
	}
	var out []rehearse.Report
	return out, json.Unmarshal(body, &out)
}

// wait waits for the canvas of a revision, but not for ever.
func (s *Server) wait(ctx context.Context, r store.Revision, l *lesson.Lesson) (*rehearse.Rehearsal, error) {
	j := s.Easel.Rehearse(r.LessonID, r.Number, l)
	return patiently(ctx, j.Painted)
}

// patiently asks for something that takes its time, but not for ever.
func patiently[T any](ctx context.Context, ask func(ctx context.Context) (T, error)) (T, error) {
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	out, err := ask(ctx)
	if errors.Is(err, context.DeadlineExceeded) && ctx.Err() != nil {
		err = errPatience
	}
	return out, err
}

// ShelfPicture keeps the finished picture of a lesson that was painted elsewhere, as the shelf
// asks for it.
func ShelfPicture(s *store.Store) func(ctx context.Context, l *lesson.Lesson, png []byte) error {
	return func(ctx context.Context, l *lesson.Lesson, png []byte) error {
		name := fmt.Sprintf("picture/%s-%d-%d.png", film.Paint, shelfWidth, halfMinute(l.Minutes()))
		return s.PutArtifact(ctx, store.Artifact{Maker: rehearse.Version, Painting: l.Painting(), Kind: name}, png)
	}
}

// shelfWidth is how many pixels the picture of a lesson on the shelf is wide.
const shelfWidth = 800

// picture serves a picture of a painting, by the version that the address names.
func (s *Server) picture(ctx context.Context, version, painting, name string, draw func(*rehearse.Rehearsal) (image.Image, error)) (*picture, error) {
	return s.drawn(ctx, version, store.Artifact{Painting: painting, Kind: "picture/" + name}, func(ctx context.Context) (image.Image, error) {
		r, err := s.Store.ByPainting(ctx, painting)
		if err != nil {
			return nil, err
		}
		l, err := r.Lesson()
		if err != nil {
			return nil, err
		}
		canvas, err := s.wait(ctx, r, l)
		if err != nil {
			return nil, err
		}
		return draw(canvas)
	})
}

// drawn serves a picture that is kept, or draws it.
func (s *Server) drawn(ctx context.Context, version string, a store.Artifact, draw func(ctx context.Context) (image.Image, error)) (*picture, error) {
	if a.Maker = rehearse.Version; version != a.Maker {
		return nil, huma.Error404NotFound("this picture was made by another version: load the page again")
	}
	body, err := s.artifact(ctx, a, func(ctx context.Context) ([]byte, error) {
		img, err := draw(ctx)
		if err != nil {
			return nil, err
		}
		return encode(img)
	})
	if err != nil {
		return nil, s.refuse(err)
	}
	return &picture{"image/png", forever, body}, nil
}

// forever is for what an address names by its content.
const forever = "public, max-age=31536000, immutable"
