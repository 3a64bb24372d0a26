package api

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
	"proxenos/easel"
	"proxenos/export/handout"
	"proxenos/store"
)

// OnDay is a class, with the lesson that is taught.
type OnDay struct {
	store.KeptClass
	People int       `json:"people" doc:"how many they are"`
	Taught OnShelf   `json:"taught" doc:"the lesson as it is taught"`
	Newest int       `json:"newest" doc:"the newest revision of that lesson: it may be taught instead"`
	Begins string    `json:"begins" doc:"when it begins on the clock of the place, without a zone"`
	Ends   time.Time `json:"ends"`
}

// ClassPath names a class in an address.
type ClassPath struct {
	InStudio
	ID string `path:"class" maxLength:"40"`
}

// ClassRequest plans a class.
type ClassRequest struct {
	Lesson  string  `json:"lesson" maxLength:"40"`
	People  int     `json:"people" minimum:"1" maximum:"200"`
	Begins  string  `json:"begins" maxLength:"20" doc:"when, on the clock of the place: 2027-03-04T18:00"`
	Zone    string  `json:"zone,omitempty" maxLength:"60" doc:"the time zone of the place, by its name in the IANA database"`
	Minutes float64 `json:"minutes,omitempty" minimum:"10" maximum:"720" doc:"as many as the lesson takes these people, when left out"`
}

// ClassChange keeps a class as it is now.
type ClassChange struct {
	From     int         `json:"from" minimum:"1" maximum:"2147483647" doc:"the version it was made from"`
	Revision int         `json:"revision" minimum:"1" maximum:"2147483647" doc:"of the lesson that is taught"`
	Class    class.Class `json:"class"`
	Begins   string      `json:"begins,omitempty" maxLength:"20" doc:"when, on the clock of the place, instead of the start of the class"`
}

var pdfReply = map[string]*huma.Response{"200": {Description: "PDF", Content: map[string]*huma.MediaType{"application/pdf": {}}}}

var calendarReply = map[string]*huma.Response{"200": {Description: "iCalendar", Content: map[string]*huma.MediaType{"text/calendar": {}}}}

