package mend_test

import (
	"fmt"
	"maps"
	"math"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/rule/book"
	"proxenos/core/starter"
)

// A promise is how well remedies of a rule keep their word.
type promise struct {
	listed, gone int
	most         float64 // largest difference of a figure promised and measured
}

// paintBoth is a context with a fine and a coarse canvas of a lesson, painted from the ground up.
func paintBoth(t *testing.T, l *lesson.Lesson) *rule.Context {
	t.Helper()
	c := &rule.Context{Context: t.Context(), Lesson: l}
	var err error
	if c.Rehearsal, err = rehearse.Run(t.Context(), l, rehearse.FineCell, nil); err != nil {
		t.Fatal(err)
	}
	if c.Trials, err = rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil); err != nil {
		t.Fatal(err)
	}
	return c
}

// Every remedy that is listed is applied, the lesson painted anew from the ground up, and the figure
// there is the one that was promised.
func TestRemediesKeepTheirWord(t *testing.T) {
	var lessons []*lesson.Lesson
	all := os.Getenv("PROXENOS_ALL") != ""
	for i, c := range book.Cases() {
		if all || i%12 == 0 {
			lessons = append(lessons, c.Lesson)
		}
	}
	if all {
		names, err := filepath.Glob("../../demo/*.json")
		if err != nil || len(names) == 0 {
			t.Fatal("no demos", err)
		}
		for _, name := range names {
			text, err := os.ReadFile(name)
			if err != nil {
				t.Fatal(err)
			}
			l, err := lesson.Decode(text)
			if err != nil {
				t.Fatal(err)
			}
			l.Accepted = nil // all that is on purpose speaks
			lessons = append(lessons, l)
		}
		for _, k := range starter.Kinds() { // before they were mended
			l, err := starter.Make(t.Context(), starter.Wish{Kind: starter.Kind(k.ID), Method: lesson.WetBase, Width: 240, Height: 180, Seed: 3})
			if err != nil {
				t.Fatal(err)
			}
			lessons = append(lessons, l)
		}
	}
	table := map[string]promise{}
	for _, l := range lessons {
		c := paintBoth(t, l)
		list, err := rule.Check(c)
		if err != nil {
			t.Fatal(err)
		}
		bench := mend.NewBench(c)
		for _, f := range list {
			ranking, err := bench.Rank(t.Context(), f, nil)
			if err != nil {
				t.Fatal(err)
			}
			p := table[f.Rule]
			for _, r := range ranking.Remedies {
				next, _, err := lesson.Apply(l, r.Edit)
				if err != nil {
					t.Fatalf("%s: %q does not fit: %v", f.Rule, r.Words, err)
				}
				is, there := rule.Measure(paintBoth(t, next), f)
				p.listed++
				switch {
				case there != (r.After != nil):
					t.Errorf("%s, %s: %q promises a figure: %v, and there is one: %v", l.Title, f.Rule, r.Words, r.After != nil, there)
				case there:
					said := f
					if said.Figure, said.Threshold = *r.After, r.Bound; said.Speaks() == r.Gone || r.Bound != is.Threshold {
						t.Errorf("%s, %s: %q takes it away: %v, beside %g of %g %s", l.Title, f.Rule, r.Words, r.Gone, *r.After, r.Bound, f.Unit)
					}
					p.most = max(p.most, math.Abs(is.Figure-*r.After))
					if math.Abs(is.Figure-*r.After) > 1e-9 {
						t.Errorf("%s, %s: %q promises %g %s and leaves %g", l.Title, f.Rule, r.Words, *r.After, f.Unit, is.Figure)
					}
				}
				if r.Gone {
					p.gone++
				}
				if r.Gone == (there && is.Speaks()) {
					t.Errorf("%s, %s: %q takes it away: %v, and it speaks: %v", l.Title, f.Rule, r.Words, r.Gone, there && is.Speaks())
				}
			}
			table[f.Rule] = p
		}
	}
	text := "rule | listed | mend it | promised against measured, largest difference\n"
	for _, id := range slices.Sorted(maps.Keys(table)) {
		text += fmt.Sprintf("%s | %d | %d | %g\n", id, table[id].listed, table[id].gone, table[id].most)
	}
	t.Log(text)
	if len(table) < 8 {
		t.Errorf("only %d rules are tried", len(table))
	}
}
