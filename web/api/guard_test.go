package api_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"net/http"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/easel"
	"proxenos/internal/wait"
	"proxenos/store"
	"proxenos/web/api"
)

// send makes a request with headers of its own; Host is one of them.
func (s *server) send(method, path string, body []byte, header map[string]string) *http.Response {
	s.t.Helper()
	req, err := http.NewRequestWithContext(s.t.Context(), method, s.base+path, bytes.NewReader(body))
	if err != nil {
		s.t.Fatal(err)
	}
	for name, value := range header {
		req.Header.Set(name, value)
	}
	if host := header["Host"]; host != "" {
		req.Host = host
	}
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		s.t.Fatal(err)
	}
	res.Body.Close()
	return res
}

// Any web page can send requests to a server on this machine. None of them is done.
func TestAForeignPageChangesNothing(t *testing.T) {
	s := start(t)
	text := lesson.Encode(sample.Lesson())
	kind := "application/json"
	own := strings.TrimPrefix(s.base, "http://")
	for name, c := range map[string]struct {
		header map[string]string
		status int
	}{
		"its own page":                {map[string]string{"Content-Type": kind, "Origin": s.base, "Sec-Fetch-Site": "same-origin"}, 201},
		"no browser":                  {map[string]string{"Content-Type": kind}, 201},
		"by the name localhost":       {map[string]string{"Content-Type": kind, "Host": "localhost" + own[strings.LastIndex(own, ":"):]}, 201},
		"another origin":              {map[string]string{"Content-Type": kind, "Origin": "http://elsewhere.invalid"}, 403},
		"a page without an origin":    {map[string]string{"Content-Type": kind, "Origin": "null"}, 403},
		"another site":                {map[string]string{"Content-Type": kind, "Sec-Fetch-Site": "cross-site"}, 403},
		"another port here":           {map[string]string{"Content-Type": kind, "Sec-Fetch-Site": "same-site", "Origin": "http://127.0.0.1:1"}, 403},
		"a name that was made for it": {map[string]string{"Content-Type": kind, "Host": "rebound.invalid", "Origin": "http://rebound.invalid"}, 421},
		"a name passed on":            {map[string]string{"Content-Type": kind, "X-Forwarded-Host": "localhost", "Host": "rebound.invalid"}, 421},
		"another address":             {map[string]string{"Content-Type": kind, "Host": "192.0.2.7"}, 421},
		"a form":                      {map[string]string{"Content-Type": "text/plain"}, 415},
		"another form":                {map[string]string{"Content-Type": "application/x-www-form-urlencoded"}, 415},
		"no kind":                     {map[string]string{}, 415},
	} {
		if r := s.send("POST", "/api/studios/room/lessons", text, c.header); r.StatusCode != c.status {
			t.Errorf("%s: %d, want %d", name, r.StatusCode, c.status)
		}
	}
	if r := s.send("GET", "/api/studios", nil, map[string]string{"Host": "rebound.invalid"}); r.StatusCode != 421 {
		t.Errorf("reading by another name: %d", r.StatusCode)
	}
	if r := s.send("DELETE", "/api/studios/room/lessons/x/runs/y", nil, map[string]string{"Origin": "http://elsewhere.invalid"}); r.StatusCode != 403 {
		t.Errorf("forgetting from another page: %d", r.StatusCode)
	}
}

// What falls over is one request, or one job; the server stands.
func TestTheServerStands(t *testing.T) {
	s := startWith(t, easel.Options{Check: func(*rule.Context) ([]rule.Finding, error) { panic("a rule falls over") }})
	saved := s.lesson()
	var told struct{ Detail string }
	wait.Until(t, "the rehearsal has failed", func() bool {
		r := s.ask("GET", "/api/studios/room/rehearsals/"+saved.Hash, nil)
		if r.StatusCode != 500 {
			return false
		}
		told = read[struct{ Detail string }](t, r, 500)
		return true
	})
	if !strings.Contains(told.Detail, "log tells more under") || strings.Contains(told.Detail, "a rule falls over") {
		t.Errorf("it says %q", told.Detail)
	}
	if r := s.ask("GET", "/api/studios/room/lessons/"+saved.ID, nil); r.StatusCode != 200 {
		t.Errorf("after it the lesson is %d", r.StatusCode)
	}
}

