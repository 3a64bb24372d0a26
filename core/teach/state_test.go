package teach_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"proxenos/core/teach"
)

var start = time.Date(2027, 3, 4, 18, 0, 0, 0, time.UTC)

// plan is of steps of 10, 20, 5 (under a towel) and 15 minutes, in an hour.
var plan = teach.Plan{Minutes: []float64{10, 20, 5, 15}, Towels: []float64{0, 0, 4, 0}, There: 60}

func after(minutes float64) time.Time {
	return start.Add(time.Duration(minutes * float64(time.Minute)))
}

func at(minutes float64, kind teach.Kind, more ...teach.Event) teach.Event {
	e := teach.Event{}
	if len(more) > 0 {
		e = more[0]
	}
	e.Kind, e.At = kind, after(minutes)
	return e
}

func near(t *testing.T, what string, is, want float64) {
	t.Helper()
	if math.Abs(is-want) > 1e-6 {
		t.Errorf("%s is %g, not %g", what, is, want)
	}
}

// An evening, as it goes: late, a pause, a towel, a choice, and the end.
func TestAnEvening(t *testing.T) {
	events := []teach.Event{at(0, teach.Start)}
	s := teach.Of(plan, nil, after(3))
	if s.Phase != teach.Before || s.Step != -1 || s.Left != 60 {
		t.Errorf("before: %+v", s)
	}
	s = teach.Of(plan, events, after(12))
	near(t, "the clock", s.Clock, 12)
	near(t, "behind, while the first takes too long", s.Behind, 2)
	near(t, "the end", s.Ends, 12+20+5+15)
	events = append(events, at(13, teach.Done), at(20, teach.Pause))
	s = teach.Of(plan, events, after(26))
	if s.Phase != teach.Paused || s.Step != 1 {
		t.Errorf("in the pause: %+v", s)
	}
	near(t, "the clock in a pause", s.Clock, 20)
	near(t, "what is left, by the clock on the wall", s.Left, 34)
	near(t, "over time", s.Late, 0)
	events = append(events, at(30, teach.Resume), at(45, teach.Done))
	s = teach.Of(plan, events, after(45))
	near(t, "taken for the second", s.Steps[1].Took, 22)
	near(t, "behind", s.Behind, 5)
	near(t, "over time", s.Late, 5)
	events = append(events, at(45, teach.Choose, teach.Event{Text: "shorten the last", Short: []teach.Shorter{{Step: 3, Minutes: 9}}}), at(45, teach.Lay, teach.Event{Step: 2}))
	s = teach.Of(plan, events, after(46))
	near(t, "over time once it is shortened", s.Late, 0)
	if len(s.Towels) != 1 || s.Towels[0].Ready != s.Towels[0].Laid+4 || len(s.Chosen) != 1 {
		t.Errorf("towels %+v, chosen %q", s.Towels, s.Chosen)
	}
	events = append(events, at(49, teach.Lift, teach.Event{Step: 2}), at(50, teach.Done), at(59, teach.Done))
	s = teach.Of(plan, events, after(59))
	if s.Phase != teach.Running || s.Step != 4 || len(s.Towels) != 0 {
		t.Errorf("when all is done: %+v", s)
	}
	events = append(events, at(59.5, teach.End))
	s = teach.Of(plan, events, after(300))
	if s.Phase != teach.Ended {
		t.Errorf("at the end: %+v", s)
	}
	near(t, "the clock stands at the end", s.Passed, 59.5)
}

func TestStudentsComeAndGoAndPutTheirHandsUp(t *testing.T) {
	of := func(kind teach.Kind, seat, text string, step int) teach.Event {
		return at(1, kind, teach.Event{Seat: seat, Text: text, Step: step})
	}
	s := teach.Of(plan, []teach.Event{of(teach.Join, "a", "Ada", 0), at(1, teach.Start), of(teach.Join, "b", "Ben", 0), of(teach.Ready, "a", "", 0), of(teach.Ready, "a", "", 0),
		of(teach.Hand, "b", "It went to mud.", 0), of(teach.Hand, "c", "Nobody.", 0), of(teach.Leave, "a", "", 0), of(teach.Join, "a", "Ada", 0)}, after(2))
	if len(s.Seats) != 2 || s.Seats[0].Step != 1 || !s.Seats[0].There || s.Seats[1].Hand != "It went to mud." || s.Ignored != 2 {
		t.Errorf("%+v, %d ignored", s.Seats, s.Ignored)
	}
	s = teach.Of(plan, []teach.Event{of(teach.Join, "b", "Ben", 0), of(teach.Hand, "b", "It slides.", 2), of(teach.Answer, "b", "", 0)}, after(2))
	if s.Seats[0].Hand != "" || s.Seats[0].HandAt != 2 {
		t.Errorf("helped: %+v", s.Seats[0])
	}
}

// any is an event that may or may not be possible.
func anyEvent(rng *rand.Rand, minute float64) teach.Event {
	kinds := teach.Kinds()
	e := at(minute, kinds[rng.IntN(len(kinds)-1)]) // but for taking back
	e.Step = rng.IntN(5)                           // one too many
	e.Seat = fmt.Sprint(rng.IntN(4))
	e.Text = []string{"", "a", "b"}[rng.IntN(3)]
	if e.Kind == teach.Choose {
		e.Drop = []int{rng.IntN(4)}
		e.Short = []teach.Shorter{{Step: rng.IntN(4), Minutes: float64(rng.IntN(30))}}
	}
	return e
}

