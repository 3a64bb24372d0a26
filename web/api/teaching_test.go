package api_test

import (
	"bytes"
	"fmt"
	"sync"
	"testing"

	"proxenos/core/card"
	"proxenos/core/teach"
	"proxenos/web/api"
)

// A class runs by what happens: whoever asks sees the same, what is taken back has not been, and
// what happens at once is all written down.
func TestAClassRunsByWhatHappens(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	day := read[api.OnDay](t, s.ask("POST", "/api/studios/room/classes", edit{"lesson": saved.ID, "people": 4, "begins": "2027-10-30T21:30", "minutes": 60}), 201)
	at := "/api/studios/room/classes/" + day.ID
	happen := func(what edit) teach.State {
		return read[api.Teaching](t, s.ask("POST", at+"/happenings", what), 201).State
	}
	if cards := read[[]card.Card](t, s.ask("GET", at+"/cards", nil), 200); len(cards) != len(saved.Lesson.Steps) || cards[0].Colours[0].Name == "" {
		t.Errorf("%d cards of %d steps", len(cards), len(saved.Lesson.Steps))
	}
	if before := read[api.Teaching](t, s.ask("GET", at+"/teaching", nil), 200); before.State.Phase != teach.Before || before.Number != 0 || before.State.Left != 60 {
		t.Errorf("before: %+v", before)
	}
	if st := happen(edit{"kind": "start"}); st.Phase != teach.Running || st.Step != 0 {
		t.Errorf("begun: %+v", st)
	}
	happen(edit{"kind": "done"})
	happen(edit{"kind": "note", "text": "slow"})
	if st := happen(edit{"kind": "take-back"}); st.Step != 1 || len(st.Notes) != 0 {
		t.Errorf("the note is taken back: %+v", st)
	}
	if st := happen(edit{"kind": "take-back"}); st.Step != 0 || st.Steps[0].Done {
		t.Errorf("and the step: %+v", st)
	}
	var all sync.WaitGroup
	for i := range 20 {
		all.Go(func() {
			if r := s.ask("POST", at+"/happenings", edit{"kind": "join", "seat": fmt.Sprint(i), "text": "somebody"}); r.StatusCode != 201 {
				t.Errorf("joining: %d %s", r.StatusCode, r.body)
			}
		})
	}
	all.Wait()
	if now := read[api.Teaching](t, s.ask("GET", at+"/teaching", nil), 200); len(now.State.Seats) != 20 || now.Number != 25 || now.State.Ignored != 0 {
		t.Errorf("%d seats, %d have happened, %d ignored", len(now.State.Seats), now.Number, now.State.Ignored)
	}
	for says, body := range map[string]edit{
		"kind":          {"kind": "sing"},
		"step is":       {"kind": "begin", "step": 400},
		"name the seat": {"kind": "join"},
		"signs in it":   {"kind": "note", "text": "a\x00b"},
		"text":          {"kind": "note", "text": string(bytes.Repeat([]byte("x"), 401))},
	} {
		if r := s.ask("POST", at+"/happenings", body); r.StatusCode != 422 || !bytes.Contains(r.body, []byte(says)) {
			t.Errorf("%v: %d %s", body, r.StatusCode, r.body)
		}
	}
	for _, address := range []string{"/teaching", "/cards"} {
		if r := s.ask("GET", "/api/studios/room/classes/nobody"+address, nil); r.StatusCode != 404 {
			t.Errorf("%s of no class: %d", address, r.StatusCode)
		}
	}
}
