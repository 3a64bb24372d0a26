package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/card"
	"proxenos/core/lesson"
	"proxenos/core/teach"
	"proxenos/store"
	"proxenos/studio"
)

// Happening is something that happens in a class that runs; the server says when.
type Happening struct {
	Kind  teach.Kind      `json:"kind" enum:"start,begin,done,back,pause,resume,lay,lift,choose,note,hand,answer,ready,join,leave,end,take-back"`
	Step  int             `json:"step,omitempty" minimum:"0" maximum:"499" doc:"begin, lay, lift, hand, ready: which step, from 0"`
	Seat  string          `json:"seat,omitempty" maxLength:"40" doc:"hand, answer, ready, join, leave: who"`
	Text  string          `json:"text,omitempty" maxLength:"400" doc:"note: what; hand: the trouble; answer: what to do; join: the name; choose: what, in words"`
	Made  string          `json:"made,omitempty" maxLength:"40" doc:"answer: names the pictures of it"`
	Drop  []int           `json:"drop,omitempty" maxItems:"500" doc:"choose: the steps that are left out"`
	Short []teach.Shorter `json:"short,omitempty" maxItems:"500" doc:"choose: the steps that are shortened"`
}

// Teaching is a class that runs, as it stands.
type Teaching struct {
	State  teach.State `json:"state"`
	Where  teach.Where `json:"where"`
	Number int         `json:"number" doc:"how much has happened"`
	Now    time.Time   `json:"now" doc:"by the server's clock"`
}

func (s *Server) teachOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "teaching", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/teaching", Summary: "A class that runs, as it stands"},
		func(ctx context.Context, in *ClassPath) (*one[Teaching], error) {
			return s.stage(ctx, *in)
		})
	huma.Register(api, huma.Operation{OperationID: "happen", Method: http.MethodPost, Path: "/api/studios/{studio}/classes/{class}/happenings", DefaultStatus: http.StatusCreated,
		Summary: "Write down what happens in a class"}, s.happen)
	huma.Register(api, huma.Operation{OperationID: "log", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/log", Summary: "What a class came to, and what it says about its lesson"}, s.classLog)
	huma.Register(api, huma.Operation{OperationID: "estimateClass", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/estimates", Summary: "How long the steps will take the people of a class, from all classes of the studio"},
		func(ctx context.Context, in *ClassPath) (*one[studio.Estimates], error) {
			out, err := s.In(in.Studio).EstimateClass(ctx, in.ID)
			return &one[studio.Estimates]{out}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "estimate", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/estimates", Summary: "How long the steps of a lesson will take those it is written for, from all classes of the studio"},
		func(ctx context.Context, in *LessonPath) (*one[studio.Estimates], error) {
			l, err := s.In(in.Studio).Newest(ctx, in.ID)
			if err != nil {
				return nil, s.refuse(err)
			}
			out, err := s.In(in.Studio).Estimate(ctx, in.ID, l, l.Level)
			return &one[studio.Estimates]{out}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "cards", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/cards", Summary: "The steps of a class, each as a card"},
		func(ctx context.Context, in *ClassPath) (*one[[]card.Card], error) {
			now, err := s.In(in.Studio).Stage(ctx, in.ID, 1)
			if err != nil {
				return nil, s.refuse(err)
			}
			return &one[[]card.Card]{card.Of(now.Lesson)}, nil
		})
}

// classLog is what a class came to.
func (s *Server) classLog(ctx context.Context, in *ClassPath) (*one[studio.Log], error) {
	out, err := s.In(in.Studio).Log(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[studio.Log]{*out}, nil
}

// stage is a class as it stands, as a reply.
func (s *Server) stage(ctx context.Context, in ClassPath) (*one[Teaching], error) {
	now, err := s.In(in.Studio).Stage(ctx, in.ID, 0)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Teaching]{Teaching{now.State, now.State.Where(), now.Number, now.Now}}, nil
}

func (s *Server) happen(ctx context.Context, in *struct {
	ClassPath
	Body Happening
}) (*one[Teaching], error) {
	b := in.Body
	e := teach.Event{Kind: b.Kind, Step: b.Step, Seat: b.Seat, Text: b.Text, Made: b.Made, Drop: b.Drop, Short: b.Short}
	if err := s.happened(ctx, in.ClassPath, e); err != nil {
		return nil, err
	}
	return s.stage(ctx, in.ClassPath)
}

// happened writes down what happens in a class.
func (s *Server) happened(ctx context.Context, in ClassPath, e teach.Event) error {
	now, err := s.In(in.Studio).Stage(ctx, in.ID, 1)
	if err != nil {
		return s.refuse(err)
	}
	if err := e.Check(len(now.Lesson.Steps)); err != nil {
		return unsound(err)
	}
	for _, text := range []string{e.Text, e.Seat} {
		if !lesson.Readable(text) {
			return unsound(fmt.Errorf("%s has signs in it that cannot be shown: take them out", e.Kind))
		}
	}
	err = s.In(in.Studio).Kept.Happen(ctx, in.ID, e)
	if errors.Is(err, store.ErrOver) {
		return unsound(err)
	}
	return s.refuse(err)
}
