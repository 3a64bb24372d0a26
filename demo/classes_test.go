package demo_test

import (
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/teach"
	"proxenos/demo"
	"proxenos/internal/testdb"
	"proxenos/store"
	"proxenos/studio"
)

// The shelf says that nothing is open: neither the cupboard nor a class that is planned asks for more.
func TestNothingIsOpenInTheDemoStudio(t *testing.T) {
	s := put(t, time.Now())
	room := studio.Room{Kept: s.Room(demo.Studio.ID)}
	asked := 0
	for _, id := range demo.IDs() {
		l, err := demo.Lesson(id)
		if err != nil {
			t.Fatal(err)
		}
		r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		c, err := room.Besides(t.Context(), id, l, r)
		if err != nil || c.Cupboard == nil {
			t.Fatal(err)
		}
		asked += len(c.Classes)
		list, err := rule.Beyond(c)
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range rule.Unaccepted(list) {
			t.Errorf("%s: %s: %s", id, f.Rule, f.Says)
		}
	}
	if asked != 3 {
		t.Errorf("%d planned classes were asked", asked)
	}
}

// put is a store with what the demo studio has at a time, put there twice: once more changes nothing.
func put(t *testing.T, now time.Time) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), testdb.New(t), 20*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	for range 2 {
		if err := demo.Put(t.Context(), s, nil); err != nil {
			t.Fatal(err)
		}
		if err := demo.PutClasses(t.Context(), s, now); err != nil {
			t.Fatal(err)
		}
	}
	return s
}

func TestTheDemoStudioTeachesAndLacksTwoThings(t *testing.T) {
	now := time.Date(2027, 3, 4, 9, 30, 0, 0, time.UTC)
	s := put(t, now)
	list, err := s.Room(demo.Studio.ID).Classes(t.Context())
	if err != nil || len(list) != 4 || !list[0].Class.Start.Before(now) || !list[1].Class.Start.After(now) || list[0].Class.State != class.Ended {
		t.Fatalf("%+v, %v", list, err)
	}
	cupboard, version, err := s.Room(demo.Studio.ID).Cupboard(t.Context())
	if err != nil || version != 1 || cupboard.Check() != nil {
		t.Fatalf("version %d, %v, %v", version, err, cupboard.Check())
	}
	l, err := demo.Lesson(list[0].Lesson)
	if err != nil {
		t.Fatal(err)
	}
	events, _, err := s.Room(demo.Studio.ID).Happened(t.Context(), list[0].ID, 0)
	if err != nil {
		t.Fatal(err)
	}
	past := teach.OutcomeOf(list[0].Class.Plan(l), events)
	if st := teach.Of(list[0].Class.Plan(l), events, now); st.Phase != teach.Ended || st.Ignored != 0 || past.Through != 7 || past.Joined != 8 || len(past.Changes(l)) == 0 {
		t.Errorf("the class that was taught is %s with %d ignored, %d of %d through: %v", st.Phase, st.Ignored, past.Through, past.Joined, past.Changes(l))
	}
	for _, k := range list[2:] {
		l, err := demo.Lesson(k.Lesson)
		if err != nil {
			t.Fatal(err)
		}
		r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		p, err := class.Prepare(t.Context(), k.Class, l, r.Reports, cupboard, nil)
		if err != nil {
			t.Fatal(err)
		}
		short := map[string]float64{}
		for _, line := range p.Lines {
			if !line.Counted || !line.Priced {
				t.Errorf("%s: %s is counted %v, priced %v", k.Class.Title, line.Name, line.Counted, line.Priced)
			}
			if line.Short > 0 {
				short[line.Item] = line.Short
			}
		}
		if len(short) != 2 || short["PW6"] == 0 || short["towel"] == 0 || p.Cost.Unpriced != 0 {
			t.Errorf("%s lacks %v, %d without a price", k.Class.Title, short, p.Cost.Unpriced)
		}
	}
}
