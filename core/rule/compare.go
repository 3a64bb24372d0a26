package rule

import "fmt"

// Unaccepted are the findings that are not on purpose.
func Unaccepted(list []Finding) (out []Finding) {
	for _, f := range list {
		if f.Accepted == "" {
			out = append(out, f)
		}
	}
	return out
}

// Compared is how the findings of a lesson differ after an edit, each in words.
type Compared struct {
	Gone []string // open before, and no more
	Left []string // open before and after, with both figures
	Come []string // open only after
}

// Compare tells what an edit did to the open findings; those of a rule at a place are the
// same.
func Compare(before, after []Finding) (c Compared) {
	c.Gone, c.Left, c.Come = []string{}, []string{}, []string{}
	then := places(Unaccepted(after))
	for _, f := range Unaccepted(before) {
		now, there := then[f.place()]
		switch {
		case !there:
			c.Gone = append(c.Gone, f.Title+": "+f.Says)
		case now.Figure != f.Figure:
			c.Left = append(c.Left, fmt.Sprintf("%s: %g %s, was %g.", f.Title, now.Figure, f.Unit, f.Figure))
		default:
			c.Left = append(c.Left, f.Title+": "+f.Says)
		}
		delete(then, f.place())
	}
	for _, f := range after {
		if _, fresh := then[f.place()]; fresh && f.Accepted == "" {
			c.Come = append(c.Come, f.Title+": "+f.Says)
		}
	}
	return c
}
