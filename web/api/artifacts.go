package api

import (
	"context"
	"errors"
	"fmt"
	"image"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/easel"
	"proxenos/store"
	"proxenos/studio"
)

// patience is how long a request waits for a canvas before it says that it is not there yet.
const patience = 8 * time.Second

// errPatience says that a canvas is still being painted.
var errPatience = huma.ErrorWithHeaders(
	huma.Error503ServiceUnavailable("the canvas is still being painted: ask again in a moment"), http.Header{"Retry-After": {"1"}})

// of is a judgement as a reply, of the lesson with a content hash.
func of[T any](ctx context.Context, s *Server, in InStudio, hash, kind string, work func(ctx context.Context, l *lesson.Lesson, out *T) error) (*one[T], error) {
	l, err := s.In(in.Studio).ByHash(ctx, hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	out, err := studio.Judged(ctx, s.Desk, l, kind, func(ctx context.Context, out *T) error { return work(ctx, l, out) })
	return &one[T]{out}, s.refuse(err)
}

// reports are those of a painted lesson; who asks waits for its canvas, but not for ever.
func (s *Server) reports(ctx context.Context, r store.Revision, l *lesson.Lesson) ([]rehearse.Report, error) {
	return patiently(ctx, func(ctx context.Context) ([]rehearse.Report, error) { return s.Reports(ctx, r, l) })
}

// patiently asks for something that takes its time, but not for ever.
func patiently[T any](ctx context.Context, ask func(ctx context.Context) (T, error)) (T, error) {
	return within(ctx, patience, ask)
}

// within asks for something that may take so long.
func within[T any](ctx context.Context, long time.Duration, ask func(ctx context.Context) (T, error)) (T, error) {
	ctx, cancel := context.WithTimeout(ctx, long)
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
func (s *Server) picture(ctx context.Context, in PictureOf, name string, draw func(*rehearse.Rehearsal) (image.Image, error)) (*picture, error) {
	if in.Version == rehearse.Version { // of another one it is refused with the cure
		if err := s.In(in.Studio).Has(ctx, in.Painting); err != nil {
			return nil, s.refuse(err)
		}
	}
	return s.drawn(ctx, in.Version, store.Artifact{Painting: in.Painting, Kind: "picture/" + name}, func(ctx context.Context) (image.Image, error) {
		canvas, err := s.canvas(ctx, in, (*easel.Job).Painted)
		if err != nil {
			return nil, err
		}
		return draw(canvas)
	})
}

// canvas is that of a painting, once it is ready as is asked; until then errPatience, unless
// who asks prefers to wait.
func (s *Server) canvas(ctx context.Context, in PictureOf, ready func(*easel.Job, context.Context) (*rehearse.Rehearsal, error)) (*rehearse.Rehearsal, error) {
	r, err := s.In(in.Studio).Kept.ByPainting(ctx, in.Painting)
	if err != nil {
		return nil, err
	}
	l, err := r.Lesson()
	if err != nil {
		return nil, err
	}
	j := s.Easel.Rehearse(r.LessonID, r.Number, l)
	return within(ctx, in.patience(), func(ctx context.Context) (*rehearse.Rehearsal, error) { return ready(j, ctx) })
}

// atOnce is how long a request for a picture waits that does not say how long: less than a blink.
const atOnce = 50 * time.Millisecond

// patience is how long who asks would wait.
func (in Waits) patience() time.Duration {
	seconds, found := strings.CutPrefix(in.Prefer, "wait=")
	n, err := strconv.Atoi(seconds)
	if !found || err != nil || n < 1 {
		return atOnce
	}
	return min(time.Duration(n)*time.Second, patience)
}

// notYet answers that a picture is not there yet, or refuses.
func (s *Server) notYet(err error) (*picture, error) {
	if errors.Is(err, errPatience) || errors.Is(err, easel.ErrSuperseded) {
		return &picture{http.StatusAccepted, "text/plain", "no-store", []byte("It is being painted.")}, nil
	}
	return nil, s.refuse(err)
}

// drawn serves a picture that is kept, or draws it.
func (s *Server) drawn(ctx context.Context, version string, a store.Artifact, draw func(ctx context.Context) (image.Image, error)) (*picture, error) {
	if a.Maker = rehearse.Version; version != a.Maker {
		return nil, huma.Error404NotFound("this picture was made by another version: load the page again")
	}
	body, err := s.Artifact(ctx, a, func(ctx context.Context) ([]byte, error) {
		img, err := draw(ctx)
		if err != nil {
			return nil, err
		}
		return studio.PNG(img)
	})
	if err != nil {
		return s.notYet(err)
	}
	return still("image/png", body), nil
}

// forever is for what an address names by its content.
const forever = "public, max-age=31536000, immutable"
