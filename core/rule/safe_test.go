package rule_test

import (
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// A paint that carries a warning is named where others give its colour, and only there.
func TestAWarningThatCanBeDoneWithout(t *testing.T) {
	with := func(paint string, parts float64) *lesson.Lesson {
		l := sample.Lesson()
		l.Palette = append(l.Palette, "PY35", "PY3", "PBr7/burnt-umber")
		l.Mixtures[3].Parts = []lesson.Part{{Paint: "PW6", Parts: 12}, {Paint: "PY43", Parts: 3}, {Paint: paint, Parts: parts}}
		return l
	}
	l := with("PY35", 0.3)
	f := one(t, l, "safe.pigment")
	if f.Where != "PY35" || f.Figure != 1 || len(f.Steps) != 1 {
		t.Errorf("%+v", f)
	}
	clears(t, l, f)
	silent(t, with("PBr7/burnt-umber", 0.3), "safe.pigment", "an earth")
	silent(t, sample.Lesson(), "safe.pigment", "no warning")
}
