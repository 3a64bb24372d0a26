package rescue

import (
	"bytes"
	"context"
	"fmt"
	"math"
	"reflect"
	"strings"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

func ExampleTrouble_Name() {
	fmt.Println(Mud.Name())
	// Output:
	// went to mud
}

// painted is the demo lesson, rehearsed once for all tests.
var painted *rehearse.Rehearsal

func demo(t testing.TB) *rehearse.Rehearsal {
	t.Helper()
	if painted == nil {
		l, _ := sample.Terraces(t)
		var err error
		if painted, err = rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil); err != nil {
			t.Fatal(err)
		}
	}
	return painted
}

// apart is the mean ΔE00 between two canvases in squares of 10 mm where either is apart from it
// by more than 1, measured in another way than the package does.
func apart(a, b *film.Film) float64 {
	const side = 10
	var sum float64
	for y := 0; y+side <= a.H; y += side {
		for x := 0; x+side <= a.W; x += side {
			var p, q [3]float64
			for v := range side {
				for u := range side {
					i, j := a.Linear(x+u, y+v), b.Linear(x+u, y+v)
					for c := range 3 {
						p[c] += float64(i[c]) / side / side
						q[c] += float64(j[c]) / side / side
					}
				}
			}
			sum += max(0, spectrum.DeltaE(lab(p), lab(q))-1)
		}
	}
	return sum
}

func lab(rgb [3]float64) spectrum.Lab {
	xyz := spectrum.XYZ{X: 41.24564*rgb[0] + 35.75761*rgb[1] + 18.04375*rgb[2], Y: 21.26729*rgb[0] + 71.51522*rgb[1] + 7.21750*rgb[2], Z: 1.93339*rgb[0] + 11.91920*rgb[1] + 95.03041*rgb[2]}
	return xyz.Lab(spectrum.D65().White)
}

