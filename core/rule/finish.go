package rule

import (
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
	stood "proxenos/core/look"
)

var gain = Rule{
	ID: "finish.gain", Title: "Last steps that nobody sees", Severity: Note, On: Finished,
	Figure: "how many of the last steps change the picture by less than an eye sees", Source: "what an eye sees at two and a half metres",
	Reason:  "When another mark no longer changes the picture for somebody who stands back, it is done: every mark after that can only spoil it.",
	Speaks:  say("the last steps change less than %g cm² by ΔE %g, seen from %g m", stood.AddsLeast, stood.Noticed, stood.Distance/1000),
	measure: findGain,
}

// findGain finds the steps at the end of a script after which the picture looks as before.
func findGain(c *Context) []Finding {
	r := c.finished()
	if r == nil || r.Final == nil || len(c.Lesson.Steps) != len(r.Lesson.Steps) {
		return nil
	}
	var unseen []stood.Added
	adds := stood.Adds(r)
	for _, a := range adds {
		if !a.Sees {
			unseen = append(unseen, a)
		}
	}
	if len(adds) == 0 || len(unseen) == len(adds) { // of a picture in which nothing is seen others speak
		return nil
	}
	l, last := c.Lesson, adds[len(adds)-1]
	f := Finding{Figure: round(adds[0].Area, 2), Unit: "cm²", Threshold: stood.AddsLeast, Under: true, Where: "end", Steps: []string{l.Steps[adds[0].Step].ID}}
	if len(unseen) == 0 {
		return []Finding{f}
	}
	slices.Reverse(unseen)
	var names []string
	var minutes float64
	f.Steps = nil
	for _, a := range unseen {
		s := l.Steps[a.Step]
		names = append(names, l.Label(a.Step))
		f.Steps, minutes = append(f.Steps, s.ID), minutes+s.Minutes
	}
	f.Says = fmt.Sprintf("%s %s the picture by less than an eye sees from two and a half metres, in %g minutes: stop after %s.",
		lesson.Capital(strings.Join(names, " and ")), map[bool]string{true: "changes", false: "change"}[len(names) == 1], minutes, l.Label(last.Step))
	f.offers = func() (out []Idea) {
		var stop lesson.All
		for i := len(l.Steps) - 1; i > last.Step; i-- {
			stop = append(stop, lesson.Remove{Step: l.Steps[i].ID})
		}
		c.offer(&out, "stop after "+l.Label(last.Step), stop)
		return out
	}
	return []Finding{f}
}
