package api_test

import (
	"bytes"
	"image/png"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/scene"
	"proxenos/store"
	"proxenos/web/api"
)

func TestALessonIsBegunAndMended(t *testing.T) {
	s := start(t)
	wish := edit{"kind": "dusk", "method": "direct", "width": 300, "height": 225, "seed": 1, "title": "Evening"}
	if r := s.ask("POST", "/api/starters/sketch", wish); r.StatusCode != 200 || !bytes.HasPrefix(r.body, []byte("\x89PNG")) {
		t.Fatalf("sketch: %d %.100s", r.StatusCode, r.body)
	}
	begun := read[api.Saved](t, s.ask("POST", "/api/studios/room/starters", wish), 201)
	if begun.Lesson.Title != "Evening" || len(begun.Lesson.Steps) < 12 {
		t.Errorf("%d steps", len(begun.Lesson.Steps))
	}
	mend := edit{"kind": "mend", "lesson": begun.ID, "from": 1, "accept": true}
	j := s.does(mend)
	if j.State != store.Done || j.Came.Mended.Open != 0 || j.Came.Mended.Revision != 2 || j.Came.Mended.Undo == nil {
		t.Fatalf("%+v", j)
	}
	// It is one edit, which can be taken back whole.
	back := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+begun.ID+"/edits", edit{"from": 2, "edit": j.Came.Mended.Undo}), 200)
	if back.Hash != begun.Hash {
		t.Error("taken back, it is another lesson")
	}
	if j = s.does(mend); j.State != store.Failed || !strings.Contains(j.Problem, "changed meanwhile") {
		t.Errorf("mending an old revision: %+v", j)
	}
	if r := s.ask("POST", "/api/studios/room/jobs", edit{"kind": "mend", "lesson": begun.ID, "from": 9}); r.StatusCode != 409 {
		t.Errorf("mending a revision to come: %d", r.StatusCode)
	}
	for name, change := range map[string]edit{"a city": {"kind": "city"}, "no width": {"width": 1}, "fresco": {"method": "fresco"}, "a ribbon": {"width": 1200, "height": 150}} {
		bad := edit{}
		for k, v := range wish {
			bad[k] = v
		}
		for k, v := range change {
			bad[k] = v
		}
		if r := s.ask("POST", "/api/studios/room/starters", bad); r.StatusCode != 422 {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	if r := s.ask("POST", "/api/studios/nowhere/starters", wish); r.StatusCode != 404 {
		t.Errorf("no studio: %d", r.StatusCode)
	}
}

func TestThePictureIsArrangedAndSketched(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	guides := read[scene.Guides](t, s.ask("GET", "/api/studios/room/scenes/"+saved.Hash, nil), 200)
	if guides.Horizon != 45 || len(guides.Planes) != 3 || len(guides.Zones) != 3 || len(guides.Ground) == 0 {
		t.Errorf("%+v", guides)
	}
	arrange := func(more edit) reply {
		body := edit{"whose": saved.Hash}
		for k, v := range more {
			body[k] = v
		}
		return s.ask("POST", "/api/studios/room/arrangements", body)
	}
	added := read[api.Arranged](t, arrange(edit{"do": "add", "kind": "rock", "plane": "near", "x": 40}), 200)
	if added.Says == "" {
		t.Errorf("%+v", added)
	}
	sketch := func(body any) []byte {
		r := s.ask("POST", "/api/studios/room/sketches", body)
		if r.StatusCode != 200 {
			t.Fatalf("sketch: %d %s", r.StatusCode, r.body)
		}
		if _, err := png.Decode(bytes.NewReader(r.body)); err != nil {
			t.Fatal(err)
		}
		return r.body
	}
	plain := sketch(edit{"whose": saved.Hash})
	if bytes.Equal(plain, sketch(edit{"whose": saved.Hash, "edit": added.Edit})) {
		t.Error("with a rock the picture is the same")
	}
	after := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": added.Edit}), 200)
	if len(after.Lesson.Zones) != 4 || len(after.Lesson.Steps) != 7 {
		t.Errorf("%d zones, %d steps", len(after.Lesson.Zones), len(after.Lesson.Steps))
	}
	back := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", after.Undo), 200)
	if back.Hash != saved.Hash {
		t.Error("taken back it is another lesson")
	}
	for _, do := range []edit{{"do": "another", "zone": "ridge"}, {"do": "mirror", "zone": "ridge"}, {"do": "horizon", "y": 30}, {"do": "reflection", "zone": "ridge"}, {"do": "take-out", "zone": "trees"}} {
		if r := arrange(do); r.StatusCode != 200 {
			t.Errorf("%v: %d %s", do, r.StatusCode, r.body)
		}
	}
	for form, begins := range map[string]string{"svg": "<?xml", "pdf": "%PDF"} {
		r := s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/tracing/"+form+"?grid=20&mirror=true", nil)
		if r.StatusCode != 200 || !bytes.HasPrefix(r.body, []byte(begins)) {
			t.Errorf("tracing as %s: %d %.60s", form, r.StatusCode, r.body)
		}
	}
	tracing := s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/tracing/svg", nil)
	if code, body := s.post(t, "/api/studios/room/scenes/"+saved.Hash+"/drawings", string(tracing.body)); code != 200 || !strings.Contains(body, "take in 3 shapes") {
		t.Errorf("its own tracing: %d %.200s", code, body)
	}
	for name, body := range map[string]string{"no drawing": "Dear reader", "an entity": `<!DOCTYPE svg [<!ENTITY a "b">]><svg/>`, "nothing drawn": "<svg></svg>"} {
		if code, reply := s.post(t, "/api/studios/room/scenes/"+saved.Hash+"/drawings", body); code != 422 || !strings.Contains(reply, "detail") {
			t.Errorf("%s: %d %.200s", name, code, reply)
		}
	}
	for name, r := range map[string]reply{
		"a tracing in stone": s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/tracing/stone", nil), "a grid of threads": s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/tracing/svg?grid=1", nil),
		"a dance": arrange(edit{"do": "dance"}), "no zone": arrange(edit{"do": "mirror", "zone": "nobody"}), "a horizon above": arrange(edit{"do": "horizon", "y": -4}),
		"trees too far to see":      arrange(edit{"do": "repeat", "zone": "trees", "plane": "far"}),
		"a shadow of the sky":       arrange(edit{"do": "shadow", "zone": "sky"}),
		"a broken edit":             s.ask("POST", "/api/studios/room/sketches", edit{"whose": saved.Hash, "edit": edit{"edit": "fly"}}),
		"an edit that does not fit": s.ask("POST", "/api/studios/room/sketches", edit{"whose": saved.Hash, "edit": lesson.AnyEdit{Edit: lesson.Remove{Step: "nobody"}}}),
	} {
		if r.StatusCode != 422 || !bytes.Contains(r.body, []byte("detail")) {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
}
