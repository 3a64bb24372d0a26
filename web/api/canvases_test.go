package api_test

import (
	"slices"
	"strings"
	"testing"

	ics "github.com/arran4/golang-ical"

	"proxenos/core/canvas"
	"proxenos/web/api"
)

// A picture that was painted has its days: they follow from its lesson, what is done is written
// down, and what is ahead is a calendar.
func TestACanvasHasItsDays(t *testing.T) {
	s := start(t)
	saved, at, _ := opened(t, s)
	day := strings.TrimPrefix(at, "/api/studios/room/classes/")
	const all = "/api/studios/room/canvases"
	ana := read[api.OnWall](t, s.ask("POST", all, edit{"class": day, "by": "Ana"}), 201)
	if ana.Canvas.Title != saved.Lesson.Title || ana.Canvas.Painted != "2027-10-30" || ana.Canvas.Touch <= 0 || ana.Class != day || ana.Next == nil || ana.Next.Name != "look at it again" {
		t.Fatalf("%+v", ana)
	}
	own := read[api.OnWall](t, s.ask("POST", all, edit{"title": "A walk", "painted": "2027-05-01"}), 201)
	if own.Canvas.Touch != 0 || len(own.Forecast) != 4 {
		t.Errorf("%+v", own)
	}
	c := ana.Canvas
	c.Days = append(c.Days, canvas.Day{On: "2027-10-31", Deed: canvas.Looked, Note: "The water wants one light."})
	looked := read[api.OnWall](t, s.ask("PUT", all+"/"+ana.ID, edit{"from": 1, "canvas": c}), 200)
	if looked.Version != 2 || looked.Next.Name != "dry to the touch" {
		t.Errorf("%+v", looked.Next)
	}
	if r := s.ask("PUT", all+"/"+ana.ID, edit{"from": 1, "canvas": c}); r.StatusCode != 409 {
		t.Errorf("from an old version: %d %s", r.StatusCode, r.body)
	}
	shown := read[api.OnWall](t, s.ask("POST", all+"/"+ana.ID+"/photos?name=a.png", madeUp(t)), 200)
	if r := s.ask("GET", all+"/"+ana.ID+"/photo/"+shown.Canvas.Photo, nil); r.StatusCode != 200 || r.Header.Get("Content-Type") != "image/jpeg" {
		t.Errorf("its photograph: %d", r.StatusCode)
	}
	if list := read[[]api.OnWall](t, s.ask("GET", all+"?class="+day, nil), 200); len(list) != 1 || list[0].ID != ana.ID {
		t.Errorf("of the class: %+v", list)
	}
	calendar, err := ics.ParseCalendar(strings.NewReader(string(s.ask("GET", "/api/studios/room/drying", nil).body)))
	if err != nil || len(calendar.Events()) != 7 { // four of one, three of the one that was looked at
		t.Errorf("%v: %d days", err, len(calendar.Events()))
	}
	for status, body := range map[int]edit{404: {"class": "nobody"}, 422: {}} {
		if r := s.ask("POST", all, body); r.StatusCode != status {
			t.Errorf("%v: %d %s", body, r.StatusCode, r.body)
		}
	}
	c.Days[0].On = "1066-10-14"
	if r := s.ask("PUT", all+"/"+ana.ID, edit{"from": 3, "canvas": c}); r.StatusCode != 422 {
		t.Errorf("a day long ago: %d", r.StatusCode)
	}
	for _, out := range []bool{true, true, false} {
		read[api.Thrown](t, s.ask("PUT", all+"/"+own.ID+"/deleted", edit{"deleted": out}), 200)
		list := read[[]api.OnWall](t, s.ask("GET", all, nil), 200)
		if here := slices.ContainsFunc(list, func(c api.OnWall) bool { return c.ID == own.ID }); here == out {
			t.Errorf("thrown out %v: here %v", out, here)
		}
	}
	if r := s.ask("PUT", all+"/nobody/deleted", edit{"deleted": true}); r.StatusCode != 404 {
		t.Errorf("one that there is not: %d", r.StatusCode)
	}
}
