package api_test

import (
	"bytes"
	"strings"
	"testing"

	"proxenos/store"
	"proxenos/studio"
	"proxenos/web/api"
)

type clashed struct {
	Detail string
	Errors []struct {
		Location, Message string
		Value             any
	}
}

// Two people change one lesson from the same revision: both changes stay where they do not
// touch, what touches is told, and either can be taken back without the other.
func TestTwoChangeOneLesson(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	edits := "/api/studios/room/lessons/" + saved.ID + "/edits"
	minutes := func(step string, m float64) edit { return edit{"edit": "minutes", "step": step, "minutes": m} }
	took := func(l api.Edited, step string) float64 { return l.Lesson.Steps[l.Lesson.Step(step)].Minutes }

	read[api.Edited](t, s.ask("POST", edits, edit{"from": 1, "edit": minutes("sky", 8)}), 200)
	mine := read[api.Edited](t, s.ask("POST", edits, edit{"from": 1, "edit": minutes("ridge", 3)}), 200)
	if mine.Revision != 3 || took(mine, "sky") != 8 || took(mine, "ridge") != 3 || len(mine.Beside) != 1 || !strings.Contains(mine.Beside[0], "step 1") {
		t.Fatalf("revision %d: sky %g, ridge %g, beside %q", mine.Revision, took(mine, "sky"), took(mine, "ridge"), mine.Beside)
	}
	no := read[clashed](t, s.ask("POST", edits, edit{"from": 1, "edit": minutes("ridge", 4)}), 409)
	if len(no.Errors) != 1 || no.Errors[0].Message != "there: 3" || no.Errors[0].Value != "4" {
		t.Errorf("%+v", no)
	}
	// Who knows what was changed has seen it; and who insists may.
	if own := read[api.Edited](t, s.ask("POST", edits, edit{"from": 1, "own": []int{2, 3}, "edit": minutes("ridge", 4)}), 200); took(own, "ridge") != 4 || took(own, "sky") != 8 || len(own.Beside) != 0 {
		t.Errorf("ridge %g, sky %g, %q", took(own, "ridge"), took(own, "sky"), own.Beside)
	}
	if over := read[api.Edited](t, s.ask("POST", edits, edit{"from": 1, "over": true, "edit": minutes("ridge", 6)}), 200); took(over, "ridge") != 6 || took(over, "sky") != 8 {
		t.Errorf("ridge %g, sky %g", took(over, "ridge"), took(over, "sky"))
	}
	// A merged edit is taken back alone.
	words := read[api.Edited](t, s.ask("POST", edits, edit{"from": 1, "edit": minutes("trees", 9)}), 200)
	words.Undo.Own = []int{words.Revision} // which is in it already, and is not put in twice
	back := read[api.Edited](t, s.ask("POST", edits, words.Undo), 200)
	if took(back, "trees") != saved.Lesson.Steps[2].Minutes || took(back, "ridge") != 6 || took(back, "sky") != 8 {
		t.Errorf("trees %g, ridge %g, sky %g", took(back, "trees"), took(back, "ridge"), took(back, "sky"))
	}
	again := read[api.Edited](t, s.ask("POST", edits, back.Undo), 200)
	if took(again, "trees") != 9 {
		t.Errorf("made again: trees %g", took(again, "trees"))
	}
	// What somebody else made of the same since is not taken back with it unasked.
	theirs := read[api.Edited](t, s.ask("POST", edits, edit{"from": again.Revision, "edit": minutes("trees", 2)}), 200)
	if r := s.ask("POST", edits, again.Undo); r.StatusCode != 409 || !bytes.Contains(r.body, []byte("there: 2")) {
		t.Errorf("taken back over somebody else's: %d %s", r.StatusCode, r.body)
	}
	// Taking back two of one's own says nothing of the first; what others did between stays and is told.
	long := read[api.Edited](t, s.ask("POST", edits, edit{"from": theirs.Revision, "edit": minutes("sky", 11)}), 200)
	beside := read[api.Edited](t, s.ask("POST", edits, edit{"from": long.Revision, "edit": minutes("ridge", 7)}), 200)
	longer := read[api.Edited](t, s.ask("POST", edits, edit{"from": beside.Revision, "edit": minutes("sky", 12)}), 200)
	taken := func(undo studio.Editing, own ...int) api.Edited {
		undo.Own = own
		return read[api.Edited](t, s.ask("POST", edits, undo), 200)
	}
	first := taken(longer.Undo)
	second := taken(long.Undo, longer.Revision, first.Revision)
	if took(first, "sky") != 11 || len(first.Beside) != 0 || took(second, "sky") != 8 || took(second, "ridge") != 7 || len(second.Beside) != 1 || !strings.Contains(second.Beside[0], "step 2") {
		t.Errorf("sky %g then %g, ridge %g, beside %q then %q", took(first, "sky"), took(second, "sky"), took(second, "ridge"), first.Beside, second.Beside)
	}
	// An edit that waited knows what its tab did, and not what others did meanwhile.
	if r := s.ask("POST", edits, edit{"from": theirs.Revision, "own": []int{long.Revision, longer.Revision, first.Revision, second.Revision}, "edit": minutes("ridge", 9)}); r.StatusCode != 409 || !bytes.Contains(r.body, []byte("there: 7")) {
		t.Errorf("over somebody else's: %d %s", r.StatusCode, r.body)
	}
	again = second
	// What does not go together is refused and nothing is saved.
	read[api.Edited](t, s.ask("POST", edits, edit{"from": again.Revision, "edit": edit{"edit": "all", "edits": []edit{{"edit": "remove", "step": "lights"}, {"edit": "unmix", "mixture": "light", "paints": []string{}}}}}), 200)
	if r := s.ask("POST", edits, edit{"from": again.Revision, "edit": edit{"edit": "replace", "what": "mixture", "from": "dark", "to": "light"}}); r.StatusCode != 409 || !bytes.Contains(r.body, []byte("is no mixture")) && !bytes.Contains(r.body, []byte("light")) {
		t.Errorf("%d %s", r.StatusCode, r.body)
	}
}

