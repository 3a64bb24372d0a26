package rule

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/score"
)

var over = Rule{
	ID: Over, Title: "Longer than the session", Severity: Caution, On: Script,
	Figure: "how long the script takes at the pace of the class", Source: "the session's own minutes",
	Reason:  "A class that runs over ends with the foreground unpainted. Leave slack: beginners need longer than the demonstrator.",
	Speaks:  "the script, at the pace of the class, takes longer than the session",
	measure: findOver,
}

func findOver(c *Context) []Finding {
	l := c.Lesson
	takes := l.ClassMinutes()
	excess := math.Round(10*(takes-l.Session)) / 10
	return []Finding{{
		Says:   fmt.Sprintf("The script takes %g minutes and the session has %g: %g too many.", takes, l.Session, excess),
		Figure: takes, Unit: "min", Threshold: l.Session, Where: "script", Steps: []string{l.Steps[len(l.Steps)-1].ID},
		offers: func() []Idea { return c.shortened(excess) },
	}}
}

// shortened has the ideas to take less time: shorter waits, and what fits the session.
func (c *Context) shortened(excess float64) (out []Idea) {
	l := c.Lesson
	if waits := c.shortenWaits(excess); len(waits) > 0 {
		c.offer(&out, fmt.Sprintf("shorten the waits and blots (%d steps): %s", len(waits), waits.Describe(l)), waits)
	}
	if c.finished() == nil {
		return out
	}
	fitting, err := score.Fit(c, l, c.finished(), nil, l.Session)
	if err != nil {
		return out // the context has ended: Check says so
	}
	for _, choice := range fitting.Choices {
		if choice.Fits {
			c.offer(&out, fmt.Sprintf("%s (%d steps): %s", choice.Name, len(choice.Cuts), choice.Brief()), choice.Edit.Edit)
		}
	}
	return out
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
