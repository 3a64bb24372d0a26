package mend

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
)

// Whoever wrote a step wants it; a wait may go.
func TestNoStepIsTakenOutByItself(t *testing.T) {
	l := sample.Lesson()
	wait := lesson.Step{ID: "wait", Where: lesson.Whole, Technique: lesson.Wait, Minutes: 5, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1}
	l.Steps = append(l.Steps, wait)
	remedy := func(e lesson.Edit) rule.Idea { return rule.Idea{Edit: lesson.AnyEdit{Edit: e}} }
	open := []rule.Finding{rule.Offering(rule.Finding{Rule: "finish.gain"},
		remedy(lesson.Remove{Step: "ridge"}),
		remedy(lesson.All{lesson.SetMinutes{Step: "sky", Minutes: 4}, lesson.Remove{Step: "lights"}}),
		remedy(lesson.Remove{Step: "wait"}),
		remedy(lesson.SetMinutes{Step: "sky", Minutes: 4}),
		remedy(lesson.Remove{Step: "nobody"}),
	)}
	left := safe(l, open)[0].Ideas()
	if len(left) != 2 || left[0].Edit.Edit != (lesson.Remove{Step: "wait"}) || left[1].Edit.Edit != (lesson.SetMinutes{Step: "sky", Minutes: 4}) {
		t.Errorf("left are %+v", left)
	}
	if len(open[0].Ideas()) != 5 {
		t.Error("the findings themselves are changed")
	}
}

// What a round does is looked at before it stays: the far ridge never ends over the near trees.
func TestARoundThatHarmsIsNotKept(t *testing.T) {
	ctx := t.Context()
	var m Mending
	l := sample.Lesson()
	coarse, err := m.Coarse(ctx, l)
	if err != nil {
		t.Fatal(err)
	}
	longer, late := lesson.SetMinutes{Step: "sky", Minutes: 7}, lesson.Move{Step: "ridge", To: 3}
	for _, c := range []struct {
		name  string
		edits lesson.All
		stays int
	}{
		{"what does no harm stays whole", lesson.All{longer}, 1},
		{"what harms is left out", lesson.All{late, longer}, 1},
		{"of many, those that do none", lesson.All{lesson.SetMinutes{Step: "trees", Minutes: 6}, late, longer, lesson.SetMinutes{Step: "lights", Minutes: 5}}, 3},
		{"nothing but harm", lesson.All{late}, 0},
		{"nothing", nil, 0},
	} {
		e, err := m.proven(ctx, l, coarse, c.edits)
		if err != nil || len(e) != c.stays || len(e) > 0 && !slices.Contains(e, lesson.Edit(longer)) || slices.Contains(e, lesson.Edit(late)) {
			t.Errorf("%s: %v %v", c.name, e, err)
		}
	}
	if kept, _ := m.Last(); l.Steps[1].ID != "ridge" || kept.Lesson.Step("ridge") != 1 {
		t.Error("what is kept is the canvas of what was refused")
	}
	if !m.refused(late) || m.refused(longer) {
		t.Error("what did harm is tried in the next round again")
	}
}

// A mended lesson is the one that its edit makes, and what is undone is what there was.
func TestMendingIsOneEdit(t *testing.T) {
	ctx := t.Context()
	l, _ := sample.Terraces(t)
	steps := l.Steps
	l.Steps = append([]lesson.Step{}, steps...)
	far, near := l.Step("far-ridge"), l.Step("near-ridge")
	l.Steps[far], l.Steps[near] = l.Steps[near], l.Steps[far]
	var rounds []int
	m := Mending{Told: func(r int) { rounds = append(rounds, r) }}
	out, err := m.Mend(ctx, l)
	if err != nil {
		t.Fatal(err)
	}
	if len(out.Edit) == 0 || out.Rounds == 0 || len(rounds) != out.Rounds+1 {
		t.Fatalf("%d edits, %d rounds, told %v", len(out.Edit), out.Rounds, rounds)
	}
	next, undo, err := lesson.Apply(l, out.Edit)
	if err != nil || next.Hash() != out.Lesson.Hash() {
		t.Errorf("its edit makes another lesson: %v", err)
	}
	back, _, err := lesson.Apply(next, undo)
	if err != nil || back.Hash() != l.Hash() {
		t.Errorf("undone it is another lesson: %v", err)
	}
	if next.Step("far-ridge") > next.Step("near-ridge") {
		t.Error("the far ridge is still painted late")
	}
}

// What mending applies by itself brings nothing that a planned class asks to do without: where
// somebody is not of age, no brush is rinsed that was carried on.
func TestMendingBringsNothingThatAClassAsksToDoWithout(t *testing.T) {
	l := sample.Lesson()
	dark, light := l.Steps[l.Step("trees")], l.Steps[l.Step("lights")]
	for n := range 2 { // with one brush, from the dark into the light and back
		for _, s := range []lesson.Step{dark, light} {
			s.ID, s.Tool, s.Care, s.Minutes = fmt.Sprintf("%s-%d", s.ID, n), light.Tool, lesson.CarryOn, 1
			l.Steps = append(l.Steps, s)
		}
	}
	for _, i := range class.Rinses(l) { // none goes into the jar as it is
		l.Steps[i].Care = lesson.Wipe
	}
	if n := len(class.Rinses(l)); n > 0 {
		t.Fatal(n, "brushes are rinsed")
	}
	young := class.Usual("The young", 6, time.Date(2031, 3, 4, 18, 0, 0, 0, time.UTC), 60)
	young.Minors = true
	for what, asks := range map[string]*rule.Context{"a class with the young": {Classes: []rule.Planned{{ID: "young", Class: young}}}, "no class": nil} {
		m := Mending{Asks: asks}
		out, err := m.Mend(t.Context(), l)
		if err != nil || len(out.Edit) == 0 {
			t.Fatalf("%s: %+v, %v", what, out, err)
		}
		if rinses := len(class.Rinses(out.Lesson)); (asks == nil) != (rinses > 0) {
			t.Errorf("%s: %d brushes go into the jar: %s", what, rinses, out.Edit.Describe(l))
		}
		if left := slices.IndexFunc(out.Open, func(f rule.Finding) bool { return f.Rule == "safe.minors" }); left >= 0 {
			t.Errorf("%s: %s", what, out.Open[left].Says)
		}
		t.Logf("%s: %d edits, %d rinses", what, len(out.Edit), len(class.Rinses(out.Lesson)))
	}
}
