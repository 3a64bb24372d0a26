package api_test

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"reflect"
	"strings"
	"testing"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/easel"
	"proxenos/internal/wait"
	"proxenos/store"
	"proxenos/studio"
	"proxenos/web/api"
)

// stream hears what happens in a studio, after an event.
func (s *server) stream(studio, watcher string, after int64) (<-chan store.Event, context.CancelFunc) {
	s.t.Helper()
	ctx, cancel := context.WithCancel(s.t.Context())
	r, err := http.NewRequestWithContext(ctx, http.MethodGet, s.base+"/api/studios/"+studio+"/events?watcher="+watcher, nil)
	if err != nil {
		s.t.Fatal(err)
	}
	if after > 0 {
		r.Header.Set("Last-Event-ID", fmt.Sprint(after))
	}
	reply, err := http.DefaultClient.Do(r)
	if err != nil {
		s.t.Fatal(err)
	}
	if reply.StatusCode != 200 || reply.Header.Get("Content-Type") != "text/event-stream" {
		s.t.Fatalf("%d %s", reply.StatusCode, reply.Header.Get("Content-Type"))
	}
	out := make(chan store.Event, 100)
	go func() {
		defer close(out)
		defer reply.Body.Close()
		for lines := bufio.NewScanner(reply.Body); lines.Scan(); {
			if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
				var e store.Event
				if json.Unmarshal([]byte(data), &e) == nil {
					out <- e
				}
			}
		}
	}()
	s.t.Cleanup(cancel)
	return out, cancel
}

func hear(t *testing.T, from <-chan store.Event, what string, is func(store.Event) bool) store.Event {
	t.Helper()
	late := time.After(20 * time.Second)
	for {
		select {
		case e, there := <-from:
			if !there {
				t.Fatalf("the stream ends before %s is heard", what)
			}
			if is(e) {
				return e
			}
		case <-late:
			t.Fatalf("%s is not heard", what)
		}
	}
}

func TestEventsTellWhatHappensAndWhatWasMissed(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	events, leave := s.stream("room", "tab", 0)
	change := func(from int, minutes float64) {
		read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": from, "edit": lesson.AnyEdit{Edit: lesson.SetMinutes{Step: "sky", Minutes: minutes}}}), 200)
	}
	began := time.Now()
	change(1, 6)
	first := hear(t, events, "the edit", func(e store.Event) bool { return e.Kind == "lesson" && e.Lesson == saved.ID && e.Revision == 2 })
	if took := time.Since(began); took > time.Second {
		t.Errorf("it is heard after %v", took)
	}
	j := s.does(edit{"kind": "order", "lesson": saved.ID, "from": 2, "watcher": "tab"})
	hear(t, events, "the end of the job", func(e store.Event) bool { return e.Job == j.ID && e.State == store.Done })
	leave()
	change(2, 7)
	missed, _ := s.stream("room", "tab", first.ID)
	hear(t, missed, "what was missed", func(e store.Event) bool { return e.Kind == "lesson" && e.Revision == 3 })
	// Who comes now hears what happened while their page was read, and nobody else's.
	fresh, _ := s.stream("room", "tab&lately=60", 0)
	for _, n := range []int{2, 3} {
		hear(t, fresh, "what happened lately", func(e store.Event) bool { return e.Kind == "lesson" && e.Lesson == saved.ID && e.Revision == n })
	}
	if none, err := s.store.Room("room").Lately(t.Context(), 0); err != nil || len(none) != 0 {
		t.Errorf("within no time: %v, %v", none, err)
	}
	if other, err := s.store.Room("next").Lately(t.Context(), time.Minute); err != nil || len(other) != 0 {
		t.Errorf("in another studio: %v, %v", other, err)
	}
	// Who measures in inches hears of lengths in inches.
	inches, _ := s.stream("room", "tab&units=inches", 0)
	read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 3, "edit": lesson.AnyEdit{Edit: lesson.SetSupport{Support: saved.Lesson.Support}}}), 200)
	if e := hear(t, inches, "the canvas", func(e store.Event) bool { return e.Kind == "lesson" && e.Revision == 4 }); !strings.HasPrefix(e.Said, "paint on") || !strings.HasSuffix(e.Said, " in") {
		t.Errorf("%q", e.Said)
	}
	for path, status := range map[string]int{"/api/studios/nobody/events": 404, "/api/studios/room/events?watcher=" + strings.Repeat("x", 90): 422,
		"/api/studios/room/events?lately=61": 422, "/api/studios/room/events?lately=soon": 422, "/api/studios/room/events?lately=-1": 422} {
		if r := s.ask("GET", path, nil); r.StatusCode != status {
			t.Errorf("%s: %d %s", path, r.StatusCode, r.body)
		}
	}
}

