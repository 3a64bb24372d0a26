package api_test

import (
	"bytes"
	"slices"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
	"proxenos/core/run"
	"proxenos/core/supply"
	"proxenos/internal/wait"
	"proxenos/web/api"
)

// judged waits for what the rules say of a lesson.
func (s *server) judged(hash, lesson string) (list []rule.Finding) {
	s.t.Helper()
	wait.Until(s.t, "the lesson is judged", func() bool {
		r := read[api.Rehearsed](s.t, s.ask("GET", "/api/studios/room/rehearsals/"+hash+"?lesson="+lesson, nil), 200)
		list = r.Findings
		return r.Done
	})
	return list
}

func TestTheCupboardIsHeldAgainstTheLesson(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	at := "/api/studios/room/lessons/" + saved.ID + "/cupboard"
	first := read[api.Stocked](t, s.ask("GET", at, nil), 200)
	if first.Version != 0 || len(first.Wants) != len(first.Amounts.Tubes)+2 || first.Wants[0].Counted || first.Lasts != -1 || len(first.Amounts.Tubes) == 0 || !strings.HasPrefix(first.Says, "Nobody has counted") {
		t.Fatalf("%+v", first)
	}
	blue := supply.Cupboard{People: 4, Paints: []supply.Stock{{Paint: "PB29", Ml: 500}, {Paint: "PW6", Ml: 0}}, Tools: []supply.Rack{}}
	put := read[api.Stocked](t, s.ask("PUT", at, edit{"from": 0, "cupboard": blue}), 200)
	if put.Version != 1 || !put.Wants[0].Counted || put.Wants[len(put.Wants)-1].Counted || put.Lasts != 0 {
		t.Errorf("%+v", put)
	}
	said := func(lesson string) (ids []string) {
		for _, f := range s.judged(saved.Hash, lesson) {
			if strings.HasPrefix(f.Rule, "supply.") || f.Rule == "time.pace" {
				ids = append(ids, f.Rule+" "+f.Where)
			}
		}
		return ids
	}
	if ids := said(saved.ID); !slices.Equal(ids, []string{"supply.missing PW6"}) { // what nobody counted is silent
		t.Errorf("with blue and no white it says %v", ids)
	}
	if ids := said(""); len(ids) != 0 {
		t.Errorf("of nobody's cupboard it says %v", ids)
	}
	table := s.ask("GET", at+".csv", nil)
	if table.StatusCode != 200 || !bytes.Contains(table.body, []byte("paint,PB29,Ultramarine,,500,ml")) || !strings.HasPrefix(table.Header.Get("Content-Type"), "text/csv") {
		t.Errorf("%d %s", table.StatusCode, table.body)
	}
	// Everything is there once a table says so.
	text := "what,item,mm,amount\npeople,,,4\ntool,flat,20,4\ntool,filbert,10,4\n"
	for _, tube := range first.Amounts.Tubes {
		text += "paint," + tube.Paint + ",,900\n"
	}
	full := read[api.Stocked](t, s.ask("POST", at+".csv?from=1", text), 200)
	if full.Version != 2 || full.Lasts < 2 || len(said(saved.ID)) != 0 {
		t.Errorf("%+v, and it says %v", full, said(saved.ID))
	}
	for name, r := range map[string]reply{
		"no people":     s.ask("PUT", at, edit{"from": 2, "cupboard": edit{"people": 0, "paints": []any{}, "tools": []any{}}}),
		"unknown paint": s.ask("PUT", at, edit{"from": 2, "cupboard": edit{"people": 1, "paints": []any{edit{"paint": "PX", "ml": 1}}, "tools": []any{}}}),
		"no table":      s.ask("POST", at+".csv?from=2", "paint,PW6"),
	} {
		if r.StatusCode != 422 || !bytes.Contains(r.body, []byte("detail")) {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	if r := s.ask("PUT", at, edit{"from": 1, "cupboard": blue}); r.StatusCode != 409 || !bytes.Contains(r.body, []byte("cupboard is at revision 2")) {
		t.Errorf("an old version: %d %s", r.StatusCode, r.body)
	}
	if r := s.ask("GET", "/api/studios/room/lessons/nobody/cupboard", nil); r.StatusCode != 404 {
		t.Errorf("of no lesson: %d", r.StatusCode)
	}
}

// What a planned class asks of a lesson is said while it is planned so.
func TestAClassWithTheYoungIsHeldAgainstTheLesson(t *testing.T) {
	s := start(t)
	l := sample.Lesson()
	l.Steps[3].Care = lesson.RinseDry
	saved := read[api.Saved](t, s.ask("POST", "/api/studios/room/lessons", lesson.Encode(l)), 201)
	said := func() []rule.Finding {
		return slices.DeleteFunc(s.judged(saved.Hash, saved.ID), func(f rule.Finding) bool { return !strings.HasPrefix(f.Rule, "safe.") })
	}
	day := read[api.OnDay](t, s.ask("POST", "/api/studios/room/classes", edit{"lesson": saved.ID, "people": 4, "begins": "2027-10-30T18:00", "minutes": 60}), 201)
	if list := said(); len(list) != 0 {
		t.Errorf("all are of age: %+v", list)
	}
	at := "/api/studios/room/classes/" + day.ID
	day.Class.Minors = true
	day = read[api.OnDay](t, s.ask("PUT", at, edit{"from": day.Version, "revision": day.Revision, "begins": day.Begins, "class": day.Class}), 200)
	list := said()
	if len(list) != 1 || list[0].Rule != "safe.minors" || list[0].Where != day.ID || !strings.Contains(list[0].Says, "solvent to rinse brushes") {
		t.Fatalf("%+v", list)
	}
	ranking := s.does(edit{"kind": "rank", "lesson": saved.ID, "from": saved.Revision, "rule": list[0].Rule, "where": list[0].Where}).Came.Ranking
	if len(ranking.Remedies) == 0 || ranking.Remedies[0].After == nil || *ranking.Remedies[0].After >= list[0].Figure {
		t.Errorf("its remedies: %+v", ranking)
	}
	if r := s.ask("PUT", at+"/deleted", edit{"deleted": true}); r.StatusCode >= 300 {
		t.Errorf("throw the class out: %d %s", r.StatusCode, r.body)
	}
	if list := said(); len(list) != 0 {
		t.Errorf("the class is thrown out: %+v", list)
	}
}

func TestWhatSessionsTook(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	at := "/api/studios/room/lessons/" + saved.ID + "/runs"
	if none := read[api.Ran](t, s.ask("GET", at, nil), 200); len(none.Runs) != 0 || none.Paces[0].Runs != 0 || !strings.HasPrefix(none.Says, "No session") {
		t.Errorf("%+v", none)
	}
	once := run.Run{Taught: "2026-05-01", Note: "Late with the sky.", Took: []run.Took{{Step: "sky", Minutes: 9}}}
	got := read[api.Ran](t, s.ask("POST", at, once), 201)
	if len(got.Runs) != 1 || got.Runs[0].Note != once.Note || len(got.Paces) != 4 || got.Paces[0].Took != 9 || got.Paces[0].Planned != 5 {
		t.Fatalf("%+v", got)
	}
	list := slices.DeleteFunc(s.judged(saved.Hash, saved.ID), func(f rule.Finding) bool { return f.Rule != "time.pace" })
	if len(list) != 1 || list[0].Figure != 4 {
		t.Errorf("%+v", list)
	}
	// Its remedies are compared and tried against the runs as well.
	ranking := s.does(edit{"kind": "rank", "lesson": saved.ID, "from": 1, "rule": "time.pace", "where": "sky"}).Came.Ranking
	if len(ranking.Remedies) == 0 || ranking.Tried != ranking.Of || !ranking.Remedies[0].Gone || *ranking.Remedies[0].After > list[0].Threshold {
		t.Fatalf("%+v", ranking)
	}
	tried := s.does(edit{"kind": "try", "lesson": saved.ID, "from": 1, "edit": ranking.Remedies[0].Edit}).Came.Trial
	if len(tried.Gone) != 1 || !strings.Contains(tried.Gone[0], "took 9") {
		t.Errorf("%+v", tried.Gone)
	}
	if gone := read[api.Ran](t, s.ask("DELETE", at+"/"+got.Runs[0].ID, nil), 200); len(gone.Runs) != 0 {
		t.Errorf("%+v", gone)
	}
	for name, c := range map[string]struct {
		r      reply
		status int
	}{
		"no day":        {s.ask("POST", at, edit{"taught": "spring", "note": "", "took": once.Took}), 422},
		"no text":       {s.ask("POST", at, edit{"taught": "2026-05-01", "note": "a\x00b", "took": once.Took}), 422},
		"long ago":      {s.ask("POST", at, edit{"taught": "0000-01-01", "note": "", "took": once.Took}), 422},
		"no minutes":    {s.ask("POST", at, edit{"taught": "2026-05-01", "note": "", "took": []any{}}), 422},
		"unknown step":  {s.ask("POST", at, edit{"taught": "2026-05-01", "note": "", "took": []any{edit{"step": "nobody", "minutes": 3}}}), 422},
		"a run no more": {s.ask("DELETE", at+"/"+got.Runs[0].ID, nil), 404},
		"no lesson":     {s.ask("POST", "/api/studios/room/lessons/nobody/runs", once), 404},
	} {
		if c.r.StatusCode != c.status || !bytes.Contains(c.r.body, []byte("detail")) {
			t.Errorf("%s: %d %s", name, c.r.StatusCode, c.r.body)
		}
	}
}
