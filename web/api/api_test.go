package api_test

import (
	"bytes"
	"fmt"
	"image/png"
	"io"
	"net/http"
	"slices"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/internal/wait"
	"proxenos/store"
	"proxenos/web/api"
)

func TestEditUndoAndStale(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	path := "/api/studios/room/lessons/" + saved.ID
	edited := read[api.Edited](t, s.ask("POST", path+"/edits", edit{"from": 1, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 8}}), 200)
	if edited.Revision != 2 || edited.Score.Minutes != 23 || edited.Said != "give step 1 (criss-cross, Sky) 8 min" {
		t.Errorf("%d, %v min, %q", edited.Revision, edited.Score.Minutes, edited.Said)
	}
	// A second tab that still has revision 1 changes the same in another way: it is refused, and told.
	clash := s.ask("POST", path+"/edits", edit{"from": 1, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 3}})
	problem := read[struct {
		Detail string
		Errors []struct {
			Location, Message string
			Value             any
		}
	}](t, clash, 409)
	if len(problem.Errors) != 1 || !strings.HasPrefix(problem.Errors[0].Location, "step 1") || problem.Errors[0].Message != "there: 8" || problem.Errors[0].Value != "3" {
		t.Errorf("%+v", problem)
	}
	whole := s.ask("PUT", path, edit{"from": 1, "lesson": sample.Lesson()})
	if whole.StatusCode != 409 {
		t.Errorf("a stale whole save: %d", whole.StatusCode)
	}
	undone := read[api.Edited](t, s.ask("POST", path+"/edits", edited.Undo), 200)
	if undone.Hash != saved.Hash || undone.Revision != 3 {
		t.Error("undo does not bring the lesson back")
	}
	if got := read[api.Saved](t, s.ask("GET", path, nil), 200); got.Revision != 3 || got.Hash != saved.Hash {
		t.Errorf("the lesson is at %d", got.Revision)
	}
	shelf := read[[]api.OnShelf](t, s.ask("GET", "/api/studios/room/lessons", nil), 200)
	if len(shelf) != 1 || shelf[0].Revision != 3 || shelf[0].Minutes != 20 {
		t.Errorf("%+v", shelf)
	}
}

