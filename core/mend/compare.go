package mend

import (
	"fmt"

	"proxenos/core/rule"
)

// Compared is how the findings of a lesson differ after an edit, each in words.
type Compared struct {
	Gone []string // open before, and no more
	Left []string // open before and after, with both figures
	Come []string // open only after
}

// Compare tells what an edit did to the open findings; those of a rule at a place are the
// same.
func Compare(before, after []rule.Finding) (c Compared) {
	c.Gone, c.Left, c.Come = []string{}, []string{}, []string{}
	then := places(rule.Unaccepted(after))
	for _, f := range rule.Unaccepted(before) {
		now, there := then[placeOf(f)]
		switch {
		case !there:
			c.Gone = append(c.Gone, f.Title+": "+f.Says)
		case now.Figure != f.Figure:
			c.Left = append(c.Left, fmt.Sprintf("%s: %g %s, was %g.", f.Title, now.Figure, f.Unit, f.Figure))
		default:
			c.Left = append(c.Left, f.Title+": "+f.Says)
		}
		delete(then, placeOf(f))
	}
	for _, f := range after {
		if _, fresh := then[placeOf(f)]; fresh && f.Accepted == "" {
			c.Come = append(c.Come, f.Title+": "+f.Says)
		}
	}
	return c
}

// anew are the findings of a lesson after an edit that were not there before, without those on
// purpose.
func anew(before, after []rule.Finding) (out []rule.Finding) {
	then := places(rule.Unaccepted(before))
	for _, f := range rule.Unaccepted(after) {
		if _, there := then[placeOf(f)]; !there {
			out = append(out, f)
		}
	}
	return out
}
