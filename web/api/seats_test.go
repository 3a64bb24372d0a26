package api_test

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"proxenos/core/rescue"
	"proxenos/core/teach"
	"proxenos/studio"
	"proxenos/web/api"
)

// opened is a class with its door open.
func opened(t *testing.T, s *server) (api.Saved, string, api.Door) {
	t.Helper()
	saved := s.lesson()
	day := read[api.OnDay](t, s.ask("POST", "/api/studios/room/classes", edit{"lesson": saved.ID, "people": 4, "begins": "2027-10-30T21:30", "minutes": 60}), 201)
	at := "/api/studios/room/classes/" + day.ID
	return saved, at, read[api.Door](t, s.ask("POST", at+"/door", nil), 200)
}

// Somebody comes in by the code, sees the class and nothing of others, says what they have done,
// puts a hand up, and gets an answer with pictures.
func TestASeatFollowsItsClass(t *testing.T) {
	s := start(t)
	saved, at, door := opened(t, s)
	if again := read[api.Door](t, s.ask("POST", at+"/door", nil), 200); again.Code != door.Code || len(door.Code) != 5 || len(door.Addresses) != 0 {
		t.Errorf("the door is %+v, then %+v", door, again)
	}
	typed := strings.ToLower(door.Code[:2]) + " " + door.Code[2:]
	ana := read[api.Seated](t, s.ask("POST", "/api/seats", edit{"code": typed, "name": "  Ana   Lou "}), 201)
	bo := read[api.Seated](t, s.ask("POST", "/api/seats", edit{"code": door.Code, "name": "<b>Bo</b>"}), 201)
	if ana.View.Mine.Name != "Ana Lou" || ana.View.Mine.ID != "1" || bo.View.Mine.ID != "2" || bo.View.There != 2 || len(ana.Cards) != len(saved.Lesson.Steps) || len(ana.Troubles) != len(rescue.Troubles()) {
		t.Fatalf("Ana has %+v", ana.View)
	}
	if body := s.ask("GET", "/api/seats/"+ana.Seat, nil).body; bytes.Contains(body, []byte("Bo")) || bytes.Contains(body, []byte(bo.Seat)) {
		t.Errorf("Ana sees who else is there: %s", body)
	}
	for _, c := range ana.Cards {
		if c.Note != "" {
			t.Errorf("a student sees what is for the teacher: %q", c.Note)
		}
	}
	s.ask("POST", at+"/happenings", edit{"kind": "start"})
	say := func(seat string, what edit) teach.FromSeat {
		return read[teach.FromSeat](t, s.ask("POST", "/api/seats/"+seat+"/happenings", what), 201)
	}
	if v := say(ana.Seat, edit{"kind": "ready", "step": 0}); v.Mine.Step != 1 || v.Through != 1 {
		t.Errorf("done: %+v", v)
	}
	if v := say(ana.Seat, edit{"kind": "hand", "step": 1, "text": "colour"}); v.Mine.Hand != "colour" {
		t.Errorf("a hand up: %+v", v.Mine)
	}
	now := read[api.Teaching](t, s.ask("GET", at+"/teaching", nil), 200)
	if now.State.Seats[0].Hand != "colour" || now.Where.There != 2 || now.Where.Through != 1 {
		t.Errorf("the lectern sees %+v, %+v", now.State.Seats, now.Where)
	}
	day := strings.TrimPrefix(at, "/api/studios/room/classes/")
	job := s.does(edit{"kind": "rescue", "lesson": saved.ID, "from": 1, "class": day, "step": 1, "trouble": "colour"})
	if job.Came == nil || job.Came.Rescued == nil || job.Came.Rescued.Advice.Says == "" || job.Came.Rescued.Before == job.Came.Rescued.After {
		t.Fatalf("the rescue is %+v", job)
	}
	s.ask("POST", at+"/happenings", edit{"kind": "answer", "seat": "1", "text": job.Came.Rescued.Advice.Says, "made": job.Came.Rescued.Made})
	told := read[api.Seated](t, s.ask("GET", "/api/seats/"+ana.Seat, nil), 200).View.Mine
	if told.Hand != "" || len(told.Answers) != 1 || told.Answers[0].Says != job.Came.Rescued.Advice.Says {
		t.Fatalf("Ana was told %+v", told)
	}
	sides := map[string][]byte{}
	for _, side := range []string{"before", "after"} {
		r := s.ask("GET", fmt.Sprintf("/api/seats/%s/rescues/%s/%s.png", ana.Seat, told.Answers[0].Made, side), nil)
		if r.StatusCode != 200 || !bytes.HasPrefix(r.body, []byte("\x89PNG")) {
			t.Fatalf("%s: %d", side, r.StatusCode)
		}
		sides[side] = r.body
	}
	if bytes.Equal(sides["before"], sides["after"]) {
		t.Error("before and after are the same")
	}
	if r := s.ask("GET", fmt.Sprintf("%s/new-320-%d.png", ana.Pictures, 2*5), nil); r.StatusCode != 200 {
		t.Errorf("the picture of the seat: %d %s", r.StatusCode, r.body)
	}
	if r := s.ask("GET", ana.Pictures+"/closeup-sky.png", nil); r.StatusCode != 200 {
		t.Errorf("the close-up of the seat: %d %s", r.StatusCode, r.body)
	}
	if v := say(bo.Seat, edit{"kind": "leave"}); v.There != 1 {
		t.Errorf("Bo has left: %+v", v)
	}
}