// Nothing of a studio is found by the id of another one.
func TestJobsAreOfTheirStudio(t *testing.T) {
	s := start(t)
	if err := s.store.PutStudio(t.Context(), store.Studio{ID: "next", Name: "Next door"}); err != nil {
		t.Fatal(err)
	}
	saved := s.lesson()
	j := s.does(edit{"kind": "order", "lesson": saved.ID, "from": 1})
	for name, r := range map[string]reply{
		"a job asked for another's lesson": s.ask("POST", "/api/studios/next/jobs", edit{"kind": "order", "lesson": saved.ID, "from": 1}),
		"another's job":                    s.ask("GET", "/api/studios/next/jobs/"+j.ID, nil),
		"another's job, stopped":           s.ask("DELETE", "/api/studios/next/jobs/"+j.ID, nil),
		"no studio's job":                  s.ask("GET", "/api/studios/nobody/jobs/"+j.ID, nil),
	} {
		if r.StatusCode != 404 {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	other, _ := s.stream("next", "", 0)
	if r := s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": lesson.AnyEdit{Edit: lesson.SetMinutes{Step: "sky", Minutes: 9}}}); r.StatusCode != 200 {
		t.Fatalf("%s", r.body)
	}
	theirs := read[api.Saved](t, s.ask("POST", "/api/studios/next/lessons", lesson.Encode(sample.Lesson())), 201)
	if e := hear(t, other, "their own", func(store.Event) bool { return true }); e.Lesson != theirs.ID {
		t.Errorf("next door it is heard: %+v", e)
	}
}

// A job of each kind ends soon after it is stopped, and saves nothing then.
func TestEachKindOfJobIsStopped(t *testing.T) {
	s := start(t)
	_, text := sample.Terraces(t)
	saved := read[api.Saved](t, s.ask("POST", "/api/studios/room/lessons", text), 201)
	late := lesson.AnyEdit{Edit: lesson.Move{Step: saved.Lesson.Steps[3].ID, To: 9}}
	for _, ask := range []edit{
		{"kind": "rehearse"}, {"kind": "mend"}, {"kind": "try", "edit": late}, {"kind": "rank", "rule": "film.mud", "where": "sky"}, {"kind": "order"}, {"kind": "fit", "minutes": 60},
	} {
		ask["lesson"], ask["from"] = saved.ID, 1
		j := read[api.Job](t, s.ask("POST", "/api/studios/room/jobs", ask), 202)
		wait.Until(t, "it is at it", func() bool { now := s.job(j.ID); return now.State.Ended() || now.State == store.Running })
		told := time.Now()
		s.ask("DELETE", "/api/studios/room/jobs/"+j.ID, nil)
		wait.Until(t, "nothing is carried out", func() bool { return s.queue.Running() == 0 && s.job(j.ID).State.Ended() })
		t.Logf("%s: still at it for %v", ask["kind"], time.Since(told).Round(time.Millisecond))
		if took := time.Since(told); took > 3*time.Second { // half a second on a quiet machine
			t.Errorf("%s goes on for %v", ask["kind"], took)
		}
	}
	if head, err := s.store.Room("room").HeadNumber(t.Context(), saved.ID); err != nil || head != 1 {
		t.Errorf("the lesson is at revision %d, %v", head, err)
	}
}

func TestItIsWatched(t *testing.T) {
	s := start(t)
	s.lesson()
	r := s.ask("GET", "/api/studios", nil)
	if len(r.Header.Get("X-Request-Id")) < 8 {
		t.Error("a reply carries no id")
	}
	s.ask("GET", "/api/studios/room/lessons/nobody", nil)
	body := string(s.ask("GET", "/metrics", nil).body)
	for _, line := range []string{`proxenos_requests_total{method="GET",route="/api/studios",status="200"} 1`, `proxenos_requests_total{method="GET",route="/api/studios/:studio/lessons/:id",status="404"} 1`,
		`proxenos_jobs{state="waiting"} 0`, "proxenos_canvas_bytes ", "proxenos_streams 0", "proxenos_database_connections", "go_goroutines"} {
		if !strings.Contains(body, line) {
			t.Errorf("the metrics say nothing of %s", line)
		}
	}
	if r := s.ask("GET", "/notices", nil); r.StatusCode != 200 || !strings.HasPrefix(r.Header.Get("Content-Type"), "text/plain") || !strings.Contains(string(r.body), "@fontsource/literata") {
		t.Errorf("the notices: %d %s", r.StatusCode, r.Header.Get("Content-Type"))
	}
	if r := s.ask("GET", "/api/ready", nil); r.StatusCode != 200 {
		t.Errorf("ready: %d %s", r.StatusCode, r.body)
	}
	s.wire.cut()
	if r := s.ask("GET", "/api/ready", nil); r.StatusCode != 503 {
		t.Errorf("without a database it is ready: %d", r.StatusCode)
	}
	s.wire.mend()
}

// What the description of the API lists are the kinds of job and the stages that there are.
func TestTheDescriptionListsWhatThereIs(t *testing.T) {
	var stages []string
	for _, s := range easel.Stages() {
		stages = append(stages, string(s))
	}
	if f, _ := reflect.TypeFor[store.Event]().FieldByName("Stage"); f.Tag.Get("enum") != strings.Join(stages, ",") {
		t.Errorf("of a canvas %s are listed, there are %v", f.Tag.Get("enum"), stages)
	}
	want := strings.Join(studio.Kinds(), ",")
	for _, of := range []reflect.Type{reflect.TypeFor[studio.Asked](), reflect.TypeFor[api.Job]()} {
		if f, _ := of.FieldByName("Kind"); f.Tag.Get("enum") != want {
			t.Errorf("%v lists %s, there are %s", of, f.Tag.Get("enum"), want)
		}
	}
}

// A frame that is not painted yet is not waited for: that is said at once, and events tell how
// far it is until it is there.
func TestEventsTellWhenACanvasIsThere(t *testing.T) {
	s := start(t)
	_, text := sample.Terraces(t)
	saved := read[api.Saved](t, s.ask("POST", "/api/studios/room/lessons", text), 201)
	events, _ := s.stream("room", "", 0)
	frame := saved.Frames + "/paint-320-60.png"
	began := time.Now()
	early := s.send("GET", frame, nil, nil)
	if took := time.Since(began); early.StatusCode != 202 || early.Header.Get("Cache-Control") != "no-store" || took > time.Second {
		t.Errorf("asked for early: %d after %v", early.StatusCode, took)
	}
	canvas := func(stage easel.Stage) func(store.Event) bool {
		return func(e store.Event) bool {
			return e.Kind == store.CanvasEvent && e.Lesson == saved.ID && e.Painting == saved.Lesson.Painting() && e.Stage == string(stage)
		}
	}
	if e := hear(t, events, "how far it is", canvas(easel.Painting)); e.Steps < 1 || e.Steps > len(saved.Lesson.Steps) {
		t.Errorf("%d steps are painted", e.Steps)
	}
	hear(t, events, "that it is judged", canvas(easel.Judged))
	if r := s.send("GET", frame, nil, nil); r.StatusCode != 200 {
		t.Errorf("then: %d", r.StatusCode)
	}
	if r := read[api.Rehearsed](t, s.ask("GET", "/api/studios/room/rehearsals/"+saved.Hash, nil), 200); !r.Done || r.Painting != saved.Lesson.Painting() {
		t.Errorf("it is told as judged and is %+v", r)
	}
}
