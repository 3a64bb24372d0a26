package teach_test

import (
	"strings"
	"testing"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/teach"
)

// What went otherwise than planned becomes an edit that can be made, each with why.
func TestAClassSaysWhatToChange(t *testing.T) {
	l := sample.Lesson()
	l.Steps[2].Load, l.Steps[2].Pressure = lesson.MediumLoad, lesson.Evenly
	p := teach.Plan{Minutes: []float64{5, 5, 5, 5}, Towels: make([]float64, 4), There: 30}
	at := func(minute int, e teach.Event) teach.Event {
		e.At = start.Add(time.Duration(minute) * time.Minute)
		return e
	}
	events := []teach.Event{at(0, teach.Event{Kind: teach.Start}), at(0, teach.Event{Kind: teach.Join, Seat: "1", Text: "Ana"}), at(0, teach.Event{Kind: teach.Join, Seat: "2", Text: "Bo"}),
		at(10, teach.Event{Kind: teach.Done}), at(15, teach.Event{Kind: teach.Done}),
		at(16, teach.Event{Kind: teach.Hand, Seat: "1", Step: 2, Text: "slips"}), at(17, teach.Event{Kind: teach.Hand, Seat: "2", Step: 2, Text: "slips"}), at(18, teach.Event{Kind: teach.Hand, Seat: "2", Step: 2, Text: "thick"}),
		at(19, teach.Event{Kind: teach.Choose, Text: "leave out", Drop: []int{3}}), at(20, teach.Event{Kind: teach.Done}), at(21, teach.Event{Kind: teach.End})}
	r := teach.OutcomeOf(p, events)
	if r.Lines[0].Behind != 5 || r.Lines[1].Behind != 5 || r.Lines[3].Behind != 0 || len(r.Lines[2].Troubles) != 3 {
		t.Errorf("%+v", r.Lines)
	}
	changes := r.Changes(l)
	if len(changes) != 3 {
		t.Fatalf("%d changes: %+v", len(changes), changes)
	}
	next := l
	for i, want := range []string{"took 10.0 minutes", "2 hands were up: will not stick", "left out"} {
		if !strings.Contains(changes[i].Why, want) || changes[i].Says == "" {
			t.Errorf("%d. is %+v, not %q", i, changes[i], want)
		}
		var err error
		if next, _, err = changes[i].Edit.Apply(next); err != nil {
			t.Fatal(err)
		}
	}
	if next.Steps[0].Minutes != 10 || next.Steps[2].Load != lesson.FullLoad || next.Steps[3].Need != lesson.IfTime {
		t.Errorf("it becomes %+v", next.Steps)
	}
	if none := teach.OutcomeOf(p, nil).Changes(l); len(none) != 0 {
		t.Errorf("a class that was not says %+v", none)
	}
}

// Somebody in a seat sees the class, and nothing of the others but how many they are.
func TestASeatSeesItsOwn(t *testing.T) {
	p := teach.Plan{Minutes: []float64{5, 5, 5, 5}, Towels: make([]float64, 4), There: 30}
	at := func(e teach.Event) teach.Event { e.At = start; return e }
	events := []teach.Event{at(teach.Event{Kind: teach.Join, Seat: "1", Text: "Ana"}), at(teach.Event{Kind: teach.Join, Seat: "2", Text: "Bo"}), at(teach.Event{Kind: teach.Join, Seat: "3", Text: "Cem"}),
		at(teach.Event{Kind: teach.Start}), at(teach.Event{Kind: teach.Ready, Seat: "1", Step: 0}), at(teach.Event{Kind: teach.Ready, Seat: "2", Step: 2}),
		at(teach.Event{Kind: teach.Done}), at(teach.Event{Kind: teach.Done}),
		at(teach.Event{Kind: teach.Hand, Seat: "1", Step: 1, Text: "mud"}), at(teach.Event{Kind: teach.Answer, Seat: "1", Text: "Scrape it off.", Made: "abc"}), at(teach.Event{Kind: teach.Hand, Seat: "2", Step: 1, Text: "set"})}
	s := teach.Of(p, events, start)
	ana := s.For("1")
	if ana.Mine.Name != "Ana" || ana.Mine.Hand != "" || len(ana.Mine.Answers) != 1 || ana.Mine.Answers[0] != (teach.Answered{Step: 1, Trouble: "mud", Says: "Scrape it off.", Made: "abc"}) || ana.There != 3 || ana.Through != 1 || ana.Step != 2 {
		t.Errorf("Ana sees %+v", ana)
	}
	if nobody := s.For("9"); nobody.Mine.Name != "" || nobody.Mine.Answers == nil {
		t.Errorf("nobody sees %+v", nobody)
	}
	w := s.Where()
	if w.There != 3 || w.Through != 1 || w.At != 1 || len(w.Behind) != 1 || w.Behind[0] != "Ana" {
		t.Errorf("they are %+v", w)
	}
	down := teach.Of(p, append(events, at(teach.Event{Kind: teach.Hand, Seat: "2"})), start)
	if down.Seats[1].Hand != "" || down.Ignored != 0 {
		t.Errorf("the hand is taken down: %+v", down.Seats[1])
	}
}

// What is said fits into an event, cut at a word; somebody who went wrong gets the minutes that
// are left of the step, and never none.
func TestWhatIsWrittenDownFits(t *testing.T) {
	long := strings.Repeat("scrape it off, ", 60)
	if cut := teach.Fit(long); len([]rune(cut)) > teach.MostText || !strings.HasSuffix(cut, "…") || strings.HasSuffix(cut, " …") || teach.Fit("short") != "short" {
		t.Errorf("%d letters: %q", len([]rune(cut)), cut)
	}
	p := teach.Plan{Minutes: []float64{12, 5}, Towels: make([]float64, 2), There: 30}
	events := []teach.Event{{Kind: teach.Start, At: start}}
	for minute, want := range map[int]float64{0: 12, 4: 8, 11: 5, 25: 5} {
		if got := teach.Of(p, events, start.Add(time.Duration(minute)*time.Minute)).Spare(); got != want {
			t.Errorf("at minute %d there are %g to spare, not %g", minute, got, want)
		}
	}
	if got := teach.Of(p, nil, start).Spare(); got != 30 {
		t.Errorf("before it begins there are %g", got)
	}
}