// What a stranger may not do: guess codes without end, say what a student cannot, drown the class,
// sit under a name that cannot be shown.
func TestADoorKeepsStrangersOut(t *testing.T) {
	s := start(t)
	_, at, door := opened(t, s)
	ana := read[api.Seated](t, s.ask("POST", "/api/seats", edit{"code": door.Code, "name": "Ana"}), 201)
	for status, all := range map[int][]edit{
		422: {{"code": door.Code, "name": ""}, {"code": door.Code, "name": "   "}, {"code": door.Code, "name": strings.Repeat("x", 10_000)}, {"code": door.Code, "name": "a\x00b"}, {"code": "", "name": "Bo"}},
		404: {{"code": "ZZZZZ", "name": "Bo"}, {"code": "'; --", "name": "Bo"}},
	} {
		for _, body := range all {
			if r := s.ask("POST", "/api/seats", body); r.StatusCode != status {
				t.Errorf("%.60v: %d %s", body, r.StatusCode, r.body)
			}
		}
	}
	for _, kind := range []string{"start", "end", "done", "take-back", "choose", "join"} {
		if r := s.ask("POST", "/api/seats/"+ana.Seat+"/happenings", edit{"kind": kind}); r.StatusCode != 422 {
			t.Errorf("a student says %s: %d", kind, r.StatusCode)
		}
	}
	if r := s.ask("POST", "/api/seats/"+ana.Seat+"/happenings", edit{"kind": "hand", "text": "nonsense"}); r.StatusCode != 422 {
		t.Errorf("a hand up for nothing: %d", r.StatusCode)
	}
	if r := s.ask("GET", "/api/seats/"+strings.Repeat("a", 26), nil); r.StatusCode != 404 {
		t.Errorf("a seat of nobody: %d", r.StatusCode)
	}
	flooded := 0
	for range 30 {
		if r := s.ask("POST", "/api/seats/"+ana.Seat+"/happenings", edit{"kind": "ready", "step": 0}); r.StatusCode == http.StatusTooManyRequests {
			flooded++
		}
	}
	if flooded == 0 {
		t.Error("a seat may say 30 things at once")
	}
	if now := read[api.Teaching](t, s.ask("GET", at+"/teaching", nil), 200); now.Where.There != 1 {
		t.Errorf("after the flood %+v", now.Where)
	}
	shut := 0
	for range 80 {
		if r := s.ask("POST", "/api/seats", edit{"code": "YYYYY", "name": "Eve"}); r.StatusCode == http.StatusTooManyRequests {
			shut++
		}
	}
	if shut == 0 {
		t.Error("eighty codes may be guessed without a pause")
	}
}