func (s *Server) classOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "classes", Method: http.MethodGet, Path: "/api/studios/{studio}/classes", Summary: "The classes of a studio by their beginnings"}, s.classes)
	huma.Register(api, huma.Operation{OperationID: "planClass", Method: http.MethodPost, Path: "/api/studios/{studio}/classes", DefaultStatus: http.StatusCreated,
		Summary: "Plan a class of a lesson as it stands"}, s.planClass)
	huma.Register(api, huma.Operation{OperationID: "class", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}", Summary: "A class"}, s.class)
	huma.Register(api, huma.Operation{OperationID: "putClass", Method: http.MethodPut, Path: "/api/studios/{studio}/classes/{class}", Summary: "Keep a class as it is now"}, s.putClass)
	huma.Register(api, huma.Operation{OperationID: "copyClass", Method: http.MethodPost, Path: "/api/studios/{studio}/classes/{class}/copies", DefaultStatus: http.StatusCreated,
		Summary: "Plan a class once more on another day"}, s.copyClass)
	huma.Register(api, huma.Operation{OperationID: "prep", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/prep", Summary: "Everything worked out for a class, once its lesson is painted"}, s.prep)
	huma.Register(api, huma.Operation{OperationID: "classCalendar", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/calendar", Responses: calendarReply,
		Summary: "A class and what is done for it, as iCalendar"}, s.classCalendar)
	huma.Register(api, huma.Operation{OperationID: "calendar", Method: http.MethodGet, Path: "/api/studios/{studio}/calendar", Responses: calendarReply,
		Summary: "All classes of a studio, as iCalendar"}, s.calendar)
	huma.Register(api, huma.Operation{OperationID: "bookOut", Method: http.MethodPost, Path: "/api/studios/{studio}/classes/{class}/booking", Summary: "Take what a class used up out of the cupboard, once its lesson is painted"}, s.bookOut)
	huma.Register(api, huma.Operation{OperationID: "putBack", Method: http.MethodDelete, Path: "/api/studios/{studio}/classes/{class}/booking", Summary: "Put back what a class has taken out of the cupboard"}, s.putBack)
	huma.Register(api, huma.Operation{OperationID: "savings", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/savings", Summary: "What would cost less than paints that a class uses, by how much each changes the picture"}, s.savings)
	huma.Register(api, huma.Operation{OperationID: "reorder", Method: http.MethodGet, Path: "/api/studios/{studio}/reorder", Summary: "What to order for all classes ahead"}, s.reorder)
	huma.Register(api, huma.Operation{OperationID: "handout", Method: http.MethodGet, Path: "/api/studios/{studio}/classes/{class}/handouts/{made}", Responses: pdfReply,
		Summary: "Handouts that a job has made for a class, as PDF"}, s.handout)
	huma.Register(api, huma.Operation{OperationID: "lessonHandout", Method: http.MethodGet, Path: "/api/studios/{studio}/lessons/{id}/handouts/{made}", Responses: pdfReply,
		Summary: "What a job has printed of a lesson, as PDF"}, s.lessonHandout)
	huma.Register(api, huma.Operation{OperationID: "handouts", Method: http.MethodGet, Path: "/api/handouts", Summary: "The kinds of handouts, in the order of the class pack"},
		func(context.Context, *struct{}) (*one[[]lesson.Term], error) {
			return &one[[]lesson.Term]{handout.Kinds()}, nil
		})
	s.teachOperations(api)
	s.storeOperations(api)
	huma.Register(api, huma.Operation{OperationID: "goods", Method: http.MethodGet, Path: "/api/goods", Summary: "The kinds of goods in a cupboard, besides paints and tools"},
		func(context.Context, *struct{}) (*one[[]supply.GoodInfo], error) {
			return &one[[]supply.GoodInfo]{supply.Goods()}, nil
		})
}

// onDay is a kept class with the lesson that is taught.
func (s *Server) onDay(ctx context.Context, in InStudio, k store.KeptClass) (OnDay, error) {
	out := OnDay{KeptClass: k, People: k.Class.People.All(), Begins: k.Class.Begins().Format(class.Clock), Ends: k.Class.Ends()}
	newest, err := s.In(in.Studio).Kept.HeadNumber(ctx, k.Lesson)
	if err != nil {
		return out, err
	}
	out.Newest = newest
	out.Taught, err = s.card(ctx, in, store.HeadOf{LessonID: k.Lesson, Number: k.Revision})
	return out, err
}

func (s *Server) shown(ctx context.Context, in InStudio, k store.KeptClass, err error) (*one[OnDay], error) {
	if err != nil {
		return nil, s.refuse(err)
	}
	out, err := s.onDay(ctx, in, k)
	return &one[OnDay]{out}, s.refuse(err)
}

func (s *Server) classes(ctx context.Context, in *InStudio) (*one[[]OnDay], error) {
	list, err := s.In(in.Studio).Kept.Classes(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	return s.onDays(ctx, *in, list)
}

// onDays are kept classes with their lessons.
func (s *Server) onDays(ctx context.Context, in InStudio, list []store.KeptClass) (*one[[]OnDay], error) {
	out := make([]OnDay, len(list))
	for i, k := range list {
		var err error
		if out[i], err = s.onDay(ctx, in, k); err != nil {
			return nil, s.refuse(err)
		}
	}
	return &one[[]OnDay]{out}, nil
}

func (s *Server) class(ctx context.Context, in *ClassPath) (*one[OnDay], error) {
	k, err := s.In(in.Studio).Kept.Class(ctx, in.ID)
	return s.shown(ctx, in.InStudio, k, err)
}

func (s *Server) planClass(ctx context.Context, in *struct {
	InStudio
	Body ClassRequest
}) (*one[OnDay], error) {
	b := in.Body
	start, err := class.Moment(b.Begins, b.Zone)
	if err != nil {
		return nil, unsound(err)
	}
	k, err := s.In(in.Studio).PlanClass(ctx, b.Lesson, b.People, start, b.Zone, b.Minutes)
	return s.shown(ctx, in.InStudio, k, err)
}

func (s *Server) putClass(ctx context.Context, in *struct {
	ClassPath
	Body ClassChange
}) (*one[OnDay], error) {
	c := in.Body.Class
	for _, text := range []string{c.Title, c.Place, c.Notes} {
		if !lesson.Readable(text) {
			return nil, unsound(errors.New("a text has signs in it that cannot be shown: take them out"))
		}
	}
	if in.Body.Begins != "" {
		start, err := class.Moment(in.Body.Begins, c.Zone)
		if err != nil {
			return nil, unsound(err)
		}
		c.Start = start
	}
	k, err := s.In(in.Studio).KeepClass(ctx, in.ID, in.Body.From, in.Body.Revision, c)
	return s.shown(ctx, in.InStudio, k, err)
}

func (s *Server) copyClass(ctx context.Context, in *struct {
	ClassPath
	Body struct {
		Begins string `json:"begins" maxLength:"20" doc:"when, on the clock of the place: 2027-03-04T18:00"`
	}
}) (*one[OnDay], error) {
	k, err := s.In(in.Studio).CopyClass(ctx, in.ID, in.Body.Begins)
	return s.shown(ctx, in.InStudio, k, err)
}

// Prepared is everything worked out for a class; nothing while its lesson is being painted.
type Prepared struct {
	Ready bool        `json:"ready" doc:"whether the lesson is painted; the stream of events says when to ask again"`
	Prep  *class.Prep `json:"prep,omitempty"`
}

func (s *Server) prep(ctx context.Context, in *struct {
	ClassPath
	Waits
}) (*one[Prepared], error) {
	k, err := s.In(in.Studio).Kept.Class(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	p, err := s.prepared(ctx, in.InStudio, k, in.patience())
	return &one[Prepared]{Prepared{p != nil, p}}, s.refuse(err)
}

// prepared works a class out; nothing comes of it while its lesson is being painted for longer
// than somebody waits.
func (s *Server) prepared(ctx context.Context, in InStudio, k store.KeptClass, patience time.Duration) (*class.Prep, error) {
	rev, l, err := s.In(in.Studio).At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return nil, err
	}
	reports, err := within(ctx, patience, func(ctx context.Context) ([]rehearse.Report, error) { return s.Reports(ctx, rev, l) })
	switch {
	case errors.Is(err, errPatience), errors.Is(err, easel.ErrSuperseded):
		return nil, nil
	case err != nil:
		return nil, err
	}
	return s.In(in.Studio).Prepare(ctx, k, l, reports)
}

// Cheaper is what would cost less; nothing while it is being worked out.
type Cheaper struct {
	Ready   bool           `json:"ready"`
	Savings []class.Saving `json:"savings"`
}

func (s *Server) savings(ctx context.Context, in *struct {
	ClassPath
	Waits
}) (*one[Cheaper], error) {
	k, err := s.In(in.Studio).Kept.Class(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	until := time.Now().Add(in.patience())
	p, err := s.prepared(ctx, in.InStudio, k, in.patience())
	if err != nil || p == nil {
		return &one[Cheaper]{Cheaper{Savings: []class.Saving{}}}, s.refuse(err)
	}
	_, l, err := s.In(in.Studio).At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return nil, s.refuse(err)
	}
	list, err := within(ctx, max(time.Millisecond, time.Until(until)), func(ctx context.Context) ([]class.Saving, error) { return s.In(in.Studio).Savings(ctx, l, p) })
	if errors.Is(err, errPatience) {
		return &one[Cheaper]{Cheaper{Savings: []class.Saving{}}}, nil
	}
	return &one[Cheaper]{Cheaper{err == nil, list}}, s.refuse(err)
}

func (s *Server) bookOut(ctx context.Context, in *struct {
	ClassPath
	Waits
}) (*one[OnDay], error) {
	k, err := s.In(in.Studio).Kept.Class(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	p, err := s.prepared(ctx, in.InStudio, k, in.patience())
	if err == nil && p == nil {
		return nil, huma.Error503ServiceUnavailable("the lesson is being painted: try again in a moment")
	}
	if err != nil {
		return nil, s.refuse(err)
	}
	k, err = s.In(in.Studio).BookOut(ctx, k, p, false)
	return s.shown(ctx, in.InStudio, k, err)
}

func (s *Server) putBack(ctx context.Context, in *ClassPath) (*one[OnDay], error) {
	k, err := s.In(in.Studio).Kept.Class(ctx, in.ID)
	if err == nil {
		k, err = s.In(in.Studio).BookOut(ctx, k, nil, true)
	}
	return s.shown(ctx, in.InStudio, k, err)
}

// Ordering is what to order for all classes ahead.
type Ordering struct {
	Classes int             `json:"classes" doc:"how many are ahead"`
	Painted int             `json:"painted" doc:"how many of them are in it: those whose lesson is painted"`
	Lines   []class.Reorder `json:"lines"`
	Bought  int             `json:"bought" doc:"what that costs, hundredths"`
	Says    string          `json:"says"`
}

func (s *Server) reorder(ctx context.Context, in *struct {
	InStudio
	Waits
}) (*one[Ordering], error) {
	list, err := s.In(in.Studio).Kept.Classes(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := Ordering{Lines: []class.Reorder{}}
	var ahead []class.Ahead
	currency := ""
	waits := time.Now().Add(in.patience())
	for _, k := range list {
		if !k.Class.Comes(time.Now()) {
			continue
		}
		out.Classes++
		p, err := s.prepared(ctx, in.InStudio, k, max(time.Millisecond, time.Until(waits)))
		if err != nil {
			return nil, s.refuse(err)
		}
		if p != nil {
			out.Painted++
			ahead = append(ahead, class.Ahead{Title: k.Class.Title, Start: k.Class.Start, Lines: p.Lines})
			currency = p.Cost.Currency
		}
	}
	out.Lines = class.Reorders(ahead)
	out.Says, out.Bought = class.Ordered(out.Lines, currency, out.Painted, out.Classes)
	return &one[Ordering]{out}, nil
}

func (s *Server) handout(ctx context.Context, in *struct {
	ClassPath
	Made string `path:"made" pattern:"^[0-9a-f]{16}-[a-z-]{1,30}$"`
}) (*file, error) {
	body, name, err := s.In(in.Studio).Handout(ctx, in.ID, in.Made)
	return made(body, name, s.refuse(err), err)
}

func (s *Server) lessonHandout(ctx context.Context, in *struct {
	LessonPath
	Made string `path:"made" pattern:"^[0-9a-f]{16}-[a-z-]{1,30}$"`
}) (*file, error) {
	body, name, err := s.In(in.Studio).LessonHandout(ctx, in.ID, in.Made)
	return made(body, name, s.refuse(err), err)
}

// made is a PDF that a job has made.
func made(body []byte, name string, refused, err error) (*file, error) {
	if errors.Is(err, store.ErrNotFound) {
		return nil, huma.Error404NotFound("it is not kept any more, or what it was made of has changed: make it again")
	}
	return &file{"application/pdf", fmt.Sprintf("inline; filename=%q", name), body}, refused
}

func (s *Server) classCalendar(ctx context.Context, in *ClassPath) (*file, error) {
	return s.calendarOf(ctx, in.InStudio, in.ID)
}

func (s *Server) calendar(ctx context.Context, in *InStudio) (*file, error) {
	return s.calendarOf(ctx, *in, "")
}

func (s *Server) calendarOf(ctx context.Context, in InStudio, id string) (*file, error) {
	body, err := patiently(ctx, func(ctx context.Context) ([]byte, error) {
		var b bytes.Buffer
		err := s.In(in.Studio).WriteCalendar(ctx, &b, id)
		return b.Bytes(), err
	})
	return &file{"text/calendar; charset=utf-8", `attachment; filename="classes.ics"`, body}, s.refuse(err)
}
