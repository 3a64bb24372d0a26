package api_test

import (
	"bytes"
	"fmt"
	"image/jpeg"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"proxenos/core/camera"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/web/api"
)

// A canvas is photographed by the simulated camera, looked at, mended in the order of the list, and
// looked at on the next days, until there is nothing to mend.
func TestACanvasIsLookedAtUntilItIsDone(t *testing.T) {
	s := start(t)
	_, text := sample.Terraces(t)
	saved := read[api.Saved](t, s.ask("POST", "/api/studios/room/lessons", text), 201)
	on := read[api.OnWall](t, s.ask("POST", "/api/studios/room/canvases", edit{"lesson": saved.ID, "by": "Ana"}), 201)
	at := "/api/studios/room/canvases/" + on.ID
	if r := s.does(edit{"kind": "look", "lesson": saved.ID, "from": 1, "canvas": on.ID}); r.State != "failed" || !strings.Contains(r.Problem, "no photograph") {
		t.Errorf("without a photograph: %+v", r)
	}
	before := 100.0
	var photos []string
	for day := range 6 {
		if j := s.does(edit{"kind": "camera", "lesson": saved.ID, "from": 1, "canvas": on.ID}); j.Came == nil || j.Came.Taken == nil || j.Came.Taken.Canvas.Photo == "" {
			t.Fatalf("no picture: %+v", j)
		}
		j := s.does(edit{"kind": "look", "lesson": saved.ID, "from": 1, "canvas": on.ID})
		if j.Came == nil || j.Came.Looked == nil {
			t.Fatalf("nothing is seen: %+v", j)
		}
		seen := j.Came.Looked
		if seen.Report.Before.Mean > before+0.05 {
			t.Errorf("day %d: mended it differs by %.2f, %.2f before", day, seen.Report.Before.Mean, before)
		}
		before = seen.Report.Before.Mean
		photos = append(photos, seen.Made)
		on = read[api.OnWall](t, s.ask("GET", at, nil), 200)
		last := on.Canvas.Looks[len(on.Canvas.Looks)-1]
		if last.Made != seen.Made || len(last.Faults) != len(seen.Report.Mends) || last.Photo != on.Canvas.Photo || on.Revision != 1 {
			t.Fatalf("it is kept as %+v", last)
		}
		if day == 0 {
			if len(seen.Report.Mends) < 2 || len(seen.Advice) != len(seen.Report.Mends) || seen.Advice[0].Says == "" {
				t.Fatalf("on the first day: %+v", seen.Report)
			}
			pictures(t, s, at+"/looks/"+seen.Made, len(seen.Report.Mends))
			again := s.does(edit{"kind": "look", "lesson": saved.ID, "from": 1, "canvas": on.ID})
			if again.Came.Looked.Made != seen.Made {
				t.Error("the same photograph is read anew")
			}
		}
		if seen.Report.Stop {
			for _, l := range on.Canvas.Looks {
				if r := s.ask("GET", at+"/photo/"+l.Photo, nil); r.StatusCode != 200 {
					t.Errorf("the photograph of %s: %d", l.Made, r.StatusCode)
				}
			}
			if len(photos) != len(on.Canvas.Looks) {
				t.Errorf("%d looks are kept of %d", len(on.Canvas.Looks), len(photos))
			}
			if day == 0 {
				t.Error("there was nothing to mend from the first")
			}
			return
		}
		on = read[api.OnWall](t, s.ask("GET", at, nil), 200)
		on.Canvas.Looks[len(on.Canvas.Looks)-1].Faults[0].Mended = true
		on = read[api.OnWall](t, s.ask("PUT", at, edit{"from": on.Version, "canvas": on.Canvas}), 200)
	}
	t.Errorf("there is no end to it: %+v", on.Canvas.Looks[len(on.Canvas.Looks)-1].Faults)
}

// pictures are there, as they are and in every way.
func pictures(t *testing.T, s *server, at string, mends int) {
	t.Helper()
	for _, name := range []string{"plan", "mend-0", fmt.Sprintf("mend-%d", mends), "mend-0?way=grey", "mend-0?way=far", "plan?way=squint"} {
		r := s.ask("GET", at+"/"+name, nil)
		if _, err := jpeg.Decode(bytes.NewReader(r.body)); r.StatusCode != 200 || err != nil {
			t.Errorf("%s: %d, %v", name, r.StatusCode, err)
		}
	}
	for _, name := range []string{"mend-99", "plan?way=sideways", "other"} {
		if r := s.ask("GET", at+"/"+name, nil); r.StatusCode < 400 || r.StatusCode >= 500 {
			t.Errorf("%s: %d", name, r.StatusCode)
		}
	}
	if r := s.ask("GET", at+"/report", nil); r.StatusCode != 200 || !bytes.HasPrefix(r.body, []byte("%PDF")) {
		t.Errorf("report: %d", r.StatusCode)
	}
}

