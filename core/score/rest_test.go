package score_test

import (
	"context"
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/score"
)

// long is a lesson of steps that take so many minutes each; nothing stands for a pause of
// one minute, and a negative number for a break.
func long(minutes ...float64) *lesson.Lesson {
	l := sample.Lesson()
	sky := l.Steps[0]
	l.Steps = nil
	for i, m := range minutes {
		s := sky
		s.Minutes = m
		if m <= 0 {
			s = sample.Step("", "", lesson.Wait, "")
			s.Minutes = 1 - 5*m
		}
		s.ID = string(rune('a' + i))
		l.Steps = append(l.Steps, s)
	}
	l.Session = l.Minutes()
	return l
}

func TestStretchesAreFoundWhereNobodyStandsBack(t *testing.T) {
	for _, c := range []struct {
		name    string
		minutes []float64
		want    []score.Stretch
	}{
		{"just bearable", []float64{10, 15, 0, 25}, nil},
		{"too long", []float64{10, 15, 1}, []score.Stretch{{From: 0, To: 2, Minutes: 26}}},
		{"counted anew after it", []float64{20, 10, 20, 10}, []score.Stretch{{From: 0, To: 1, Minutes: 30}, {From: 2, To: 3, Minutes: 30}}},
		{"an hour without a break", []float64{20, 0, 20, 0, 20, 0, 1}, []score.Stretch{{From: 0, To: 6, Minutes: 61, Break: true}}},
		{"with one", []float64{20, 0, 20, -1, 20, 0, 25}, nil},
		{"one step alone", []float64{5, 0, 30}, []score.Stretch{{From: 2, To: 2, Minutes: 30}}},
	} {
		got := score.Stretches(long(c.minutes...))
		if len(got) != len(c.want) {
			t.Errorf("%s: %+v", c.name, got)
			continue
		}
		for i, s := range got {
			if s != c.want[i] {
				t.Errorf("%s: %+v, want %+v", c.name, s, c.want[i])
			}
		}
	}
}

func TestATowelUnderWhichWorkGoesOnIsNoRest(t *testing.T) {
	l := long(20, 8, 20)
	l.Steps[1].Technique = lesson.Blot
	if got := score.Stretches(l); len(got) != 0 {
		t.Errorf("while it lies one stands back: %+v", got)
	}
	l.Steps[2].Meanwhile = true
	if got := score.Stretches(l); len(got) != 1 || got[0].To != 2 {
		t.Errorf("work beside a towel: %+v", got)
	}
}

func TestAFitLeavesTheBreakThatIsNeeded(t *testing.T) {
	ctx := context.Background()
	for _, c := range []struct {
		name    string
		minutes []float64
		spare   bool
	}{{"needed", []float64{20, 0, 20, -1, 20, 0, 20}, false}, {"spare", []float64{20, 0, 20, -1, 15}, true}} {
		l := long(c.minutes...)
		r, err := rehearse.Run(ctx, l, 4, nil)
		if err != nil {
			t.Fatal(err)
		}
		f, err := score.Fit(ctx, l, r, nil, l.Minutes()-5)
		if err != nil {
			t.Fatal(err)
		}
		kept := 10.0
		for _, choice := range f.Choices {
			next, _, err := choice.Edit.Apply(l)
			if err != nil {
				t.Fatal(err)
			}
			if i := next.Step("d"); i >= 0 {
				kept = min(kept, next.Steps[i].Minutes)
			}
			if choice.Fits && len(score.Stretches(next)) > 0 {
				t.Errorf("%s: %s leaves no rest: %+v", c.name, choice.Name, score.Stretches(next))
			}
		}
		if len(f.Choices) == 0 || (kept < lesson.BreakIs) != c.spare {
			t.Errorf("%s: the break keeps %g minutes in %d choices", c.name, kept, len(f.Choices))
		}
	}
}

func TestAFitPaintsTwoStepsAsOneRatherThanLeaveOneOut(t *testing.T) {
	ctx := context.Background()
	l := sample.Lesson()
	again := l.Steps[1]
	again.ID, again.Mixtures, again.Care = "again", []string{"sky"}, lesson.RinseDry // a minute and a half
	l.Steps = []lesson.Step{l.Steps[0], l.Steps[1], again, l.Steps[2], l.Steps[3]}
	for i := range l.Steps {
		l.Steps[i].Need = lesson.Must
	}
	r, err := rehearse.Run(ctx, l, 2, nil)
	if err != nil {
		t.Fatal(err)
	}
	f, err := score.Fit(ctx, l, r, nil, 23.5)
	if err != nil || len(f.Choices) == 0 || !f.Choices[0].Fits {
		t.Fatalf("%+v, %v", f, err)
	}
	var found bool
	for _, c := range f.Choices {
		next, _, err := lesson.Apply(l, c.Edit.Edit)
		if err != nil || next.ClassMinutes() != c.Minutes {
			t.Errorf("%s: %v, %g of %g minutes", c.Brief(), err, next.ClassMinutes(), c.Minutes)
			continue
		}
		if i := next.Step("again"); i < 0 {
			found = true
			if one := next.Steps[1]; one.Minutes != 8.5 || len(one.Mixtures) != 2 || len(next.Steps) != 4 {
				t.Errorf("painted as one: %+v", one)
			}
		}
	}
	if !found {
		t.Errorf("nobody paints the two ridges as one: %+v", f.Choices)
	}
	// Deep cuts take more of both than joining saves, and still go together.
	if f, err := score.Fit(ctx, l, r, nil, 16); err != nil || !f.Choices[0].Fits {
		t.Errorf("into 16 minutes: %+v, %v", f, err)
	}
}

func TestRestsCutWorkIntoPartsThatAreBearable(t *testing.T) {
	for name, c := range map[string]struct {
		minutes []float64
		there   bool
		want    []score.Rest
	}{
		"in the middle":                 {[]float64{10, 10, 10, 10}, false, []score.Rest{{Before: 2, Pause: -1}}},
		"where no part is too long":     {[]float64{6, 2, 6, 12, 1, 3}, false, []score.Rest{{Before: 3, Pause: -1}}},
		"round a step that fills it":    {[]float64{2, 24, 2}, false, []score.Rest{{Before: 1, Pause: -1}, {Before: 2, Pause: -1}}},
		"as often as is needed":         {[]float64{24, 24, 24}, false, []score.Rest{{Before: 1, Pause: -1}, {Before: 2, Pause: -1}}},
		"none can cut one step":         {[]float64{40}, false, nil},
		"a break in the middle":         {[]float64{20, 0, 20, 0, 20, 0, 20}, false, []score.Rest{{Before: 4, Pause: -1}}},
		"a break at the pause there is": {[]float64{20, 0, 20, 0, 20, 0, 20}, true, []score.Rest{{Before: 4, Pause: 3}}},
	} {
		l := long(c.minutes...)
		work := score.Work(l, slices.Contains(c.minutes, 0))
		if len(work) != 1 {
			t.Fatalf("%s: %+v", name, work)
		}
		if got := score.Rests(l, work[0], c.there); !slices.Equal(got, c.want) {
			t.Errorf("%s: %+v, want %+v", name, got, c.want)
		}
	}
}
