package starter

import (
	"context"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// rounds bounds how often a lesson is mended and looked at again.
const rounds = 6

// Sound makes a lesson, rehearses it, and lets the rules mend what they find, until
// nothing is open or nothing helps any more. What is still open it returns; there is
// usually nothing. Progress counts rehearsals.
func Sound(ctx context.Context, w Wish, progress func(round int)) (*lesson.Lesson, []rule.Finding, error) {
	l, err := Make(ctx, w)
	if err != nil {
		return nil, nil, err
	}
	var prev *rehearse.Rehearsal
	for round := 1; ; round++ {
		if progress != nil {
			progress(round)
		}
		if prev, err = rehearse.Again(ctx, prev, l, rehearse.CoarseCell, nil); err != nil {
			return nil, nil, err
		}
		list, err := rule.Check(&rule.Context{Context: ctx, Lesson: l, Rehearsal: prev, Trials: prev})
		if err != nil {
			return nil, nil, err
		}
		var open []rule.Finding
		for _, f := range list {
			if f.Accepted == "" {
				open = append(open, f)
			}
		}
		if len(open) == 0 || round == rounds {
			return l, open, nil
		}
		next := mend(l, open, round)
		if next == l { // what is left is a choice, not a fault
			next = accept(l, open)
		}
		if next == l {
			return l, open, nil
		}
		l = next
	}
}

// mend applies a remedy for each finding where it still fits, in later rounds another
// than before.
func mend(l *lesson.Lesson, open []rule.Finding, round int) *lesson.Lesson {
	for _, f := range open {
		if len(f.Remedies) == 0 || f.Rule == "order.hidden-work" { // fewer minutes hide it, they do not mend it
			continue
		}
		r := f.Remedies[min(len(f.Remedies)-1, (round-1)/2)]
		if next, _, err := lesson.Apply(l, r.Edit); err == nil {
			l = next
		}
	}
	return l
}

// accept lists what is hidden later as on purpose: from back to front something always
// goes behind something, and the shapes overlap so that no gap shows.
func accept(l *lesson.Lesson, open []rule.Finding) *lesson.Lesson {
	for _, f := range open {
		if f.Rule != "order.hidden-work" || f.Figure > mostHidden {
			continue
		}
		e := lesson.Accept{Finding: lesson.OnPurpose{Rule: f.Rule, Where: f.Where, Reason: "It must go on behind what stands before it, or gaps show."}}
		if next, _, err := lesson.Apply(l, e); err == nil {
			l = next
		}
	}
	return l
}

// mostHidden is the percent of a step's work that may be hidden on purpose.
const mostHidden = 80
