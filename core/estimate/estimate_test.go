package estimate_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"proxenos/core/estimate"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func ExampleLearn() {
	m := estimate.Learn(nil)
	fmt.Printf("%.1f\n", m.Of(lesson.FirstSteps, lesson.Tap, 10).Middle)
	// One slow class is not believed at once.
	var seen []estimate.Took
	for range 20 {
		seen = append(seen, estimate.Took{Class: "a", Level: lesson.FirstSteps, Technique: lesson.Tap, Written: 10, Minutes: 20})
	}
	m = estimate.Learn(seen)
	fmt.Printf("%.1f\n", m.Of(lesson.FirstSteps, lesson.Tap, 10).Middle)
	fmt.Printf("%.1f\n", m.In("a", lesson.FirstSteps, lesson.Tap, 10).Middle)
	// Output:
	// 10.0
	// 13.2
	// 19.6
}

var (
	levels     = []lesson.Level{lesson.FirstSteps, lesson.SomePractice, lesson.Experienced}
	techniques = []lesson.Technique{lesson.CrissCross, lesson.Tap, lesson.KnifeBreak, lesson.CutIn, lesson.LinerPull, lesson.Fluff}
)

// A studio whose truth is known.
type studio struct {
	rng       *rand.Rand
	level     map[lesson.Level]float64
	technique map[lesson.Technique]float64
	rest      float64
	classes   int
}

func open(seed uint64) *studio {
	s := &studio{rng: rand.New(rand.NewPCG(seed, 77)), level: map[lesson.Level]float64{}, technique: map[lesson.Technique]float64{}}
	for _, l := range levels {
		s.level[l] = 0.25 * s.rng.NormFloat64()
	}
	for _, t := range techniques {
		s.technique[t] = 0.20 * s.rng.NormFloat64()
	}
	s.rest = 0.35 * math.Exp(0.2*s.rng.NormFloat64())
	return s
}

// class is how long the steps of another class take.
func (s *studio) class(steps int) (out []estimate.Took) {
	s.classes++
	level, pace := levels[s.rng.IntN(len(levels))], 0.30*s.rng.NormFloat64()
	for range steps {
		t := techniques[s.rng.IntN(len(techniques))]
		written := 1 + 8*s.rng.Float64()
		out = append(out, estimate.Took{Class: fmt.Sprint(s.classes), Level: level, Technique: t, Written: written,
			Minutes: written * math.Exp(s.level[level]+pace+s.technique[t]+s.rest*s.rng.NormFloat64())})
	}
	return out
}

// plain is the mean of what was seen of the same people and technique, of all where there is nothing.
func plain(seen []estimate.Took, t estimate.Took) float64 {
	var same, all, n, m float64
	for _, o := range seen {
		r := math.Log(o.Minutes / o.Written)
		all, m = all+r, m+1
		if o.Level == t.Level && o.Technique == t.Technique {
			same, n = same+r, n+1
		}
	}
	if n > 0 {
		return same / n
	}
	return all / max(1, m)
}

// On simulated studios the bands hold what they say, and the estimate beats the plain mean while
// little is known, and does not lose to it when much is.
func TestBandsHoldAndLittleIsUsedWell(t *testing.T) {
	for _, classes := range []int{1, 2, 3, 5, 20} {
		var inside, all, mine, theirs float64
		for seed := range uint64(250) {
			s := open(seed)
			var seen []estimate.Took
			for range classes {
				seen = append(seen, s.class(25)...)
			}
			m := estimate.Learn(seen)
			for _, next := range s.class(25) {
				got := m.Of(next.Level, next.Technique, next.Written)
				if next.Minutes >= got.Low && next.Minutes <= got.High {
					inside++
				}
				all++
				mine += math.Abs(math.Log(next.Minutes / got.Middle))
				theirs += math.Abs(math.Log(next.Minutes/next.Written) - plain(seen, next))
			}
		}
		share, ratio := inside/all, mine/theirs
		t.Logf("%2d classes: %.1f %% inside, error %.3f of the plain mean's", classes, 100*share, ratio)
		if share < 0.75 || share > 0.85 {
			t.Errorf("after %d classes %.1f %% are inside the band of 80 %%", classes, 100*share)
		}
		if classes <= 5 && ratio >= 1 || ratio > 1.05 {
			t.Errorf("after %d classes the error is %.3f of the plain mean's", classes, ratio)
		}
	}
}

