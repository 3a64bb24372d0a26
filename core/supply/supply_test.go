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
		loaded += p.Loaded - p.Back
		if sum := p.Piles[0] + p.Piles[1] + p.Piles[2]; math.Abs(sum-p.Loaded+p.Back) > 1e-6 {
			t.Errorf("%s took %.3f ml and put %.3f back, its piles gave %.3f", p.Step, p.Loaded, p.Back, sum)
		}
	}
	for i, p := range a.Piles {
		takes += p.Takes
		if math.Abs(p.LayOut-max(supply.PileLeast, p.Takes/0.8)) > 0.02 || i > 0 && p.LayOut > a.Piles[i-1].LayOut {
			t.Errorf("%+v", p)
		}
		// A cap a quarter as high as wide holds what it says.
		radius := p.Across / 2
		if ml := math.Pi * radius / 2 * (3*radius*radius + radius*radius/4) / 6 / 1000; math.Abs(ml-p.LayOut) > 0.05*p.LayOut+0.01 {
			t.Errorf("a pile %.1f mm across holds %.2f ml, not %.2f", p.Across, ml, p.LayOut)
		}
	}
	var laid float64
	for _, p := range a.Piles {
		laid += p.LayOut
	}
	for _, tube := range a.Tubes {
		tubes += tube.Each
		if math.Abs(tube.All-12*tube.Each) > 0.1 {
			t.Errorf("%+v for 12", tube)
		}
	}
	if math.Abs(takes-loaded) > 0.03 || math.Abs(tubes-laid) > 0.1 || a.Tubes[0].Paint != "PW6" {
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
	paint := func(of supply.Amounts) (sum float64) {
		for _, p := range of.Piles {
			sum += p.Takes
		}
		return sum
	}
	if paint(b) > 0.62*paint(a) {
		t.Errorf("half solvent takes %.2f ml of paint, none %.2f", paint(b), paint(a))
	}
	if len(a.Mediums) != 0 || len(b.Mediums) != 1 || math.Abs(b.Mediums[0].Each-paint(b)) > 0.1*paint(b) {
		t.Errorf("mediums without any %v, half solvent %v of %.2f ml", a.Mediums, b.Mediums, paint(b))
	}
}

func TestTheBaseCoatAndItsOilAreCounted(t *testing.T) {
	l := sample.Lesson()
	l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: 20, Zones: []string{}}
	with, err := supply.Of(l, rehearsed(t, l).Reports, 1, supply.Loss)
	if err != nil {
		t.Fatal(err)
	}
	// 100 by 75 mm, 20 µm thick, a quarter of it oil.
	if math.Abs(with.Base-0.15) > 0.005 || len(with.Mediums) != 1 || math.Abs(with.Mediums[0].Each-0.04) > 0.006 {
		t.Errorf("base coat %.3f ml, mediums %v", with.Base, with.Mediums)
	}
	l.Base.Zones = []string{"sky"} // 34 of 75 mm
	if part, _ := supply.Of(l, rehearsed(t, l).Reports, 1, supply.Loss); math.Abs(part.Base-0.068) > 0.008 {
		t.Errorf("over the sky alone %.3f ml", part.Base)
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
