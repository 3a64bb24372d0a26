package api

import (
	"bufio"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"reflect"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gofiber/fiber/v2"

	"proxenos/core/length"
	"proxenos/core/lesson"
	"proxenos/store"
	"proxenos/studio"
)

// Job is work that was asked for, and what came of it.
type Job struct {
	ID      string       `json:"id"`
	Lesson  string       `json:"lesson"`
	Kind    string       `json:"kind" enum:"rehearse,try,rank,mend,order,fit,print,rescue,late,pupils,look,camera,rules"`
	State   store.State  `json:"state" enum:"waiting,running,done,failed,stopped"`
	Stop    bool         `json:"stop" doc:"whether it was told to stop"`
	Said    string       `json:"said" doc:"how far it is"`
	Problem string       `json:"problem" doc:"why it failed"`
	Came    *studio.Came `json:"came,omitempty" doc:"once done; of some kinds what has come so far, while they run"`
}

// JobPath names a job of a studio.
type JobPath struct {
	InStudio
	Job string `path:"job" maxLength:"40"`
}

func (s *Server) jobOperations(api huma.API, app *fiber.App) {
	huma.Register(api, raw[studio.Asked](api, huma.Operation{OperationID: "askJob", Method: http.MethodPost, Path: "/api/studios/{studio}/jobs", DefaultStatus: http.StatusAccepted,
		Summary: "Ask for what takes longer than a blink; who asks for the same while it is under way gets the same job"}), s.askJob)
	huma.Register(api, huma.Operation{OperationID: "job", Method: http.MethodGet, Path: "/api/studios/{studio}/jobs/{job}",
		Summary: "How far a job is, and what came of it; the stream of events says when to ask"}, s.job)
	huma.Register(api, huma.Operation{OperationID: "stopJob", Method: http.MethodDelete, Path: "/api/studios/{studio}/jobs/{job}",
		Summary: "Stop a job"}, s.stopJob)
	app.Get("/api/studios/:studio/events", s.events)
	api.OpenAPI().AddOperation(&huma.Operation{OperationID: "events", Method: http.MethodGet, Path: "/api/studios/{studio}/events",
		Summary: "What happens in a studio, as server-sent events; goes on after Last-Event-ID",
		Parameters: []*huma.Param{
			{Name: "studio", In: "path", Required: true, Schema: &huma.Schema{Type: huma.TypeString}},
			{Name: "lately", In: "query", Description: "how many seconds before now a stream begins that has no Last-Event-ID", Schema: &huma.Schema{Type: huma.TypeInteger, Minimum: new(0.0), Maximum: new(float64(mostLately))}},
			{Name: "units", In: "query", Description: "what lengths are said in", Schema: &huma.Schema{Type: huma.TypeString}},
			{Name: "watcher", In: "query", Description: "names this stream in jobs: when it ends they are stopped", Schema: &huma.Schema{Type: huma.TypeString}},
		},
		Responses: map[string]*huma.Response{"200": {Description: "A stream", Content: map[string]*huma.MediaType{
			"text/event-stream": {Schema: api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[store.Event](), true, "Event")}}}}})
}

func jobOf(j store.Job) (Job, error) {
	out := Job{ID: j.ID, Lesson: j.LessonID, Kind: j.Kind, State: j.State, Stop: j.Stop, Said: j.Said, Problem: j.Problem}
	if j.State == store.Done || j.State == store.Running && j.Result != "" {
		out.Came = &studio.Came{}
		if err := json.Unmarshal([]byte(j.Result), out.Came); err != nil {
			return out, fmt.Errorf("job %s: %w", j.ID, err)
		}
	}
	return out, nil
}

func (s *Server) askJob(ctx context.Context, in *RawInStudio) (*one[Job], error) {
	var ask studio.Asked
	if err := parse(in.RawBody, &ask); err != nil {
		return nil, s.refuse(err)
	}
	if err := ask.Check(); err != nil {
		return nil, s.refuse(err)
	}
	var l *lesson.Lesson
	if ask.Kind != studio.RulesJob {
		var err error
		if l, err = s.In(in.Studio).Before(ctx, ask.Lesson, ask.From); err != nil {
			return nil, s.refuse(err)
		}
	}
	if ask.Edit != nil { // what cannot be done is said at once
		if _, _, err := lesson.Apply(l, ask.Edit.Edit); err != nil {
			return nil, s.refuse(err)
		}
	}
	if ask.Class != "" { // it is about the lesson as the class teaches it
		k, err := s.In(in.Studio).Kept.Class(ctx, ask.Class)
		if err != nil {
			return nil, s.refuse(err)
		}
		if k.Lesson != ask.Lesson || k.Revision != ask.From {
			return nil, unsound(fmt.Errorf("the class teaches revision %d of lesson %s: name these", k.Revision, k.Lesson))
		}
		if ask.Step >= len(l.Steps) {
			return nil, unsound(fmt.Errorf("step is %d: the lesson has %d, counted from 0", ask.Step, len(l.Steps)))
		}
	}
	if ask.Canvas != "" {
		k, err := s.In(in.Studio).Kept.Canvas(ctx, ask.Canvas)
		if err != nil {
			return nil, s.refuse(err)
		}
		if l != nil && k.Lesson != ask.Lesson {
			return nil, unsound(errors.New("the canvas was painted after another lesson: name that one"))
		}
	}
	j, err := ask.Job(in.Studio)
	if err != nil {
		return nil, s.refuse(err)
	}
	return s.told(s.Queue.Ask(ctx, j, ask.Watcher))
}

