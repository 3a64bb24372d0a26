package mark_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mark"
	"proxenos/core/scene"
)

// Broken colour gives each mixture its share of the way, in pieces that are short beside the
// picture, and covers what one colour would.
func TestBrokenColourKeepsItsShares(t *testing.T) {
	l := sample.Lesson()
	s := sample.Step("field", "sky", lesson.LongPull, "flat20", l.Mixtures[0].ID, l.Mixtures[1].ID, l.Mixtures[2].ID)
	z, _ := l.Zone("sky")
	whole := scene.Zone(l, z)
	way := func(s lesson.Step) (by map[int]float64, all, longest float64) {
		by = map[int]float64{}
		for seed := range 12 {
			l.Seed = seed
			for _, stroke := range mark.Make(l, s, whole).Strokes {
				by[stroke.Shade] += stroke.Length()
				all += stroke.Length()
				longest = max(longest, stroke.Length())
			}
		}
		return by, all, longest
	}
	_, plain, _ := way(s)
	s.Shares = []float64{60, 25, 15}
	by, all, longest := way(s)
	for i, want := range s.Shares {
		if got := 100 * by[i*(mark.Shades-1)/2] / all; math.Abs(got-want) > 6 {
			t.Errorf("mixture %d has %.0f %% of the way, not %g", i+1, got, want)
		}
	}
	if longest > 4.5*20 {
		t.Errorf("a piece is %.0f mm long", longest)
	}
	if all < plain {
		t.Errorf("in pieces the way is %.0f mm, in one %.0f", all, plain)
	}
	if mark.Make(l, s, whole).Blends {
		t.Error("broken colour blends")
	}
}
