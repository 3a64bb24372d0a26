package pupil_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"reflect"
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/pupil"
	"proxenos/core/rehearse"
)

func ExampleRehearse() {
	l := sample.Lesson()
	r, err := pupil.Rehearse(context.Background(), l, pupil.Class{Levels: all(4, lesson.Experienced), Seed: 3}, nil)
	if err != nil {
		panic(err)
	}
	fmt.Println(r.Students, "students,", len(r.Marks), "steps")
	// Output:
	// 4 students, 4 steps
}

// all are so many students of a level.
func all(n int, of lesson.Level) []lesson.Level { return slices.Repeat([]lesson.Level{of}, n) }

func poplars(t testing.TB) *lesson.Lesson {
	t.Helper()
	text, err := os.ReadFile("../../demo/poplars-on-the-maren-cut.json")
	if err != nil {
		t.Fatal(err)
	}
	l, err := lesson.Decode(text)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// usual is a hand without biases, that is not always alike for all that.
var usual = pupil.Traits{Load: 1, Wipes: 1, Misses: 0.8, Again: 0.05, Pace: 1}

// Where Checks is quiet a class without biases fails nowhere, however many they are.
func TestAClassWithoutBiasesFailsNowhere(t *testing.T) {
	for _, c := range []struct {
		l *lesson.Lesson
		n int
	}{{sample.Lesson(), pupil.MostStudents}, {poplars(t), 3}} {
		r, err := pupil.Rehearse(t.Context(), c.l, pupil.Class{Levels: all(c.n, lesson.FirstSteps), Seed: 1, Hand: &usual}, nil)
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range r.Marks {
			if m.Fails > 0.02 { // one hand in fifty may slip
				t.Errorf("%s: %.2f of %d fail at %s: %v", c.l.Title, m.Fails, c.n, c.l.Label(m.Step), m.How)
			}
		}
	}
}

// Too little paint fails first where painters say: light marks on thick wet darks, reeds over
// thick water, and not in the masses.
func TestThinLoadsFailFirstOnThickWetPaint(t *testing.T) {
	l := poplars(t)
	plan, err := rehearse.Part(t.Context(), nil, l, pupil.Cell, 0, len(l.Steps), nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	thin := usual
	thin.Load = 0.5
	r, err := pupil.Rehearse(t.Context(), l, pupil.Class{Levels: all(4, lesson.FirstSteps), Seed: 1, Hand: &thin}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if len(r.Hardest) == 0 {
		t.Fatal("half the paint, and nobody fails")
	}
	for _, i := range r.Hardest {
		s, under := l.Steps[i], plan.Reports[i].Under.Wet
		t.Logf("%s: %.2f fail, %v, on %.0f µm that is wet", l.Label(i), r.Marks[i].Fails, r.Marks[i].How, under)
		small := []lesson.Technique{lesson.Tap, lesson.Dab, lesson.FanEdge, lesson.LinerPull, lesson.DoubleLoad, lesson.Comma, lesson.PushUp, lesson.DryDrag, lesson.Glaze, lesson.Scumble}
		if i == r.Hardest[0] && (under < 40 || !slices.Contains(small, s.Technique)) {
			t.Errorf("the hardest is %s on %.0f µm", l.Label(i), under)
		}
	}
}

// The same come with the same seed, and others with another; a class of experienced people
// fails less and is quicker.
func TestWhoComesDecides(t *testing.T) {
	l := sample.Lesson()
	class := pupil.Class{Levels: all(10, lesson.FirstSteps), Seed: 3, Minutes: 30}
	var told [][2]int
	first, err := pupil.Rehearse(t.Context(), l, class, func(done, of int) { told = append(told, [2]int{done, of}) })
	if err != nil {
		t.Fatal(err)
	}
	if len(told) != 10 || told[9] != [2]int{10, 10} {
		t.Errorf("it told %v", told)
	}
	again, err := pupil.Rehearse(t.Context(), l, class, nil)
	if err != nil || !reflect.DeepEqual(first, again) {
		t.Errorf("the second time it is another: %v", err)
	}
	class.Seed = 4
	if others, err := pupil.Rehearse(t.Context(), l, class, nil); err != nil || reflect.DeepEqual(first, others) {
		t.Errorf("others are the same (%v)", err)
	}
	class.Levels = all(10, lesson.Experienced)
	able, err := pupil.Rehearse(t.Context(), l, class, nil)
	if err != nil {
		t.Fatal(err)
	}
	if !(able.Middle < first.Middle) || able.Failed > first.Failed || able.Finish < first.Finish {
		t.Errorf("first steps: %.2f fail, %g min; experienced: %.2f, %g min", first.Failed, first.Middle, able.Failed, able.Middle)
	}
	for i, m := range first.Marks {
		if !(m.Low <= m.Middle && m.Middle <= m.High) || m.Fails < 0 || m.Fails > 1 || len(m.How) == 0 && m.Fails > 0 {
			t.Errorf("step %d: %+v", i, m)
		}
	}
}

// The traits are those of class.md: their middles come out of many that are drawn.
func TestTraitsAreThoseOfTheirLevel(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	var loads, paces, press []float64
	var together float64
	for range 4000 {
		d := pupil.Draw(lesson.FirstSteps, rng)
		loads, paces, press = append(loads, math.Log(d.Load/0.70)), append(paces, math.Log(d.Pace/1.50)), append(press, d.Press-0.15)
		together += math.Log(d.Load/0.70) * math.Log(d.Pace/1.50) / 0.35 / 0.25 / 4000
	}
	for what, c := range map[string]struct {
		list   []float64
		spread float64
	}{"load": {loads, 0.35}, "pace": {paces, 0.25}, "pressure": {press, 0.15}} {
		var sum, squares float64
		for _, v := range c.list {
			sum, squares = sum+v, squares+v*v
		}
		mean, spread := sum/4000, math.Sqrt(squares/4000)
		if math.Abs(mean) > 0.03 || math.Abs(spread/c.spread-1) > 0.06 {
			t.Errorf("%s: off by %.3f, spread %.3f of %.2f", what, mean, spread, c.spread)
		}
	}
	if together > -0.2 {
		t.Errorf("load and pace of one person do not hang together: %.2f", together)
	}
}

// What is said to help does: the class rehearsed again with the edit comes to the same figures.
func TestHelpKeepsItsWord(t *testing.T) {
	l := poplars(t)
	class := pupil.Class{Levels: all(2, lesson.FirstSteps), Seed: 3}
	r, err := pupil.Rehearse(t.Context(), l, class, nil)
	if err != nil {
		t.Fatal(err)
	}
	if err := r.Help(t.Context(), l, class, nil); err != nil {
		t.Fatal(err)
	}
	if len(r.Helps) < 3 {
		t.Fatalf("of %d hard marks it tried %+v", len(r.Hardest), r.Helps)
	}
	for n, h := range r.Helps {
		if math.Abs(h.Gains-(r.Failed-h.Failed)) > 1e-9 || n > 0 && h.Gains > r.Helps[n-1].Gains {
			t.Errorf("%d. is %+v", n, h)
		}
	}
	n := slices.IndexFunc(r.Helps, func(h pupil.Help) bool { return h.Edit != nil })
	if n < 0 {
		t.Fatal("no change of the lesson was tried")
	}
	next, _, err := r.Helps[n].Edit.Apply(l)
	if err != nil {
		t.Fatal(err)
	}
	with, err := pupil.Rehearse(t.Context(), next, class, nil)
	if err != nil || with.Failed != r.Helps[n].Failed || with.Finish != r.Helps[n].Finish {
		t.Errorf("%q said %.2f fail, and %.2f do (%v)", r.Helps[n].Says, r.Helps[n].Failed, with.Failed, err)
	}
}

func TestWhatCannotBeRehearsed(t *testing.T) {
	for _, n := range []int{0, pupil.MostStudents + 1} {
		if _, err := pupil.Rehearse(t.Context(), sample.Lesson(), pupil.Class{Levels: all(n, lesson.FirstSteps)}, nil); err == nil {
			t.Errorf("a class of %d was rehearsed", n)
		}
	}
	ctx, stop := context.WithCancel(t.Context())
	stop()
	if _, err := pupil.Rehearse(ctx, sample.Lesson(), pupil.Class{Levels: all(3, lesson.FirstSteps)}, nil); err == nil {
		t.Error("nobody waited, and it was rehearsed")
	}
}

// A fault in the middle of a class ends it at once and is told to whoever waits, who does not wait
// for ever.
func TestAFaultEndsTheClass(t *testing.T) {
	defer func() {
		if value := recover(); value == nil {
			t.Error("it went on as if nothing were wrong")
		}
	}()
	_, _ = pupil.Rehearse(t.Context(), sample.Lesson(), pupil.Class{Levels: all(8, lesson.FirstSteps)}, func(done, _ int) {
		if done == 2 {
			panic("a fault")
		}
	})
}

func BenchmarkTwelveStudents(b *testing.B) {
	l, _ := sample.Terraces(b)
	for b.Loop() {
		if _, err := pupil.Rehearse(b.Context(), l, pupil.Class{Levels: all(12, lesson.FirstSteps), Seed: 3}, nil); err != nil {
			b.Fatal(err)
		}
	}
}
