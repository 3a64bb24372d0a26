package schedule

import (
	"context"
	"errors"
	"slices"
)

// Blame names the smallest set of tasks whose waits contradict each other, in the written
// order of tasks; nil when there is an order. With keep the tasks are held in the written
// order, otherwise any order will do.
//
// Contradictions along one chain of waits are found for any number of tasks and the set is
// the smallest there is. Those that only show when orders are tried are looked for among
// up to mostBlame tasks with limits; then no task of the set can be left out.
func (p Problem) Blame(ctx context.Context, keep bool) ([]int, error) {
	m, err := p.model()
	if err != nil {
		return nil, err
	}
	if round := m.round(keep); round != nil {
		return round, ctx.Err()
	}
	if keep {
		return nil, ctx.Err()
	}
	return p.crowded(ctx)
}

// edge says that one task begins at least so long after another begins.
type edge struct {
	from, to int
	by       int64
}

// round finds the shortest circle of waits that would make a task begin after itself.
func (m *model) round(keep bool) []int {
	var edges []edge
	for i := range m.n {
		for _, g := range m.outOf[i] {
			edges = append(edges, edge{i, g.other, int64(m.long[i] + g.least)})
			if g.most < never {
				edges = append(edges, edge{g.other, i, -int64(m.long[i] + g.most)})
			}
		}
		if keep && i+1 < m.n {
			edges = append(edges, edge{i, i + 1, int64(m.hands[i])})
		}
	}
	// Walks of k edges: far[a][b] is the longest from a to b. The first k at which one
	// leads back with a gain is the smallest circle.
	const none = int64(-1) << 60
	n := m.n
	if !gains(n, edges) {
		return nil
	}
	far := make([]int64, n*n)
	for i := range far {
		far[i] = none
	}
	for i := range n {
		far[i*n+i] = 0
	}
	var came [][]int32 // by k: the edge by which a walk came
	for k := 1; k <= n; k++ {
		next := make([]int64, n*n)
		by := make([]int32, n*n)
		for i := range next {
			next[i], by[i] = none, -1
		}
		for at, e := range edges {
			for a := range n {
				if was := far[a*n+e.from]; was > none && was+e.by > next[a*n+e.to] {
					next[a*n+e.to], by[a*n+e.to] = was+e.by, int32(at)
				}
			}
		}
		came = append(came, by)
		for a := range n {
			if next[a*n+a] > 0 {
				return walk(a, n, edges, came)
			}
		}
		far = next
	}
	return nil
}

// gains reports whether some circle of waits has a gain, without naming it.
func gains(n int, edges []edge) bool {
	begin := make([]int64, n)
	for range n + 1 {
		moved := false
		for _, e := range edges {
			if begin[e.from]+e.by > begin[e.to] {
				begin[e.to], moved = begin[e.from]+e.by, true
			}
		}
		if !moved {
			return false
		}
	}
	return true
}

// walk reads back the circle through a.
func walk(a, n int, edges []edge, came [][]int32) []int {
	var out []int
	at := a
	for k := len(came) - 1; k >= 0; k-- {
		e := edges[came[k][a*n+at]]
		at = e.from
		out = append(out, at)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// mostBlame is how many tasks are tried for a contradiction of crowding.
const mostBlame = 24

// crowded leaves out one task after the other as long as what is left has no order.
func (p Problem) crowded(ctx context.Context) ([]int, error) {
	limited := make([]bool, len(p.Tasks))
	for _, g := range p.Lags {
		if g.Most > 0 {
			limited[g.From], limited[g.To] = true, true
		}
	}
	var set []int
	for i, l := range limited {
		if l {
			set = append(set, i)
		}
	}
	if len(set) == 0 || len(set) > mostBlame {
		return nil, nil
	}
	impossible := func(set []int) (bool, error) {
		_, err := p.only(set).Best(ctx, Limit/10)
		if err != nil && !errors.Is(err, ErrImpossible) && !errors.Is(err, ErrUnknown) {
			return false, err
		}
		return errors.Is(err, ErrImpossible), nil
	}
	if no, err := impossible(set); err != nil || !no {
		return nil, err
	}
	for k := 0; k < len(set); {
		less := slices.Delete(slices.Clone(set), k, k+1)
		no, err := impossible(less)
		if err != nil {
			return nil, err
		}
		if no {
			set = less
		} else {
			k++
		}
	}
	return set, nil
}

// only is the problem of some of its tasks.
func (p Problem) only(set []int) Problem {
	q := Problem{}
	for _, i := range set {
		q.Tasks = append(q.Tasks, p.Tasks[i])
	}
	for _, g := range p.Lags {
		from, to := slices.Index(set, g.From), slices.Index(set, g.To)
		if from >= 0 && to >= 0 {
			q.Lags = append(q.Lags, Lag{from, to, g.Least, g.Most})
		}
	}
	if p.Change != nil {
		q.Change = func(before, next int) float64 {
			if before >= 0 {
				before = set[before]
			}
			return p.Change(before, set[next])
		}
	}
	if p.Clean != nil {
		q.Clean = func(last, next int) float64 {
			if last >= 0 {
				last = set[last]
			}
			return p.Clean(last, set[next])
		}
	}
	return q
}
