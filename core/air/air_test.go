package air_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"proxenos/core/air"
)

// One even source: C(t) = G/Q (1 − e^−Qt/V).
func TestAnEvenSourceIsAsTheClosedSolutionSays(t *testing.T) {
	for _, changes := range []float64{0.5, 2, 6, 30} {
		room := air.Room{Volume: 180, Changes: changes}
		const minutes, rate = 150, 90.0
		got, err := air.Of(room, []air.Source{{From: 0, To: minutes, Rate: rate}}, minutes, 0)
		if err != nil {
			t.Fatal(err)
		}
		flow := changes / 60
		want := rate / (flow * 180) * (1 - math.Exp(-flow*minutes))
		mean := rate / (flow * 180) * (1 - (1-math.Exp(-flow*minutes))/(flow*minutes))
		if math.Abs(got.Peak/want-1) > 1e-9 || changes < 10 && got.PeakAt != minutes || math.Abs(got.Mean/mean-1) > 1e-9 {
			t.Errorf("%g changes: peak %g at %g, mean %g; the solution is %g and %g", changes, got.Peak, got.PeakAt, got.Mean, want, mean)
		}
	}
	// Without any change of air everything stays.
	got, err := air.Of(air.Room{Volume: 100}, []air.Source{{From: 10, To: 20, Rate: 50}}, 60, 3)
	if err != nil || math.Abs(got.Peak-5) > 1e-9 || math.Abs(got.Over-44) > 1e-6 || math.Abs(got.Mean-(25+200)/60.0) > 1e-9 {
		t.Errorf("in a closed room: %g, over for %g, mean %g, %v", got.Peak, got.Over, got.Mean, err)
	}
	// A draught so faint that it makes no difference makes none.
	faint, err := air.Of(air.Room{Volume: 100, Changes: 1e-9}, []air.Source{{From: 10, To: 20, Rate: 50}}, 60, 3)
	if err != nil || math.Abs(faint.Peak-got.Peak) > 1e-6 || math.Abs(faint.Mean-got.Mean) > 1e-6 {
		t.Errorf("in a faint draught: %g and %g, %v", faint.Peak, faint.Mean, err)
	}
}

// Jars are opened and closed, paint dries: as a solution in tiny steps says.
func TestJarsOpenedAndClosedAreAsTinyStepsSay(t *testing.T) {
	room := air.Room{Volume: 140, Changes: 1.5}
	var sources []air.Source
	for jar := range 12 {
		for open := 3 * float64(jar); open < 118; open += 17.3 {
			sources = append(sources, air.Open(open, open+6.1, 28, 400))
		}
	}
	sources = append(sources, air.Spread(20, 55, 9000), air.Spread(80.5, 140, 20000), air.Spread(-10, 5, 500))
	const limit = 30
	got, err := air.Of(room, sources, 120, limit)
	if err != nil {
		t.Fatal(err)
	}
	const tiny = 1e-3
	level, peak, at, sum, over := 0.0, 0.0, 0.0, 0.0, 0.0
	for n := range int(120 / tiny) {
		minute := (float64(n) + 0.5) * tiny
		rate := 0.0
		for _, s := range sources {
			if s.From <= minute && minute < s.To {
				rate += s.Rate
			}
		}
		level += tiny * (rate/room.Volume - room.Changes/60*level)
		sum += tiny * level
		if level > peak {
			peak, at = level, minute
		}
		if level > limit {
			over += tiny
		}
	}
	if math.Abs(got.Peak/peak-1) > 1e-3 || math.Abs(got.PeakAt-at) > 0.01 || math.Abs(got.Mean/(sum/120)-1) > 1e-3 || math.Abs(got.Over-over) > 0.05 || over == 0 {
		t.Errorf("peak %g at %g, mean %g, over %g; tiny steps: %g at %g, %g, %g", got.Peak, got.PeakAt, got.Mean, got.Over, peak, at, sum/120, over)
	}
}

func TestWhatNoRoomIsIsRefused(t *testing.T) {
	room, source := air.Room{Volume: 100, Changes: 1}, []air.Source{{To: 10, Rate: 1}}
	for says, try := range map[string]func() error{
		"volume is 0":         func() error { _, err := air.Of(air.Room{}, source, 60, 0); return err },
		"air changes are -1":  func() error { _, err := air.Of(air.Room{Volume: 100, Changes: -1}, source, 60, 0); return err },
		"minutes are NaN":     func() error { _, err := air.Of(room, source, math.NaN(), 0); return err },
		"limit is -2":         func() error { _, err := air.Of(room, source, 60, -2); return err },
		"an end after":        func() error { _, err := air.Of(room, []air.Source{{From: 5, To: 4}}, 60, 0); return err },
		"sources are too man": func() error { _, err := air.Of(room, make([]air.Source, 5000), 60, 0); return err },
	} {
		if err := try(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q is not said: %v", says, err)
		}
	}
}

func ExampleOf() {
	room := air.Room{Volume: 150, Changes: 1}
	open, err := air.Of(room, []air.Source{air.Open(0, 120, 12*28, 100)}, 120, 0)
	fmt.Printf("twelve jars left open: %.1f mg/m³ at the end, %v\n", open.Peak, err)
	// Output: twelve jars left open: 19.4 mg/m³ at the end, <nil>
}
