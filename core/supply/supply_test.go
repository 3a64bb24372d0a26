package supply_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
)

func rehearsed(t *testing.T, l *lesson.Lesson) *rehearse.Rehearsal {
	t.Helper()
	r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func TestPilesAreWhatTheToolsTakeAndWhatIsLost(t *testing.T) {
	r := rehearsed(t, sample.Lesson())
	a, err := supply.Of(r.Lesson, r.Reports, 12, 0.2)
	if err != nil || len(a.Piles) != 4 {
		t.Fatalf("%+v, %v", a, err)
	}
	var loaded, takes, tubes float64
	for _, p := range r.Reports {
		loaded += p.Loaded
		if sum := p.Piles[0] + p.Piles[1] + p.Piles[2]; math.Abs(sum-p.Loaded) > 1e-6 {
			t.Errorf("%s took %.3f ml, its piles gave %.3f", p.Step, p.Loaded, sum)
		}
	}
	for i, p := range a.Piles {
		takes += p.Takes
		if math.Abs(p.LayOut-p.Takes/0.8) > 0.02 || i > 0 && p.LayOut > a.Piles[i-1].LayOut {
			t.Errorf("%+v", p)
		}
		// A cap a quarter as high as wide holds what it says.
		radius := p.Across / 2
		if ml := math.Pi * radius / 2 * (3*radius*radius + radius*radius/4) / 6 / 1000; math.Abs(ml-p.LayOut) > 0.05*p.LayOut+0.01 {
			t.Errorf("a pile %.1f mm across holds %.2f ml, not %.2f", p.Across, ml, p.LayOut)
		}
	}
	for _, tube := range a.Tubes {
		tubes += tube.Each
		if math.Abs(tube.All-12*tube.Each) > 0.1 {
			t.Errorf("%+v for 12", tube)
		}
	}
	if math.Abs(takes-loaded) > 0.03 || math.Abs(tubes-takes/0.8) > 0.1 || a.Tubes[0].Paint != "PW6" {
		t.Errorf("loaded %.2f, taken %.2f, from tubes %.2f ml; most of %s", loaded, takes, tubes, a.Tubes[0].Paint)
	}
}

func TestMediumIsNotTakenFromThePile(t *testing.T) {
	plain, lean := sample.Lesson(), sample.Lesson()
	for i := range lean.Steps {
		lean.Steps[i].Medium = lesson.Medium{Solvent: 50}
	}
	a, _ := supply.Of(plain, rehearsed(t, plain).Reports, 1, supply.Loss)
	b, _ := supply.Of(lean, rehearsed(t, lean).Reports, 1, supply.Loss)
	if b.Total > 0.62*a.Total {
		t.Errorf("half solvent needs %.1f ml of paint, none %.1f", b.Total, a.Total)
	}
}

func TestGradationsShareTheirPiles(t *testing.T) {
	l := sample.Lesson()
	l.Steps[0].Mixtures = []string{"sky", "light"}
	p := rehearsed(t, l).Reports[0].Piles
	if p[0] < 0.2*p[1] || p[1] < 0.2*p[0] || p[2] != 0 {
		t.Errorf("a gradation took %v ml", p)
	}
}

func TestOddQuestions(t *testing.T) {
	r := rehearsed(t, sample.Lesson())
	for _, c := range []struct {
		students int
		loss     float64
	}{{0, 0.2}, {-3, 0.2}, {1000, 0.2}, {3, -0.1}, {3, 1}, {3, math.NaN()}} {
		if _, err := supply.Of(r.Lesson, r.Reports, c.students, c.loss); err == nil {
			t.Errorf("%+v is answered", c)
		}
	}
}
