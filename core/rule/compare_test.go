package rule_test

import (
	"context"
	"strings"
	"testing"

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
