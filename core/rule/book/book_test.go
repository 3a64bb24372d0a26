package book_test

import (
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/rule/book"
)

// What the rules say of every case is what a painter would, and of right practice nothing.
func TestTheBookOfCases(t *testing.T) {
	cases := book.Cases()
	names, quiet := map[string]bool{}, 0
	for _, c := range cases {
		if names[c.Name] {
			t.Errorf("%q is there twice", c.Name)
		}
		names[c.Name] = true
		if len(c.Must) == 0 {
			quiet++
		}
		t.Run(c.Name, func(t *testing.T) {
			if err := lesson.Check(c.Lesson); err != nil {
				t.Fatal(err)
			}
			r, err := rehearse.Run(t.Context(), c.Lesson, rehearse.CoarseCell, nil)
			if err != nil {
				t.Fatal(err)
			}
			list, err := rule.Check(&rule.Context{Context: t.Context(), Lesson: c.Lesson, Rehearsal: r})
			if err != nil {
				t.Fatal(err)
			}
			var said []string
			for _, f := range rule.Unaccepted(list) {
				said = append(said, f.Rule)
				if slices.Contains(c.Not, f.Rule) || c.Quiet && f.Severity != rule.Note {
					t.Errorf("it says, and must not: %s (%g %s) %s", f.Rule, f.Figure, f.Unit, f.Says)
				}
			}
			for _, id := range c.Must {
				if !slices.Contains(said, id) {
					t.Errorf("it does not say %s, but %v", id, said)
				}
				if _, known := rule.Find(id); !known {
					t.Errorf("there is no rule %s", id)
				}
			}
		})
	}
	if len(cases) < 60 || quiet < 20 {
		t.Errorf("%d cases, %d of them quiet", len(cases), quiet)
	}
}