// Bad input gets a clear 4xx that names the place and the cure, and changes nothing.
func TestBadInput(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	path := "/api/studios/room/lessons/" + saved.ID
	good := string(lesson.Encode(sample.Lesson()))
	bad := func(old, new string) string { return strings.Replace(good, old, new, 1) }
	for _, c := range []struct {
		name, method, path string
		body               any
		status             int
		says               string
	}{
		{"broken JSON", "POST", "/api/studios/room/lessons", `{"format":1,,}`, 422, "line 1, column"},
		{"nothing", "POST", "/api/studios/room/lessons", ``, 400, "body is required"},
		{"empty lesson", "POST", "/api/studios/room/lessons", `{}`, 422, "has 0 entries: give at least 1"},
		{"unknown technique", "POST", "/api/studios/room/lessons", bad("criss-cross", "zigzag"), 422, "steps[0].technique"},
		{"unknown paint", "POST", "/api/studios/room/lessons", bad("PB29", "PB99"), 422, "palette[2]"},
		{"negative number", "POST", "/api/studios/room/lessons", bad(`"minutes": 5`, `"minutes": -5`), 422, "steps[0].minutes"},
		{"NaN", "POST", "/api/studios/room/lessons", bad(`"minutes": 5`, `"minutes": NaN`), 422, "line"},
		{"zone off the canvas", "POST", "/api/studios/room/lessons", bad(`"x": 100`, `"x": 170`), 422, "outside the canvas"},
		{"20 MB", "POST", "/api/studios/room/lessons", make([]byte, 20<<20), 413, "larger than 4 MB"},
		{"just over 4 MB", "POST", "/api/studios/room/lessons", bytes.Repeat([]byte(" "), 4<<20+10), 413, "larger than 4 MB"},
		{"no studio", "POST", "/api/studios/none/lessons", good, 404, "no such thing"},
		{"no lesson", "GET", "/api/studios/room/lessons/none", nil, 404, "no such thing"},
		{"no edit", "POST", path + "/edits", edit{"from": 1}, 422, "edit is missing"},
		{"unknown edit", "POST", path + "/edits", edit{"from": 1, "edit": edit{"edit": "repaint"}}, 422, "repaint"},
		{"edit that does not fit", "POST", path + "/edits", edit{"from": 1, "edit": edit{"edit": "remove", "step": "nobody"}}, 422, "nobody"},
		{"edit to an unsound lesson", "POST", path + "/edits", edit{"from": 1, "edit": edit{"edit": "minutes", "step": "sky", "minutes": -4}}, 422, "steps[0].minutes is -4"},
		{"edit of the wrong type", "POST", path + "/edits", `{"from":1,"edit":{"edit":"move","step":5,"to":"x"}}`, 422, "step"},
		{"stale", "POST", path + "/edits", edit{"from": 7, "edit": edit{"edit": "remove", "step": "sky"}}, 409, "revision 1"},
		{"odd hash", "GET", "/api/studios/room/rehearsals/abc", nil, 422, "hash"},
		{"unknown hash", "GET", "/api/studios/room/rehearsals/" + strings.Repeat("a", 64), nil, 404, "no such thing"},
		{"unknown view", "GET", saved.Frames + "/infrared-800-4.png", nil, 422, "VIEW-WIDTH-HALFMINUTES"},
		{"huge frame", "GET", saved.Frames + "/paint-90000-4.png", nil, 422, "a width of [320 800 1600]"},
		{"odd place", "GET", strings.Replace(saved.Frames, "frames", "places", 1) + "/paint-20-x-4.png", nil, 422, "whole mm"},
		{"negative place", "GET", strings.Replace(saved.Frames, "frames", "places", 1) + "/paint--20-10-4.png", nil, 422, "whole mm"},
		{"unknown specimen", "GET", "/api/specimens/test/zigzag/dry.png", nil, 404, "no such specimen"},
		{"unknown ground", "GET", "/api/specimens/test/tap/glass.png", nil, 404, "no such specimen"},
		{"negative minute", "GET", saved.Frames + "/paint-800--4.png", nil, 422, "VIEW-WIDTH"},
		{"frame of another version", "GET", "/api/studios/room/frames/other/" + saved.Hash + "/paint-800-4.png", nil, 404, "another version"},
		{"unknown address", "GET", "/api/paint", nil, 404, "not an address"},
		{"missing asset", "GET", "/assets/none.js", nil, 404, "no such file"},
	} {
		r := s.ask(c.method, c.path, c.body)
		if r.StatusCode != c.status || !strings.Contains(string(r.body), c.says) {
			t.Errorf("%s: %d %s; wanted %d and %q", c.name, r.StatusCode, r.body, c.status, c.says)
		}
		if got := r.Header.Get("Content-Type"); !strings.HasPrefix(got, "application/problem+json") {
			t.Errorf("%s: a reply of type %q", c.name, got)
		}
	}
	if got := read[api.Saved](t, s.ask("GET", path, nil), 200); got.Revision != 1 || got.Hash != saved.Hash {
		t.Error("bad input changed the lesson")
	}
}

func TestRehearsalAndFrames(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	type result struct {
		Done        bool
		Painted, Of int
		Findings    []struct{ Rule string }
		Reports     []struct{ Area float64 }
		Columns     []struct{ Name string }
	}
	var got result
	wait.Until(t, "the rehearsal is done", func() bool {
		got = read[result](t, s.ask("GET", "/api/studios/room/rehearsals/"+saved.Hash, nil), 200)
		return got.Done
	})
	if !got.Done || got.Painted != 4 || got.Of != 4 || len(got.Reports) != 4 || got.Reports[0].Area < 10 || len(got.Columns) != 3 {
		t.Fatalf("%+v", got)
	}
	early, late := s.ask("GET", saved.Frames+"/paint-320-4.png", nil), s.ask("GET", saved.Frames+"/paint-320-40.png", nil)
	if early.StatusCode != 200 || late.StatusCode != 200 || bytes.Equal(early.body, late.body) {
		t.Fatalf("%d, %d", early.StatusCode, late.StatusCode)
	}
	img, err := png.Decode(bytes.NewReader(late.body))
	if err != nil || img.Bounds().Dx() != 320 || img.Bounds().Dy() != 240 {
		t.Errorf("%v, %v", img, err)
	}
	if c := late.Header.Get("Cache-Control"); !strings.Contains(c, "immutable") {
		t.Errorf("cached as %q", c)
	}
	again := s.ask("GET", saved.Frames+"/paint-320-40.png", nil)
	if !bytes.Equal(again.body, late.body) {
		t.Error("the same address gave another picture")
	}
	close := s.ask("GET", strings.Replace(saved.Frames, "frames", "closeups", 1)+"/lights.png", nil)
	if img, err := png.Decode(bytes.NewReader(close.body)); err != nil || img.Bounds().Dx() != 480 {
		t.Errorf("close-up: %d %v", close.StatusCode, err)
	}
	if r := s.ask("GET", strings.Replace(saved.Frames, "frames", "closeups", 1)+"/nobody.png", nil); r.StatusCode != 404 {
		t.Errorf("close-up of a step that is not there: %d", r.StatusCode)
	}
}

