package mend_test

import (
	"context"
	"math"
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

// ranked judges a lesson on a coarse canvas and ranks the remedies of a rule's finding.
func ranked(t *testing.T, l *lesson.Lesson, id string) (rule.Finding, []mend.TriedRemedy) {
	t.Helper()
	coarse, said := judged(t, l)
	found := only(said, id)
	if len(found) == 0 {
		t.Fatalf("%s says nothing", id)
	}
	list, err := mend.Rank(&rule.Context{Context: t.Context(), Lesson: l, Rehearsal: coarse}, said, found[0])
	if err != nil {
		t.Fatal(err)
	}
	return found[0], list
}

func TestRemediesAreRankedByWhatTheyLeave(t *testing.T) {
	l := sample.Lesson()
	l.Steps[1], l.Steps[2] = l.Steps[2], l.Steps[1] // the ridge after the trees
	f, list := ranked(t, l, "order.back-to-front")
	if len(list) != len(f.Remedies) || !list[0].Gone || list[0].Moves <= 0 {
		t.Fatalf("%+v", list)
	}
	for i, r := range list {
		next, _, err := lesson.Apply(l, r.Edit)
		if err != nil {
			t.Fatal(err)
		}
		_, after := judged(t, next)
		still := only(after, f.Rule)
		if r.Gone != (len(still) == 0) {
			t.Errorf("%q is said to take it away: %v, and %d are left", r.Words, r.Gone, len(still))
		}
		if i > 0 && r.Gone && !list[i-1].Gone {
			t.Errorf("%q comes too late", r.Words)
		}
	}
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
	e, err := mend.Careful(mend.Watched(ctx, func(nth, of int) { told = append(told, nth, of) }), l, coarse, coarse, before, 20)
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
	if d := rule.Compare(before, after); len(d.Come) > 0 || len(d.Gone) == 0 {
		t.Errorf("%s: gone %q, new %q", e.Describe(l), d.Gone, d.Come)
	}
	if e, err := mend.Careful(ctx, l, coarse, coarse, before, 0); err != nil || e != nil {
		t.Errorf("nothing may be tried, and yet: %+v, %v", e, err)
	}
	over, cancel := context.WithCancel(ctx)
	cancel()
	if _, err := mend.Careful(over, l, coarse, coarse, before, 20); err == nil {
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
	if e, err := mend.Careful(ctx, l, coarse, coarse, open, 20); err != nil || e != nil {
		t.Errorf("mending makes a choice: %+v, %v", e, err)
	}
	e, err := mend.Choose(ctx, l, coarse, coarse, open, 20)
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
