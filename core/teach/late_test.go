package teach_test

import (
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/teach"
)

// running is a class of the demo lesson that is so many steps in, and so many minutes late.
func running(t testing.TB, steps int, each time.Duration) (*lesson.Lesson, *rehearse.Rehearsal, teach.Plan, []teach.Event, time.Time) {
	t.Helper()
	l, _ := sample.Terraces(t)
	r, err := rehearse.Run(t.Context(), l, 2, nil)
	if err != nil {
		t.Fatal(err)
	}
	c := class.Usual(l.Title, 6, start, 150)
	l = c.Paced(l)
	events := []teach.Event{{Kind: teach.Start, At: start}}
	at := start
	for range steps {
		at = at.Add(each)
		events = append(events, teach.Event{Kind: teach.Done, At: at})
	}
	return l, r, c.Plan(l), events, at
}

// When it is late there are ways to end in time: each wins what it says once it is taken, touches
// nothing that is done or under way, and gives a picture; and it can be taken back.
func TestWhatIsChosenWhenItIsLateWinsItsMinutes(t *testing.T) {
	l, r, plan, events, now := running(t, 25, 4*time.Minute)
	s := teach.Of(plan, events, now)
	if s.Late < 5 {
		t.Fatalf("it is %.1f minutes late", s.Late)
	}
	options, err := s.Options(t.Context(), l, r, s.Late)
	if err != nil {
		t.Fatal(err)
	}
	if len(options) < 2 || len(options) > 3 {
		t.Fatalf("%d ways", len(options))
	}
	began := time.Now()
	if err := teach.PaintAll(t.Context(), options, r); err != nil {
		t.Fatal(err)
	}
	t.Log("painted in", time.Since(began))
	for _, o := range options {
		t.Logf("%.0f late: %s wins %.1f, ΔE %.2f: %s", s.Late, o.Name, o.Wins, o.Differs, o.Says)
		e := o.Event()
		e.At = now
		if err := e.Check(len(l.Steps)); err != nil {
			t.Errorf("%s: %v", o.Name, err)
		}
		after := teach.Of(plan, append(events[:len(events):len(events)], e), now)
		won := s.Ends - after.Ends
		if won < o.Wins-1 || won > o.Wins+1 || o.Fits && after.Late > 1 {
			t.Errorf("%s wins %.1f minutes and said %.1f; it is %.1f late then", o.Name, won, o.Wins, after.Late)
		}
		for _, d := range o.Drop {
			if s.Steps[d].Done || d <= s.Step {
				t.Errorf("%s leaves out step %d, which is done or under way", o.Name, d)
			}
		}
		if o.Differs < 0 || o.Show(320).Bounds().Dx() != 320 {
			t.Errorf("%s has no picture", o.Name)
		}
		back := teach.Of(plan, append(events[:len(events):len(events)], e, teach.Event{Kind: teach.TakeBack, At: now}), now)
		if back.Ends != s.Ends || len(back.Chosen) != 0 {
			t.Errorf("%s taken back ends at %.1f, not %.1f", o.Name, back.Ends, s.Ends)
		}
		again, err := after.Options(t.Context(), l, r, 3)
		if err != nil {
			t.Errorf("after %s nothing more can be found: %v", o.Name, err)
		}
		for _, more := range again {
			for _, d := range more.Drop {
				if after.Steps[d].Dropped {
					t.Errorf("after %s step %d is left out twice", o.Name, d)
				}
			}
		}
	}
}

// At the end of the script there is nothing to win.
func TestAtTheEndNothingIsWon(t *testing.T) {
	l, r, plan, events, now := running(t, 60, time.Minute)
	s := teach.Of(plan, events, now)
	options, err := s.Options(t.Context(), l, r, 10)
	if err != nil {
		t.Fatal(err)
	}
	for _, o := range options {
		if o.Wins > 0 || o.Fits {
			t.Errorf("%+v", o)
		}
	}
}

func BenchmarkOptions(b *testing.B) {
	l, r, plan, events, now := running(b, 25, 4*time.Minute)
	s := teach.Of(plan, events, now)
	for b.Loop() {
		if _, err := s.Options(b.Context(), l, r, s.Late); err != nil {
			b.Fatal(err)
		}
	}
}
