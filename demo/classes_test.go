package demo_test

import (
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/rehearse"
	"proxenos/core/teach"
	"proxenos/demo"
	"proxenos/internal/testdb"
	"proxenos/store"
)

func TestTheDemoStudioTeachesAndLacksTwoThings(t *testing.T) {
	s, err := store.Open(t.Context(), testdb.New(t), 20*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	now := time.Date(2027, 3, 4, 9, 30, 0, 0, time.UTC)
	for range 2 { // once more changes nothing
		if err := demo.Put(t.Context(), s, nil); err != nil {
			t.Fatal(err)
		}
		if err := demo.PutClasses(t.Context(), s, now); err != nil {
			t.Fatal(err)
		}
	}
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
