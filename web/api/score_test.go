package api_test

import (
	"strings"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/store"
	"proxenos/web/api"
)

var nobody = strings.Repeat("0", 64)

func TestTimingAndFitting(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	timed := s.does(edit{"kind": "order", "lesson": saved.ID, "from": 1}).Came.Order
	if timed.Clash != nil || timed.Order.Before != saved.Score.Minutes || !timed.Order.Proven || len(timed.Tools.Used) == 0 {
		t.Errorf("%+v", timed)
	}
	again := s.does(edit{"kind": "order", "lesson": saved.ID, "from": 1}).Came.Order
	if again.Order.Says != timed.Order.Says {
		t.Error("kept, it says something else")
	}
	fit := s.does(edit{"kind": "fit", "lesson": saved.ID, "from": 1, "minutes": 15}).Came.Fitting
	if fit.Now != saved.Score.Minutes || len(fit.Choices) == 0 || fit.Choices[0].Differs < 0 {
		t.Errorf("%+v", fit)
	}
	for name, c := range map[string]struct {
		ask    edit
		status int
	}{
		"no minutes":   {edit{"kind": "fit", "lesson": saved.ID, "from": 1}, 422},
		"two minutes":  {edit{"kind": "fit", "lesson": saved.ID, "from": 1, "minutes": 2}, 422},
		"many minutes": {edit{"kind": "fit", "lesson": saved.ID, "from": 1, "minutes": "many"}, 422},
		"no lesson":    {edit{"kind": "order", "lesson": "nobody", "from": 1}, 404},
		"no kind":      {edit{"kind": "varnish", "lesson": saved.ID, "from": 1}, 422},
		"no revision":  {edit{"kind": "order", "lesson": saved.ID}, 422},
	} {
		if r := s.ask("POST", "/api/studios/room/jobs", c.ask); r.StatusCode != c.status {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
}

func TestTurnsAndRevisions(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	turn := read[house.Turn](t, s.ask("GET", "/api/studios/room/turns/"+saved.Hash+"/ladder", nil), 200)
	if len(turn.Changes) == 0 || turn.Ways.Paint == "" {
		t.Errorf("%+v", turn)
	}
	read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": turn.Edit}), 200)
	past := read[[]api.Past](t, s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/revisions", nil), 200)
	if len(past) != 2 || past[0].Number != 2 || !strings.Contains(past[0].Said, "lean to fat") {
		t.Errorf("%+v", past)
	}
	diff := read[[]lesson.Difference](t, s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/differences?from=1&to=2", nil), 200)
	if len(diff) != len(turn.Changes) || diff[0] != turn.Changes[0] {
		t.Errorf("what was said before is %+v, and after %+v", turn.Changes, diff)
	}
	for path, status := range map[string]int{
		"/api/studios/room/turns/" + saved.Hash + "/by-guess":                  422,
		"/api/studios/room/turns/" + nobody + "/ladder":                        404,
		"/api/studios/room/lessons/nobody/revisions":                           404,
		"/api/studios/room/lessons/" + saved.ID + "/differences?from=1&to=99":  404,
		"/api/studios/room/lessons/" + saved.ID + "/differences?from=0&to=2":   422,
		"/api/studios/room/lessons/" + saved.ID + "/differences?from=1&to=two": 422,
	} {
		if r := s.ask("GET", path, nil); r.StatusCode != status {
			t.Errorf("%s: %d %s", path, r.StatusCode, r.body)
		}
	}
}

func TestStepsAreBrought(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	cloud := read[compose.Fitted](t, s.ask("POST", "/api/studios/room/brought", edit{"whose": saved.Hash, "at": 2, "piece": "cloud"}), 200)
	if len(cloud.Notes) == 0 {
		t.Errorf("%+v", cloud)
	}
	read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": cloud.Edit}), 200)
	read[compose.Fitted](t, s.ask("POST", "/api/studios/room/brought", edit{"whose": saved.Hash, "at": 4, "from": saved.ID, "steps": []string{"trees"}}), 200)
	for name, c := range map[string]struct {
		ask    edit
		status int
	}{
		"a step of nowhere":   {edit{"whose": saved.Hash, "at": 4, "from": saved.ID, "steps": []string{"nobody"}}, 422},
		"a place of nowhere":  {edit{"whose": saved.Hash, "at": 99, "piece": "cloud"}, 422},
		"a place before all":  {edit{"whose": saved.Hash, "at": -1, "piece": "cloud"}, 422},
		"a piece of nowhere":  {edit{"whose": saved.Hash, "at": 0, "piece": "castle"}, 422},
		"a lesson of nowhere": {edit{"whose": saved.Hash, "at": 0, "from": "nobody", "steps": []string{"trees"}}, 404},
		"into nothing":        {edit{"whose": nobody, "at": 0, "piece": "cloud"}, 404},
	} {
		if r := s.ask("POST", "/api/studios/room/brought", c.ask); r.StatusCode != c.status {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
}

func TestNeighboursAreOfTheSameStudio(t *testing.T) {
	s := start(t)
	saved, other := s.lesson(), s.lesson()
	list := read[[]api.Neighbour](t, s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/neighbours", nil), 200)
	found := false
	for _, n := range list {
		if n.ID == saved.ID {
			t.Error("a lesson is its own neighbour")
		}
		found = found || n.ID == other.ID
	}
	if !found {
		t.Errorf("%+v", list)
	}
	if r := s.ask("GET", "/api/studios/room/lessons/nobody/neighbours", nil); r.StatusCode != 404 {
		t.Errorf("nobody's: %d", r.StatusCode)
	}
}

func TestRemediesAreRanked(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	ranking := s.does(edit{"kind": "rank", "lesson": saved.ID, "from": 1, "rule": "film.mud", "where": "lights"}).Came.Ranking
	list := ranking.Remedies
	if len(list) < 2 || !list[0].Gone || ranking.Tried != ranking.Of {
		t.Fatalf("%+v", ranking)
	}
	for i := 1; i < len(list); i++ {
		if list[i].Gone && !list[i-1].Gone {
			t.Errorf("%q, which takes it away, comes after %q, which does not", list[i].Words, list[i-1].Words)
		}
	}
	if j := s.does(edit{"kind": "rank", "lesson": saved.ID, "from": 1, "rule": "film.mud", "where": "sky"}); j.State != store.Failed || !strings.Contains(j.Problem, "not found") {
		t.Errorf("a finding that is none: %+v", j)
	}
}