// A photograph that an older version kept and nothing can be read from is no fault.
func TestAPhotographThatCannotBeRead(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	p, err := s.store.Room("room").PutPhoto(t.Context(), "thread.jpg", 0, 2000, []byte("\xff\xd8\xff no picture"))
	if err != nil {
		t.Fatal(err)
	}
	e := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": edit{"edit": "reference", "reference": edit{"photo": p.Hash, "across": 0.5, "down": 0, "size": 1}}}), 200)
	for _, path := range []string{"", "/palettes/5", "/views/photo"} {
		if r := s.ask("GET", "/api/studios/room/references/"+e.Hash+path, nil); r.StatusCode != 422 || !strings.Contains(string(r.body), "take another one in") {
			t.Errorf("%s: %d %s", path, r.StatusCode, r.body)
		}
	}
}

// Words, notes, needs and stages of a step leave its frames as they are: nothing is painted.
func TestANoteInTheMarginPaintsNothing(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	if r := s.ask("GET", saved.Frames+"/paint-320-9.png", nil); r.StatusCode != 200 {
		t.Fatalf("%d %s", r.StatusCode, r.body)
	}
	painted := s.easel.Rehearse(saved.ID, saved.Revision, saved.Lesson)
	from := 1
	for name, change := range map[string]func(*lesson.Step){
		"words": func(s *lesson.Step) { s.Words = "Another word." }, "note": func(s *lesson.Step) { s.Note = "Mind the edge." },
		"need": func(s *lesson.Step) { s.Need = lesson.Must }, "stage": func(s *lesson.Step) { s.Stage = "Sky" },
	} {
		step := sample.Lesson().Steps[0]
		change(&step)
		e := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": from, "edit": lesson.AnyEdit{Edit: lesson.Change{Step: step}}}), 200)
		if from = e.Revision; e.Frames != saved.Frames || e.Hash == saved.Hash {
			t.Errorf("%s: its frames are at %s, were at %s", name, e.Frames, saved.Frames)
		}
		j := s.easel.Rehearse(saved.ID, e.Revision, e.Lesson)
		if _, err := j.Judged(t.Context()); err != nil {
			t.Error(err)
		}
		if j != painted && j.Progress() != 0 { // another need is judged anew, on the same canvas
			t.Errorf("%s: %d steps were painted", name, j.Progress())
		}
	}
}

// A picture is kept once, however its name is written.
func TestOneNameAPicture(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	first, again := s.ask("GET", saved.Frames+"/paint-320-9.png", nil), s.ask("GET", saved.Frames+"/paint-0320-09", nil)
	if first.StatusCode != 200 || !bytes.Equal(first.body, again.body) {
		t.Errorf("%d and %d, the same: %v", first.StatusCode, again.StatusCode, bytes.Equal(first.body, again.body))
	}
	for name, there := range map[string]bool{"paint-320-9.png": true, "paint-0320-09": false} {
		_, err := s.store.Artifact(t.Context(), store.Artifact{Maker: rehearse.Version, Painting: sample.Lesson().Painting(), Kind: "picture/" + name})
		if (err == nil) != there {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// What somebody has already is not sent again, and what changed is.
func TestRepliesThatHaveNotChanged(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	for _, path := range []string{"/api/studios/room/lessons/" + saved.ID, "/api/studios/room/lessons"} {
		first := s.ask("GET", path, nil)
		tag := first.Header.Get("ETag")
		if first.StatusCode != 200 || tag == "" || len(first.body) == 0 {
			t.Fatalf("%s: %d %q", path, first.StatusCode, tag)
		}
		if r := s.send("GET", path, nil, map[string]string{"If-None-Match": tag}); r.StatusCode != 304 {
			t.Errorf("%s: asked again it is %d", path, r.StatusCode)
		}
	}
	tag := s.ask("GET", "/api/studios/room/lessons/"+saved.ID, nil).Header.Get("ETag")
	read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 6}}), 200)
	if r := s.send("GET", "/api/studios/room/lessons/"+saved.ID, nil, map[string]string{"If-None-Match": tag}); r.StatusCode != 200 {
		t.Errorf("after a change it is %d", r.StatusCode)
	}
	if r := s.send("GET", "/api/studios/room/lessons/"+saved.ID, nil, map[string]string{"Accept-Encoding": "gzip"}); r.Header.Get("Content-Encoding") != "gzip" {
		t.Error("a lesson goes out as it is, not compressed")
	}
}

