package schedule

import (
	"container/heap"
	"context"
	"math/bits"
	"slices"
)

// Limit is the usual number of beginnings of orders that [Problem.Best] looks at: one or
// two seconds of work.
const Limit = 50_000

// mostExact is how many tasks are searched as a whole; more are improved piece by piece.
const mostExact = 64

// Best finds the shortest order and, of those, the one nearest to the written order. It
// looks at most at limit beginnings of orders, 0 for [Limit]; when they do not suffice the
// plan is the best that was found, with a bound that no order can beat. The error is
// [ErrImpossible] when there is none, or that of ctx.
func (p Problem) Best(ctx context.Context, limit int) (Plan, error) {
	m, err := p.model()
	if err != nil {
		return Plan{}, err
	}
	if !m.sorted() {
		return Plan{}, ErrImpossible
	}
	if m.n == 0 {
		return Plan{Proven: true}, nil
	}
	if limit <= 0 {
		limit = Limit
	}
	b := m.bounds()
	s := &search{bounds: b, limit: limit, best: never}
	s.start()
	if m.n > mostExact {
		return s.pieces(ctx)
	}
	s.improve(s.n)
	if err := s.run(ctx); err != nil {
		return Plan{}, err
	}
	if s.proven && s.bestSwaps > 0 { // now, of the shortest, the nearest
		s.open, s.near = nil, true
		if err := s.run(ctx); err != nil {
			return Plan{}, err
		}
	}
	return s.result()
}

// search looks for an order among those that the bounds leave.
type search struct {
	*bounds
	limit      int
	best       second // minutes of the best order so far
	bestSwaps  int32
	bestOrder  []int
	bestStarts []second
	lower      second // proven
	proven     bool
	nearest    bool // and no other of the shortest is nearer to the written order
	near       bool // the shortest is known: look for the nearest to the written order
	open       queue
	seen       map[key][]*label
	done       []bool
	order      []int
	starts     []second
}

// start takes the written order, where it can be kept, and what small moves make of it.
func (s *search) start() {
	s.done = make([]bool, s.n)
	s.starts = make([]second, s.n)
	order := make([]int, s.n)
	for i := range order {
		order[i] = i
	}
	if s.ordered(order) {
		s.offer(order)
	}
	s.lower = s.least(0, 0, -1, s.unused(), nil)
}

// unused are tools that have done nothing yet.
func (s *search) unused() []int16 {
	out := make([]int16, s.tools)
	for i := range out {
		out[i] = -1
	}
	return out
}

// offer takes an order as the best so far when it is better.
func (s *search) offer(order []int) bool {
	starts := make([]second, s.n)
	end, _, ok := s.times(order, starts)
	if !ok || end > s.best {
		return false
	}
	n := int32(swaps(order))
	if end > s.best || end == s.best && n >= s.bestSwaps && s.bestOrder != nil {
		return false
	}
	s.best, s.bestSwaps, s.bestOrder, s.bestStarts = end, n, slices.Clone(order), starts
	return true
}

// least bounds the whole from below, done being told by s.done.
func (s *search) least(free, end second, last int, used []int16, ready []moment) second {
	whole := max(end, free+s.rest(s.done, last, used))
	for j := range s.n {
		if s.done[j] {
			continue
		}
		at := free
		for _, r := range ready {
			if r.task == j {
				at = max(at, r.at)
			}
		}
		whole = max(whole, at+s.tail[j])
	}
	return whole
}

func (s *search) result() (Plan, error) {
	if s.bestOrder == nil {
		if s.proven {
			return Plan{}, ErrImpossible
		}
		return Plan{}, ErrUnknown
	}
	p := s.plan(s.bestOrder, s.bestStarts, s.best)
	p.Bound, p.Proven, p.Nearest = minutes(min(s.lower, s.best)), s.proven, s.nearest || s.proven && s.bestSwaps == 0
	return p, nil
}

// run searches best first: what promises the shortest whole is followed first, then what
// is farthest on. Once the shortest is known, what changes the written order least is
// followed first.
func (s *search) run(ctx context.Context) error {
	s.seen = map[key][]*label{}
	s.push(&label{last: -1, task: -1, tight: true, least: s.lower, used: s.unused()})
	lower := s.lower
	for looked := 0; len(s.open) > 0; looked++ {
		if looked%256 == 0 && ctx.Err() != nil {
			return ctx.Err()
		}
		l := heap.Pop(&s.open).(*label)
		if l.dropped {
			continue
		}
		if s.worse(l) { // so is everything that is left
			break
		}
		if !s.near {
			s.lower = max(lower, l.least)
		}
		if looked >= s.limit {
			s.dive(l)
			return nil
		}
		s.from(l)
		for j := range s.n {
			if l.set&(1<<j) == 0 && s.may(j) {
				if next := s.extend(l, j); next != nil {
					s.push(next)
				}
			}
		}
	}
	s.lower, s.proven, s.nearest = s.best, true, s.near
	return nil
}