func TestAPlaceIsLookedAtClosely(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	places := strings.Replace(saved.Frames, "frames", "places", 1)
	seen := map[string]bool{}
	for _, place := range []string{"paint-50-60-40", "paint-20-20-40", "mud-50-60-40", "paint-0-0-40", "paint-1500-1500-40"} {
		r := s.ask("GET", places+"/"+place+".png", nil)
		img, err := png.Decode(bytes.NewReader(r.body))
		if err != nil || img.Bounds().Dx() != 480 || img.Bounds().Dy() != 480 {
			t.Errorf("%s: %d %v", place, r.StatusCode, err)
		}
		if seen[string(r.body)] {
			t.Errorf("%s shows what another place shows", place)
		}
		seen[string(r.body)] = true
	}
}

func TestEveryViewHasAFrameAndAName(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	words := read[struct{ Views []lesson.Term }](t, s.ask("GET", "/api/vocabulary", nil), 200)
	if len(words.Views) != len(rehearse.Views()) {
		t.Errorf("%d views have names, of %d", len(words.Views), len(rehearse.Views()))
	}
	for _, v := range words.Views {
		if r := s.ask("GET", saved.Frames+"/"+v.ID+"-320-20.png", nil); r.StatusCode != 200 || v.Name == "" || v.Meaning == "" {
			t.Errorf("view %s: %d %s", v.ID, r.StatusCode, r.body)
		}
	}
}

func TestTheMarksSheetIsServed(t *testing.T) {
	s := start(t)
	marks := read[[]api.MarkShown](t, s.ask("GET", "/api/marks", nil), 200)
	if len(marks) < 24 {
		t.Fatalf("%d techniques", len(marks))
	}
	forms := read[[]api.FormShown](t, s.ask("GET", "/api/forms", nil), 200)
	at := slices.IndexFunc(forms, func(f api.FormShown) bool { return f.Kind == string(lesson.Ridge) })
	if len(forms) < 25 || at < 0 || len(forms[at].Specimens) != 3 || len(forms[at].Says) != 2 {
		t.Fatalf("%d forms, a ridge is at %d of them", len(forms), at)
	}
	if r := s.ask("GET", strings.Replace(forms[at].Specimens[0].Image, "left", "below", 1), nil); r.StatusCode != 404 {
		t.Errorf("light from below: %d", r.StatusCode)
	}
	for _, u := range append(marks[0].Specimens, forms[at].Specimens...) {
		r := s.ask("GET", u.Image, nil)
		if img, err := png.Decode(bytes.NewReader(r.body)); err != nil || img.Bounds().Dx() != 360 {
			t.Errorf("%s: %d %v", u.Image, r.StatusCode, err)
		}
		if c := r.Header.Get("Cache-Control"); !strings.Contains(c, "immutable") {
			t.Errorf("cached as %q", c)
		}
	}
}

// A newer version of a lesson stops the rehearsal of the older one, and frames of
// both can be had afterwards.
func TestNewestFirst(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	path := "/api/studios/room/lessons/" + saved.ID
	last := saved
	for i := range 4 {
		last = read[api.Edited](t, s.ask("POST", path+"/edits",
			edit{"from": i + 1, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 6 + i}}), 200).Saved
	}
	for _, one := range []api.Saved{last, saved} {
		wait.Until(t, fmt.Sprintf("revision %d is painted", one.Revision), func() bool {
			return s.ask("GET", one.Frames+"/grey-320-2.png", nil).StatusCode == 200
		})
	}
}

