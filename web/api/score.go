package api

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/lesson"
	"proxenos/core/score"
	"proxenos/store"
)

func (s *Server) scoreOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "timing", Method: http.MethodGet, Path: "/api/timings/{hash}",
		Summary: "A better order for a lesson, and the tools it needs"}, s.timing)
	huma.Register(api, huma.Operation{OperationID: "fitting", Method: http.MethodGet, Path: "/api/fittings/{hash}",
		Summary: "How to bring a lesson into so many minutes, with what each choice changes in the picture"}, s.fitting)
}

func (s *Server) timing(ctx context.Context, in *struct {
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
}) (*one[score.Timed], error) {
	r, l, err := s.revision(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	out, err := s.timed(ctx, r, l)
	return &one[score.Timed]{out}, s.refuse(err)
}

// timed works out the order and the tools of a painted lesson.
func (s *Server) timed(ctx context.Context, r store.Revision, l *lesson.Lesson) (score.Timed, error) {
	return judged(ctx, s, l, "timing", func(ctx context.Context, out *score.Timed) error {
		reports, err := s.reports(ctx, r, l)
		if err != nil {
			return err
		}
		t, err := score.Time(ctx, l, reports)
		if err == nil {
			*out = *t
		}
		return err
	})
}

func (s *Server) fitting(ctx context.Context, in *struct {
	Hash    string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Minutes int    `query:"minutes" minimum:"5" maximum:"600" required:"true"`
}) (*one[score.Fitting], error) {
	r, err := s.Store.ByHash(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	return of(ctx, s, in.Hash, fmt.Sprintf("fit-%d", in.Minutes), func(ctx context.Context, l *lesson.Lesson, out *score.Fitting) error {
		t, err := s.timed(ctx, r, l)
		if err != nil {
			return err
		}
		_, coarse, err := s.drafted(ctx, in.Hash)
		if err != nil {
			return err
		}
		f, err := score.Fit(ctx, l, coarse, t.Order, float64(in.Minutes))
		if err != nil {
			return err
		}
		*out = *f
		return out.Paint(ctx, l, coarse)
	})
}