// worse reports whether nothing better than the best can come of l.
func (s *search) worse(l *label) bool {
	if s.near {
		return l.least > s.best || l.swaps >= s.bestSwaps
	}
	return l.least >= s.best && s.bestOrder != nil
}

// from makes l what is done.
func (s *search) from(l *label) {
	clear(s.done)
	s.order = s.order[:0]
	for at := l; at.task >= 0; at = at.before {
		s.done[at.task] = true
		s.order = append(s.order, int(at.task))
	}
	slices.Reverse(s.order)
}

// may reports whether all that must precede j is done.
func (s *search) may(j int) bool {
	for _, g := range s.into[j] {
		if !s.done[g.other] {
			return false
		}
	}
	return true
}

// extend puts j behind l; nil when it cannot be or leads to nothing better.
func (s *search) extend(l *label, j int) *label {
	n := &label{set: l.set | 1<<j, before: l, task: int16(j), last: l.last, count: l.count + 1,
		swaps: l.swaps + int32(bits.OnesCount64(^l.set&(1<<j-1)))}
	n.used = l.used
	if !s.idle[j] {
		n.last = int16(j)
		n.used = slices.Clone(l.used)
		n.used[s.tool[j]] = int16(j)
	}
	reach := l.free + s.change[l.last+1][j] + s.clean[l.used[s.tool[j]]+1][j]
	begin := reach
	for _, r := range l.ready {
		if r.task == j {
			begin = max(begin, r.at)
		}
	}
	late := false
	for _, d := range l.limits {
		late = late || d.task == j && begin > d.at
	}
	s.done[j] = true
	defer func() { s.done[j] = false }()
	if late { // what it follows must begin later, if there is room
		if !s.pushed(n, j) {
			return nil
		}
	} else {
		n.free, n.end = begin+s.hands[j], max(l.end, begin+s.long[j])
		for _, r := range l.ready {
			if r.task != j {
				s.await(n, r)
			}
		}
		for _, d := range l.limits {
			if d.task != j {
				s.hurry(n, d)
			}
		}
		n.tight = len(l.limits) == 0 || l.tight && begin == reach
		s.follow(n, j, begin)
	}
	if int(n.count) == s.n {
		s.offer(append(s.order, j))
		return nil
	}
	n.least = max(l.least, s.least(n.free, n.end, int(n.last), n.used, n.ready))
	if s.worse(n) || s.tooLate(n) || s.dominated(n) {
		return nil
	}
	return n
}

// tooLate reports whether a limit of n cannot be kept: the hands were never idle since
// it began to run, so that it could not begin to run later either without all that follows
// being later too.
func (s *search) tooLate(n *label) bool {
	if !n.tight {
		return false
	}
	for _, d := range n.limits {
		first := n.free
		for k := range s.n {
			if !s.done[k] && s.after[k][d.task] {
				first += s.hands[k]
			}
		}
		if first > d.at {
			return true
		}
	}
	return false
}

// follow notes what begin of j means for what comes after it.
func (s *search) follow(n *label, j int, begin second) {
	for _, g := range s.outOf[j] {
		if s.done[g.other] {
			continue
		}
		s.await(n, moment{g.other, begin + s.long[j] + g.least})
		if g.most < never {
			s.hurry(n, moment{g.other, begin + s.long[j] + g.most})
		}
	}
}

// await notes when a task may begin, unless the work that must precede it lasts longer.
func (s *search) await(n *label, r moment) {
	free := n.free
	if r.at > free {
		for k := range s.n {
			if !s.done[k] && s.after[k][r.task] {
				free += s.hands[k]
			}
		}
	}
	if r.at > free {
		n.ready = append(n.ready, r)
	}
}

// hurry notes when a task must begin, unless it would anyway in any schedule that is
// still of interest.
func (s *search) hurry(n *label, d moment) {
	if s.bestOrder == nil || d.at < s.best-s.tail[d.task] {
		n.limits = append(n.limits, d)
	}
}

// pushed works out n anew from its whole order, ending with j.
func (s *search) pushed(n *label, j int) bool {
	order := append(slices.Clone(s.order), j)
	end, free, ok := s.times(order, s.starts)
	if !ok {
		return false
	}
	n.end, n.free = end, free
	for _, i := range order {
		s.follow(n, i, s.starts[i])
	}
	return true // and not tight: to be safe
}

// dive finishes a beginning as it is promising: what may come is taken up, the cheapest
// first, so that a search that was cut off still gives an order.
func (s *search) dive(l *label) {
	for l != nil && int(l.count) < s.n {
		s.from(l)
		var next *label
		for j := range s.n {
			if l.set&(1<<j) != 0 || !s.may(j) {
				continue
			}
			if n := s.extend(l, j); n != nil && (next == nil || n.least < next.least || n.least == next.least && n.swaps < next.swaps) {
				next = n
			}
		}
		l = next
	}
}
