package api

import (
	"context"
	"encoding/json"
	"fmt"
	"mime"
	"net/http"
	"net/url"
	"reflect"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/compose"
	"proxenos/core/daylight"
	"proxenos/core/film"
	"proxenos/core/glossary"
	"proxenos/core/haze"
	"proxenos/core/length"
	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
	"proxenos/core/score"
	"proxenos/core/starter"
	"proxenos/store"
	"proxenos/studio"
)

// Saved is a lesson as it stands, with what follows from it without a canvas.
type Saved struct {
	Studio   string         `json:"studio" doc:"whose it is"`
	ID       string         `json:"id"`
	Revision int            `json:"revision"`
	Hash     string         `json:"hash" doc:"content hash: the key to rehearsal and frames"`
	Lesson   *lesson.Lesson `json:"lesson"`
	Score    score.Score    `json:"score"`
	Frames   string         `json:"frames" doc:"address of its frames; add /VIEW-WIDTH-HALFMINUTES.png"`
}

// Edited is a lesson after an edit.
type Edited struct {
	Saved
	Undo   studio.Editing `json:"undo" doc:"takes it back"`
	Said   string         `json:"said" doc:"what the edit did, in words"`
	Beside []string       `json:"beside" doc:"what others had changed since it was made, in words: it stays"`
}

// SaveRequest replaces a whole lesson.
type SaveRequest struct {
	From   int           `json:"from" minimum:"1" maximum:"2147483647"`
	Lesson lesson.Lesson `json:"lesson"`
}

// Raw is a request body that the core itself reads, so that its messages name
// the place and the cure.
type Raw struct {
	LessonPath
	RawBody []byte
}

// RawInStudio is one that is about no lesson in its address.
type RawInStudio struct {
	InStudio
	RawBody []byte
}

func raw[T any](api huma.API, op huma.Operation) huma.Operation {
	schema := api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[T](), true, reflect.TypeFor[T]().Name())
	op.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/json": {Schema: schema}}}
	op.MaxBodyBytes = -1 // the core bounds it, and says so better
	op.SkipValidateBody = true
	return op
}

// Vocabulary is the language of the interface: every choice of a sentence, and the
// views of a canvas.
type Vocabulary struct {
	lesson.Vocabulary
	Views  []lesson.Term    `json:"views"`
	Airs   []lesson.Term    `json:"airs"`
	Lamps  []lesson.Term    `json:"lamps" doc:"views that show things under another lamp"`
	Scenes []lesson.Term    `json:"scenes" doc:"kinds of scene that a lesson can begin from"`
	Things []compose.Thing  `json:"things" doc:"kinds of thing that can be added to a picture"`
	Hours  []daylight.Hour  `json:"hours" doc:"times of day"`
	Maps   []lesson.Term    `json:"maps" doc:"maps of a finished picture"`
	Units  []length.Measure `json:"units" doc:"what lengths can be said in"`
	Craft  []glossary.Word  `json:"craft" doc:"words of the craft and what they mean"`
}

// lamps are the views that show things under another lamp.
func lamps() []lesson.Term {
	return slices.DeleteFunc(rehearse.ViewTerms(), func(t lesson.Term) bool {
		_, ok := film.View(t.ID).Lamp()
		return !ok
	})
}

type one[T any] struct{ Body T }

