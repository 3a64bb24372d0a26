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
)

// Happening is something that happens in a class that runs; the server says when.
type Happening struct {
	Kind  teach.Kind      `json:"kind" enum:"start,begin,done,back,pause,resume,lay,lift,choose,note,hand,answer,ready,join,leave,end,take-back"`
	Step  int             `json:"step,omitempty" minimum:"0" maximum:"499" doc:"begin, lay, lift, hand, ready: which step, from 0"`
	Seat  string          `json:"seat,omitempty" maxLength:"40" doc:"hand, answer, ready, join, leave: who"`
	Text  string          `json:"text,omitempty" maxLength:"400" doc:"note: what; hand: the trouble; join: the name; choose: what, in words"`
	Drop  []int           `json:"drop,omitempty" maxItems:"500" doc:"choose: the steps that are left out"`
	Short []teach.Shorter `json:"short,omitempty" maxItems:"500" doc:"choose: the steps that are shortened"`
}

// Teaching is a class that runs, as it stands.
type Teaching struct {
	State  teach.State `json:"state"`
	Number int         `json:"number" doc:"how much has happened"`
	Now    time.Time   `json:"now" doc:"by the server's clock"`
}

func (s *Server) teachOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "teaching", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/teaching", Summary: "A class that runs, as it stands"},
		func(ctx context.Context, in *ClassPath) (*one[Teaching], error) {
			k, l, err := s.taught(ctx, *in)
			if err != nil {
				return nil, s.refuse(err)
			}
			return s.teaching(ctx, *in, k, l)
		})
	huma.Register(api, huma.Operation{OperationID: "happen", Method: http.MethodPost, Path: "/api/studios/{studio}/classes/{class}/happenings", DefaultStatus: http.StatusCreated,
		Summary: "Write down what happens in a class"}, s.happen)
	huma.Register(api, huma.Operation{OperationID: "cards", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/cards", Summary: "The steps of a class, each as a card"},
		func(ctx context.Context, in *ClassPath) (*one[[]card.Card], error) {
			_, l, err := s.taught(ctx, *in)
			if err != nil {
				return nil, s.refuse(err)
			}
			return &one[[]card.Card]{card.Of(l)}, nil
		})
}

// taught is a class and the lesson as it is taught.
func (s *Server) taught(ctx context.Context, in ClassPath) (store.KeptClass, *lesson.Lesson, error) {
	k, err := s.In(in.Studio).Kept.Class(ctx, in.ID)
	if err != nil {
		return k, nil, err
	}
	_, l, err := s.In(in.Studio).At(ctx, k.Lesson, k.Revision)
	return k, l, err
}

func (s *Server) teaching(ctx context.Context, in ClassPath, k store.KeptClass, l *lesson.Lesson) (*one[Teaching], error) {
	events, now, err := s.In(in.Studio).Kept.Happened(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Teaching]{Teaching{teach.Of(k.Class.Plan(l), events, now), len(events), now}}, nil
}

func (s *Server) happen(ctx context.Context, in *struct {
	ClassPath
	Body Happening
}) (*one[Teaching], error) {
	k, l, err := s.taught(ctx, in.ClassPath)
	if err != nil {
		return nil, s.refuse(err)
	}
	b := in.Body
	e := teach.Event{Kind: b.Kind, Step: b.Step, Seat: b.Seat, Text: b.Text, Drop: b.Drop, Short: b.Short}
	if err := e.Check(len(l.Steps)); err != nil {
		return nil, unsound(err)
	}
	for _, text := range []string{e.Text, e.Seat} {
		if !lesson.Readable(text) {
			return nil, unsound(fmt.Errorf("%s has signs in it that cannot be shown: take them out", e.Kind))
		}
	}
	switch err := s.In(in.Studio).Kept.Happen(ctx, in.ID, e); {
	case errors.Is(err, store.ErrOver):
		return nil, unsound(err)
	case err != nil:
		return nil, s.refuse(err)
	}
	return s.teaching(ctx, in.ClassPath, k, l)
}
