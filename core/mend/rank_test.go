package mend_test

import (
	"context"
	"math"
	"reflect"
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// judged is the coarse canvas of a lesson, which is enough for the rules, and what they say of it.
func judged(t *testing.T, l *lesson.Lesson) (*rehearse.Rehearsal, []rule.Finding) {
	t.Helper()
	coarse, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	list, err := rule.Check(&rule.Context{Context: t.Context(), Lesson: l, Rehearsal: coarse, Trials: coarse})
	if err != nil {
		t.Fatal(err)
	}
	return coarse, list
}

// bench is where remedies of a lesson are tried, on a fine and a coarse canvas, and what the rules
// say of it.
func bench(t *testing.T, l *lesson.Lesson, fine, coarse float64) (*mend.Bench, []rule.Finding) {
	t.Helper()
	c := &rule.Context{Context: t.Context(), Lesson: l}
	var err error
	if c.Rehearsal, err = rehearse.Run(t.Context(), l, fine, nil); err != nil {
		t.Fatal(err)
	}
	if c.Trials, err = rehearse.Run(t.Context(), l, coarse, nil); err != nil {
		t.Fatal(err)
	}
	list, err := rule.Check(c)
	if err != nil {
		t.Fatal(err)
	}
	return mend.NewBench(c), list
}

func TestRemediesAreRankedByWhatTheyLeave(t *testing.T) {
	l := sample.Lesson()
	l.Steps[1], l.Steps[2] = l.Steps[2], l.Steps[1] // the ridge after the trees
	b, said := bench(t, l, rehearse.FineCell, rehearse.CoarseCell)
	f := only(said, "order.back-to-front")[0]
	var told []mend.Ranking
	ranking, err := b.Rank(t.Context(), f, func(r mend.Ranking) { told = append(told, r) })
	if err != nil {
		t.Fatal(err)
	}
	list := ranking.Remedies
	if len(list) == 0 || !list[0].Gone || list[0].Moves <= 0 || list[0].After == nil || *list[0].After > f.Threshold {
		t.Fatalf("%+v", list)
	}
	if last := told[len(told)-1]; ranking.Of != len(f.Ideas()) || len(told) != ranking.Of+len(list) || last.Tried != ranking.Of || !reflect.DeepEqual(last, ranking) {
		t.Errorf("of %d ideas is told %+v", ranking.Of, told)
	}
	first := slices.IndexFunc(told, func(r mend.Ranking) bool { return len(r.Remedies) > 0 })
	if r := told[first].Remedies[0]; r.Whole || r.Moves != 0 || r.After == nil {
		t.Errorf("what is told first is not a figure alone: %+v", r)
	}
	for i, r := range list {
		if !r.Whole {
			t.Errorf("what else %q does is not known", r.Words)
		}
		if i > 0 && r.Gone && !list[i-1].Gone {
			t.Errorf("%q comes too late", r.Words)
		}
	}
}

// on is a context of a lesson with one canvas.
func on(ctx context.Context, l *lesson.Lesson, r *rehearse.Rehearsal) *rule.Context {
	return &rule.Context{Context: ctx, Lesson: l, Rehearsal: r, Trials: r}
}

func TestCarefulMendingBringsNothingNew(t *testing.T) {
	ctx := context.Background()
	l := sample.Lesson()
	trees, lights := &l.Steps[l.Step("trees")], &l.Steps[l.Step("lights")]
	lights.Care = lesson.CarryOn // with the same brush, from the dark
	lights.Tool, trees.Tool = "filbert10", "filbert10"
	coarse, list := judged(t, l)
	before := rule.Unaccepted(list)
	if len(only(before, "color.dirty-brush")) == 0 {
		t.Fatal("the brush is clean")
	}
	var told []int
	e, err := mend.Careful(on(mend.Watched(ctx, func(nth, of int) { told = append(told, nth, of) }), l, coarse), before, 20)
	if err != nil || len(e) != 1 {
		t.Fatalf("%+v, %v", e, err)
	}
	if len(told) < 2 || told[0] != 1 || told[1] < 1 || told[len(told)-2] != told[len(told)-1] {
		t.Errorf("of what is tried is told: %v", told)
	}
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	_, after := judged(t, next)
	if d := mend.Compare(before, after); len(d.Come) > 0 || len(d.Gone) == 0 {
		t.Errorf("%s: gone %q, new %q", e.Describe(l), d.Gone, d.Come)
	}
	if e, err := mend.Careful(on(ctx, l, coarse), before, 0); err != nil || e != nil {
		t.Errorf("nothing may be tried, and yet: %+v, %v", e, err)
	}
	over, cancel := context.WithCancel(ctx)
	cancel()
	if _, err := mend.Careful(on(over, l, coarse), before, 20); err == nil {
		t.Error("called off, it goes on")
	}
}

func TestAChoiceIsMadeWhereNobodyElseDoes(t *testing.T) {
	ctx := t.Context()
	l := sample.Plain()
	l.View.Horizon = 73 // of 150: nearly the middle
	coarse, list := judged(t, l)
	open := only(rule.Unaccepted(list), "pict.horizon")
	if len(open) == 0 {
		t.Fatal("the horizon is not in the middle")
	}
	if e, err := mend.Careful(on(ctx, l, coarse), open, 20); err != nil || e != nil {
		t.Errorf("mending makes a choice: %+v, %v", e, err)
	}
	e, err := mend.Choose(on(ctx, l, coarse), open, 20)
	if err != nil || len(e) != 1 {
		t.Fatalf("%+v, %v", e, err)
	}
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	if h := next.View.Horizon / next.Support.Height; math.Abs(h-0.5) < 0.05 {
		t.Errorf("the horizon is still at %.2f", h)
	}
}

func only(list []rule.Finding, id string) []rule.Finding {
	return slices.DeleteFunc(slices.Clone(list), func(f rule.Finding) bool { return f.Rule != id })
}