// A stream tells a seat how its class stands, at once and whenever something happens.
func TestASeatHearsWhatHappens(t *testing.T) {
	s := start(t)
	_, at, door := opened(t, s)
	const seats = 12
	views := make([]chan teach.FromSeat, seats)
	for i := range seats {
		sat := read[api.Seated](t, s.ask("POST", "/api/seats", edit{"code": door.Code, "name": fmt.Sprint("Seat ", i)}), 201)
		res, err := http.Get(s.base + "/api/seats/" + sat.Seat + "/events")
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { res.Body.Close() })
		views[i] = make(chan teach.FromSeat, 100)
		go func() {
			lines := bufio.NewScanner(res.Body)
			lines.Buffer(nil, 1<<20)
			for lines.Scan() {
				var v teach.FromSeat
				if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok && json.Unmarshal([]byte(data), &v) == nil {
					views[i] <- v
				}
			}
		}()
	}
	hear := func(what string, is func(teach.FromSeat) bool) {
		t.Helper()
		var all sync.WaitGroup
		for i := range seats {
			all.Go(func() {
				late := time.After(30 * time.Second)
				for {
					select {
					case v := <-views[i]:
						if is(v) {
							return
						}
					case <-late:
						t.Errorf("seat %d does not hear that %s", i, what)
						return
					}
				}
			})
		}
		all.Wait()
	}
	hear("it is there", func(v teach.FromSeat) bool { return v.Phase == teach.Before && v.Mine.ID != "" })
	s.ask("POST", at+"/happenings", edit{"kind": "start"})
	hear("the class begins", func(v teach.FromSeat) bool { return v.Phase == teach.Running && v.Step == 0 })
	s.ask("POST", at+"/happenings", edit{"kind": "done"})
	hear("the next step begins", func(v teach.FromSeat) bool { return v.Step == 1 && v.Steps[0].Done })
	s.ask("POST", at+"/happenings", edit{"kind": "end"})
	hear("it has ended", func(v teach.FromSeat) bool { return v.Phase == teach.Ended })
	if err := s.store.Room("room").Happen(t.Context(), strings.TrimPrefix(at, "/api/studios/room/classes/"), teach.Event{Kind: teach.TakeBack}); err != nil { // as another server does
		t.Fatal(err)
	}
	hear("that is taken back", func(v teach.FromSeat) bool { return v.Phase == teach.Running && v.Step == 1 })
}

