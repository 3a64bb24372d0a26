package api

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/compose"
	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/starter"
)

// Past is a revision of a lesson: what was done and when.
type Past struct {
	Number int       `json:"number"`
	Said   string    `json:"said"`
	At     time.Time `json:"at"`
}

// BringRequest asks to bring steps of another lesson into one.
type BringRequest struct {
	Whose string   `json:"whose" maxLength:"64" doc:"content hash of the lesson that gets them"`
	From  string   `json:"from,omitempty" maxLength:"40" doc:"the lesson they are in"`
	Steps []string `json:"steps,omitempty" maxItems:"100"`
	Piece string   `json:"piece,omitempty" maxLength:"40" doc:"or a piece that every lesson can have"`
	At    int      `json:"at" minimum:"0" maximum:"500" doc:"the place of the first, counted from 0"`
}

func (s *Server) scriptOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "turn", Method: http.MethodGet, Path: "/api/studios/{studio}/turns/{hash}/{method}",
		Summary: "What running a lesson by another house method would change"}, s.turn)
	huma.Register(api, huma.Operation{OperationID: "newStep", Method: http.MethodPost, Path: "/api/studios/{studio}/new-steps/{hash}",
		Summary: "A new step as the lesson's house method would have it"}, s.newStep)
	huma.Register(api, huma.Operation{OperationID: "revisions", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/revisions",
		Summary: "What was done to a lesson, the newest first"}, s.revisions)
	huma.Register(api, huma.Operation{OperationID: "neighbours", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/neighbours",
		Summary: "The other lessons on a lesson's shelf"}, s.neighbours)
	huma.Register(api, huma.Operation{OperationID: "differences", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/differences",
		Summary: "What differs between two revisions, step by step"}, s.differences)
	huma.Register(api, huma.Operation{OperationID: "pieces", Method: http.MethodGet, Path: "/api/pieces",
		Summary: "Pieces that can be put into any lesson"}, func(context.Context, *struct{}) (*one[[]starter.Piece], error) {
		return &one[[]starter.Piece]{starter.Pieces()}, nil
	})
	huma.Register(api, huma.Operation{OperationID: "bring", Method: http.MethodPost, Path: "/api/studios/{studio}/brought",
		Summary: "Steps of another lesson, or a piece, fitted to a lesson: as an edit"}, s.bring)
}

func (s *Server) turn(ctx context.Context, in *struct {
	InStudio
	Hash   string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Method string `path:"method" maxLength:"40"`
}) (*one[house.Turn], error) {
	l, err := s.In(in.Studio).ByHash(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	t, err := house.Switch(l, lesson.Method(in.Method))
	if err != nil {
		return nil, unsound(err)
	}
	return &one[house.Turn]{*t}, nil
}

func (s *Server) revisions(ctx context.Context, in *struct {
	LessonPath
}) (*one[[]Past], error) {
	if _, err := s.In(in.Studio).Kept.Head(ctx, in.ID); err != nil {
		return nil, s.refuse(err)
	}
	list, err := s.In(in.Studio).Kept.Revisions(ctx, in.ID, 0)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := make([]Past, 0, len(list))
	for i := len(list) - 1; i >= 0; i-- {
		out = append(out, Past{list[i].Number, list[i].Said, list[i].MadeAt})
	}
	return &one[[]Past]{out}, nil
}

// Neighbour is another lesson on the same shelf.
type Neighbour struct {
	ID    string `json:"id"`
	Title string `json:"title"`
}

func (s *Server) neighbours(ctx context.Context, in *struct {
	LessonPath
}) (*one[[]Neighbour], error) {
	list, err := s.In(in.Studio).Kept.Beside(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := make([]Neighbour, 0, len(list))
	for _, r := range list {
		out = append(out, Neighbour{r.LessonID, r.Title})
	}
	return &one[[]Neighbour]{out}, nil
}

func (s *Server) differences(ctx context.Context, in *struct {
	LessonPath
	From int `query:"from" minimum:"1" maximum:"2147483647" required:"true"`
	To   int `query:"to" minimum:"1" maximum:"2147483647" required:"true"`
}) (*one[[]lesson.Difference], error) {
	var sides [2]*lesson.Lesson
	for k, number := range []int{in.From, in.To} {
		r, err := s.In(in.Studio).Kept.Revision(ctx, in.ID, number)
		if err != nil {
			return nil, s.refuse(err)
		}
		if sides[k], err = r.Lesson(); err != nil {
			return nil, s.refuse(err)
		}
	}
	return &one[[]lesson.Difference]{lesson.Differences(sides[0], sides[1])}, nil
}

func (s *Server) bring(ctx context.Context, in *struct {
	InStudio
	Body BringRequest
}) (*one[compose.Fitted], error) {
	b := in.Body
	l, err := s.In(in.Studio).ByHash(ctx, b.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	var out *compose.Fitted
	if b.Piece != "" {
		out, err = starter.PutIn(ctx, l, b.Piece, b.At)
	} else {
		from, lost := s.In(in.Studio).Newest(ctx, b.From)
		if lost != nil {
			return nil, s.refuse(lost)
		}
		out, err = compose.Bring(ctx, l, from, b.Steps, b.At)
	}
	if err != nil {
		return nil, s.unsolved(ctx, err)
	}
	return &one[compose.Fitted]{*out}, nil
}

// NewStep is a new step with all that was not said, and the edit that puts it in.
type NewStep struct {
	Step lesson.Step    `json:"step"`
	Edit lesson.AnyEdit `json:"edit"`
}

func (s *Server) newStep(ctx context.Context, in *struct {
	InStudio
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
	Body house.StepWish
}) (*one[NewStep], error) {
	l, err := s.In(in.Studio).ByHash(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	step, err := house.NewStep(l, in.Body)
	if err != nil {
		return nil, unsound(err)
	}
	return &one[NewStep]{NewStep{step, lesson.AnyEdit{Edit: lesson.Insert{At: in.Body.At, Step: step}}}}, nil
}
