package mend

import (
	"cmp"
	"context"
	"slices"
	"sync"
	"sync/atomic"

	"proxenos/core/fault"
	"proxenos/core/rule"
)

// A Ranking is what is known of the remedies of a finding.
type Ranking struct {
	Rule     string   `json:"rule"`
	Where    string   `json:"where"`
	Tried    int      `json:"tried" doc:"ideas of which all is known by now"`
	Of       int      `json:"of"`
	Remedies []Remedy `json:"remedies" doc:"those of them that better it, best first"`
}

// Rank tries all ideas against a finding, two side by side, and lists those that better it, best
// first: each is measured, which for wet paint takes a blink, and then looked at for what else it
// does. told hears of each of that, with what is known by then; it may be nil. It fails only when
// the context ends.
func (b *Bench) Rank(ctx context.Context, f rule.Finding, told func(Ranking)) (Ranking, error) {
	ideas := f.Ideas()
	out := Ranking{Rule: f.Rule, Where: f.Where, Of: len(ideas), Remedies: []Remedy{}}
	known := make([]*Remedy, len(ideas)) // by idea, so that equals stand in one order however they come
	var mu sync.Mutex
	tell := func(idea int, r *Remedy) {
		mu.Lock()
		defer mu.Unlock()
		known[idea] = r
		if r == nil || r.Whole {
			out.Tried++
		}
		out.Remedies = []Remedy{}
		for _, r := range known {
			if r != nil {
				out.Remedies = append(out.Remedies, *r)
			}
		}
		slices.SortStableFunc(out.Remedies, better(f))
		if told != nil {
			told(out)
		}
	}
	var meanwhile fault.Group
	meanwhile.Go(func() { _, _, _ = b.before(ctx) }) // what it is compared with
	defer meanwhile.Wait()
	found, err := b.candidates(ctx, f, func(c *candidate, idea int) error {
		if c == nil {
			tell(idea, nil)
			return nil
		}
		r := c.Remedy
		tell(idea, &r)
		if c.trial.coarse == nil {
			return nil
		}
		return b.lookAround(ctx, f, []*candidate{c}, tell) // its canvas is large, and is not needed after that
	})
	if err == nil {
		err = b.lookAround(ctx, f, found, tell)
	}
	return out, err
}

// A candidate is a remedy of which only the figure is known, with how it was measured.
type candidate struct {
	Remedy
	nth   int // of the ideas
	trial *trial
}

// candidates measures the ideas against a finding, some side by side, and returns those that better it,
// best first. each hears of every idea by its number, with nil for one that does not, and may end it.
func (b *Bench) candidates(ctx context.Context, f rule.Finding, each func(c *candidate, idea int) error) ([]*candidate, error) {
	ideas := f.Ideas()
	all := make([]*candidate, len(ideas))
	err := sideBySide(len(ideas), func(i int) error {
		t, err := b.measure(ctx, f, ideas[i])
		if err != nil {
			return err
		}
		if t != nil && t.betters(f) {
			all[i] = &candidate{t.remedy(f, ideas[i]), i, t}
		}
		return each(all[i], i)
	})
	all = slices.DeleteFunc(all, func(c *candidate) bool { return c == nil })
	by := better(f)
	slices.SortStableFunc(all, func(a, b *candidate) int { return by(a.Remedy, b.Remedy) })
	return all, err
}

// lookAround finds what else some remedies do of which that is not known, and tells of each.
func (b *Bench) lookAround(ctx context.Context, f rule.Finding, list []*candidate, told func(idea int, r *Remedy)) error {
	return sideBySide(len(list), func(i int) error {
		c := list[i]
		if c.Whole {
			return nil
		}
		if err := b.lookRound(ctx, f, c.trial, &c.Remedy); err != nil {
			return err
		}
		c.trial = nil // its canvas is large
		r := c.Remedy
		told(c.nth, &r)
		return nil
	})
}

// better puts first what takes a finding away, then what is known to do no harm, then what leaves
// least of it, brings fewest others and takes most others away, costs fewest minutes and changes the
// picture least.
func better(f rule.Finding) func(a, b Remedy) int {
	flag := func(v bool) int {
		if v {
			return 1
		}
		return 0
	}
	return func(a, b Remedy) int {
		return cmp.Or(flag(b.Gone)-flag(a.Gone), flag(a.Harms)-flag(b.Harms), flag(b.Whole)-flag(a.Whole), cmp.Compare(left(f, a), left(f, b)),
			cmp.Compare(len(a.Come)-len(a.Also), len(b.Come)-len(b.Also)), cmp.Compare(max(0, a.Minutes), max(0, b.Minutes)), cmp.Compare(a.Moves, b.Moves)) // what is left out saves minutes, and is no better for it
	}
}

// left is how much of a finding a remedy leaves, 0 for nothing to 1 for all.
func left(f rule.Finding, r Remedy) float64 {
	if r.Gone || r.After == nil || f.Excess() == 0 {
		return 0
	}
	was := f.Excess()
	f.Figure, f.Threshold = *r.After, r.Bound
	return f.Excess() / was
}

// beside is how many remedies are tried side by side: painting one keeps a core and a half busy.
const beside = 2

// sideBySide does things numbered from 0, some side by side, and stops at the first that fails.
func sideBySide(n int, do func(i int) error) error {
	var next atomic.Int32
	var once sync.Once
	var failed error
	var work fault.Group
	for range min(beside, n) {
		work.Go(func() {
			for i := int(next.Add(1)) - 1; i < n; i = int(next.Add(1)) - 1 {
				if err := do(i); err != nil {
					once.Do(func() { failed = err })
					next.Store(int32(n))
				}
			}
		})
	}
	work.Wait()
	return failed
}
