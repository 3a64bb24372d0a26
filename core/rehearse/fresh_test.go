package rehearse_test

import (
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

// What a step has laid is shown as it is, what it has not touched fades; a wait changes
// nothing, and all is clear.
func TestWhatIsNewIsClearAndTheRestFades(t *testing.T) {
	l := sample.Lesson()
	r := run(t, l, rehearse.CoarseCell)
	last := len(l.Steps) - 1
	end := l.Start(last + 1)
	plain, fresh := r.Show(film.Paint, end, 0), r.Show(rehearse.Fresh, end, 0)
	before, after := r.At(l.Start(last)), r.At(end)
	changed, untouched := 0, 0
	for y := range after.H {
		for x := range after.W {
			k := plain.PixOffset(x, y)
			same := plain.Pix[k] == fresh.Pix[k] && plain.Pix[k+1] == fresh.Pix[k+1] && plain.Pix[k+2] == fresh.Pix[k+2]
			switch {
			case after.Read(x, y).Mark == last && before.Linear(x, y) != after.Linear(x, y):
				if changed++; changed%50 == 0 && !same {
					diff := int(plain.Pix[k]) - int(fresh.Pix[k])
					if diff > 40 || diff < -40 {
						t.Errorf("what was laid at %d, %d is faded by %d", x, y, diff)
					}
				}
			case far(before, after, x, y, 6):
				if untouched++; untouched%50 == 0 && fresh.Pix[k] < 120 {
					t.Errorf("%d, %d was not touched and is as dark as %d", x, y, fresh.Pix[k])
				}
			}
		}
	}
	if changed < 100 || untouched < 100 {
		t.Fatalf("%d cells changed, %d were far from it", changed, untouched)
	}
	l.Steps = append(l.Steps, lesson.Step{ID: "wait", Where: lesson.Whole, Technique: lesson.Wait, Load: lesson.ThinLoad, Pressure: lesson.Lightly, Care: lesson.CarryOn, Cover: 1, Minutes: 5})
	r = run(t, l, rehearse.CoarseCell)
	if a, b := r.Show(film.Paint, l.Minutes(), 0), r.Show(rehearse.Fresh, l.Minutes(), 0); string(a.Pix) != string(b.Pix) {
		t.Error("after a wait something is faded")
	}
}

// far reports whether nothing has changed within some cells of one.
func far(before, after *film.Film, x, y, cells int) bool {
	for v := max(0, y-cells); v <= min(after.H-1, y+cells); v++ {
		for u := max(0, x-cells); u <= min(after.W-1, x+cells); u++ {
			if before.Linear(u, v) != after.Linear(u, v) {
				return false
			}
		}
	}
	return true
}