// A lesson goes to every place and back; who asks for one place sees no other.
func TestPlacesOfLessonsAndClasses(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	at := func(p string) int {
		return len(read[[]api.OnShelf](t, s.ask("GET", "/api/studios/room/lessons?place="+p, nil), 200))
	}
	for _, p := range []string{"away", "template", "deleted", "shelf"} {
		read[api.Placed](t, s.ask("PUT", "/api/studios/room/lessons/"+saved.ID+"/place", edit{"place": p}), 200)
		for _, q := range []string{"away", "template", "deleted", "shelf"} {
			if n := at(q); (n == 1) != (p == q) {
				t.Errorf("put %s: %d at %s", p, n, q)
			}
		}
	}
	if r := s.ask("PUT", "/api/studios/room/lessons/"+saved.ID+"/place", edit{"place": "attic"}); r.StatusCode != 422 {
		t.Errorf("a place that there is not: %d", r.StatusCode)
	}
	class := read[api.OnDay](t, s.ask("POST", "/api/studios/room/classes", edit{"lesson": saved.ID, "people": 3, "begins": "2027-03-04T18:00", "minutes": 60}), 201)
	for _, out := range []bool{true, false} {
		read[api.Thrown](t, s.ask("PUT", "/api/studios/room/classes/"+class.ID+"/deleted", edit{"deleted": out}), 200)
		here := len(read[[]api.OnDay](t, s.ask("GET", "/api/studios/room/classes", nil), 200))
		gone := len(read[[]api.OnDay](t, s.ask("GET", "/api/studios/room/thrown-out", nil), 200))
		if (gone == 1) != out || here+gone != 1 {
			t.Errorf("thrown out %v: %d here, %d gone", out, here, gone)
		}
	}
}

