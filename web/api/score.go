package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/score"
	"proxenos/store"
)

func (s *Server) scoreOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "timing", Method: http.MethodGet, Path: "/api/timings/{hash}",
		Summary: "A better order for a lesson, and the tools it needs"}, s.timing)
	huma.Register(api, huma.Operation{OperationID: "fitting", Method: http.MethodGet, Path: "/api/fittings/{hash}",
		Summary: "How to bring a lesson into so many minutes, with what each choice changes in the picture"}, s.fitting)
}

// cached answers from the cache, or works the answer out and keeps it.
func cached[T any](ctx context.Context, s *Server, name string, work func(*T) error) (*one[T], error) {
	address := s.Engine + "/" + name
	var out T
	body, err := s.Store.Made(ctx, address)
	switch {
	case err == nil:
		err = json.Unmarshal(body, &out)
		return &one[T]{out}, s.refuse(err)
	case !errors.Is(err, store.ErrNotFound):
		return nil, s.refuse(err)
	}
	if err := work(&out); err != nil {
		return nil, s.refuse(err)
	}
	if body, err = json.Marshal(out); err == nil {
		err = s.Store.PutMade(ctx, address, body)
	}
	return &one[T]{out}, s.refuse(err)
}

// timed works out the order and the tools of a painted lesson.
func (s *Server) timed(ctx context.Context, hash string) (*one[score.Timed], error) {
	return cached(ctx, s, hash+"/timing", func(out *score.Timed) error {
		j, err := s.job(ctx, hash)
		if err != nil {
			return err
		}
		r, err := j.Drafted(ctx)
		if err != nil {
			return err
		}
		t, err := score.Time(ctx, j.Lesson, r)
		if err == nil {
			*out = *t
		}
		return err
	})
}

func (s *Server) timing(ctx context.Context, in *struct {
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
}) (*one[score.Timed], error) {
	return s.timed(ctx, in.Hash)
}

func (s *Server) fitting(ctx context.Context, in *struct {
	Hash    string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Minutes int    `query:"minutes" minimum:"5" maximum:"600" required:"true"`
}) (*one[score.Fitting], error) {
	t, err := s.timed(ctx, in.Hash)
	if err != nil {
		return nil, err
	}
	return cached(ctx, s, fmt.Sprintf("%s/fit-%d", in.Hash, in.Minutes), func(out *score.Fitting) error {
		j, err := s.job(ctx, in.Hash)
		if err != nil {
			return err
		}
		r, err := j.Drafted(ctx)
		if err != nil {
			return err
		}
		f, err := score.Fit(ctx, j.Lesson, r, t.Body.Order, float64(in.Minutes))
		if err != nil {
			return err
		}
		*out = *f
		return out.Paint(ctx, j.Lesson, r)
	})
}
