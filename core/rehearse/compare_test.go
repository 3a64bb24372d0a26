package rehearse_test

import (
	"context"
	"reflect"
	"slices"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

func paintedOn(t *testing.T, l *lesson.Lesson, prev *rehearse.Rehearsal) *rehearse.Rehearsal {
	t.Helper()
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	r, err := rehearse.Again(context.Background(), prev, l, 1, nil)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// besideTowel is the sample with a towel of 10 minutes on the sky, beside which the trees
// are painted.
func besideTowel() *lesson.Lesson {
	l := sample.Lesson() // sky, ridge, trees, lights
	blot := sample.Step("blot", "sky", lesson.Blot, "towel")
	blot.Minutes = 10
	l.Steps = slices.Insert(l.Steps, 2, blot)
	l.Steps[3].Meanwhile = true
	return l
}

func TestWhoMeetsWhom(t *testing.T) {
	meet := paintedOn(t, besideTowel(), nil).Meetings(0.02)
	for _, c := range []struct {
		name string
		i, j int
		want bool
	}{
		{"the ridge over the foot of the sky", 0, 1, true},
		{"the trees over the foot of the ridge", 1, 3, true},
		{"the lights on the trees", 3, 4, true},
		{"the trees and the sky", 0, 3, false},
		{"the towel and the sky under it", 0, 2, true},
		{"the towel and the trees", 2, 3, false},
	} {
		if meet(c.i, c.j) != c.want || meet(c.j, c.i) != c.want {
			t.Errorf("%s: %v and %v", c.name, meet(c.i, c.j), meet(c.j, c.i))
		}
	}
}

func TestWhatIsMissedMost(t *testing.T) {
	l := sample.Lesson()
	r := paintedOn(t, l, nil)
	missed := r.Missed()
	for i, m := range missed {
		if m <= 0 {
			t.Errorf("nobody would miss step %d", i+1)
		}
	}
	// Left out in earnest, what was said to be missed more changes the picture more.
	without := func(id string) float64 {
		c := *l
		c.Steps = slices.DeleteFunc(slices.Clone(l.Steps), func(s lesson.Step) bool { return s.ID == id })
		return r.Differs(paintedOn(t, &c, nil))
	}
	if trees, lights := without("trees"), without("lights"); (trees > lights) != (missed[2] > missed[3]) {
		t.Errorf("without the trees ΔE %.1f, without the lights %.1f; said were %.1f and %.1f", trees, lights, missed[2], missed[3])
	}
	if d := r.Differs(r); d != 0 {
		t.Errorf("a canvas differs from itself by %v", d)
	}
	l.Focal = lesson.Focal{X: 50, Y: 60, Radius: 12} // in the trees
	if now := paintedOn(t, l, nil).Missed(); now[2] <= missed[2] || now[0] != missed[0] {
		t.Errorf("with the focal area in them the trees are missed by %v, were %v; the sky %v, was %v", now[2], missed[2], now[0], missed[0])
	}
}

// A towel that lies while the painter goes on elsewhere takes as much oil as one that is
// waited for, and what is painted beside it is as it would be without it.
func TestPaintingBesideATowel(t *testing.T) {
	l := besideTowel()
	r := paintedOn(t, l, nil)
	waited := *l
	waited.Steps = slices.Clone(l.Steps)
	waited.Steps[3].Meanwhile = false
	w := paintedOn(t, &waited, nil)
	if a, b := r.Reports[2].Off, w.Reports[2].Off; a < 0.9*b || a > 1.1*b {
		t.Errorf("the towel takes %.3f ml beside work, %.3f when waited for", a, b)
	}
	if r.Reports[3].Under.Wet <= w.Reports[3].Under.Wet {
		t.Errorf("what the trees go over is as set at minute 11 as at minute 20: %v µm unset, %v", r.Reports[3].Under.Wet, w.Reports[3].Under.Wet)
	}
	// At minute 13 the trees are half painted, at 20 the lights begin.
	half, begun := r.At(13), r.At(11.01)
	if half == nil || covered(half, 3) <= covered(begun, 3) {
		t.Errorf("trees at minute 13 on %d cells, at their beginning on %d", covered(half, 3), covered(begun, 3))
	}
	if covered(r.At(19.9), 4) != 0 || covered(r.At(24.9), 4) == 0 {
		t.Errorf("lights on %d cells before the towel is lifted, on %d at the end", covered(r.At(19.9), 4), covered(r.At(24.9), 4))
	}
	// Going on from the one rehearsal gives what painting anew gives.
	again := paintedOn(t, &waited, r)
	if d := again.Differs(w); d != 0 || !reflect.DeepEqual(again.Reports[3], w.Reports[3]) {
		t.Errorf("gone on from another clock it differs by ΔE %v: %+v, %+v", d, again.Reports[3], w.Reports[3])
	}
}

// covered counts the cells whose last mark is that of a step.
func covered(f *film.Film, step int) (n int) {
	for y := range f.H {
		for x := range f.W {
			if f.Read(x, y).Mark == step {
				n++
			}
		}
	}
	return n
}