// The habits of a studio are kept, and lengths are said as it measures; what somebody wrote stays.
func TestHabitsOfAStudio(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	usual := read[studio.Habits](t, s.ask("GET", "/api/studios/room/habits", nil), 200)
	if usual.Units != "metric" || usual.Paper != "a4" || usual.Week != "monday" || usual.Name != "A room" {
		t.Errorf("%+v", usual)
	}
	usual.Name, usual.Units, usual.Paper = "A room upstairs", "inches", "letter"
	kept := read[studio.Habits](t, s.ask("PUT", "/api/studios/room/habits", usual), 200)
	if again := read[studio.Habits](t, s.ask("GET", "/api/studios/room/habits", nil), 200); again != kept || again != usual {
		t.Errorf("kept %+v, found %+v", kept, again)
	}
	list := read[[]store.Studio](t, s.ask("GET", "/api/studios", nil), 200)
	if list[0].Name != "A room upstairs" {
		t.Errorf("%+v", list)
	}
	for name, bad := range map[string]edit{"blank": {"name": "  ", "units": "cm", "paper": "a4", "week": "monday"}, "cubits": {"name": "x", "units": "cubits", "paper": "a4", "week": "monday"}} {
		if r := s.ask("PUT", "/api/studios/room/habits", bad); r.StatusCode != 422 {
			t.Errorf("%s: %d", name, r.StatusCode)
		}
	}
	path := "/api/studios/room/lessons/" + saved.ID
	read[api.Edited](t, s.ask("POST", path+"/edits", edit{"from": 1, "edit": edit{"edit": "title", "title": "On 30 mm", "about": "with a 20 mm flat"}}), 200)
	spoken := s.askAs("GET", path, nil, map[string]string{"Units": "inches"})
	l := read[api.Saved](t, spoken, 200)
	if l.Lesson.Title != "On 30 mm" || l.Lesson.About != "with a 20 mm flat" {
		t.Errorf("what was written is said otherwise: %q, %q", l.Lesson.Title, l.Lesson.About)
	}
	if tool := l.Score.Rows[0].Tool; !strings.Contains(tool, " in ") || strings.Contains(tool, "mm") {
		t.Errorf("the tool is %q", tool)
	}
	if plain := read[api.Saved](t, s.ask("GET", path, nil), 200); !strings.Contains(plain.Score.Rows[0].Tool, "mm") || spoken.Header.Get("Vary") == "" {
		t.Errorf("the tool is %q, varies by %q", plain.Score.Rows[0].Tool, spoken.Header.Get("Vary"))
	}
}

// A palette is tidied, and a picture goes onto another canvas, by edits that the API gives.
func TestTidyAndResize(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	edits := "/api/studios/room/lessons/" + saved.ID + "/edits"
	list := read[[]api.Tidying](t, s.ask("GET", "/api/studios/room/tidyings/"+saved.Hash, nil), 200)
	if len(list) == 0 || list[0].What != "unused" {
		t.Fatalf("%+v", list)
	}
	swept := read[api.Edited](t, s.ask("POST", edits, edit{"from": 1, "edit": list[0].Edit}), 200)
	if len(swept.Lesson.Tools) >= len(saved.Lesson.Tools) {
		t.Error("no tool was swept out")
	}
	a := read[api.Arranged](t, s.ask("POST", "/api/studios/room/arrangements", edit{"whose": swept.Hash, "do": "resize", "x": 200, "y": 150, "fit": "scaled"}), 200)
	big := read[api.Edited](t, s.ask("POST", edits, edit{"from": 2, "edit": a.Edit}), 200)
	if big.Lesson.Support.Width != 200 || big.Lesson.View.Horizon != 2*saved.Lesson.View.Horizon {
		t.Errorf("%+v, horizon %g", big.Lesson.Support, big.Lesson.View.Horizon)
	}
	if r := s.ask("POST", "/api/studios/room/arrangements", edit{"whose": swept.Hash, "do": "resize", "x": 2, "y": 150, "fit": "scaled"}); r.StatusCode != 422 {
		t.Errorf("a sliver of a canvas: %d", r.StatusCode)
	}
	tree := read[api.Arranged](t, s.ask("POST", "/api/studios/room/arrangements", edit{"whose": swept.Hash, "do": "add", "kind": "tree", "x": 40, "y": 70}), 200)
	if tree.Zone != "tree" {
		t.Errorf("it makes %q", tree.Zone)
	}
}

// A lesson is printed before any class of it is planned; what was made of an earlier state is gone.
func TestALessonIsPrinted(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	for _, kind := range []string{"script", "mixing", "palette", "checks"} {
		j := s.does(edit{"kind": "print", "lesson": saved.ID, "from": 1, "print": edit{"kinds": []string{kind}, "paper": "letter", "units": "cm"}})
		if j.Came == nil || j.Came.Printed == nil || j.Came.Printed.Pages < 1 {
			t.Fatalf("%s: %+v", kind, j)
		}
		address := "/api/studios/room/lessons/" + saved.ID + "/handouts/" + j.Came.Printed.Made
		if r := s.ask("GET", address, nil); r.StatusCode != 200 || !bytes.HasPrefix(r.body, []byte("%PDF")) {
			t.Errorf("%s: %d", kind, r.StatusCode)
		}
		if r := s.ask("GET", strings.Replace(address, "/handouts/", "/handouts/0", 1)[:len(address)], nil); r.StatusCode != 404 && r.StatusCode != 422 {
			t.Errorf("%s that was not made: %d", kind, r.StatusCode)
		}
	}
}
