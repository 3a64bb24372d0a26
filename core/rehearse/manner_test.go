package rehearse_test

import (
	"context"
	"errors"
	"math"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

// part carries a lesson out with one step in a manner of its own.
func part(t *testing.T, l *lesson.Lesson, step int, m rehearse.Manner) *rehearse.Rehearsal {
	t.Helper()
	r, err := rehearse.Part(t.Context(), nil, l, rehearse.CoarseCell, 0, len(l.Steps), func(i int) rehearse.Manner {
		if i == step {
			return m
		}
		return rehearse.Manner{}
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// Whoever does as it is written paints what the rehearsal paints, to the bit, in one go or going
// on from a part of it.
func TestAPartOfARehearsalIsTheRehearsal(t *testing.T) {
	l := sample.Lesson()
	whole := run(t, l, rehearse.CoarseCell)
	alone := part(t, l, 0, rehearse.Manner{})
	half, err := rehearse.Part(t.Context(), nil, l, rehearse.CoarseCell, 0, 2, nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	on, err := rehearse.Part(t.Context(), half, l, rehearse.CoarseCell, 2, 99, nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	for what, r := range map[string]*rehearse.Rehearsal{"in one go": alone, "in two": on} {
		if d := whole.Differs(r); d != 0 || r.Reports[3].On != whole.Reports[3].On {
			t.Errorf("%s it differs by ΔE %g", what, d)
		}
	}
	ctx, stop := context.WithCancel(t.Context())
	stop()
	if _, err := rehearse.Part(ctx, nil, l, rehearse.CoarseCell, 0, 4, nil, nil); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waited, and it says %v", err)
	}
}

// A hand that differs leaves what painters say it leaves.
func TestAMannerShowsOnTheCanvas(t *testing.T) {
	l := sample.Lesson()
	const ridge, lights = 1, 3
	plain := part(t, l, lights, rehearse.Manner{})
	thin := part(t, l, lights, rehearse.Manner{Load: 0.3})
	if got, was := thin.Reports[lights], plain.Reports[lights]; !(got.Loaded < 0.6*was.Loaded && got.On < was.On) {
		t.Errorf("with a third of the paint it loads %g of %g ml and lays %g of %g", got.Loaded, was.Loaded, got.On, was.On)
	}
	short := part(t, l, lights, rehearse.Manner{Stops: 0.5})
	if got, was := short.Reports[lights].Marks, plain.Reports[lights].Marks; got < was/3 || got > 2*was/3 {
		t.Errorf("with half the strokes it makes %d marks of %d", got, was)
	}
	l.Steps[lights].Care, l.Steps[lights].Tool = lesson.Wipe, l.Steps[2].Tool
	clean, dirty := part(t, l, lights, rehearse.Manner{}), part(t, l, lights, rehearse.Manner{Dirty: 0.8})
	if got, was := dirty.Reports[lights].Brought.Residue, clean.Reports[lights].Brought.Residue; !(got > was+1) {
		t.Errorf("what is left in a tool that was not wiped moves the mixture by ΔE %g, wiped by %g", got, was)
	}
	damp := part(t, l, lights, rehearse.Manner{Damp: 0.2})
	if damp.Reports[lights].Wetted <= clean.Reports[lights].Wetted {
		t.Error("a damp tool brings no solvent")
	}
	again := part(t, l, ridge, rehearse.Manner{Again: 1, Press: 0.3})
	if got, was := again.Reports[ridge].Touches, clean.Reports[ridge].Touches; float64(got) < 1.5*float64(was) {
		t.Errorf("gone over again it touches %d times, once %d", got, was)
	}
}

// below is the middle height of what a step has laid, mm.
func middleOf(r *rehearse.Rehearsal, step int) (x, y, n float64) {
	for v := range r.Final.H {
		for u := range r.Final.W {
			if r.Final.Read(u, v).Mark == step {
				x, y, n = x+float64(u), y+float64(v), n+1
			}
		}
	}
	return x / n * r.Final.Cell, y / n * r.Final.Cell, n
}

// Marks land beside their place by as much as the hand misses it, and nowhere but where alone it
// works; done again in the very marks of a step they land where that one's did.
func TestMarksLandWhereTheHandPutsThem(t *testing.T) {
	l := sample.Lesson()
	const lights = 3
	x0, y0, _ := middleOf(part(t, l, lights, rehearse.Manner{}), lights)
	x1, y1, _ := middleOf(part(t, l, lights, rehearse.Manner{Miss: rehearse.Spot{X: 0, Y: -6}}), lights)
	if math.Abs(x1-x0) > 2 || math.Abs(y1-y0+6) > 2 {
		t.Errorf("6 mm too high the middle goes from %.1f, %.1f to %.1f, %.1f", x0, y0, x1, y1)
	}
	only := part(t, l, lights, rehearse.Manner{Only: leftOf(50)})
	right := 0
	for v := range only.Final.H {
		for u := 55; u < only.Final.W; u++ {
			if only.Final.Read(u, v).Mark == lights {
				right++
			}
		}
	}
	if _, _, n := middleOf(only, lights); right > 0 || n == 0 {
		t.Errorf("%d cells right of where alone it works, %g in all", right, n)
	}
	twice := *l
	copied := l.Steps[lights]
	copied.ID = "again"
	twice.Steps = append(append([]lesson.Step{}, l.Steps...), copied)
	same := part(t, &twice, 4, rehearse.Manner{Like: l.Steps[lights].ID})
	other := part(t, &twice, 4, rehearse.Manner{})
	_, _, first := middleOf(part(t, l, lights, rehearse.Manner{}), lights)
	_, _, left := middleOf(same, lights)
	_, _, leftOther := middleOf(other, lights)
	if !(left < 0.35*first && left < leftOther) {
		t.Errorf("of %g cells %g show still under the same marks, %g under others", first, left, leftOther)
	}
}

// leftOf is what lies left of a line, mm.
type leftOf float64

func (l leftOf) Inside(x, _ float64) bool  { return x < float64(l) }
func (l leftOf) Deep(x, _ float64) float64 { return float64(l) - x }

// Squares are the mean of what lies in them.
func TestPatchesAreMeans(t *testing.T) {
	r := run(t, sample.Lesson(), rehearse.CoarseCell)
	p := r.Final.Patches(5)
	if p.W != 20 || p.H != 15 || p.Side != 5 {
		t.Fatalf("%d by %d patches of %g mm", p.W, p.H, p.Side)
	}
	var want [3]float32
	var thick float32
	for v := range 5 {
		for u := range 5 {
			c := r.Final.Linear(10+u, 20+v)
			for k := range 3 {
				want[k] += c[k] / 25
			}
			thick += r.Final.Thickness(10+u, 20+v) / 25
		}
	}
	got := p.Colour[4*20+2]
	for k := range 3 {
		if math.Abs(float64(got[k]-want[k])) > 0.01 {
			t.Errorf("the colour is %v, not %v", got, want)
		}
	}
	if math.Abs(float64(p.Thick[4*20+2]-thick)) > 0.01 {
		t.Errorf("%g µm, not %g", p.Thick[4*20+2], thick)
	}
	if _, ok := any(p).(film.Patches); !ok || p.Lab(82).L <= 0 {
		t.Errorf("the colour of a patch is %+v", p.Lab(82))
	}
}