// When it is late the choices are those of the class as it stands; a class that has ended is
// logged, teaches the lesson its minutes, and the next one can be run by them.
func TestAClassTeachesTheNext(t *testing.T) {
	s := start(t)
	saved, at, _ := opened(t, s)
	day := strings.TrimPrefix(at, "/api/studios/room/classes/")
	before := read[studio.Log](t, s.ask("GET", at+"/log", nil), 200)
	if before.Phase != teach.Before || len(before.Changes) != 0 || len(before.Steps) != len(saved.Lesson.Steps) {
		t.Errorf("before: %+v", before)
	}
	if e := read[studio.Estimates](t, s.ask("GET", at+"/estimates", nil), 200); e.Classes != 0 || len(e.Steps) != len(saved.Lesson.Steps) || !(e.Low < e.Middle && e.Middle < e.High) {
		t.Errorf("nothing is known: %+v", e)
	}
	s.ask("POST", at+"/happenings", edit{"kind": "start"})
	job := s.does(edit{"kind": "late", "lesson": saved.ID, "from": 1, "class": day, "number": 1})
	if job.Came == nil || job.Came.Late == nil || len(job.Came.Late.Options) == 0 {
		t.Fatalf("late: %+v", job)
	}
	o := job.Came.Late.Options[0]
	if !strings.HasPrefix(o.Picture, "data:image/png") || o.Wins <= 0 || o.Text == "" {
		t.Errorf("the first choice is %.200v", o)
	}
	if st := read[api.Teaching](t, s.ask("POST", at+"/happenings", edit{"kind": "choose", "text": o.Text, "drop": o.Drop, "short": o.Short}), 201).State; len(st.Chosen) != 1 {
		t.Errorf("it is chosen: %+v", st.Chosen)
	}
	for range saved.Lesson.Steps {
		s.ask("POST", at+"/happenings", edit{"kind": "done"})
	}
	for range 2 { // ended twice
		s.ask("POST", at+"/happenings", edit{"kind": "end"})
	}
	after := read[studio.Log](t, s.ask("GET", at+"/log", nil), 200)
	if after.Phase != teach.Ended || len(after.Report.Chosen) != 1 || after.Says == "" {
		t.Errorf("after: %+v", after)
	}
	of := func() studio.Estimates {
		return read[studio.Estimates](t, s.ask("GET", at+"/estimates", nil), 200)
	}
	if e := of(); e.Classes != 0 {
		t.Errorf("steps that were clicked through in a moment teach: %+v", e)
	}
	// Another one was painted, each step half as long again.
	painted := read[api.OnDay](t, s.ask("POST", at+"/copies", edit{"begins": "2026-01-09T18:00"}), 201)
	when := painted.Class.Start
	events := []teach.Event{{Kind: teach.Start, At: when}}
	for _, step := range saved.Lesson.Steps {
		when = when.Add(time.Duration(1.5 * step.Minutes * float64(time.Minute)))
		events = append(events, teach.Event{Kind: teach.Done, At: when})
	}
	for range 2 { // what has happened is not changed by hearing it again
		if err := s.store.Room("room").Recall(t.Context(), painted.ID, append(events, teach.Event{Kind: teach.End, At: when})); err != nil {
			t.Fatal(err)
		}
	}
	e := of()
	if first := saved.Lesson.Steps[0].Minutes; e.Classes != 1 || e.Edit.Edit == nil || !(e.Steps[0].Middle > first && e.Steps[0].Middle < 1.5*first) {
		t.Errorf("one class is known, half as slow again: %+v", e)
	}
	if lesson := read[studio.Estimates](t, s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/estimates", nil), 200); lesson.Classes != 1 || lesson.Steps[0].Middle != saved.Lesson.Steps[0].Minutes {
		t.Errorf("of others, who have learnt less, nothing is known: %+v", lesson)
	}
	ran := read[api.Ran](t, s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/runs", nil), 200)
	if len(ran.Runs) != 2 || ran.Runs[0].Class != day || ran.Runs[1].Class != painted.ID {
		t.Errorf("the sessions of the lesson are %+v", ran.Runs)
	}
	next := read[api.OnDay](t, s.ask("POST", at+"/copies", edit{"begins": "2027-11-06T21:30"}), 201)
	learnt := make([]float64, len(e.Steps))
	for i, m := range e.Steps {
		learnt[i] = m.Middle
	}
	c := next.Class
	c.Learnt = learnt
	s.ask("PUT", "/api/studios/room/classes/"+next.ID, edit{"from": 1, "revision": next.Revision, "class": c})
	run := read[api.Teaching](t, s.ask("GET", "/api/studios/room/classes/"+next.ID+"/teaching", nil), 200).State
	if got := run.Steps[0].Planned; got != learnt[0] {
		t.Errorf("the next class plans %g minutes, and learnt are %g", got, learnt[0])
	}
	found := s.does(edit{"kind": "pupils", "lesson": saved.ID, "from": 1, "class": next.ID})
	if found.Came == nil || found.Came.Pupils == nil || found.Came.Pupils.Students != 4 || len(found.Came.Pupils.Marks) != len(saved.Lesson.Steps) {
		t.Errorf("a class of strangers: %+v", found)
	}
	for _, body := range []edit{{"kind": "rescue", "lesson": saved.ID, "from": 1, "class": day, "step": 400, "trouble": "mud"}, {"kind": "rescue", "lesson": saved.ID, "from": 1, "class": day, "step": 0, "trouble": "rain"}, {"kind": "late", "lesson": saved.ID, "from": 1}} {
		if r := s.ask("POST", "/api/studios/room/jobs", body); r.StatusCode != 422 {
			t.Errorf("%v: %d %s", body, r.StatusCode, r.body)
		}
	}
}
