package rule

import (
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
	stood "proxenos/core/look"
)

var gain = Rule{
	ID: "finish.gain", Title: "Last steps that nobody sees", Severity: Note,
	Reason: "When another mark no longer changes the picture for somebody who stands back, it is done: every mark after that can only spoil it.",
	Speaks: say("the last steps change less than %g cm² by ΔE %g, seen from %g m", stood.AddsLeast, stood.Noticed, stood.Distance/1000),
	find:   findGain,
}

// findGain finds the steps at the end of a script after which the picture looks as before.
func findGain(c *Context) []Finding {
	r := c.Trials
	if r == nil {
		r = c.Rehearsal
	}
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
	if len(unseen) == 0 || len(unseen) == len(adds) { // of a picture in which nothing is seen others speak
		return nil
	}
	slices.Reverse(unseen)
	l, last := c.Lesson, adds[len(adds)-1]
	var names []string
	f := Finding{Unit: "cm²", Threshold: stood.AddsLeast}
	var minutes float64
	for _, a := range unseen {
		s := l.Steps[a.Step]
		names = append(names, l.Label(a.Step))
		f.Steps, f.Figure, minutes = append(f.Steps, s.ID), max(f.Figure, a.Area), minutes+s.Minutes
	}
	f.Figure, f.Where = round(f.Figure, 2), f.Steps[0]
	f.Says = fmt.Sprintf("%s %s the picture by less than an eye sees from two and a half metres, in %g minutes: stop after %s.",
		lesson.Capital(strings.Join(names, " and ")), map[bool]string{true: "changes", false: "change"}[len(names) == 1], minutes, l.Label(last.Step))
	var stop lesson.All
	for i := len(l.Steps) - 1; i > last.Step; i-- {
		stop = append(stop, lesson.Remove{Step: l.Steps[i].ID})
	}
	if m, _, ok := c.remedy("stop after "+l.Label(last.Step), stop); ok {
		m.After, m.Tried = round(last.Area, 2), true
		f.Remedies = append(f.Remedies, m)
	}
	return []Finding{f}
}
