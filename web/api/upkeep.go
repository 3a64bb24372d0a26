package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/store"
	"proxenos/studio"
)

// Placed says where a lesson stands.
type Placed struct {
	Place store.Place `json:"place" enum:"shelf,away,template,deleted" doc:"on the shelf, put away, among the studio's own beginnings, or thrown out"`
}

// Thrown says whether a class or a real picture is thrown out.
type Thrown struct {
	Deleted bool `json:"deleted"`
}

// Tidying is something that would make a palette simpler.
type Tidying struct {
	compose.Tidying
	Edit lesson.AnyEdit `json:"edit"`
}

// upkeepOperations keep a studio in order.
func (s *Server) upkeepOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "createStudio", Method: http.MethodPost, Path: "/api/studios", Summary: "Open a studio",
		DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			Body struct {
				Name string `json:"name" minLength:"1" maxLength:"80"`
			}
		}) (*one[store.Studio], error) {
			name, err := studio.StudioName(in.Body.Name)
			if err != nil {
				return nil, unsound(err)
			}
			st, err := s.Store.NewStudio(ctx, name)
			return &one[store.Studio]{st}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "habits", Method: http.MethodGet, Path: "/api/studios/{studio}/habits", Summary: "How a studio measures and prints"},
		func(ctx context.Context, in *InStudio) (*one[studio.Habits], error) {
			h, err := s.In(in.Studio).Habits(ctx)
			return &one[studio.Habits]{h}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "keepHabits", Method: http.MethodPut, Path: "/api/studios/{studio}/habits", Summary: "Say how a studio measures and prints, and what it is called"},
		func(ctx context.Context, in *struct {
			InStudio
			Body studio.Habits
		}) (*one[studio.Habits], error) {
			h, err := s.In(in.Studio).KeepHabits(ctx, in.Body)
			return &one[studio.Habits]{h}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "placeLesson", Method: http.MethodPut, Path: "/api/studios/{studio}/lessons/{id}/place",
		Summary: "Put a lesson on the shelf, away, among the studio's own beginnings, or throw it out"},
		func(ctx context.Context, in *struct {
			LessonPath
			Body Placed
		}) (*one[Placed], error) {
			return &one[Placed]{in.Body}, s.refuse(s.In(in.Studio).Kept.Put(ctx, in.ID, in.Body.Place))
		})
	huma.Register(api, huma.Operation{OperationID: "deletedClasses", Method: http.MethodGet, Path: "/api/studios/{studio}/thrown-out", Summary: "The classes that were thrown out, the last first"},
		func(ctx context.Context, in *InStudio) (*one[[]OnDay], error) {
			list, err := s.In(in.Studio).Kept.DeletedClasses(ctx)
			if err != nil {
				return nil, s.refuse(err)
			}
			return s.onDays(ctx, *in, list)
		})
	huma.Register(api, huma.Operation{OperationID: "throwClass", Method: http.MethodPut, Path: "/api/studios/{studio}/classes/{class}/deleted", Summary: "Throw a class out, or bring it back"},
		func(ctx context.Context, in *struct {
			ClassPath
			Body Thrown
		}) (*one[Thrown], error) {
			return &one[Thrown]{in.Body}, s.refuse(s.In(in.Studio).Kept.DeleteClass(ctx, in.ID, in.Body.Deleted))
		})
	huma.Register(api, huma.Operation{OperationID: "tidyings", Method: http.MethodGet, Path: "/api/studios/{studio}/tidyings/{hash}", Summary: "What would make the palette of a lesson simpler: what is unused, what is alike"},
		func(ctx context.Context, in *struct {
			InStudio
			Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
		}) (*one[[]Tidying], error) {
			l, err := s.In(in.Studio).ByHash(ctx, in.Hash)
			if err != nil {
				return nil, s.refuse(err)
			}
			out := []Tidying{}
			for _, t := range compose.Tidy(l) {
				out = append(out, Tidying{t, lesson.AnyEdit{Edit: t.Edit}})
			}
			return &one[[]Tidying]{out}, nil
		})
}
