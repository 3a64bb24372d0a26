package api

import (
	"context"
	"fmt"
	"math"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/run"
	"proxenos/core/supply"
	"proxenos/studio"
)

// Stocked is what a studio has, and what a lesson wants of it.
type Stocked struct {
	Version  int             `json:"version" doc:"how often it was saved"`
	Cupboard supply.Cupboard `json:"cupboard"`
	Wants    []supply.Want   `json:"wants" doc:"what the lesson needs against what there is"`
	Amounts  supply.Amounts  `json:"amounts" doc:"for one person, as the rehearsal measured them"`
	Lasts    float64         `json:"lasts" doc:"for how many such sessions the paint will do; -1 where none was counted"`
	Says     string          `json:"says"`
}

// StockRequest asks to keep a cupboard.
type StockRequest struct {
	From     int             `json:"from" minimum:"0" maximum:"2147483647" doc:"the version it was made from; 0 for the first"`
	Cupboard supply.Cupboard `json:"cupboard"`
}

// Ran is what is known of taught sessions of a lesson.
type Ran struct {
	Runs  []studio.Session `json:"runs" doc:"the last first"`
	Paces []run.Pace       `json:"paces" doc:"what steps are planned to take and took"`
	Says  string           `json:"says"`
}

func (s *Server) cupboardOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "cupboard", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/cupboard",
		Summary: "What the lesson's studio has, and what the lesson wants of it, once it is painted"}, func(ctx context.Context, in *LessonPath) (*one[Stocked], error) {
		return s.stocked(ctx, *in)
	})
	huma.Register(api, huma.Operation{OperationID: "putCupboard", Method: http.MethodPut, Path: "/api/studios/{studio}/lessons/{id}/cupboard",
		Summary: "Keep what the lesson's studio has"}, s.putCupboard)
	huma.Register(api, huma.Operation{OperationID: "cupboardTable", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/cupboard.csv",
		Responses: map[string]*huma.Response{"200": {Description: "A table", Content: map[string]*huma.MediaType{"text/csv": {}}}},
		Summary:   "What the lesson's studio has, as CSV"}, s.cupboardTable)
	take := huma.Operation{OperationID: "takeCupboard", Method: http.MethodPost, Path: "/api/studios/{studio}/lessons/{id}/cupboard.csv",
		Summary: "Keep what a table of CSV says, instead of what the studio has", MaxBodyBytes: 1 << 20, SkipValidateBody: true}
	take.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"text/csv": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
	huma.Register(api, take, s.takeCupboard)
	huma.Register(api, huma.Operation{OperationID: "runs", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/runs",
		Summary: "What taught sessions of a lesson took"}, func(ctx context.Context, in *LessonPath) (*one[Ran], error) {
		return s.ran(ctx, *in)
	})
	huma.Register(api, huma.Operation{OperationID: "addRun", Method: http.MethodPost, Path: "/api/studios/{studio}/lessons/{id}/runs", DefaultStatus: http.StatusCreated,
		Summary: "Keep what a taught session took"}, s.addRun)
	huma.Register(api, huma.Operation{OperationID: "removeRun", Method: http.MethodDelete, Path: "/api/studios/{studio}/lessons/{id}/runs/{run}",
		Summary: "Forget a taught session"}, s.removeRun)
}

// stocked holds the newest revision of a lesson against what there is.
func (s *Server) stocked(ctx context.Context, in LessonPath) (*one[Stocked], error) {
	head, l, err := s.In(in.Studio).Head(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	c, version, err := s.In(in.Studio).Kept.Cupboard(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	reports, err := s.reports(ctx, head, l)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := Stocked{Version: version, Cupboard: c, Lasts: -1}
	if out.Amounts, err = supply.Of(l, reports, 1, supply.Loss); err != nil {
		return nil, s.refuse(err)
	}
	out.Wants = c.Wants(l, out.Amounts)
	if n := c.Lasts(out.Amounts); !math.IsNaN(n) {
		out.Lasts = n
	}
	out.Says = supply.Say(c, out.Wants, out.Lasts)
	return &one[Stocked]{out}, nil
}

func (s *Server) putCupboard(ctx context.Context, in *struct {
	LessonPath
	Body StockRequest
}) (*one[Stocked], error) {
	if err := in.Body.Cupboard.Check(); err != nil {
		return nil, unsound(err)
	}
	return s.keepCupboard(ctx, in.LessonPath, in.Body.From, in.Body.Cupboard)
}

// keepCupboard keeps what the studio has, and holds the lesson against it.
func (s *Server) keepCupboard(ctx context.Context, in LessonPath, from int, c supply.Cupboard) (*one[Stocked], error) {
	if _, err := s.In(in.Studio).Kept.HeadOf(ctx, in.ID); err != nil {
		return nil, s.refuse(err)
	}
	if err := s.In(in.Studio).Kept.PutCupboard(ctx, from, c); err != nil {
		return nil, s.refuse(err)
	}
	return s.stocked(ctx, in)
}

func (s *Server) cupboardTable(ctx context.Context, in *LessonPath) (*file, error) {
	if _, err := s.In(in.Studio).Kept.HeadOf(ctx, in.ID); err != nil {
		return nil, s.refuse(err)
	}
	c, _, err := s.In(in.Studio).Kept.Cupboard(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	return s.table(c)
}

func (s *Server) takeCupboard(ctx context.Context, in *struct {
	LessonPath
	From    int `query:"from" minimum:"0" maximum:"2147483647" doc:"the version it takes the place of"`
	RawBody []byte
}) (*one[Stocked], error) {
	c, err := s.readTable(ctx, in.InStudio, in.RawBody)
	if err != nil {
		return nil, err
	}
	return s.keepCupboard(ctx, in.LessonPath, in.From, c)
}

func (s *Server) ran(ctx context.Context, in LessonPath) (*one[Ran], error) {
	l, err := s.In(in.Studio).Newest(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	kept, err := s.In(in.Studio).Sessions(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	paces := run.Paces(l, studio.Bare(kept))
	return &one[Ran]{Ran{Runs: kept, Paces: paces, Says: run.Say(len(kept), paces)}}, nil
}

func (s *Server) addRun(ctx context.Context, in *struct {
	LessonPath
	Body run.Run
}) (*one[Ran], error) {
	l, err := s.In(in.Studio).Newest(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	if err := in.Body.Check(); err != nil {
		return nil, unsound(err)
	}
	for _, t := range in.Body.Took {
		if l.Step(t.Step) < 0 {
			return nil, unsound(fmt.Errorf("step %q is not in the lesson: name one that is", t.Step))
		}
	}
	if _, err := s.In(in.Studio).Kept.AddRun(ctx, in.ID, in.Body); err != nil {
		return nil, s.refuse(err)
	}
	return s.ran(ctx, in.LessonPath)
}

func (s *Server) removeRun(ctx context.Context, in *struct {
	LessonPath
	Run string `path:"run" maxLength:"40"`
}) (*one[Ran], error) {
	if err := s.In(in.Studio).Kept.RemoveRun(ctx, in.ID, in.Run); err != nil {
		return nil, s.refuse(err)
	}
	return s.ran(ctx, in.LessonPath)
}