// told is a job as a reply.
func (s *Server) told(j store.Job, err error) (*one[Job], error) {
	if err != nil {
		return nil, s.refuse(err)
	}
	out, err := jobOf(j)
	return &one[Job]{out}, s.refuse(err)
}

func (s *Server) job(ctx context.Context, in *JobPath) (*one[Job], error) {
	return s.told(s.In(in.Studio).Kept.Job(ctx, in.Job))
}

func (s *Server) stopJob(ctx context.Context, in *struct {
	JobPath
	Watcher string `query:"watcher" maxLength:"40" doc:"who does not wait for it any more: it is stopped when nobody else does"`
}) (*one[Job], error) {
	if _, err := s.In(in.Studio).Kept.Job(ctx, in.Job); err != nil {
		return nil, s.refuse(err)
	}
	if err := s.In(in.Studio).Kept.Stop(ctx, in.Job, in.Watcher); err != nil && !errors.Is(err, store.ErrNotFound) { // it may have ended
		return nil, s.refuse(err)
	}
	return s.job(ctx, &in.JobPath)
}

// streamBeat is how often a stream is written to at least: a browser that has gone shows as a
// write that fails, and one that sleeps takes no more than what fits in its buffers.
const streamBeat = 2 * time.Second

// mostLately is how many seconds before now a stream begins at most.
const mostLately = 60

// events is a stream of what happens in a studio. It begins with what was missed since the
// event that the browser heard last, or since its page was read.
func (s *Server) events(c *fiber.Ctx) error {
	id, tab, units := c.Params("studio"), c.Query("watcher"), length.Unit(c.Query("units"))
	if len(id) > 40 || len(tab) > 40 {
		return fiber.NewError(http.StatusUnprocessableEntity, "the name of the studio or of the watcher is too long: give at most 40 letters")
	}
	last, err := strconv.ParseInt(c.Get("Last-Event-ID", "0"), 10, 64)
	if err != nil || last < 0 {
		return fiber.NewError(http.StatusUnprocessableEntity, "Last-Event-ID is no number: leave it out to begin with what happens now")
	}
	lately, err := strconv.ParseUint(c.Query("lately", "0"), 10, 8)
	if err != nil || lately > mostLately {
		return fiber.NewError(http.StatusUnprocessableEntity, fmt.Sprintf("lately is no number of seconds: give 0 to %d", mostLately))
	}
	if there, err := s.Store.HasStudio(c.UserContext(), id); err != nil || !there {
		if err == nil {
			err = store.ErrNotFound
		}
		return s.refuse(err)
	}
	w := s.Hub.Watch(id, tab) // before what was missed is read, so that nothing falls between
	var missed []store.Event
	if last > 0 {
		missed, err = s.In(id).Kept.Since(c.UserContext(), last)
	} else if last, err = s.Store.LastEvent(c.UserContext()); err == nil && lately > 0 {
		missed, err = s.In(id).Kept.Lately(c.UserContext(), time.Duration(lately)*time.Second)
	}
	if err != nil {
		w.Leave()
		return s.refuse(err)
	}
	c.Set(fiber.HeaderContentType, "text/event-stream")
	c.Set(fiber.HeaderCacheControl, "no-cache")
	c.Set("X-Accel-Buffering", "no")
	c.Context().SetBodyStreamWriter(func(out *bufio.Writer) {
		defer w.Leave()
		fmt.Fprintf(out, "retry: 500\nid: %d\n\n", last) // from there a stream goes on that heard nothing
		for _, e := range missed {
			write(out, e, units)
		}
		beat := time.NewTicker(streamBeat)
		defer beat.Stop()
		for out.Flush() == nil {
			select {
			case e, there := <-w.Heard:
				if !there {
					return // it comes back and asks for what was missed
				}
				write(out, e, units)
			case <-beat.C:
				fmt.Fprint(out, ": beat\n\n")
			}
		}
	})
	return nil
}

func write(out *bufio.Writer, e store.Event, units length.Unit) {
	e.Said = units.Text(e.Said)
	body, err := json.Marshal(e)
	if err != nil {
		return // it has nothing in it that could not be written
	}
	if e.ID > 0 {
		fmt.Fprintf(out, "id: %d\n", e.ID)
	}
	fmt.Fprintf(out, "data: %s\n\n", body)
}
