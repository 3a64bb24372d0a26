package rule

import (
	"fmt"

	"proxenos/core/lesson"
)

// Working elsewhere: what has to set sets while other places are painted. Both bounds are working
// defaults, of the craft's 10 to 30 minutes.
const (
	elsewhereLeast = 8.0  // minutes that a place must be left, to be worth going away
	elsewhereMost  = 40.0 // minutes after which nobody finds back
)

// elsewhere has the ideas to leave a place and come back: step i is done after later steps that
// work in other places, as soon as that leaves some minutes and once more after twice as many. What
// those minutes come to is tried on the canvas, as all ideas are.
func (c *Context) elsewhere(to *[]Idea, i int) {
	l, on := c.Lesson, c.finished()
	if on == nil || i == 0 {
		return
	}
	clock := l.Clock()
	wanted := elsewhereLeast
	for k := i + 1; k < len(l.Steps); k++ {
		n := l.Steps[k]
		if n.Technique == lesson.Dry || n.Meanwhile || len(n.After) > 0 || on.Reports[k].Over == i || !c.apart(i, k) {
			return // from here on it must be there already
		}
		away := clock[k].Free - clock[i].Start
		if away > elsewhereMost {
			return
		}
		if away >= wanted {
			c.offer(to, fmt.Sprintf("work elsewhere first, and come back after %s, %.0f minutes later", l.Label(k), away), lesson.Move{Step: l.Steps[i].ID, To: k})
			wanted = max(2*wanted, away+elsewhereLeast)
		}
	}
}

// apart reports whether two steps work in different places, so that they may trade theirs in
// time; waits do not count.
func (c *Context) apart(i, k int) bool {
	s := c.Lesson.Steps[k]
	return s.Technique == lesson.Wait || s.Zone != c.Lesson.Steps[i].Zone && c.free(i, k)
}
