package mend_test

import (
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mend"
	"proxenos/core/rule"
)

func TestAStepIsMendedOnceARound(t *testing.T) {
	l := sample.Lesson()
	change := func(set func(*lesson.Step)) []rule.Idea {
		s := l.Steps[3]
		set(&s)
		return []rule.Idea{{Edit: lesson.AnyEdit{Edit: lesson.All{lesson.Change{Step: s}}}}}
	}
	open := []rule.Finding{
		rule.Offering(rule.Finding{Rule: "color.dirty-brush"}, change(func(s *lesson.Step) { s.Care = lesson.Fresh })...),
		rule.Offering(rule.Finding{Rule: "film.too-thick-early"}, change(func(s *lesson.Step) { s.Cover = 0.3 })...),
		rule.Offering(rule.Finding{Rule: "time.over"}, []rule.Idea{{Edit: lesson.AnyEdit{Edit: lesson.SetMinutes{Step: l.Steps[0].ID, Minutes: 2}}}}...),
	}
	e := mend.Bold(&rule.Context{Lesson: l}, open, 1)
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	if s := next.Steps[3]; len(e) != 1 || s.Care != lesson.Fresh || s.Cover != l.Steps[3].Cover {
		t.Errorf("the second writes the step as it was before the first: %s", e.Describe(l))
	}
	if e := mend.Bold(&rule.Context{Lesson: l}, open[2:], 1); len(e) != 1 {
		t.Errorf("minutes are mended once nothing else is left: %d edits", len(e))
	}
	if e := mend.Bold(&rule.Context{Lesson: l}, open, 20); len(e) != 2 {
		t.Errorf("minutes do not wait for ever: %d edits", len(e))
	}
}

func TestMendingBeginsWithWhatIsDone(t *testing.T) {
	l := sample.Lesson()
	wipe := lesson.AnyEdit{Edit: lesson.Change{Step: func() lesson.Step { s := l.Steps[3]; s.Care = lesson.Wipe; return s }()}}
	fresh := lesson.AnyEdit{Edit: lesson.Change{Step: func() lesson.Step { s := l.Steps[3]; s.Load = lesson.HeavyLoad; return s }()}}
	lighter := lesson.AnyEdit{Edit: lesson.SetPart{Mixture: "ridge", Paint: "PW6", Parts: 9}}
	open := []rule.Finding{
		rule.Offering(rule.Finding{Rule: "value.tiers"}, []rule.Idea{{Edit: lighter}}...),
		rule.Offering(rule.Finding{Rule: "film.starved"}, []rule.Idea{{Edit: wipe}, {Edit: fresh}}...),
		rule.Offering(rule.Finding{Rule: "pict.rival"}, []rule.Idea{{Edit: lighter}}...), // a choice
		rule.Offering(rule.Finding{Rule: "order.hidden-work"}, []rule.Idea{{Edit: lighter}}...),
		{Rule: "film.slip"}, // nothing to offer
	}
	first := mend.Bold(&rule.Context{Lesson: l}, open, 1)
	if len(first) != 1 || first.Describe(l) != wipe.Edit.Describe(l) {
		t.Errorf("first: %s", first.Describe(l))
	}
	later := mend.Bold(&rule.Context{Lesson: l}, open, 3)
	if len(later) != 2 || later[1:].Describe(l) != fresh.Edit.Describe(l) {
		t.Errorf("when that did not help: %s", later.Describe(l))
	}
	if none := mend.Bold(&rule.Context{Lesson: l}, open[2:], 1); none != nil {
		t.Errorf("choices are left to a person: %s", none.Describe(l))
	}
}
