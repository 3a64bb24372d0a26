package mend

import (
	"context"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

type watch struct{}

// Watched tells somebody of every remedy that was tried under a context: the how-manieth it is,
// of how many.
func Watched(ctx context.Context, told func(nth, of int)) context.Context {
	return context.WithValue(ctx, watch{}, told)
}

// Careful mends one finding by the remedy whose trial shows that it leaves less of it and
// brings nothing new, and of those the one that takes least of picture and minutes; nil
// when there is none. A finding that nothing helps is
// passed over for the next. open is what the rules say of fine, and what shows on coarse is
// tried there. tried counts the remedies that were painted, most bounds them.
func Careful(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open []rule.Finding, most int) (lesson.All, error) {
	return careful(ctx, l, fine, coarse, mendable(open), most)
}

// Choose is [Careful] for what is a person's choice, in a lesson that no person has worked on yet.
func Choose(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open []rule.Finding, most int) (lesson.All, error) {
	mine := mendable(open)
	choices := slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool {
		return f.Rule == rule.HiddenWork || slices.ContainsFunc(mine, func(g rule.Finding) bool { return g.Rule == f.Rule })
	})
	return careful(ctx, l, fine, coarse, choices, most)
}

func careful(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, mend []rule.Finding, most int) (lesson.All, error) {
	bench := NewBench(&rule.Context{Context: ctx, Lesson: l, Rehearsal: fine, Trials: coarse})
	watched, _ := ctx.Value(watch{}).(func(nth, of int))
	tried := 0
	for _, f := range mend {
		if tried += len(f.Ideas()); tried > most {
			break
		}
		ranking, err := bench.Rank(ctx, f, func(r Ranking) {
			if watched != nil {
				watched(r.Tried, r.Of)
			}
		})
		if err != nil {
			return nil, err
		}
		var best *Remedy
		for i, r := range ranking.Remedies {
			if len(r.Come) > 0 || !r.Gone && left(f, r) >= mostLeft {
				continue
			}
			if best == nil || r.Gone == best.Gone && r.price() < best.price() {
				best = &ranking.Remedies[i]
			}
		}
		if best != nil {
			return lesson.All{best.Edit.Edit}, nil
		}
	}
	return nil, nil
}

// mostLeft is the share of a finding that a remedy may leave which is applied by itself.
const mostLeft = 0.8

// price is what a remedy takes, in ΔE00: nobody who mends all at once wants another picture,
// nor a much longer lesson.
func (r Remedy) price() float64 {
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
	return slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool { return len(f.Ideas()) == 0 || choices[f.Rule] })
}
