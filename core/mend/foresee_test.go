package mend_test

import (
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

func TestWhatWillLikelyBeSaid(t *testing.T) {
	l := sample.Lesson()
	said := func(id, step, says string) rule.Finding {
		return rule.Finding{Rule: id, Where: step, Steps: []string{step}, Says: says}
	}
	fine := []rule.Finding{said("mended", "sky", "a"), said("stays", "ridge", "fine figure"), said("changes", "trees", "fine figure"),
		said("too-small", "lights", "seen on the fine canvas alone"), said("of-a-step-no-more", "gone", "a")}
	was := []rule.Finding{said("mended", "sky", "a"), said("stays", "ridge", "coarse figure"), said("changes", "trees", "coarse figure"), said("coarse-alone", "sky", "wrong")}
	is := []rule.Finding{said("stays", "ridge", "coarse figure"), said("changes", "trees", "another figure"), said("coarse-alone", "sky", "wrong"), said("comes", "ridge", "new")}
	l.Accepted = []lesson.OnPurpose{{Rule: "stays", Where: "ridge", Reason: "It is meant."}}
	got := mend.Foresee(l, fine, was, is)
	var words []string
	for _, f := range got {
		words = append(words, f.Rule+": "+f.Says+f.Accepted)
	}
	want := []string{"comes: new", "changes: another figure", "too-small: seen on the fine canvas alone", "stays: fine figureIt is meant."}
	if !slices.Equal(words, want) {
		t.Errorf("%q, want %q", words, want)
	}
	if list := mend.Foresee(l, nil, nil, nil); list == nil || len(list) != 0 {
		t.Errorf("of nothing: %+v", list)
	}
}

// A finding moves by as much as between the coarse canvases, and is gone past its threshold,
// whichever way that lies.
func TestAForeseenFigureMovesAsTheCoarseOnesDo(t *testing.T) {
	l := sample.Lesson()
	with := func(figure, threshold float64, says string) []rule.Finding {
		return []rule.Finding{{Rule: "one", Where: "sky", Steps: []string{"sky"}, Figure: figure, Threshold: threshold, Under: threshold == 4, Says: says}}
	}
	for _, c := range []struct {
		name                     string
		fine, was, is, threshold float64
		gone                     bool
	}{
		{"mud that the coarse canvas shows worse", 90, 95, 24, 20, true},
		{"mud that it shows alike", 90, 90, 24, 20, false},
		{"values that part", 2, 1, 3.2, 4, true},
		{"values that part too little", 2, 1, 2.5, 4, false},
		{"fewer steps, but some", 5, 6, 3, 0, false},
		{"no step any more", 5, 6, 1, 0, true},
	} {
		got := mend.Foresee(l, with(c.fine, c.threshold, "fine"), with(c.was, c.threshold, "was"), with(c.is, c.threshold, "is"))
		if (len(got) == 0) != c.gone {
			t.Errorf("%s: %+v", c.name, got)
		}
	}
}

// What is foreseen from coarse canvases is what the fine one says, for a change that
// matters.
func TestForeseeingComesTrue(t *testing.T) {
	l := sample.Lesson()
	next, _, err := lesson.Apply(l, lesson.Move{Step: "lights", To: 2})
	if err != nil {
		t.Fatal(err)
	}
	places := func(list []rule.Finding) (out []string) {
		for _, f := range rule.Unaccepted(list) {
			out = append(out, f.Rule+" "+f.Where)
		}
		slices.Sort(out)
		return out
	}
	foreseen := places(mend.Foresee(next, saidOn(t, l, 0.5), saidOn(t, l, 1), saidOn(t, next, 1)))
	if came := places(saidOn(t, next, 0.5)); !slices.Equal(foreseen, came) || len(came) == 0 {
		t.Errorf("foreseen %v, came %v", foreseen, came)
	}
}

// saidOn is what the rules say of a lesson on cells of so many mm.
func saidOn(t *testing.T, l *lesson.Lesson, cell float64) []rule.Finding {
	t.Helper()
	r, err := rehearse.Run(t.Context(), l, cell, nil)
	if err != nil {
		t.Fatal(err)
	}
	list, err := rule.Check(&rule.Context{Context: t.Context(), Lesson: l, Rehearsal: r})
	if err != nil {
		t.Fatal(err)
	}
	return list
}