// A change whose reply was lost is sent again with its key, and is the same change.
func TestAChangeSentTwiceIsSavedOnce(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	body := []byte(`{"from": 1, "edit": {"edit": "minutes", "step": "sky", "minutes": 7}}`)
	header := map[string]string{"Content-Type": "application/json", "Idempotency-Key": "a-key"}
	for range 2 {
		if r := s.send("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", body, header); r.StatusCode != 200 {
			t.Fatalf("%d", r.StatusCode)
		}
	}
	if n, err := s.store.Room("room").HeadNumber(t.Context(), saved.ID); err != nil || n != 2 {
		t.Errorf("it is at revision %d, %v", n, err)
	}
	// It is answered with what it made, also after somebody changed the same in another way.
	edits := "/api/studios/room/lessons/" + saved.ID + "/edits"
	read[api.Edited](t, s.ask("POST", edits, edit{"from": 2, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 9}}), 200)
	again := read[api.Edited](t, s.askAs("POST", edits, body, map[string]string{"Idempotency-Key": "a-key"}), 200)
	if sky := again.Lesson.Steps[again.Lesson.Step("sky")]; again.Revision != 2 || again.Undo.From != 2 || sky.Minutes != 7 || len(again.Beside) != 0 {
		t.Errorf("it is answered with revision %d, %g minutes, taken back from %d, and beside it %q", again.Revision, sky.Minutes, again.Undo.From, again.Beside)
	}
	header["Idempotency-Key"] = strings.Repeat("k", 90)
	if r := s.send("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", body, header); r.StatusCode != 422 {
		t.Errorf("an endless key: %d", r.StatusCode)
	}
}

func TestFiguresBeyondEverything(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	at := "/api/studios/room/lessons/" + saved.ID
	for name, r := range map[string]reply{
		"a revision":         s.ask("POST", at+"/edits", edit{"from": 2147483648, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 7}}),
		"revision 0":         s.ask("POST", at+"/edits", edit{"from": 0, "edit": edit{"edit": "minutes", "step": "sky", "minutes": 7}}),
		"a whole lesson":     s.ask("PUT", at, edit{"from": 9000000000, "lesson": sample.Lesson()}),
		"differences":        s.ask("GET", at+"/differences?from=1&to=2147483648", nil),
		"a cupboard":         s.ask("PUT", at+"/cupboard", edit{"from": 2147483648, "cupboard": edit{"people": 1, "paints": []any{}, "tools": []any{}}}),
		"a title of blanks":  s.ask("POST", "/api/studios", edit{"name": "\x00"}),
		"a zero byte within": s.ask("POST", "/api/studios/room/lessons", strings.Replace(string(lesson.Encode(sample.Lesson())), "A ridge", `A\u0000ridge`, 1)),
	} {
		if r.StatusCode != 422 {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
}

func TestAmountsComeFromTheReports(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	first := read[api.Stocked](t, s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/cupboard", nil), 200)
	if _, err := s.store.Artifact(t.Context(), store.Artifact{Maker: rehearse.Version, Painting: sample.Lesson().Painting(), Kind: "reports"}); errors.Is(err, store.ErrNotFound) || first.Amounts.Total == 0 {
		t.Errorf("the reports were not kept: %v, %+v", err, first.Amounts)
	}
}

// What takes long cannot be asked for as often as somebody likes; what does not, can.
func TestWhatTakesLongIsAskedForSoOften(t *testing.T) {
	s := start(t)
	operations, most := api.Costly()
	var described struct {
		Paths map[string]map[string]any `json:"paths"`
	}
	if err := json.Unmarshal(s.ask("GET", "/api/openapi.json", nil).body, &described); err != nil {
		t.Fatal(err)
	}
	for _, o := range operations {
		if method, path, _ := strings.Cut(o, " "); described.Paths[path][strings.ToLower(method)] == nil {
			t.Errorf("there is no %s", o)
		}
	}
	for i := range most {
		if r := s.ask("POST", "/api/studios/room/lights", edit{}); r.StatusCode == 429 {
			t.Fatalf("refused at the %dth time", i+1)
		}
	}
	if r := s.ask("POST", "/api/studios/room/starters", edit{}); r.StatusCode != 429 || !bytes.Contains(r.body, []byte("try again")) {
		t.Errorf("asked for once more: %d %s", r.StatusCode, r.body)
	}
	if r := s.ask("GET", "/api/studios", nil); r.StatusCode != 200 {
		t.Errorf("another operation: %d", r.StatusCode)
	}
}
