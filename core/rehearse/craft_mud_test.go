package rehearse_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// What an eye at two metres would call mud, and what it would not.

func TestMoreLoadMakesLessMudAllTheWay(t *testing.T) {
	delta, mud := math.Inf(1), math.Inf(1)
	for _, load := range loads {
		p := report(t, patch(nil, dark(1.5), light(load, lesson.Lightly)))
		t.Logf("%s: ΔE %.1f, mud %.2f", load, p.Delta, p.Mud)
		if p.Delta > delta || p.Mud > mud+0.01 {
			t.Errorf("%s: ΔE %.1f after %.1f, mud %.2f after %.2f", load, p.Delta, delta, p.Mud, mud)
		}
		delta, mud = p.Delta, p.Mud
	}
}

func TestLightsLaidFullAndBarelyOnWetDarkAreNoMud(t *testing.T) {
	right := report(t, patch(nil, with(dark(1), func(s *lesson.Step) { s.Load = lesson.MediumLoad }), light(lesson.FullLoad, lesson.Barely)))
	wrong := report(t, patch(nil, with(dark(1), func(s *lesson.Step) { s.Load = lesson.MediumLoad }), light(lesson.LightLoad, lesson.Firmly)))
	t.Logf("full and barely: %.0f %% mud, ΔE %.1f; lightly loaded and firmly: %.0f %%, ΔE %.1f", 100*right.Mud, right.Delta, 100*wrong.Mud, wrong.Delta)
	if right.Mud > 0.1 || wrong.Mud < 0.9 {
		t.Errorf("full and barely: %.0f %% mud; lightly loaded and firmly: %.0f %%", 100*right.Mud, 100*wrong.Mud)
	}
}

func TestTwoMixturesSideBySideAreNoMud(t *testing.T) {
	p := report(t, patch(nil, with(on("broken", lesson.Tap, "filbert10", "light"), func(s *lesson.Step) { s.Mixtures, s.Cover = []string{"light", "ridge"}, 0.8 })))
	t.Logf("%.0f %% mud, ΔE %.1f", 100*p.Mud, p.Delta)
	if p.Mud > 0.1 {
		t.Errorf("two mixtures tapped side by side on a dry ground: %.0f %% mud", 100*p.Mud)
	}
}

func TestTheMudViewShowsWhatTheFigureCounts(t *testing.T) {
	black := func(load lesson.Load, pressure lesson.Pressure) (share, figure float64) {
		r := run(t, patch(nil, with(dark(1), func(s *lesson.Step) { s.Load = lesson.MediumLoad }), light(load, pressure)), 0.5)
		img := r.Show(rehearse.Mud, r.Lesson.Minutes(), 0)
		var dark, all float64
		each(r.Final, 20, 20, 80, 50, func(x, y int) {
			if r.Owner[y*r.Final.W+x] != 1 {
				return
			}
			// ΔE00 8 of 20 is three fifths of the way to white in linear light, 0.48, in sRGB 184.
			if all++; img.RGBAAt(x, y).R < 184 {
				dark++
			}
		})
		return dark / all, r.Reports[1].Mud
	}
	for _, c := range []struct {
		load     lesson.Load
		pressure lesson.Pressure
	}{{lesson.FullLoad, lesson.Barely}, {lesson.LightLoad, lesson.Firmly}, {lesson.MediumLoad, lesson.Lightly}} {
		share, figure := black(c.load, c.pressure)
		t.Logf("%s, %s: %.0f %% of the view, figure %.0f %%", c.load, c.pressure, 100*share, 100*figure)
		if math.Abs(share-figure) > 0.15 {
			t.Errorf("%s, %s: %.0f %% of the view is another colour, the figure says %.0f %%", c.load, c.pressure, 100*share, 100*figure)
		}
	}
}
