package rule

import (
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
)

// Unaccepted are the findings that are not on purpose.
func Unaccepted(list []Finding) (out []Finding) {
	for _, f := range list {
		if f.Accepted == "" {
			out = append(out, f)
		}
	}
	return out
}

// Mend applies a remedy for each open finding where it still fits; the others stay for
// the next round. In later rounds it tries other remedies than before. It leaves what is
// a choice, and what is hidden by later work: fewer minutes make that cheaper, not
// better. What goes wrong in the paint and the order is mended first, for colours and
// values often come right with it; minutes come last, for what mends the rest adds some.
// A step is written anew once a round: a second remedy was found for what it was before.
// What no remedy may change stays, also where several come together. It returns what it did
// as one edit, nil for nothing.
func Mend(c *Context, open []Finding, round int) lesson.All {
	l := c.Lesson
	var all lesson.All
	safe := mendable(open)
	const patience = 2 // rounds before another remedy is tried
	if causes, _ := part(safe, cause); len(causes) > 0 && round < lastCauses {
		safe = causes
	}
	if rest, _ := part(safe, func(id string) bool { return id != over.ID }); len(rest) > 0 && round < lastLooks {
		safe = rest
	}
	// What a tool brings along is often all that is wrong with its paint: it is cleaned first.
	dirty, others := part(safe, func(id string) bool { return id == dirtyBrush.ID })
	written := map[string]bool{}
	for _, f := range append(dirty, others...) {
		since := 1 // the round in which it was first mended
		if !cause(f.Rule) {
			since = lastCauses
		}
		next := max(0, round-since) / patience
		if f.Rule == mud.ID {
			next = 0 // those are tried and ranked on the canvas as it is now
		}
		r := f.Remedies[min(len(f.Remedies)-1, next)]
		steps := writes(r.Edit)
		if slices.ContainsFunc(steps, func(id string) bool { return written[id] }) {
			continue
		}
		if mended, _, err := lesson.Apply(l, r.Edit); err == nil && c.keeper().allows(mended) {
			l = mended
			all = append(all, r.Edit.Edit)
			for _, id := range steps {
				written[id] = true
			}
		}
	}
	return all
}

// writes are the steps that an edit writes anew as a whole.
func writes(e lesson.Edit) (steps []string) {
	switch e := e.(type) {
	case lesson.AnyEdit:
		return writes(e.Edit)
	case lesson.Change:
		return []string{e.Step.ID}
	case lesson.SetCare:
		return []string{e.Step}
	case lesson.All:
		for _, one := range e {
			steps = append(steps, writes(one)...)
		}
	}
	return steps
}

// part splits findings by their rule.
func part(list []Finding, want func(rule string) bool) (these, others []Finding) {
	for _, f := range list {
		if want(f.Rule) {
			these = append(these, f)
		} else {
			others = append(others, f)
		}
	}
	return these, others
}

const (
	lastCauses = 3 // round from which looks are mended beside what causes them
	lastLooks  = 8 // round from which minutes are mended beside the rest
)

// cause reports whether a rule is about what is done, not about how it looks.
func cause(rule string) bool {
	return strings.HasPrefix(rule, "order.") || strings.HasPrefix(rule, "film.") || rule == dirtyBrush.ID
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
