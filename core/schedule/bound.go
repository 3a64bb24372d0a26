package schedule

import (
	"cmp"
	"slices"
)

// bounds are what the search knows beforehand.
type bounds struct {
	*model
	before [][]int16 // for each task, what may be in the hand before it, the cheapest first
	enter  [][]int16 // the same of other tools
	same   []int16   // by last+1: the first task after which every change takes as long
	dirty  [][]int16 // for each task, what its tool may have done before it, the quickest to clean first
	stain  []int16   // by last+1: the first task of the tool after which every cleaning takes as long
	extra  map[int]second
}

func (m *model) bounds() *bounds {
	b := &bounds{model: m, before: make([][]int16, m.n), enter: make([][]int16, m.n), same: make([]int16, m.n+1), dirty: make([][]int16, m.n), stain: make([]int16, m.n+1), extra: map[int]second{}}
	next := m.neighbours()
	for j := range m.n {
		for k := -1; k < m.n; k++ {
			if !next[k+1][j] || k >= 0 && m.idle[k] {
				continue
			}
			b.before[j] = append(b.before[j], int16(k))
			if k < 0 || m.tool[k] != m.tool[j] {
				b.enter[j] = append(b.enter[j], int16(k))
			}
		}
		for _, list := range [][]int16{b.before[j], b.enter[j]} {
			slices.SortStableFunc(list, func(x, y int16) int { return cmp.Compare(m.change[x+1][j], m.change[y+1][j]) })
		}
	}
	for j := range m.n {
		for k := -1; k < m.n; k++ {
			if k < 0 || k != j && !m.idle[k] && m.tool[k] == m.tool[j] && !m.after[j][k] {
				b.dirty[j] = append(b.dirty[j], int16(k))
			}
		}
		slices.SortStableFunc(b.dirty[j], func(x, y int16) int { return cmp.Compare(m.clean[x+1][j], m.clean[y+1][j]) })
	}
	for k := range b.stain {
		b.stain[k] = int16(k - 1)
		for o := 1; o < k; o++ {
			if m.tool[o-1] == m.tool[k-1] && slices.Equal(m.clean[o], m.clean[k]) {
				b.stain[k] = int16(o - 1)
				break
			}
		}
	}
	for k := range b.same {
		b.same[k] = int16(k - 1)
		for o := 1; o < k; o++ {
			if slices.Equal(m.change[o], m.change[k]) && m.tool[o-1] == m.tool[k-1] {
				b.same[k] = int16(o - 1)
				break
			}
		}
	}
	return b
}

// neighbours tells what may be in the hand right before what: next[b+1][j].
func (m *model) neighbours() [][]bool {
	next := make([][]bool, m.n+1)
	for k := range next {
		next[k] = make([]bool, m.n)
		for j := range m.n {
			next[k][j] = k-1 != j && (k == 0 || !m.after[j][k-1])
		}
	}
	// What must lie between two tasks keeps them from being neighbours; idle tasks do
	// not, for they leave the hand as it was.
	for k := range m.n {
		if m.idle[k] {
			continue
		}
		for j, follows := range m.after[k] {
			if !follows {
				continue
			}
			next[0][j] = false
			for i := range m.n {
				if m.after[i][k] {
					next[i+1][j] = false
				}
			}
		}
	}
	return next
}

// rest is the least time that the hands need for the tasks not in done, when last was
// the last thing held, and used the last task of each tool: their own minutes, for each the
// quickest change and the quickest cleaning that may come before it, and for each tool that
// is not in the hand one change that comes from another tool.
func (b *bounds) rest(done []bool, last int, used []int16) second {
	var sum second
	clear(b.extra)
	held := -1
	if last >= 0 {
		held = b.tool[last]
	}
	cheapest := func(list []int16, j int) second {
		for _, k := range list {
			if int(k) == last || k >= 0 && !done[k] {
				return b.change[k+1][j]
			}
		}
		return never
	}
	for j := range b.n {
		if done[j] {
			continue
		}
		sum += b.hands[j]
		if b.idle[j] {
			continue
		}
		least := cheapest(b.before[j], j)
		if least == never { // nothing fits: the search will find out
			continue
		}
		sum += least
		for _, k := range b.dirty[j] {
			if k == used[b.tool[j]] || k >= 0 && !done[k] {
				sum += b.clean[k+1][j]
				break
			}
		}
		if b.tool[j] == held {
			continue
		}
		if enter := cheapest(b.enter[j], j); enter < never {
			if was, seen := b.extra[b.tool[j]]; !seen || enter-least < was {
				b.extra[b.tool[j]] = enter - least
			}
		}
	}
	for _, more := range b.extra {
		sum += more
	}
	return sum
}