// Within a class that goes on it learns the pace of that class.
func TestAClassThatGoesOnIsKnownBetter(t *testing.T) {
	var known, unknown float64
	for seed := range uint64(300) {
		s := open(1000 + seed)
		seen := s.class(30)
		m := estimate.Learn(seen[:15])
		for _, next := range seen[15:] {
			in := m.In(next.Class, next.Level, next.Technique, next.Written)
			of := m.Of(next.Level, next.Technique, next.Written)
			known += math.Abs(math.Log(next.Minutes / in.Middle))
			unknown += math.Abs(math.Log(next.Minutes / of.Middle))
			if in.High/in.Low >= of.High/of.Low {
				t.Fatalf("the band of a class that is known is as wide: %+v, %+v", in, of)
			}
		}
	}
	t.Logf("error %.3f of that without", known/unknown)
	if known > 0.92*unknown {
		t.Errorf("error %.3f of that without", known/unknown)
	}
}

func TestWhatCannotBeLearntFrom(t *testing.T) {
	bad := []estimate.Took{{Class: "a", Written: 0, Minutes: 5}, {Class: "a", Written: 5, Minutes: 0}, {Class: "a", Written: -1, Minutes: 4}, {Class: "a", Written: math.NaN(), Minutes: 4}, {Class: "a", Written: 1, Minutes: math.Inf(1)}}
	if got, want := estimate.Learn(bad).Of(lesson.FirstSteps, lesson.Tap, 4), (estimate.Model{}).Of(lesson.FirstSteps, lesson.Tap, 4); got != want {
		t.Errorf("%+v, not %+v", got, want)
	}
	got := (estimate.Model{}).Of(lesson.FirstSteps, lesson.Tap, 4)
	if got.Middle != 4 || !(got.Low > 1 && got.Low < 4 && got.High > 4) {
		t.Errorf("with nothing seen: %+v", got)
	}
}

// A script takes as long as its steps; what was clicked through, and what was left open over the
// evening, teaches nothing.
func TestAScriptIsForecast(t *testing.T) {
	l := sample.Lesson()
	l.Steps = append(l.Steps, sample.Step("blot", "trees", lesson.Blot, "towel"))
	written := 0.0
	var odd, slow []estimate.Took
	for _, s := range l.Steps {
		written += s.Minutes
		odd = append(odd, estimate.Took{Class: "a", Level: l.Level, Technique: s.Technique, Written: s.Minutes, Minutes: 0.02}, estimate.Took{Class: "b", Level: l.Level, Technique: s.Technique, Written: s.Minutes, Minutes: 900})
		slow = append(slow, estimate.Took{Class: "c", Level: l.Level, Technique: s.Technique, Written: s.Minutes, Minutes: 1.5 * s.Minutes})
	}
	none := estimate.Learn(odd).Script(l, l.Level)
	if none.Middle != written || none.Written != written || !(none.Low < none.Middle && none.Middle < none.High) {
		t.Errorf("of nothing: %+v", none.Minutes)
	}
	after := estimate.Learn(append(slow, odd...)).Script(l, l.Level)
	blot := after.Steps[len(l.Steps)-1]
	if !(after.Middle > none.Middle && after.Middle < 1.5*written) || blot.Low != blot.High {
		t.Errorf("after a slow class: %+v, the towel %+v", after.Minutes, blot)
	}
	next, _, err := after.Edit.Apply(l)
	if err != nil || next.Steps[0].Minutes != math.Round(2*after.Steps[0].Middle)/2 {
		t.Errorf("written down it is %g minutes (%v)", next.Steps[0].Minutes, err)
	}
	// Written down it is not learnt once more; a step that is done otherwise now is.
	next.Steps[1].Cover = 2
	once := estimate.Learn(append(slow, odd...)).Script(next, l.Level, l)
	if once.Steps[0] != after.Steps[0] || !(once.Steps[1].Middle > after.Steps[1].Middle) {
		t.Errorf("after that %+v, then %+v; the other %+v, then %+v", after.Steps[0], once.Steps[0], after.Steps[1], once.Steps[1])
	}
}
