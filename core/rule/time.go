package rule

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/score"
)

var over = Rule{
	ID: Over, Title: "Longer than the session", Severity: Caution,
	Reason: "A class that runs over ends with the foreground unpainted. Leave slack: beginners need longer than the demonstrator.",
	Speaks: "the script, at the pace of the class, takes longer than the session",
	find:   findOver,
}

func findOver(c *Context) []Finding {
	l := c.Lesson
	takes := l.ClassMinutes()
	excess := math.Round(10*(takes-l.Session)) / 10
	if excess <= 0 {
		return nil
	}
	f := Finding{
		Says:   fmt.Sprintf("The script takes %g minutes and the session has %g: %g too many.", takes, l.Session, excess),
		Figure: takes, Unit: "min", Threshold: l.Session, Where: "script", Steps: []string{l.Steps[len(l.Steps)-1].ID},
	}
	if waits := c.shortenWaits(excess); len(waits) > 0 {
		c.fits(&f, fmt.Sprintf("shorten the waits and blots (%d steps): %s", len(waits), waits.Describe(l)), waits)
	}
	if c.Rehearsal == nil {
		return []Finding{f}
	}
	fitting, err := score.Fit(c, l, c.Rehearsal, nil, l.Session)
	if err != nil {
		return []Finding{f} // the context has ended: Check says so
	}
	for _, choice := range fitting.Choices {
		if choice.Fits {
			c.fits(&f, fmt.Sprintf("%s (%d steps): %s", choice.Name, len(choice.Cuts), choice.Brief()), choice.Edit.Edit)
		}
	}
	return []Finding{f}
}

// fits adds a remedy with the minutes that the class would take then.
func (c *Context) fits(f *Finding, words string, e lesson.Edit) {
	if r, next, ok := c.remedy(words, e); ok {
		r.After, r.Tried = next.ClassMinutes(), true
		f.Remedies = append(f.Remedies, r)
	}
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
