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

type watch struct{}

// Watched tells somebody of every remedy that was tried under a context: the how-manieth it is,
// of how many.
func Watched(ctx context.Context, told func(nth, of int)) context.Context {
	return context.WithValue(ctx, watch{}, told)
}

// Careful mends one finding by the remedy whose trial shows that it leaves less of it and
// brings nothing new, and of those the one that takes least of picture and minutes; nil
// when there is none. A finding that nothing helps is passed over for the next. open is what the
// rules say of the two canvases; most bounds the remedies that are painted.
func Careful(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open []rule.Finding, most int) (lesson.All, error) {
	return careful(ctx, l, fine, coarse, mendable(open), most, mostMoves)
}

// Choose is [Careful] for what is a person's choice, in a lesson that no person has worked on yet.
func Choose(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, open []rule.Finding, most int) (lesson.All, error) {
	choices := slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool {
		r, _ := rule.Find(f.Rule)
		return !r.Choice
	})
	return careful(ctx, l, fine, coarse, choices, most, math.Inf(1))
}

func careful(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, mend []rule.Finding, most int, moves float64) (lesson.All, error) {
	list, err := best(ctx, l, fine, coarse, mend, most, 1, moves)
	if err != nil || len(list) == 0 {
		return nil, err
	}
	return lesson.All{list[0].Edit.Edit}, nil
}

// best tries the remedies of findings and picks for as many as are wanted the best of each that
// brings nothing new and changes the picture by no more than moves, or more where other findings go
// with it: first what takes most of those along, then what changes the picture most. No two change
// the same step or mixture.
func best(ctx context.Context, l *lesson.Lesson, fine, coarse *rehearse.Rehearsal, mend []rule.Finding, most, want int, moves float64) ([]Remedy, error) {
	bench := NewBench(&rule.Context{Context: ctx, Lesson: l, Rehearsal: fine, Trials: coarse})
	watched, _ := ctx.Value(watch{}).(func(nth, of int))
	var list []Remedy
	tried := 0
	for _, f := range mend {
		if tried += len(f.Ideas()); tried > most || want == 1 && len(list) == 1 {
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
		var pick *Remedy
		for i, r := range ranking.Remedies {
			other := !cause(f.Rule) && r.Moves > moves+withOthers*float64(len(r.Also)) // what goes wrong in paint is not meant
			if len(r.Come) > 0 || !r.Gone && left(f, r) >= mostLeft || other {
				continue
			}
			if pick == nil || r.Gone == pick.Gone && r.price() < pick.price() {
				pick = &ranking.Remedies[i]
			}
		}
		if pick != nil {
			list = append(list, *pick)
		}
	}
	slices.SortStableFunc(list, func(a, b Remedy) int {
		return cmp.Or(len(b.Also)-len(a.Also), cmp.Compare(b.Moves, a.Moves))
	})
	var out []Remedy
	changed := map[string]bool{}
	for _, r := range list {
		steps, mixtures := touches(l, r.Edit.Edit)
		names := mixtures
		for _, s := range steps {
			names = append(names, "step "+s.ID)
		}
		if len(out) == want || slices.ContainsFunc(names, func(n string) bool { return changed[n] }) {
			continue
		}
		for _, n := range names {
			changed[n] = true
		}
		out = append(out, r)
	}
	return out, nil
}

// By how much a remedy that is applied by itself may change the picture, a mean ΔE00 seen from where
// one stands back: what changes it more makes another one, and is a person's choice; but one that
// takes other findings with it goes to the cause of them.
const (
	mostMoves  = 0.3
	withOthers = 0.9 // more for each of those
)

// mostLeft is the share of a finding that a remedy may leave which is applied by itself.
const mostLeft = 0.8

// price is what a remedy takes, in ΔE00: nobody who mends all at once wants another picture,
// nor a much longer lesson.
func (r Remedy) price() float64 {
	const minute = 0.05 // ΔE00 that a minute is worth
	const other = 0.6   // and that another finding is worth that goes with it
	return r.Moves + minute*max(0, r.Minutes) - other*float64(len(r.Also))
}

// mendable are the findings that have remedies and are no choice.
func mendable(open []rule.Finding) []rule.Finding {
	return slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool {
		r, _ := rule.Find(f.Rule)
		return r.Choice || r.Trade || len(f.Ideas()) == 0
	})
}
