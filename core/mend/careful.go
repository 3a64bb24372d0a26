package mend

import (
	"cmp"
	"context"
	"math"
	"slices"
	"sync"

	"proxenos/core/lesson"
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
// rules say of c; most bounds the remedies that are painted.
func Careful(c *rule.Context, open []rule.Finding, most int) (lesson.All, error) {
	return careful(c, mendable(open), most, mostMoves)
}

// Choose is [Careful] for what is a person's choice, in a lesson that no person has worked on yet.
func Choose(c *rule.Context, open []rule.Finding, most int) (lesson.All, error) {
	choices := slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool {
		r, _ := rule.Find(f.Rule)
		return !r.Choice
	})
	return careful(c, choices, most, math.Inf(1))
}

func careful(c *rule.Context, mend []rule.Finding, most int, moves float64) (lesson.All, error) {
	list, _, err := best(c, mend, most, 1, moves)
	if err != nil || len(list) == 0 {
		return nil, err
	}
	return lesson.All{list[0].Edit.Edit}, nil
}

// best tries the remedies of findings and picks for as many as are wanted the best of each that
// brings nothing new and changes the picture by no more than moves, or more where other findings go
// with it: first what takes most of those along, then what changes the picture most. No two change
// the same step or mixture. vain are the findings that nothing helped.
func best(c *rule.Context, mend []rule.Finding, most, want int, moves float64) (out []picked, vain []rule.Finding, err error) {
	bench := NewBench(c)
	mend = affordable(mend, most)
	var list []picked
	together := len(mend)
	if want == 1 {
		together = beside // the first will do
	}
	for len(mend) > 0 && (len(list) == 0 || want > 1) {
		these := mend[:min(together, len(mend))]
		picks, tell := make([]*Remedy, len(these)), teller(c, these)
		if err := sideBySide(len(these), func(i int) (err error) {
			picks[i], err = bench.pick(c, these[i], moves, tell)
			return err
		}); err != nil {
			return nil, nil, err
		}
		for i, pick := range picks {
			if pick != nil {
				list = append(list, picked{*pick, pick.another(these[i])})
			} else {
				vain = append(vain, these[i])
			}
		}
		mend = mend[len(these):]
	}
	if want == 1 && len(list) > 1 {
		list = list[:1]
	}
	slices.SortStableFunc(list, func(a, b picked) int {
		return cmp.Or(len(b.Also)-len(a.Also), cmp.Compare(b.Moves, a.Moves))
	})
	changed := map[string]bool{}
	for _, r := range list {
		steps, mixtures := touches(c.Lesson, r.Edit.Edit)
		names := mixtures
		for _, s := range steps {
			names = append(names, "step "+s.ID)
		}
		if len(out) == want || r.another > moves || slices.ContainsFunc(names, func(n string) bool { return changed[n] }) {
			continue
		}
		for _, n := range names {
			changed[n] = true
		}
		out, moves = append(out, r), moves-r.another
	}
	return out, vain, nil
}

// affordable are as many of the first findings as have no more ideas than are to be tried.
func affordable(list []rule.Finding, most int) []rule.Finding {
	for i, f := range list {
		if most -= len(f.Ideas()); most < 0 {
			return list[:i]
		}
	}
	return list
}

// teller tells who watches ctx of every idea against some findings with which somebody is done.
func teller(ctx context.Context, list []rule.Finding) (done func()) {
	told, watched := ctx.Value(watch{}).(func(nth, of int))
	var mu sync.Mutex
	nth, of := 0, 0
	for _, f := range list {
		of += len(f.Ideas())
	}
	return func() {
		mu.Lock()
		defer mu.Unlock()
		if nth++; watched {
			told(nth, of)
		}
	}
}

// pick is the remedy of a finding that is applied by itself; nil for none. What takes a finding away
// goes before what betters it: that is looked at only where nothing of the first will do. done hears of
// every idea that needs no look any more.
func (b *Bench) pick(ctx context.Context, f rule.Finding, moves float64, done func()) (*Remedy, error) {
	found, err := b.candidates(ctx, f, func(c *candidate, _ int) error {
		if c == nil {
			done()
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	betters := 0 // from where on the finding would stay
	for betters < len(found) && found[betters].Gone {
		betters++
	}
	best, err := b.cheapest(ctx, f, found[:betters], moves, done)
	for _, c := range found[betters:] {
		if best != nil || left(f, c.Remedy) >= mostLeft {
			done()
		}
	}
	if best != nil || err != nil {
		return best, err
	}
	found = slices.DeleteFunc(found[betters:], func(c *candidate) bool { return left(f, c.Remedy) >= mostLeft })
	return b.cheapest(ctx, f, found, moves, done)
}

// cheapest is of some remedies the one that takes least, of those that bring nothing new and make no
// other picture; nil for none.
func (b *Bench) cheapest(ctx context.Context, f rule.Finding, list []*candidate, moves float64, done func()) (best *Remedy, err error) {
	if err := b.lookAround(ctx, f, list, func(int, *Remedy) { done() }); err != nil {
		return nil, err
	}
	by := better(f)
	slices.SortStableFunc(list, func(a, b *candidate) int { return by(a.Remedy, b.Remedy) })
	for _, c := range list {
		if len(c.Come) == 0 && c.Days == 0 && c.another(f) <= moves && (best == nil || c.price() < best.price()) {
			best = &c.Remedy
		}
	}
	return best, nil
}

// A picked remedy is one that is to be applied, with by how much it makes another picture.
type picked struct {
	Remedy
	another float64
}

// By how much the remedies that are applied by themselves may change the picture, together, a mean
// ΔE00 seen from where one stands back: what changes it more makes another one, and is a person's
// choice. It is less than the 0.3 that the picture may end farther from the one meant, for on the canvas
// itself a change is larger than from there.
const (
	mostMoves  = 0.25
	withOthers = 0.9 // what is not counted for each other finding that goes with it: that goes to the cause
)

// another is by how much a remedy makes another picture than the one meant, a mean ΔE00: what goes
// wrong in the paint was never meant.
func (r Remedy) another(f rule.Finding) float64 {
	if cause(f.Rule) {
		return 0
	}
	return max(0, r.Moves-withOthers*float64(len(r.Also)))
}

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
