package schedule

import (
	"context"
	"errors"
	"slices"
)

// ErrUnknown says that no order was found and none was shown to be impossible.
var ErrUnknown = errors.New("no order was found that satisfies these waits, though there may be one")

// tries is how many tasks of an order are timed in improving it: about a second's work.
const tries = 15_000_000

// improve moves single tasks, by at most reach places, as long as that makes the order
// better, and for a second or so. It does nothing without an order to begin with.
func (s *search) improve(reach int) {
	left := tries / max(1, s.n)
	for better := s.bestOrder != nil; better; {
		better = false
		for from := range s.n {
			for to := max(0, from-reach); to <= min(s.n-1, from+reach); to++ {
				before := s.bestOrder
				if left <= 0 {
					return
				}
				if from == to || !s.passes(before, from, to) {
					continue
				}
				left--
				order := slices.Delete(slices.Clone(before), from, from+1)
				better = s.offer(slices.Insert(order, to, before[from])) || better
			}
		}
	}
}

// Few moves at most so many tasks away from the written order, each time the one that
// saves most; it stops where a move saves less than least minutes. It says what little
// change is worth, and proves nothing.
func (p Problem) Few(ctx context.Context, moves int, least float64) (Plan, error) {
	m, err := p.model()
	if err != nil {
		return Plan{}, err
	}
	if !m.sorted() {
		return Plan{}, ErrImpossible
	}
	s := &search{bounds: m.bounds(), best: never}
	s.start()
	if s.bestOrder == nil {
		return Plan{}, ErrUnknown
	}
	reach := s.n
	if s.n > mostExact {
		reach = nearReach
	}
	for range moves {
		before, was := s.bestOrder, s.best
		for from := range s.n {
			if err := ctx.Err(); err != nil {
				return Plan{}, err
			}
			for to := max(0, from-reach); to <= min(s.n-1, from+reach); to++ {
				if from != to && s.passes(before, from, to) {
					order := slices.Delete(slices.Clone(before), from, from+1)
					s.offer(slices.Insert(order, to, before[from]))
				}
			}
		}
		if was-s.best < max(1, seconds(least)) {
			starts := make([]second, s.n)
			end, _, _ := s.times(before, starts)
			return s.plan(before, starts, end), nil
		}
	}
	return s.plan(s.bestOrder, s.bestStarts, s.best), nil
}

// passes reports whether the task at one place may go to another past those between.
func (s *search) passes(order []int, from, to int) bool {
	i := order[from]
	for k := min(from, to); k <= max(from, to); k++ {
		if j := order[k]; from < to && s.after[i][j] || from > to && s.after[j][i] {
			return false
		}
	}
	return true
}

// nearReach is how many places a task moves in a long script.
const nearReach = 12

// pieces improves a script that is too long to be searched as a whole.
func (s *search) pieces(ctx context.Context) (Plan, error) {
	if s.bestOrder == nil {
		s.greedy()
	}
	if err := ctx.Err(); err != nil {
		return Plan{}, err
	}
	s.improve(nearReach)
	s.proven = s.bestOrder != nil && s.best == s.lower
	return s.result()
}

// greedy begins what can be begun, the first written first; what has the nearest limit
// goes before.
func (s *search) greedy() {
	clear(s.done)
	var order []int
	starts := make([]second, s.n)
	for len(order) < s.n {
		next, nearest := -1, never
		for j := range s.n {
			if s.done[j] || !s.may(j) {
				continue
			}
			limit := never - 1
			for _, g := range s.into[j] {
				if g.most < never {
					limit = min(limit, starts[g.other]+s.long[g.other]+g.most)
				}
			}
			if limit < nearest {
				next, nearest = j, limit
			}
		}
		if next < 0 {
			return
		}
		s.done[next] = true
		order = append(order, next)
		if _, _, ok := s.times(order, starts); !ok {
			return
		}
	}
	s.offer(order)
}
