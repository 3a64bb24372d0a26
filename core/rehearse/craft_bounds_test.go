package rehearse_test

import (
	"math"
	"strings"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

// What nobody would do, or only once: it is bounded, every figure is a number and the ledger
// closes.
func TestWhatMakesNoSenseIsBounded(t *testing.T) {
	again := func(s lesson.Step, n int) (out []lesson.Step) {
		for i := range n {
			s.ID = string(rune('a' + i))
			out = append(out, s)
		}
		return out
	}
	heavy := with(on("knife", lesson.KnifeBreak, "knife", "light"), func(s *lesson.Step) { s.Load, s.Cover = lesson.HeavyLoad, 3 })
	for name, steps := range map[string][]lesson.Step{
		"a thousand marks in half a minute": {with(on("tap", lesson.Tap, "filbert10", "light"), func(s *lesson.Step) { s.Minutes, s.Cover = 0.5, 3 })},
		"a push-up over nothing":            {with(on("push", lesson.PushUp, "fan15", ""), func(s *lesson.Step) {})},
		"a pull-down over nothing":          {with(on("pull", lesson.PullDown, "flat20", ""), func(s *lesson.Step) {})},
		"a pile of twelve knife layers":     again(heavy, 12),
		"solvent with hardly any paint":     {with(on("wash", lesson.LongPull, "flat20", "dark"), func(s *lesson.Step) { s.Load, s.Medium.Solvent = lesson.ThinLoad, 80 })},
		"a blot on bare ground":             {with(on("blot", lesson.Blot, "towel", ""), func(s *lesson.Step) { s.Minutes = 12 })},
		"a double load into a wet heap":     {heavy, with(on("double", lesson.DoubleLoad, "flat20", "dark"), func(s *lesson.Step) { s.Mixtures = []string{"dark", "light"} })},
	} {
		l := patch(nil, steps...)
		if err := lesson.Check(l); err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		r := run(t, l, 1)
		for _, p := range r.Reports {
			for _, v := range []float64{p.On, p.Off, p.Loaded, p.Wiped, p.Back, p.Carried, p.Delta, p.Mud, p.Thick, p.Hand} {
				if math.IsNaN(v) || math.IsInf(v, 0) || v < -1e-9 {
					t.Errorf("%s: %s has %v in %+v", name, p.Step, v, p)
				}
			}
			if open := math.Abs(p.Open()); open > 0.001*(p.Had+p.Loaded+p.Off)+1e-6 {
				t.Errorf("%s: %.5f ml are open", name, open)
			}
		}
		if most := quantile(thickness(r.Final, 1, 1, 99, 74, -1), 1); most > film.FilmMost+700 {
			t.Errorf("%s: %.0f µm thick", name, most)
		}
	}
	one := patch(nil, on("double", lesson.DoubleLoad, "flat20", "dark"))
	if err := lesson.Check(one); err == nil || !strings.Contains(err.Error(), "name 2 to 2") {
		t.Errorf("a double load with one mixture: %v", err)
	}
}

func TestAStepSaysHowManyMinutesItsMarksNeed(t *testing.T) {
	need := func(s lesson.Step) rehearse.Report { return report(t, patch(nil, s)) }
	few, many := need(with(on("tap", lesson.Tap, "filbert10", "light"), func(s *lesson.Step) { s.Cover = 0.5 })), need(with(on("tap", lesson.Tap, "filbert10", "light"), func(s *lesson.Step) { s.Cover = 2 }))
	if few.Marks == 0 || many.Marks < 2*few.Marks || many.Hand < 1.7*few.Hand {
		t.Errorf("%d marks need %.1f minutes, %d need %.1f", few.Marks, few.Hand, many.Marks, many.Hand)
	}
	for _, p := range []rehearse.Report{few, many} { // at most 200 taps and 15 dips a minute
		if p.Hand < float64(p.Marks)/200+float64(p.Dips)/15 || p.Hand > float64(p.Marks)/150+float64(p.Dips)/15+lesson.Fresh.Minutes() {
			t.Errorf("%d taps and %d dips in %.2f minutes", p.Marks, p.Dips, p.Hand)
		}
	}
	// Cleaning the tool takes its own minutes.
	rinsed := with(on("tap", lesson.Tap, "filbert10", "light"), func(s *lesson.Step) { s.Care = lesson.RinseDry })
	if d := need(rinsed).Hand - need(sample.Step("tap", "field", lesson.Tap, "filbert10", "light")).Hand; math.Abs(d-lesson.RinseDry.Minutes()+lesson.Fresh.Minutes()) > 0.01 {
		t.Errorf("a rinse takes %.2f minutes more than a fresh tool", d)
	}
}