func TestTheDatabaseGoesAndComesBack(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	path := "/api/studios/room/lessons/" + saved.ID
	change := edit{"from": 1, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 8}}
	s.wire.cut()
	for _, r := range []reply{s.ask("POST", path+"/edits", change), s.ask("GET", path, nil), s.ask("GET", "/api/health", nil)} {
		if r.StatusCode != 503 || !strings.Contains(string(r.body), "try again") {
			t.Errorf("without a database: %d %s", r.StatusCode, r.body)
		}
	}
	s.wire.mend()
	var r reply
	wait.Until(t, "the database is back", func() bool {
		r = s.ask("POST", path+"/edits", change)
		return r.StatusCode != 503
	})
	if got := read[api.Edited](t, r, 200); got.Revision != 2 {
		t.Errorf("revision %d", got.Revision)
	}
}

func TestRoomsOfTheAppAreServed(t *testing.T) {
	s := start(t)
	get := func(accept string) (*http.Response, string) {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodGet, s.base+"/assets/a.js", nil)
		if err != nil {
			t.Fatal(err)
		}
		req.Header.Set("Accept-Encoding", accept)
		res, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		defer res.Body.Close()
		body, err := io.ReadAll(res.Body)
		if err != nil {
			t.Fatal(err)
		}
		return res, string(body)
	}
	if res, body := get("br, gzip"); res.Header.Get("Content-Encoding") != "br" || body != "br" {
		t.Errorf("a browser that knows better gets %v %q", res.Header, body)
	}
	if res, body := get("identity"); res.Header.Get("Content-Encoding") != "" || body != "1" {
		t.Errorf("another one gets %v %q", res.Header, body)
	}
	one, two := s.ask("GET", "/", nil), s.ask("GET", "/", nil)
	if policy := one.Header.Get("Content-Security-Policy"); strings.Contains(policy, "unsafe") || strings.Contains(string(one.body), "NONCE") || policy == two.Header.Get("Content-Security-Policy") {
		t.Errorf("%s for %s", policy, one.body)
	}
	for path, cache := range map[string]string{"/": "no-cache", "/lessons/abc": "no-cache", "/assets/a.js": "immutable"} {
		r := s.ask("GET", path, nil)
		if r.StatusCode != 200 || !strings.Contains(r.Header.Get("Cache-Control"), cache) || r.Header.Get("Content-Security-Policy") == "" {
			t.Errorf("%s: %d %v", path, r.StatusCode, r.Header)
		}
	}
}

func TestALessonLeavesAsItCame(t *testing.T) {
	s := start(t)
	text := lesson.Encode(sample.Lesson())
	saved := s.lesson()
	r := s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/file", nil)
	if r.StatusCode != 200 || !bytes.Equal(r.body, text) {
		t.Errorf("%d: the file differs from what was brought in", r.StatusCode)
	}
	if d := r.Header.Get("Content-Disposition"); !strings.Contains(d, "A ridge behind trees.json") {
		t.Errorf("it would be called %q", d)
	}
}

func TestAStudioIsOpened(t *testing.T) {
	s := start(t)
	if r := s.ask("POST", "/api/studios", edit{"name": ""}); r.StatusCode != 422 {
		t.Errorf("a studio without a name: %d", r.StatusCode)
	}
	st := read[store.Studio](t, s.ask("POST", "/api/studios", edit{"name": "North room"}), 201)
	list := read[[]store.Studio](t, s.ask("GET", "/api/studios", nil), 200)
	if len(list) != 2 || list[1] != st {
		t.Errorf("%v after opening %v", list, st)
	}
	if shelf := read[[]api.OnShelf](t, s.ask("GET", "/api/studios/"+st.ID+"/lessons", nil), 200); len(shelf) != 0 {
		t.Errorf("its shelf holds %v", shelf)
	}
}

// What a rehearsal found is kept, so that another process need not paint again.
func TestFindingsOutliveTheEasel(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	ask := func() (done bool) {
		return read[struct{ Done bool }](t, s.ask("GET", "/api/studios/room/rehearsals/"+saved.Hash, nil), 200).Done
	}
	wait.Until(t, "the rehearsal is done", ask)
	s.easel.Close()
	if !ask() {
		t.Error("without the easel the findings are gone")
	}
}

func TestDescriptionNamesEveryEdit(t *testing.T) {
	text, err := api.OpenAPI()
	if err != nil {
		t.Fatal(err)
	}
	for name := range lesson.EditTypes() {
		if !strings.Contains(string(text), fmt.Sprintf(`"enum":[%q]`, name)) {
			t.Errorf("the description does not know the edit %q", name)
		}
	}
}
