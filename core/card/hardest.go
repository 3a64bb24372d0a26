package card

import (
	"cmp"
	"context"
	"slices"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// A Hard mark is one that a beginner's hand spoils.
type Hard struct {
	Step   int     // place in the script
	Spoils float64 // ΔE00 by which what it lays misses more than in a practised hand
}

// Hardest are the marks that a beginner's hand spoils most, at most n, each of another
// technique, the worst first: each step is painted once more on the canvas as it finds it,
// with less paint and a heavier hand, and what it lays is held against what was meant. r is a
// rehearsal of the lesson, of any size of cell.
func Hardest(ctx context.Context, l *lesson.Lesson, r *rehearse.Rehearsal, n int) ([]Hard, error) {
	all := make([]Hard, len(l.Steps))
	var group fault.Group
	failed := make([]error, len(l.Steps))
	gate := make(chan struct{}, hardAtOnce)
	for i, s := range l.Steps {
		if !s.Technique.Marks() || len(s.Mixtures) == 0 {
			continue
		}
		group.Go(func() {
			gate <- struct{}{}
			defer func() { <-gate }()
			clumsy := clumsily(l, i)
			report, err := rehearse.Try(ctx, r, clumsy, s.ID)
			all[i], failed[i] = Hard{i, report.Delta - r.Reports[i].Delta}, err
		})
	}
	group.Wait()
	for _, err := range failed {
		if err != nil {
			return nil, err
		}
	}
	slices.SortStableFunc(all, func(a, b Hard) int { return cmp.Compare(b.Spoils, a.Spoils) })
	var out []Hard
	for _, h := range all {
		same := slices.ContainsFunc(out, func(o Hard) bool { return l.Steps[o.Step].Technique == l.Steps[h.Step].Technique })
		if len(out) < n && h.Spoils > 0 && !same {
			out = append(out, h)
		}
	}
	return out, nil
}

// hardAtOnce is how many are tried at once: each holds a canvas.
const hardAtOnce = 2

// clumsily is a lesson whose step i is done with less paint and a heavier hand.
func clumsily(l *lesson.Lesson, i int) *lesson.Lesson {
	c := *l
	c.Steps = slices.Clone(l.Steps)
	s := &c.Steps[i]
	s.Load = s.Load.More(-1)
	s.Pressure = s.Pressure.More(1)
	return &c
}
