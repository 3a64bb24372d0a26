package api_test

import (
	"bytes"
	"context"
	"errors"
	"strings"
	"sync"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
	"proxenos/easel"
	"proxenos/web/api"
)

func TestAnEditIsTried(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	late := lesson.AnyEdit{Edit: lesson.Move{Step: "ridge", To: 3}}
	tried := s.does(edit{"kind": "try", "lesson": saved.ID, "from": 1, "edit": late, "at": edit{"x": 50, "y": 48}}).Came.Trial
	if len(tried.Come) == 0 || !strings.Contains(strings.Join(tried.Come, " "), "edge to repair") {
		t.Errorf("the ridge after the trees: %+v", tried.Come)
	}
	if !strings.HasPrefix(tried.Before, "data:image/png;base64,") || tried.Before == tried.After || tried.Minutes != 0 {
		t.Errorf("before and after are alike: %v, %g minutes", tried.Before == tried.After, tried.Minutes)
	}
	same := s.does(edit{"kind": "try", "lesson": saved.ID, "from": 1, "edit": lesson.AnyEdit{Edit: lesson.SetMinutes{Step: "sky", Minutes: 5}}}).Came.Trial
	if len(same.Gone)+len(same.Come) > 0 || same.Before != same.After {
		t.Errorf("nothing changed, and yet %v are gone, %v new", same.Gone, same.Come)
	}
	if r := s.ask("GET", "/api/studios/room/lessons/"+saved.ID, nil); !bytes.Contains(r.body, []byte(saved.Hash)) {
		t.Error("a trial changed the lesson")
	}
	for name, r := range map[string]reply{
		"no edit":           s.ask("POST", "/api/studios/room/jobs", edit{"kind": "try", "lesson": saved.ID, "from": 1}),
		"an unknown step":   s.ask("POST", "/api/studios/room/jobs", edit{"kind": "try", "lesson": saved.ID, "from": 1, "edit": lesson.AnyEdit{Edit: lesson.Remove{Step: "nobody"}}}),
		"an unknown remedy": s.ask("POST", "/api/studios/room/jobs", edit{"kind": "try", "lesson": saved.ID, "from": 1, "edit": edit{"edit": "pray"}}),
	} {
		if r.StatusCode != 422 || !bytes.Contains(r.body, []byte("detail")) {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	if r := s.ask("POST", "/api/studios/room/jobs", edit{"kind": "try", "lesson": "nobody", "from": 1, "edit": late}); r.StatusCode != 404 {
		t.Errorf("no lesson: %d", r.StatusCode)
	}
}

// The id of a lesson is kept longer than the request that named it: by it a newer edit
// stops the painting of the older one, whatever was asked in between.
func TestANewerEditStopsThePaintingOfTheOlder(t *testing.T) {
	if !(&api.Server{}).Handler().Config().Immutable {
		t.Error("what is taken from a request changes with the next one on the same connection")
	}
	s := startWith(t, easel.Options{Check: func(c *rule.Context) ([]rule.Finding, error) {
		<-c.Done() // it is under way until somebody stops it
		return nil, c.Err()
	}})
	l, text := sample.Terraces(t)
	saved := read[api.Saved](t, s.ask("POST", "/api/studios/room/lessons", text), 201)
	change := func(from int, minutes float64) api.Edited {
		return read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": from, "edit": lesson.AnyEdit{Edit: lesson.SetMinutes{Step: l.Steps[0].ID, Minutes: minutes}}}), 200)
	}
	first := change(1, 8)
	older := s.easel.Rehearse(saved.ID, 2, first.Lesson)
	for range 10 { // as the interface asks how far it is, and shows what there is
		var all sync.WaitGroup
		for range 4 {
			all.Go(func() { s.ask("GET", "/api/studios/room/rehearsals/"+first.Hash, nil) })
		}
		all.Wait()
	}
	change(2, 9)
	if _, err := older.Judged(context.Background()); !errors.Is(err, easel.ErrSuperseded) {
		t.Errorf("the older goes on: %v", err)
	}
}
