package mend_test

import (
	"strings"
	"testing"

	"proxenos/core/mend"
	"proxenos/core/rule"
)

func TestComparingFindings(t *testing.T) {
	said := func(id, where string, figure float64) rule.Finding {
		return rule.Finding{Rule: id, Title: id, Where: where, Says: "says so.", Figure: figure, Unit: "cm"}
	}
	quiet := said("quiet", "a", 1)
	quiet.Accepted = "on purpose"
	c := mend.Compare(
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
	if c := mend.Compare(nil, nil); c.Gone == nil || c.Left == nil || c.Come == nil {
		t.Error("lists are null")
	}
}
