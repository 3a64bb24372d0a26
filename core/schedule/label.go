package schedule

import "container/heap"

// A label is a beginning of an order.
type label struct {
	set        uint64
	before     *label
	task, last int16 // what it ends with, and what is in the hand
	count      int16
	free, end  second // when the hands are free, and when all of it has ended
	least      second // the whole is no shorter
	rank       int32  // its place in the queue
	swaps      int32
	tight      bool // the hands were never idle since the first open limit
	dropped    bool
	used       []int16  // the last task of each tool
	ready      []moment // what waits beyond free, by task
	limits     []moment // when what may not wait longer must begin, by task
}

// A moment of a task.
type moment struct {
	task int
	at   second
}

// key is what beginnings have in common that are compared with each other.
type key struct {
	set    uint64
	last   int16
	stains uint64 // what is in the tools that are still needed
}

// stains sums up what is left in the tools that tasks still want, n's last task being done.
func (s *search) stains(n *label) uint64 {
	const prime = 1099511628211
	needed := uint64(0)
	for j := range s.n {
		if n.set&(1<<j) == 0 && !s.idle[j] {
			needed |= 1 << (s.tool[j] % 64)
		}
	}
	sum := uint64(14695981039346656037)
	for tool, last := range n.used {
		if needed&(1<<(tool%64)) != 0 {
			sum = (sum ^ uint64(s.stain[last+1]+1)) * prime
			sum = (sum ^ uint64(tool)) * prime
		}
	}
	return sum
}

// mostSeen is how many beginnings with the same tasks are compared with each other.
const mostSeen = 48

// dominated reports whether another beginning with the same tasks is at least as good in
// every way; n drops those that it makes superfluous.
func (s *search) dominated(n *label) bool {
	k := key{n.set, s.same[n.last+1], s.stains(n)}
	list := s.seen[k]
	for _, o := range list {
		if !o.dropped && s.better(o, n) {
			return true
		}
	}
	if len(list) > mostSeen {
		return false
	}
	kept := list[:0]
	for _, o := range list {
		if s.better(n, o) {
			o.dropped = true
		} else if !o.dropped {
			kept = append(kept, o)
		}
	}
	s.seen[k] = append(kept, n)
	return false
}

// better reports whether whatever can follow b can follow a and ends no later. With open
// limits what was begun may have to begin later after all: then a must be free to be
// shifted as a whole, and b must have no idle time that would take up a shift.
func (s *search) better(a, b *label) bool {
	if a.free > b.free || s.near && a.swaps > b.swaps || a.end > max(b.end, b.free) {
		return false
	}
	for _, r := range a.ready {
		if r.at > max(b.free, latest(b.ready, r.task)) {
			return false
		}
	}
	if len(b.limits) == 0 {
		return true
	}
	if len(a.ready) > 0 || a.end > a.free || !b.tight {
		return false
	}
	for _, d := range b.limits {
		for _, e := range a.limits {
			if e.task == d.task && e.at < d.at {
				return false
			}
		}
	}
	return true
}

// latest is the latest moment of a task in a list, 0 when it is not there.
func latest(list []moment, task int) (at second) {
	for _, m := range list {
		if m.task == task {
			at = max(at, m.at)
		}
	}
	return at
}

func (s *search) push(l *label) {
	l.rank = l.least
	if s.near {
		l.rank = l.swaps
	}
	heap.Push(&s.open, l)
}

// queue is a heap of labels by their first figure, then by how far on they are.
type queue []*label

func (q queue) Len() int { return len(q) }
func (q queue) Less(i, j int) bool {
	a, b := q[i], q[j]
	switch {
	case a.rank != b.rank:
		return a.rank < b.rank
	case a.count != b.count:
		return a.count > b.count
	}
	return a.least < b.least
}
func (q queue) Swap(i, j int) { q[i], q[j] = q[j], q[i] }
func (q *queue) Push(x any)   { *q = append(*q, x.(*label)) }
func (q *queue) Pop() any {
	old := *q
	l := old[len(old)-1]
	*q = old[:len(old)-1]
	return l
}
