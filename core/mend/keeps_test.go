package mend_test

import (
	"context"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// What no remedy may do, though each was offered once and called a mend.
func TestWhatMendingNeverDoes(t *testing.T) {
	oil := sample.Lesson()
	blocked := sample.Lesson()
	first := blocked.Steps[2]
	first.ID, first.Medium = "block-trees", lesson.Medium{Acrylic: true}
	dry := lesson.Step{ID: "dries", Where: lesson.Whole, Technique: lesson.Wait, Minutes: 8, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1}
	blocked.Steps = append([]lesson.Step{first, dry}, blocked.Steps...)
	ladder := sample.Lesson()
	ladder.Steps[2].Medium.Solvent = 40
	cut := oil.Steps[1]
	cut.Technique = lesson.CutIn
	for _, c := range []struct {
		name string
		l    *lesson.Lesson
		edit lesson.Edit
		may  bool
	}{
		{"the far ridge after the near trees", oil, lesson.Move{Step: "ridge", To: 3}, false},
		{"the near trees before the far ridge", oil, lesson.Move{Step: "trees", To: 1}, false},
		{"both at once, one after the other", oil, lesson.All{lesson.Move{Step: "trees", To: 0}, lesson.Move{Step: "lights", To: 1}}, false},
		{"a step that becomes a cut-in", oil, lesson.Change{Step: cut}, false},
		{"the block-in after its object", blocked, lesson.Move{Step: "block-trees", To: 5}, false},
		{"oil before the block-in is dry", blocked, lesson.Move{Step: "sky", To: 1}, false},
		{"the thin dark after its fatter light", ladder, lesson.Move{Step: "lights", To: 2}, false},
		{"the lights of the trees first", oil, lesson.Move{Step: "lights", To: 2}, true},
		{"more minutes", oil, lesson.SetMinutes{Step: "ridge", Minutes: 7}, true},
		{"without the ridge", oil, lesson.Remove{Step: "ridge"}, true},
	} {
		r, err := rehearse.Run(context.Background(), c.l, rehearse.CoarseCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		next, _, err := lesson.Apply(c.l, c.edit)
		if err != nil {
			t.Fatal(err)
		}
		ctx := &rule.Context{Context: context.Background(), Lesson: c.l, Rehearsal: r}
		if ctx.Keeps(next) != c.may {
			t.Errorf("%s: it may is %v", c.name, !c.may)
		}
		finding := rule.Offering(rule.Finding{Rule: rule.Mud}, rule.Idea{Edit: lesson.AnyEdit{Edit: c.edit}})
		if e := mend.Bold(ctx, []rule.Finding{finding}, 1); (len(e) > 0) != c.may {
			t.Errorf("%s: mending makes %v of it", c.name, e)
		}
	}
	// What stands in the wrong order already may be put right.
	wrong := sample.Lesson()
	wrong.Steps[1], wrong.Steps[2] = wrong.Steps[2], wrong.Steps[1]
	r, err := rehearse.Run(context.Background(), wrong, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	right, _, err := lesson.Apply(wrong, lesson.Move{Step: "ridge", To: 1})
	if err != nil {
		t.Fatal(err)
	}
	if ctx := (&rule.Context{Context: context.Background(), Lesson: wrong, Rehearsal: r}); !ctx.Keeps(right) {
		t.Error("the right order is not allowed")
	}
}
