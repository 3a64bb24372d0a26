package rule_test

import (
	"context"
	"testing"

	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
)

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
