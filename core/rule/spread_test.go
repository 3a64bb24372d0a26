package rule

import (
	"math"
	"testing"

	"proxenos/core/lesson/sample"
)

func TestValuesMoveAsLittleAsSetsThemApart(t *testing.T) {
	near := func(a, b float64) bool { return math.Abs(a-b) < 0.01 }
	// Two planes 2 apart that should be 6 apart: each gives half.
	m := leastMoves([]edge{{far: "a", near: "b", diff: 2, least: 6, sign: 1}})
	if !near(m["a"], 2) || !near(m["b"], -2) {
		t.Errorf("a pair: %v", m)
	}
	// A chain whose middle cannot move without coming near to the next.
	chain := []edge{
		{far: "sky", near: "fell", diff: 5, least: 5, sign: 1},
		{far: "fell", near: "moor", diff: 2, least: 5, sign: 1},
		{far: "moor", near: "fore", diff: 5, least: 5, sign: 1},
	}
	m = leastMoves(chain)
	for k, e := range chain {
		if got := e.diff + m[e.far] - m[e.near]; got < e.least-0.01 {
			t.Errorf("edge %d comes to %.2f, want %g", k, got, e.least)
		}
	}
	if !near(m["sky"], 1.5) || !near(m["fell"], 1.5) || !near(m["moor"], -1.5) || !near(m["fore"], -1.5) {
		t.Errorf("a chain gives way on both sides alike: %v", m)
	}
	// Where the near one is lighter it moves the other way, and what is apart stays.
	m = leastMoves([]edge{{far: "a", near: "b", diff: -1, least: 3, sign: -1}, {far: "c", near: "d", diff: 9, least: 5, sign: 1}})
	if !near(m["a"], -1) || !near(m["b"], 1) || m["c"] != 0 || m["d"] != 0 {
		t.Errorf("a lighter near plane: %v", m)
	}
	if m := leastMoves(nil); len(m) != 0 {
		t.Errorf("nothing meets: %v", m)
	}
}

func TestAStepThatGradesShowsEachMixtureElsewhere(t *testing.T) {
	l := sample.Lesson()
	l.Steps[1].Mixtures = []string{"dark", "ridge", "sky"}
	c := &Context{Lesson: l}
	for value, want := range map[float64]string{10: "dark", 50: "ridge", 95: "sky"} {
		if got := c.mixtureAt(1, value); got != want {
			t.Errorf("at L* %g shows %q, want %q", value, got, want)
		}
	}
	l.Steps[1].Mixtures = nil
	if got := c.mixtureAt(1, 50) + c.mixtureAt(-1, 50); got != "" {
		t.Errorf("where nothing is laid: %q", got)
	}
}