// Whatever happens in whatever order, the state is one that can be.
func TestAnyOrderOfEventsGivesASoundState(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 9))
	for range 3000 {
		var events []teach.Event
		minute := 0.0
		if rng.IntN(4) > 0 {
			events = append(events, at(0, teach.Start))
		}
		for range rng.IntN(40) {
			minute += 4 * rng.Float64()
			e := anyEvent(rng, minute)
			if rng.IntN(8) == 0 {
				e = at(minute-1, teach.TakeBack) // whose clock goes wrong
			}
			events = append(events, e)
		}
		was := teach.Of(plan, events, after(minute))
		s := teach.Of(plan, events, after(minute+2))
		var took float64
		for _, st := range s.Steps {
			took += st.Took
			if st.Took < 0 || st.Done && st.Dropped {
				t.Fatalf("%+v of %+v", st, events)
			}
		}
		laid := map[int]bool{}
		for _, towel := range s.Towels {
			if laid[towel.Step] || plan.Towels[towel.Step] == 0 {
				t.Fatalf("towels %+v of %+v", s.Towels, events)
			}
			laid[towel.Step] = true
		}
		for _, seat := range s.Seats {
			if seat.Hand != "" && !seat.There || seat.Step > len(plan.Minutes) {
				t.Fatalf("%+v of %+v", seat, events)
			}
		}
		switch {
		case s.Step < -1 || s.Step > len(plan.Minutes), (s.Phase == teach.Before) != (s.Step == -1), s.Clock > s.Passed+1e-9, took > s.Clock+1e-9, s.Late < 0:
			t.Fatalf("%+v of %+v", s, events)
		case s.Phase == teach.Ended && s.Clock != was.Clock, s.Phase == teach.Running && s.Clock < was.Clock+2-1e-9, s.Phase == teach.Paused && s.Clock != was.Clock:
			t.Fatalf("%s: the clock is %g, and was %g two minutes before", s.Phase, s.Clock, was.Clock)
		}
	}
}

// What is taken back has not been.
func TestTakingBackTheLastGivesTheStateBefore(t *testing.T) {
	rng := rand.New(rand.NewPCG(8, 8))
	text := func(events []teach.Event, now time.Time) string {
		body, err := json.Marshal(teach.Of(plan, events, now))
		if err != nil {
			t.Fatal(err)
		}
		return string(body)
	}
	for range 3000 {
		events := []teach.Event{at(0, teach.Start)}
		minute := 0.0
		for range rng.IntN(25) {
			minute += 4 * rng.Float64()
			events = append(events, anyEvent(rng, minute))
		}
		last := anyEvent(rng, minute+1)
		switch last.Kind {
		case teach.Hand, teach.Ready, teach.Join, teach.Leave:
			continue // a student's
		}
		before := text(events, after(minute+3))
		// A student may have said something meanwhile: that stays.
		taken := append(append([]teach.Event{}, events...), last, at(minute+2, teach.TakeBack))
		if got := text(taken, after(minute+3)); got != before {
			t.Fatalf("%+v is taken back:\n%s\n%s", last, before, got)
		}
		hand := at(minute+1.5, teach.Join, teach.Event{Seat: "late", Text: "Eve"})
		if got, want := text(append(append([]teach.Event{}, events...), last, hand, at(minute+2, teach.TakeBack)), after(minute+3)), text(append(append([]teach.Event{}, events...), hand), after(minute+3)); got != want {
			t.Fatalf("%+v is taken back after a student came:\n%s\n%s", last, want, got)
		}
	}
}

func TestEventsThatCanBeOfNoClass(t *testing.T) {
	for _, e := range []teach.Event{{Kind: "sing"}, {Kind: teach.Begin, Step: 4}, {Kind: teach.Begin, Step: -1}, {Kind: teach.Join}, {Kind: teach.Choose, Drop: []int{9}}, {Kind: teach.Choose, Short: []teach.Shorter{{Step: 1, Minutes: math.NaN()}}}} {
		if e.Check(4) == nil {
			t.Errorf("%+v passes", e)
		}
	}
	if err := (teach.Event{Kind: teach.Start}).Check(4); err != nil {
		t.Error(err)
	}
}

// The state of 2,000 events, as of a full room.
func BenchmarkStateOf2000(b *testing.B) {
	rng := rand.New(rand.NewPCG(1, 1))
	p := teach.Plan{There: 150}
	for range 60 {
		p.Minutes, p.Towels = append(p.Minutes, 2.5), append(p.Towels, 0)
	}
	events := []teach.Event{at(0, teach.Start)}
	for k := range 200 {
		events = append(events, at(0, teach.Join, teach.Event{Seat: fmt.Sprint(k), Text: "somebody"}))
	}
	for len(events) < 2000 {
		minute := float64(len(events)) / 14
		e := at(minute, teach.Ready, teach.Event{Seat: fmt.Sprint(rng.IntN(200)), Step: rng.IntN(60)})
		if rng.IntN(20) == 0 {
			e = at(minute, teach.Done)
		}
		events = append(events, e)
	}
	for b.Loop() {
		if s := teach.Of(p, events, after(150)); len(s.Seats) != 200 {
			b.Fatal(len(s.Seats))
		}
	}
}
