package rule

import (
	"sync"

	"proxenos/core/lesson"
)

// overLeast is the share of what either of two steps lays from which one lies over the other;
// below it they only touch, and what crosses an edge is found by order.back-to-front.
const overLeast = 0.02

// A keeper holds a lesson to what no remedy may change: nothing farther is painted after
// something nearer on the same place that it was painted before, no acrylic after an oil
// that it was painted before, no thinner layer after a fatter one in the same place, and no
// step becomes a cut-in so that it may cross what stands.
type keeper struct {
	l       *lesson.Lesson
	before  [][2]int // places of steps, the first of which must stay before the second
	cut     map[string]bool
	numbers map[string]int // places of steps by their ids
}

// keeper is worked out once, from where steps meet on the canvas; without one only what
// the script says is kept.
func (c *Context) keeper() *keeper {
	return c.keeps.get(func() *keeper {
		l := c.Lesson
		k := &keeper{l: l, cut: map[string]bool{}, numbers: map[string]int{}}
		for i, s := range l.Steps {
			k.numbers[s.ID] = i
			k.cut[s.ID] = s.Technique == lesson.CutIn
		}
		meet := func(int, int) bool { return false }
		if on := c.finished(); on != nil && on.Final != nil {
			meet = on.Meetings(overLeast)
		}
		oil := func(s lesson.Step) bool { return !s.Medium.Acrylic && len(s.Mixtures) > 0 }
		for j, near := range l.Steps {
			for i, far := range l.Steps[:j] {
				over := lays(near) && lays(far) && l.PlaneOf(far) < l.PlaneOf(near) && meet(i, j)
				leaner := lays(near) && lays(far) && near.Zone == far.Zone && far.Medium.Solvent > near.Medium.Solvent && !far.Technique.Detail()
				if over || leaner || oil(near) && (far.Medium.Acrylic || dries(l, i)) {
					k.before = append(k.before, [2]int{i, j})
				}
			}
		}
		return k
	})
}

// dries reports whether step i waits for acrylic to dry.
func dries(l *lesson.Lesson, i int) bool {
	return i > 0 && l.Steps[i].Technique == lesson.Wait && l.Steps[i-1].Medium.Acrylic
}

// allows reports whether a lesson made of the keeper's by an edit keeps all of it.
func (k *keeper) allows(next *lesson.Lesson) bool {
	at := make([]int, len(k.l.Steps)) // where each step is now, or -1
	for i := range at {
		at[i] = -1
	}
	for i, s := range next.Steps {
		if was, ok := k.numbers[s.ID]; ok {
			at[was] = i
			if s.Technique == lesson.CutIn && !k.cut[s.ID] {
				return false
			}
		}
	}
	for _, pair := range k.before {
		if first, second := at[pair[0]], at[pair[1]]; first > second && second >= 0 {
			return false
		}
	}
	return true
}

// Keeps reports whether a lesson made of this one by edits keeps what no remedy may change.
func (c *Context) Keeps(next *lesson.Lesson) bool { return c.keeper().allows(next) }

// kept offers of some ideas those that change nothing of that, or, of a trade, all.
func (c *Context) kept(offers func() []Idea, trade bool) func() []Idea {
	if offers == nil {
		return nil
	}
	return sync.OnceValue(func() (out []Idea) {
		for _, idea := range offers() {
			if next, _, err := lesson.Apply(c.Lesson, idea.Edit); err == nil && (trade || c.Keeps(next)) {
				out = append(out, idea)
			}
		}
		return out
	})
}
