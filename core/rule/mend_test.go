package rule_test

import (
	"context"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
)

func TestComparingFindings(t *testing.T) {
	said := func(id, where string, figure float64) rule.Finding {
		return rule.Finding{Rule: id, Title: id, Where: where, Says: "says so.", Figure: figure, Unit: "cm"}
	}
	quiet := said("quiet", "a", 1)
	quiet.Accepted = "on purpose"
	c := rule.Compare(
		[]rule.Finding{said("gone", "a", 3), said("less", "a", 9), said("same", "b", 2), quiet},
		[]rule.Finding{said("less", "a", 4), said("same", "b", 2), said("same", "c", 2), quiet})
	if len(c.Gone) != 1 || !strings.HasPrefix(c.Gone[0], "gone") {
		t.Errorf("gone: %q", c.Gone)
	}
	if len(c.Left) != 2 || c.Left[0] != "less: 4 cm, was 9." {
		t.Errorf("left: %q", c.Left)
	}
	if len(c.Come) != 1 || !strings.HasPrefix(c.Come[0], "same") {
		t.Errorf("come: %q", c.Come)
	}
	if c := rule.Compare(nil, nil); c.Gone == nil || c.Left == nil || c.Come == nil {
		t.Error("lists are null")
	}
}

func TestAStepIsMendedOnceARound(t *testing.T) {
	l := sample.Lesson()
	change := func(set func(*lesson.Step)) []rule.Remedy {
		s := l.Steps[3]
		set(&s)
		return []rule.Remedy{{Edit: lesson.AnyEdit{Edit: lesson.All{lesson.Change{Step: s}}}}}
	}
	open := []rule.Finding{
		{Rule: "color.dirty-brush", Remedies: change(func(s *lesson.Step) { s.Care = lesson.Fresh })},
		{Rule: "film.too-thick-early", Remedies: change(func(s *lesson.Step) { s.Cover = 0.3 })},
		{Rule: "time.over", Remedies: []rule.Remedy{{Edit: lesson.AnyEdit{Edit: lesson.SetMinutes{Step: l.Steps[0].ID, Minutes: 2}}}}},
	}
	e := rule.Mend(&rule.Context{Lesson: l}, open, 1)
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	if s := next.Steps[3]; len(e) != 1 || s.Care != lesson.Fresh || s.Cover != l.Steps[3].Cover {
		t.Errorf("the second writes the step as it was before the first: %s", e.Describe(l))
	}
	if e := rule.Mend(&rule.Context{Lesson: l}, open[2:], 1); len(e) != 1 {
		t.Errorf("minutes are mended once nothing else is left: %d edits", len(e))
	}
	if e := rule.Mend(&rule.Context{Lesson: l}, open, 20); len(e) != 2 {
		t.Errorf("minutes do not wait for ever: %d edits", len(e))
	}
}

func TestMendingBeginsWithWhatIsDone(t *testing.T) {
	l := sample.Lesson()
	wipe := lesson.AnyEdit{Edit: lesson.Change{Step: func() lesson.Step { s := l.Steps[3]; s.Care = lesson.Wipe; return s }()}}
	fresh := lesson.AnyEdit{Edit: lesson.Change{Step: func() lesson.Step { s := l.Steps[3]; s.Load = lesson.HeavyLoad; return s }()}}
	lighter := lesson.AnyEdit{Edit: lesson.SetPart{Mixture: "ridge", Paint: "PW6", Parts: 9}}
	open := []rule.Finding{
		{Rule: "value.tiers", Remedies: []rule.Remedy{{Edit: lighter}}},
		{Rule: "film.starved", Remedies: []rule.Remedy{{Edit: wipe}, {Edit: fresh}}},
		{Rule: "pict.rival", Remedies: []rule.Remedy{{Edit: lighter}}}, // a choice
		{Rule: "order.hidden-work", Remedies: []rule.Remedy{{Edit: lighter}}},
		{Rule: "film.slip"}, // nothing to offer
	}
	first := rule.Mend(&rule.Context{Lesson: l}, open, 1)
	if len(first) != 1 || first.Describe(l) != wipe.Edit.Describe(l) {
		t.Errorf("first: %s", first.Describe(l))
	}
	later := rule.Mend(&rule.Context{Lesson: l}, open, 3)
	if len(later) != 2 || later[1:].Describe(l) != fresh.Edit.Describe(l) {
		t.Errorf("when that did not help: %s", later.Describe(l))
	}
	if none := rule.Mend(&rule.Context{Lesson: l}, open[2:], 1); none != nil {
		t.Errorf("choices are left to a person: %s", none.Describe(l))
	}
}

// A finding that is found again and again must name the same place, or accepting it would
// not hold.
func TestFindingsKeepTheirPlace(t *testing.T) {
	l, _ := sample.Terraces(t)
	first, again := judge(t, l), judge(t, l)
	if len(first) != len(again) {
		t.Fatalf("%d findings, then %d", len(first), len(again))
	}
	seen := map[string]bool{}
	for i, f := range first {
		if f.Rule != again[i].Rule || f.Where != again[i].Where || f.Figure != again[i].Figure {
			t.Errorf("%s at %s, then %s at %s", f.Rule, f.Where, again[i].Rule, again[i].Where)
		}
		if seen[f.Rule+"@"+f.Where] {
			t.Errorf("%s speaks twice of %s", f.Rule, f.Where)
		}
		seen[f.Rule+"@"+f.Where] = true
	}
	if _, err := rule.Check(&rule.Context{Context: ended(), Lesson: l}); err == nil {
		t.Error("it goes on after it was stopped")
	}
}

func ended() context.Context {
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	return ctx
}
