package rule

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/lesson"
)

var over = Rule{
	ID: "time.over", Title: "Longer than the session", Severity: Caution,
	Reason: "A class that runs over ends with the foreground unpainted. Leave slack: beginners need longer than the demonstrator.",
	Speaks: "the script takes longer than the session",
	find:   findOver,
}

func findOver(c *Context) []Finding {
	l := c.Lesson
	excess := l.Minutes() - l.Session
	if excess <= 0 {
		return nil
	}
	f := Finding{
		Says:   fmt.Sprintf("The script takes %g minutes and the session has %g: %g too many.", l.Minutes(), l.Session, excess),
		Figure: l.Minutes(), Unit: "min", Threshold: l.Session, Where: "script", Steps: []string{l.Steps[len(l.Steps)-1].ID},
	}
	for _, e := range []struct {
		words string
		edit  lesson.All
	}{
		{"shorten the waits and blots", c.shortenWaits(excess)},
		{"leave out what shows least", c.leaveOut(excess)},
		{"shorten the longest steps", c.shortenLongest(excess)},
	} {
		if len(e.edit) == 0 {
			continue
		}
		words := fmt.Sprintf("%s (%d steps): %s", e.words, len(e.edit), e.edit.Describe(l))
		if r, next, ok := c.remedy(words, e.edit); ok {
			r.After, r.Tried = next.Minutes(), true
			f.Remedies = append(f.Remedies, r)
		}
	}
	return []Finding{f}
}

// shortenWaits takes waits and blots down to three minutes, as far as needed.
func (c *Context) shortenWaits(excess float64) (out lesson.All) {
	const least = 3
	for _, s := range c.Lesson.Steps {
		if s.Technique != lesson.Wait && s.Technique != lesson.Blot || s.Minutes <= least || excess <= 0 {
			continue
		}
		cut := min(excess, s.Minutes-least)
		out = append(out, lesson.SetMinutes{Step: s.ID, Minutes: s.Minutes - cut})
		excess -= cut
	}
	if excess > 0 {
		return nil // not enough by itself
	}
	return out
}

// leaveOut drops the steps that the picture needs least: first what is only for when there
// is time, then what shows least, by the cells where its paint is the last. What must be
// stays.
func (c *Context) leaveOut(excess float64) (out lesson.All) {
	if c.Rehearsal == nil {
		return nil
	}
	shows := make([]int, len(c.Lesson.Steps))
	for _, o := range c.Rehearsal.Owner {
		if o >= 0 {
			shows[o]++
		}
	}
	var order []int
	for i, s := range c.Lesson.Steps {
		if len(s.Mixtures) > 0 && s.Need != lesson.Must {
			order = append(order, i)
		}
	}
	rank := map[lesson.Need]int{lesson.IfTime: 0, lesson.Should: 1}
	need := func(i int) int {
		if r, said := rank[c.Lesson.Steps[i].Need]; said {
			return r
		}
		return len(rank)
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Or(need(a)-need(b), shows[a]-shows[b]) })
	for _, i := range order {
		if excess <= 0 || len(out) >= len(c.Lesson.Steps)/4 {
			break
		}
		out = append(out, lesson.Remove{Step: c.Lesson.Steps[i].ID})
		excess -= c.Lesson.Steps[i].Minutes
	}
	if excess > 0 {
		return nil
	}
	return out
}

// shortenLongest takes half minutes off whatever is longest until it fits, but
// never more than 40 % off a step.
func (c *Context) shortenLongest(excess float64) (out lesson.All) {
	minutes := map[string]float64{}
	for ; excess > 0; excess -= 0.5 {
		best, longest := "", 0.0
		for _, s := range c.Lesson.Steps {
			now, changed := minutes[s.ID]
			if !changed {
				now = s.Minutes
			}
			if now-0.5 >= 0.6*s.Minutes && now > longest {
				best, longest = s.ID, now
			}
		}
		if best == "" {
			return nil
		}
		minutes[best] = longest - 0.5
	}
	for _, s := range c.Lesson.Steps {
		if m, ok := minutes[s.ID]; ok {
			out = append(out, lesson.SetMinutes{Step: s.ID, Minutes: m})
		}
	}
	return out
}