// Corners that are dragged are squared up at once, and those that are none are refused; a picture
// without a lesson is judged by the rules.
func TestCornersAndRules(t *testing.T) {
	s := start(t)
	on := read[api.OnWall](t, s.ask("POST", "/api/studios/room/canvases", edit{"title": "A walk"}), 201)
	at := "/api/studios/room/canvases/" + on.ID
	rules := edit{"kind": "rules", "canvas": on.ID}
	if j := s.does(rules); j.State != "failed" || !strings.Contains(j.Problem, "photograph") {
		t.Errorf("rules without a photograph: %+v", j)
	}
	read[api.OnWall](t, s.ask("POST", at+"/photos", madeUp(t)), 200)
	if r := s.ask("GET", at+"/squared?corners=20,20,600,30,610,330,10,340", nil); r.StatusCode != 200 || r.Header.Get("Content-Type") != "image/jpeg" {
		t.Errorf("squared up: %d %s", r.StatusCode, r.body)
	}
	for _, corners := range []string{"", "1,2,3", "a,b,c,d,e,f,g,h", "0,0,1,1,2,2,3,3", "NaN,0,600,0,600,300,0,300", "1e99,0,600,0,600,300,0,300", "20,20,10,340,610,330,600,30"} {
		if r := s.ask("GET", at+"/squared?corners="+corners, nil); r.StatusCode != 422 {
			t.Errorf("corners %q: %d %s", corners, r.StatusCode, r.body)
		}
	}
	if j := s.does(rules); j.Came == nil || j.Came.Looked.Alone == nil || len(j.Came.Looked.Alone.Remarks) == 0 {
		t.Errorf("by the rules: %+v", j)
	}
	for _, ask := range []edit{{"kind": "rules", "canvas": on.ID, "class": "any"}, {"kind": "rules", "canvas": ""}, {"kind": "look", "canvas": ""}, {"kind": "look", "canvas": on.ID, "corners": []float64{1, 2}}, {"kind": "look", "canvas": on.ID, "light": "moon"}, {"kind": "look", "canvas": on.ID, "light": "card"}, {"kind": "look", "canvas": on.ID, "card": []float64{1, 2}}, {"kind": "camera", "canvas": "nobody"}} {
		saved := s.lesson()
		ask["lesson"], ask["from"] = saved.ID, 1
		if r := s.ask("POST", "/api/studios/room/jobs", ask); r.StatusCode != 422 && r.StatusCode != 404 {
			t.Errorf("%v: %d %s", ask, r.StatusCode, r.body)
		}
	}
}

// A student sends a photograph of their canvas: it is judged before it is kept.
func TestASeatSendsAPhotograph(t *testing.T) {
	s := start(t)
	saved, at, door := opened(t, s)
	ana := read[api.Seated](t, s.ask("POST", "/api/seats", edit{"code": door.Code, "name": "Ana"}), 201)
	of := "/api/studios/room/canvases?class=" + strings.TrimPrefix(at, "/api/studios/room/classes/")
	for name, body := range map[string][]byte{"no canvas": madeUp(t), "no picture": []byte("hello"), "nothing": {}} {
		if r := s.ask("POST", "/api/seats/"+ana.Seat+"/photo", body); r.StatusCode < 400 || r.StatusCode >= 500 {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	if list := read[[]api.OnWall](t, s.ask("GET", of, nil), 200); len(list) != 0 {
		t.Errorf("what was refused is kept: %+v", list)
	}
	plan, err := rehearse.Run(t.Context(), saved.Lesson, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	c, err := camera.Paint(t.Context(), plan, camera.Hand{Level: lesson.SomePractice, Seed: 2})
	if err != nil {
		t.Fatal(err)
	}
	for seed := range uint64(2) {
		jpg, err := camera.Take(c.Look(), camera.Draw(rand.New(rand.NewPCG(seed, 8))), seed).JPEG()
		if err != nil {
			t.Fatal(err)
		}
		if r := s.ask("POST", "/api/seats/"+ana.Seat+"/photo", jpg); r.StatusCode != 204 {
			t.Fatalf("it is sent: %d %s", r.StatusCode, r.body)
		}
	}
	list := read[[]api.OnWall](t, s.ask("GET", of, nil), 200)
	if len(list) != 1 || list[0].Canvas.By != "Ana" || list[0].Canvas.Photo == "" {
		t.Fatalf("it is kept as %+v", list)
	}
	// Somebody else of the same name has a canvas of their own.
	other := read[api.Seated](t, s.ask("POST", "/api/seats", edit{"code": door.Code, "name": "Ana"}), 201)
	jpg, err := camera.Take(c.Look(), camera.Draw(rand.New(rand.NewPCG(5, 8))), 5).JPEG()
	if err != nil {
		t.Fatal(err)
	}
	if r := s.ask("POST", "/api/seats/"+other.Seat+"/photo", jpg); r.StatusCode != 204 {
		t.Fatalf("it is sent: %d %s", r.StatusCode, r.body)
	}
	both := read[[]api.OnWall](t, s.ask("GET", of, nil), 200)
	first := slices.IndexFunc(both, func(c api.OnWall) bool { return c.Canvas.By == "Ana" })
	if len(both) != 2 || first < 0 || both[first].Canvas.Photo != list[0].Canvas.Photo || both[1-first].Canvas.By != "Ana, seat 2" {
		t.Errorf("two of one name have %+v", both)
	}
}