func (s *Server) lessonOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "health", Method: http.MethodGet, Path: "/api/health", Summary: "Whether the application and its database answer"},
		func(ctx context.Context, _ *struct{}) (*one[struct {
			Database bool `json:"database"`
		}], error) {
			out := &one[struct {
				Database bool `json:"database"`
			}]{}
			if err := s.Store.Ping(ctx); err != nil {
				return nil, s.refuse(err)
			}
			out.Body.Database = true
			return out, nil
		})
	huma.Register(api, huma.Operation{OperationID: "ready", Method: http.MethodGet, Path: "/api/ready", Summary: "Whether requests may be sent here: not before the database answers, nor once the application is told to end"},
		func(ctx context.Context, _ *struct{}) (*one[struct {
			Ready bool `json:"ready"`
		}], error) {
			out := &one[struct {
				Ready bool `json:"ready"`
			}]{}
			if s.Hub.Closed() {
				return nil, huma.Error503ServiceUnavailable("the application is told to end: ask another one")
			}
			if err := s.Store.Ping(ctx); err != nil {
				return nil, s.refuse(err)
			}
			out.Body.Ready = true
			return out, nil
		})
	huma.Register(api, huma.Operation{OperationID: "vocabulary", Method: http.MethodGet, Path: "/api/vocabulary", Summary: "The language of a step"},
		func(context.Context, *struct{}) (*one[Vocabulary], error) {
			return &one[Vocabulary]{Vocabulary{lesson.Words(), rehearse.ViewTerms(), haze.Airs(), lamps(), starter.Kinds(), compose.Kinds(), daylight.Hours(), measure.Maps(), length.Measures(), glossary.All()}}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "studios", Method: http.MethodGet, Path: "/api/studios", Summary: "All studios"},
		func(ctx context.Context, _ *struct{}) (*one[[]store.Studio], error) {
			list, err := s.Store.Studios(ctx)
			return &one[[]store.Studio]{list}, s.refuse(err)
		})
	huma.Register(api, huma.Operation{OperationID: "lessonFile", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/file", Summary: "The lesson as a file, to the byte",
		Responses: map[string]*huma.Response{"200": {Description: "Lesson file", Content: map[string]*huma.MediaType{"application/json": {}}}}}, s.file)
	huma.Register(api, reply[[]OnShelf](api, huma.Operation{OperationID: "shelf", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons", Summary: "The lessons of a studio"}), s.shelf)
	huma.Register(api, raw[lesson.Lesson](api, huma.Operation{OperationID: "createLesson", Method: http.MethodPost, Path: "/api/studios/{studio}/lessons",
		Summary: "Put a lesson on the shelf", DefaultStatus: http.StatusCreated}), s.create)
	huma.Register(api, reply[Saved](api, huma.Operation{OperationID: "lesson", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}", Summary: "A lesson as it stands"}), s.lesson)
	huma.Register(api, raw[studio.Editing](api, huma.Operation{OperationID: "editLesson", Method: http.MethodPost, Path: "/api/studios/{studio}/lessons/{id}/edits",
		Summary: "Change a lesson by an edit: what others changed since stays where the edit does not touch it"}), s.edit)
	huma.Register(api, raw[SaveRequest](api, huma.Operation{OperationID: "saveLesson", Method: http.MethodPut, Path: "/api/studios/{studio}/lessons/{id}",
		Summary: "Replace a lesson"}), s.save)
	huma.Register(api, huma.Operation{OperationID: "copyLesson", Method: http.MethodPost, Path: "/api/studios/{studio}/lessons/{id}/copies", DefaultStatus: http.StatusCreated,
		Summary: "Put a copy of a lesson on the shelf"}, s.copyLesson)
}

func (s *Server) saved(r store.Revision, l *lesson.Lesson) Saved {
	return Saved{Studio: r.StudioID, ID: r.LessonID, Revision: r.Number, Hash: r.Hash, Lesson: l, Score: score.Of(l, nil), Frames: frames(r.StudioID, r.Painting)}
}

// frames is the address of the pictures of a painting.
func frames(studio, painting string) string {
	return "/api/studios/" + url.PathEscape(studio) + "/frames/" + rehearse.Version + "/" + painting
}

// A Known is a reply whose content has a tag: who has it already gets no body.
type Known struct {
	Status       int
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	Tag          string `header:"ETag"`
	Body         []byte
}

// reply describes what an operation answers whose body is written beforehand.
func reply[T any](api huma.API, op huma.Operation) huma.Operation {
	schema := api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[T](), true, reflect.TypeFor[T]().Name())
	op.Responses = map[string]*huma.Response{"200": {Description: http.StatusText(http.StatusOK), Content: map[string]*huma.MediaType{"application/json": {Schema: schema}}}}
	return op
}

// known answers with a body, or that it has not changed since it was tagged so.
func known(has, tag string, body func() ([]byte, error)) (*Known, error) {
	out := &Known{Status: http.StatusOK, ContentType: "application/json", CacheControl: "no-cache", Tag: `W/"` + tag + `"`}
	if has == out.Tag {
		out.Status = http.StatusNotModified
		return out, nil
	}
	var err error
	out.Body, err = body()
	return out, err
}

func (s *Server) lesson(ctx context.Context, in *struct {
	LessonPath
	Has string `header:"If-None-Match" maxLength:"200"`
}) (*Known, error) {
	head, err := s.In(in.Studio).Kept.HeadOf(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	s.Easel.Open(in.ID, head.Painting)
	tag := fmt.Sprintf("%s-%d-%s-%s", in.ID, head.Number, rehearse.Version, s.Build)
	out, err := known(in.Has, tag, func() ([]byte, error) {
		if body, ok := s.lately.Get(tag); ok {
			return body, nil
		}
		r, err := s.In(in.Studio).Kept.Revision(ctx, in.ID, head.Number)
		if err != nil {
			return nil, err
		}
		l, err := r.Lesson()
		if err != nil {
			return nil, fmt.Errorf("revision %d of %s: %w", r.Number, r.LessonID, err)
		}
		body, err := json.Marshal(s.saved(r, l))
		if err == nil {
			s.lately.Add(tag, body)
		}
		return body, err
	})
	return out, s.refuse(err)
}

type file struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func (s *Server) file(ctx context.Context, in *struct {
	LessonPath
}) (*file, error) {
	r, err := s.In(in.Studio).Kept.Head(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	name := mime.FormatMediaType("attachment", map[string]string{"filename": r.Title + ".json"})
	return &file{"application/json", name, []byte(r.Body)}, nil
}

func (s *Server) create(ctx context.Context, in *RawInStudio) (*one[Saved], error) {
	l, err := lesson.Decode(in.RawBody)
	if err != nil {
		return nil, s.refuse(err)
	}
	r, err := s.In(in.Studio).Kept.Create(ctx, "", l, "begin")
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Saved]{s.saved(r, l)}, nil
}

func (s *Server) copyLesson(ctx context.Context, in *LessonPath) (*one[Saved], error) {
	r, l, err := s.In(in.Studio).Copy(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Saved]{s.saved(r, l)}, nil
}

// parse reads a body whose fields are plain JSON; a fault names its place.
func parse(data []byte, into any) error {
	if len(data) > lesson.MaxBytes {
		return lesson.ErrTooLarge
	}
	if err := json.Unmarshal(data, into); err != nil {
		return lesson.Explain(data, err)
	}
	return nil
}

func (s *Server) edit(ctx context.Context, in *Raw) (*one[Edited], error) {
	var ask studio.Editing
	if err := parse(in.RawBody, &ask); err != nil {
		return nil, s.refuse(err)
	}
	if ask.Edit.Edit == nil {
		return nil, s.refuse(lesson.Faults{{Path: "edit", Problem: "is missing", Cure: `send {"from": 1, "edit": {...}}`}})
	}
	made, err := s.In(in.Studio).Edit(ctx, in.ID, ask)
	if err != nil {
		return nil, s.refuse(err)
	}
	s.Easel.Rehearse(in.ID, made.Revision.Number, made.Lesson) // so that it is under way when asked for
	if made.Beside == nil {
		made.Beside = []string{}
	}
	return &one[Edited]{Edited{s.saved(made.Revision, made.Lesson), made.Undo, made.Said, made.Beside}}, nil
}

func (s *Server) save(ctx context.Context, in *Raw) (*one[Saved], error) {
	var ask struct {
		From   int             `json:"from"`
		Lesson json.RawMessage `json:"lesson"`
	}
	if err := parse(in.RawBody, &ask); err != nil {
		return nil, s.refuse(err)
	}
	l, err := lesson.Decode(ask.Lesson)
	if err != nil {
		return nil, s.refuse(err)
	}
	if _, err := s.In(in.Studio).Before(ctx, in.ID, ask.From); err != nil {
		return nil, s.refuse(err)
	}
	r, err := s.In(in.Studio).Kept.Save(ctx, in.ID, ask.From, l, "replace the whole lesson")
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[Saved]{s.saved(r, l)}, nil
}
