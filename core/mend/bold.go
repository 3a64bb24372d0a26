package mend

import (
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/rule"
)

// Bold applies a remedy for each open finding where it still fits; the others stay for
// the next round. In later rounds it tries other remedies than before. It leaves what is
// a choice, and what is hidden by later work: fewer minutes make that cheaper, not
// better. What goes wrong in the paint and the order is mended first, for colours and
// values often come right with it; minutes come last, for what mends the rest adds some.
// A step is written anew once a round: a second remedy was found for what it was before.
// What no remedy may change stays, also where several come together. It returns what it did
// as one edit, nil for nothing.
func Bold(c *rule.Context, open []rule.Finding, round int) lesson.All {
	l := c.Lesson
	var all lesson.All
	safe := mendable(open)
	const patience = 2 // rounds before another remedy is tried
	if causes, _ := part(safe, cause); len(causes) > 0 && round < lastCauses {
		safe = causes
	}
	if rest, _ := part(safe, func(id string) bool { return id != rule.Over }); len(rest) > 0 && round < lastLooks {
		safe = rest
	}
	// What a tool brings along is often all that is wrong with its paint: it is cleaned first.
	dirty, others := part(safe, func(id string) bool { return id == rule.DirtyBrush })
	written := map[string]bool{}
	for _, f := range append(dirty, others...) {
		since := 1 // the round in which it was first mended
		if !cause(f.Rule) {
			since = lastCauses
		}
		next := max(0, round-since) / patience
		ideas := slices.DeleteFunc(slices.Clone(f.Ideas()), func(i rule.Idea) bool { return i.Days != 0 })
		if len(ideas) == 0 {
			continue
		}
		r := ideas[min(len(ideas)-1, next)]
		steps := writes(r.Edit)
		if slices.ContainsFunc(steps, func(id string) bool { return written[id] }) {
			continue
		}
		if mended, _, err := lesson.Apply(l, r.Edit); err == nil && c.Keeps(mended) {
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
func part(list []rule.Finding, want func(id string) bool) (these, others []rule.Finding) {
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
func cause(id string) bool {
	return strings.HasPrefix(id, "order.") || strings.HasPrefix(id, "film.") || id == rule.DirtyBrush
}
