package run_test

import (
	"math"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/run"
)

func took(step string, minutes float64) run.Took { return run.Took{Step: step, Minutes: minutes} }

func TestPacesAreTheMiddleOfWhatSessionsTook(t *testing.T) {
	l := sample.Lesson() // four steps of five minutes
	l.Pace = 1.4
	l.Steps[3].Technique = lesson.Blot // takes no longer in a class
	runs := []run.Run{
		{Taught: "2026-03-01", Took: []run.Took{took("sky", 9), took("lights", 5), took("gone", 30)}},
		{Taught: "2026-04-01", Took: []run.Took{took("sky", 40)}}, // one odd session
		{Taught: "2026-05-01", Took: []run.Took{took("sky", 8), took("ridge", 6), took("lights", 6)}},
		{Taught: "2026-06-01", Took: []run.Took{took("ridge", 9)}},
	}
	want := []run.Pace{
		{Step: "sky", Planned: 7, Took: 9, Least: 8, Most: 40, Runs: 3},
		{Step: "ridge", Planned: 7, Took: 7.5, Least: 6, Most: 9, Runs: 2},
		{Step: "trees", Planned: 7}, // never timed
		{Step: "lights", Planned: 5, Took: 5.5, Least: 5, Most: 6, Runs: 2},
	}
	got := run.Paces(l, runs)
	if len(got) != len(want) {
		t.Fatalf("%+v", got)
	}
	for i := range want {
		if got[i] != want[i] {
			t.Errorf("%+v, want %+v", got[i], want[i])
		}
	}
	if r := run.Ratio(got); math.Abs(r-22.0/19) > 1e-9 {
		t.Errorf("together %.3f times as long", r)
	}
	if run.Ratio(nil) != 1 || run.Paces(l, nil)[0].Runs != 0 {
		t.Error("something is known of no runs")
	}
}

func TestARunThatIsWrongIsToldWhy(t *testing.T) {
	good := func() run.Run { return run.Run{Taught: "2026-02-28", Took: []run.Took{took("sky", 4)}} }
	if err := good().Check(); err != nil {
		t.Error(err)
	}
	for says, spoil := range map[string]func(r *run.Run){
		"not a day":      func(r *run.Run) { r.Taught = "2026-02-30" },
		"no text":        func(r *run.Run) { r.Note = "a\x00b" },
		"letters":        func(r *run.Run) { r.Note = strings.Repeat("ä", run.MostNote+1) },
		"no step":        func(r *run.Run) { r.Took = nil },
		"at most":        func(r *run.Run) { r.Took = make([]run.Took, run.MostSteps+1) },
		"twice":          func(r *run.Run) { r.Took = append(r.Took, took("sky", 5)) },
		"minutes is -1":  func(r *run.Run) { r.Took[0].Minutes = -1 },
		"minutes is NaN": func(r *run.Run) { r.Took[0].Minutes = math.NaN() },
	} {
		r := good()
		spoil(&r)
		if err := r.Check(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v, want %q", err, says)
		}
	}
}
