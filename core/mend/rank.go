package mend

import (
	"cmp"
	"context"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// A TriedRemedy was tried on a canvas of its own.
type TriedRemedy struct {
	rule.Remedy
	Gone  bool     `json:"gone" doc:"whether the finding is gone with it"`
	Come  []string `json:"come" doc:"what the rules would say anew"`
	Moves float64  `json:"moves" doc:"mean ΔE00 by which the picture changes"`
}

type watch struct{}

// Watched tells somebody of every remedy that is tried under a context, before it is: the
// how-manieth it is, of how many.
func Watched(ctx context.Context, told func(nth, of int)) context.Context {
	return context.WithValue(ctx, watch{}, told)
}

// Rank tries every remedy of a finding on a coarse canvas and puts first what leaves least
// of the finding, then what brings fewest others, costs fewest minutes and changes the
// picture least. The rehearsal of c is such a canvas, said what the rules say of it. It
// fails only when the context ends.
func Rank(c *rule.Context, said []rule.Finding, f rule.Finding) ([]TriedRemedy, error) {
	out := []TriedRemedy{}
	told, _ := c.Value(watch{}).(func(nth, of int))
	for i, r := range f.Remedies {
		if told != nil {
			told(i+1, len(f.Remedies))
		}
		next, _, err := lesson.Apply(c.Lesson, r.Edit)
		if err != nil {
			continue // it does not fit any more
		}
		after, err := rehearse.Again(c, c.Rehearsal, next, c.Rehearsal.Final.Cell, nil)
		if err != nil {
			return nil, err
		}
		list, err := rule.Check(c.Of(next, after))
		if err != nil {
			return nil, err
		}
		t := TriedRemedy{Remedy: r, Gone: true, Come: rule.Compare(said, list).Come, Moves: math.Round(100*c.Rehearsal.Differs(after)) / 100}
		t.Remedy.Tried, t.After = true, f.Threshold
		for _, g := range rule.Unaccepted(list) {
			if f.SamePlace(g) {
				t.Gone, t.After = false, g.Figure
			}
		}
		out = append(out, t)
	}
	slices.SortStableFunc(out, func(a, b TriedRemedy) int {
		if a.Gone != b.Gone {
			if a.Gone {
				return -1
			}
			return 1
		}
		return cmp.Or(cmp.Compare(left(f, a), left(f, b)), cmp.Compare(len(a.Come), len(b.Come)), cmp.Compare(a.Minutes, b.Minutes), cmp.Compare(a.Moves, b.Moves))
	})
	return out, nil
}

// left is how much of a finding a remedy leaves, 0 for nothing to 1 for all.
func left(f rule.Finding, r TriedRemedy) float64 {
	if r.Gone {
		return 0
	}
	if f.Figure == f.Threshold {
		return 1
	}
	return math.Abs(r.After-f.Threshold) / math.Abs(f.Figure-f.Threshold)
}

// Careful mends one finding by the remedy whose trial shows that it leaves less of it and
// brings nothing new, and of those the one that takes least of picture and minutes; nil
// when there is none. A finding that nothing helps is
// passed over for the next. open is what the rules say of fine, and what shows on coarse is
// tried there. tried counts the remedies that were painted, most bounds them.
func Careful(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open []rule.Finding, most int) (lesson.All, error) {
	return careful(ctx, l, fine, coarse, open, mendable(open), most)
}

// Choose is [Careful] for what is a person's choice, in a lesson that no person has worked on yet.
func Choose(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open []rule.Finding, most int) (lesson.All, error) {
	mine := mendable(open)
	choices := slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool {
		return f.Rule == rule.HiddenWork || slices.ContainsFunc(mine, func(g rule.Finding) bool { return g.Rule == f.Rule })
	})
	return careful(ctx, l, fine, coarse, open, choices, most)
}

func careful(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open, mend []rule.Finding, most int) (lesson.All, error) {
	said, err := rule.Check(&rule.Context{Context: ctx, Lesson: l, Rehearsal: coarse})
	if err != nil {
		return nil, err
	}
	tried := 0
	for _, f := range mend {
		if tried += len(f.Remedies); tried > most {
			break
		}
		before, says := coarse, said
		if !slices.ContainsFunc(rule.Unaccepted(said), f.SamePlace) {
			before, says = fine, open // it is too small for the coarse canvas
		}
		list, err := Rank(&rule.Context{Context: ctx, Lesson: l, Rehearsal: before}, says, f)
		if err != nil {
			return nil, err
		}
		var best *TriedRemedy
		for i, r := range list {
			if len(r.Come) > 0 || !r.Gone && left(f, r) >= 0.8 {
				continue
			}
			if best == nil || r.Gone == best.Gone && r.price() < best.price() {
				best = &list[i]
			}
		}
		if best != nil {
			return lesson.All{best.Edit.Edit}, nil
		}
	}
	return nil, nil
}

// price is what a remedy takes, in ΔE00: nobody who mends all at once wants another picture,
// nor a much longer lesson.
func (r TriedRemedy) price() float64 {
	const minute = 0.05 // ΔE00 that a minute is worth
	return r.Moves + minute*max(0, r.Minutes)
}

// mendable are the findings that have remedies and are no choice.
func mendable(open []rule.Finding) []rule.Finding {
	choices := map[string]bool{rule.HiddenWork: true}
	for _, r := range rule.All() {
		if r.Choice {
			choices[r.ID] = true
		}
	}
	return slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool { return len(f.Remedies) == 0 || choices[f.Rule] })
}