// Eight troubles are planted: the card that answers each brings at least 70 % back when it is
// done, or its sentence says how much comes back, or that nothing does.
func TestTheFirstCardKeepsItsWord(t *testing.T) {
	r := demo(t)
	for _, c := range []struct {
		step    string
		trouble Trouble
		mends   bool // what a painter would expect there
	}{
		{"cloud-shade", Mud, true},     // a fluffed cloud is restated with a clean brush
		{"mirror", Slips, true},        // more paint, a lighter hand
		{"terraces-top", Slides, true}, // blot or restate
		{"tower-light", Dark, true},    // a light that went dirty is scraped off first
		{"posts", Colour, true},        // stroked again
		{"mirror", Out, true},          // filled up
		{"tower-light", Edge, false},   // three things stand behind it: half of them comes back
		{"verge", Slips, false},        // what was pushed up has mixed with what lay there
	} {
		i := r.Lesson.Step(c.step)
		out, err := For(t.Context(), r, Asked{Step: i, Trouble: c.trouble, Left: 12, Pace: 1.3})
		if err != nil {
			t.Fatal(err)
		}
		right, err := rehearse.Part(t.Context(), r, r.Lesson, r.Final.Cell, i, i+1, nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		lost := apart(out.before, right.Final)
		back := 1 - apart(out.after, right.Final)/lost
		t.Logf("%s, %s: ΔE %.1f on %.0f cm²; measured otherwise %.0f %% comes back. %s", c.step, c.trouble.Name(), out.Lost, out.Area, 100*back, out.Says)
		switch {
		case out.Lost < 3 || lost <= 0:
			t.Errorf("%s: one does not see it: %.1f", c.trouble, out.Lost)
		case out.Helps != c.mends:
			t.Errorf("%s of %s helps is %v: %s", c.trouble, c.step, out.Helps, out.Says)
		case out.Helps && back < 0.65: // squares of another size, laid otherwise
			t.Errorf("%s of %s says %q and measured otherwise it is %.2f", c.trouble, c.step, out.Says, back)
		case out.Helps && !strings.Contains(out.Says, fmt.Sprintf("%.0f %%", 100*out.Tried[0].Back)):
			t.Errorf("%q does not say %.2f", out.Says, out.Tried[0].Back)
		case !out.Helps && out.Tried[0].Back < 0.35 && !strings.Contains(out.Says, "nothing brings it back"):
			t.Errorf("%q, and %.2f comes back", out.Says, out.Tried[0].Back)
		}
	}
}

// What there is no time for does not come first, and the same is said each time.
func TestWhatThereIsNoTimeForIsNotSaidFirst(t *testing.T) {
	r := demo(t)
	i := r.Lesson.Step("tower-light")
	rich, err := For(t.Context(), r, Asked{Step: i, Trouble: Dark, Left: 60})
	if err != nil {
		t.Fatal(err)
	}
	again, err := For(t.Context(), r, Asked{Step: i, Trouble: Dark, Left: 60})
	if err != nil || !reflect.DeepEqual(rich.Advice, again.Advice) {
		t.Errorf("the second time it says %+v, %v, not %+v", again.Advice, err, rich.Advice)
	}
	poor, err := For(t.Context(), r, Asked{Step: i, Trouble: Dark, Left: 0.4})
	if err != nil {
		t.Fatal(err)
	}
	if poor.Helps || !strings.Contains(poor.Says, "nothing brings it back") {
		t.Errorf("with half a minute it says %q", poor.Says)
	}
	for k, tried := range rich.Tried {
		if !tried.Fits || k > 0 && tried.Back > rich.Tried[k-1].Back+alike {
			t.Errorf("%d. is %+v after %+v", k, tried, rich.Tried[max(0, k-1)])
		}
	}
	slow, err := For(t.Context(), r, Asked{Step: i, Trouble: Dark, Left: 60, Pace: 2})
	if err != nil || !(slow.Tried[0].Minutes > rich.Tried[0].Minutes) {
		t.Errorf("at half the pace it takes %+v, not more than %+v (%v)", slow.Tried[0], rich.Tried[0], err)
	}
}

// A picture of it differs before and after.
func TestBeforeAndAfterAreShown(t *testing.T) {
	r := demo(t)
	out, err := For(t.Context(), r, Asked{Step: r.Lesson.Step("tower-light"), Trouble: Colour, Left: 10})
	if err != nil {
		t.Fatal(err)
	}
	before, after := out.Show(60, 200)
	if before.Bounds().Dx() != 200 || bytes.Equal(before.Pix, after.Pix) {
		t.Errorf("%v, the same: %v", before.Bounds(), bytes.Equal(before.Pix, after.Pix))
	}
}

// A class that is late works on what has set more: what it does there differs.
func TestLaterTheCanvasHasSet(t *testing.T) {
	r := demo(t)
	i := r.Lesson.Step("mirror")
	now, err := For(t.Context(), r, Asked{Step: i, Trouble: Slips, Left: 10})
	if err != nil {
		t.Fatal(err)
	}
	later, err := For(t.Context(), r, Asked{Step: i, Trouble: Slips, Left: 10, Behind: 60})
	if err != nil {
		t.Fatal(err)
	}
	if !(later.Lost < now.Lost) {
		t.Errorf("thin paint is picked up by wet paint; ΔE %.2f in time, %.2f an hour later", now.Lost, later.Lost)
	}
}

func TestWhatCannotBeAnsweredIsSaid(t *testing.T) {
	r, err := rehearse.Run(t.Context(), sample.Lesson(), 2, nil)
	if err != nil {
		t.Fatal(err)
	}
	for want, a := range map[string]Asked{
		"step is 99": {Step: 99, Trouble: Mud},
		"step is -1": {Step: -1, Trouble: Mud},
		"trouble is": {Step: 1, Trouble: "dog"},
		"no paint":   {Step: len(r.Lesson.Steps), Trouble: Mud},
	} {
		from := r
		if want == "no paint" {
			l := *r.Lesson
			l.Steps = append(append([]lesson.Step{}, l.Steps...), idle("pause", 2))
			if from, err = rehearse.Again(t.Context(), r, &l, 2, nil); err != nil {
				t.Fatal(err)
			}
		}
		if _, err := For(t.Context(), from, a); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%+v: %v, not %q", a, err, want)
		}
	}
	for _, term := range Troubles() {
		if !Known(Trouble(term.ID)) || term.Name == "" || term.Meaning == "" {
			t.Errorf("%+v", term)
		}
		out, err := For(t.Context(), r, Asked{Step: 3, Trouble: Trouble(term.ID), Left: 10})
		if err != nil || out.Says == "" || math.IsNaN(out.Lost) {
			t.Errorf("%s: %+v, %v", term.ID, out, err)
		}
	}
}

// A class that is stopped is not painted on.
func TestItStopsWhenNobodyWaits(t *testing.T) {
	r := demo(t)
	ctx, stop := context.WithCancel(t.Context())
	stop()
	if _, err := For(ctx, r, Asked{Step: 20, Trouble: Mud}); err == nil {
		t.Error("nobody waited, and a card came")
	}
}

func BenchmarkFirstCard(b *testing.B) {
	r := demo(b)
	i := r.Lesson.Step("mirror") // the largest place of all
	for b.Loop() {
		if _, err := For(b.Context(), r, Asked{Step: i, Trouble: Mud, Left: 10}); err != nil {
			b.Fatal(err)
		}
	}
}
