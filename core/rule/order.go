package rule

import (
	"fmt"
	"slices"

	"proxenos/core/lesson"
)

const (
	edgeLeast   = 1.0  // cm of edge to repair from which the order matters
	hiddenLeast = 0.35 // share of a step's work that may be covered again
)

var backToFront = Rule{
	ID: "order.back-to-front", Title: "Painted behind what already stands", Severity: Stop, On: Step,
	Reason: "A far thing painted after a near one runs over its edge, and the edge must be painted again. From back to front no edge ever needs repair.",
	Figure: "the edge of nearer things that a step runs over", Source: "working default: a brush's breadth of edge is restated in passing",
	Speaks:  say("a step leaves over %g cm of edge to repair of a nearer plane, or of what stands before it in its own plane, whatever its technique is called", edgeLeast),
	measure: findBackToFront,
}

func findBackToFront(c *Context) (out []Finding) {
	l := c.Lesson
	for i, p := range c.reports() {
		s := l.Steps[i]
		does, done := "paints over", "covered"
		over := l.Planes[max(0, l.Plane(p.Crossed.Plane))].Name
		if s.Technique.TakesOff() {
			does, done = "takes paint off", "worked over"
		}
		if zones := p.Crossed.Zones; len(zones) > 0 {
			over = list(c.named(zones))
		}
		f := Finding{
			Says: fmt.Sprintf("%s %s %s, in front of it: %g cm of edge to repair, %.0f cm² %s.",
				lesson.Capital(l.Label(i)), does, over, round(p.Crossed.Edge, 1), p.Crossed.Area, done),
			Figure: round(p.Crossed.Edge, 1), Unit: "cm", Threshold: edgeLeast,
			Steps: []string{s.ID}, Where: s.ID, At: p.Crossed.At, OnCanvas: true,
		}
		if f.Speaks() && c.Rehearsal != nil {
			if first := firstNearer(c, i); first >= 0 {
				f.Steps = append(f.Steps, l.Steps[first].ID)
				f.offers = func() (out []Idea) {
					to := c.beforeItsLights(i, first)
					c.offer(&out, fmt.Sprintf("move it to place %d, before %s", to+1, l.Label(to)), lesson.Move{Step: s.ID, To: to})
					c.nearLater(&out, i)
					return out
				}
			}
		}
		out = append(out, f)
	}
	return out
}

// over reports whether step i lays paint on what an earlier one laid, or takes paint off there.
func (c *Context) over(i, j int) bool {
	if c.Lesson.Steps[i].Technique.TakesOff() {
		return lays(c.Lesson.Steps[j]) && slices.Contains(c.finished().Reports[i].Meets, j)
	}
	return c.finished().Overlap(i, j) > 0
}

// laterMost is how many steps of near things are moved behind a far one at most.
const laterMost = 6

// nearLater has the idea to paint what step i runs over after it, and after everything else that lies
// behind it there: it came too early.
func (c *Context) nearLater(to *[]Idea, i int) {
	l, on := c.Lesson, c.finished()
	mine, before := l.PlaneOf(l.Steps[i]), c.reports()[i].Crossed.Zones
	var zones []string
	for j, s := range l.Steps[:i] {
		if (l.PlaneOf(s) > mine || slices.Contains(before, s.Zone)) && c.over(i, j) && !slices.Contains(zones, s.Zone) {
			zones = append(zones, s.Zone)
		}
	}
	last := i
	for k := i + 1; k < len(l.Steps); k++ {
		for j, s := range l.Steps[:i] {
			if slices.Contains(zones, s.Zone) && lays(l.Steps[k]) && l.PlaneOf(l.Steps[k]) < l.PlaneOf(s) && on.Overlap(k, j) > 0 {
				last = k
			}
		}
	}
	var all lesson.All
	for _, s := range l.Steps[:last] {
		if slices.Contains(zones, s.Zone) {
			all = append(all, lesson.Move{Step: s.ID, To: last})
		}
	}
	if n := len(all); n == 0 || n > laterMost || slices.ContainsFunc(*to, func(i Idea) bool { return c.sameOrder(i.Edit, all) }) {
		return
	}
	c.offer(to, fmt.Sprintf("paint %s after %s", list(c.named(zones)), l.Label(last)), all)
}

// sameOrder reports whether the steps are in one order after either of two edits.
func (c *Context) sameOrder(a, b lesson.Edit) bool {
	one, _, err1 := lesson.Apply(c.Lesson, a)
	other, _, err2 := lesson.Apply(c.Lesson, b)
	return err1 == nil && err2 == nil && slices.EqualFunc(one.Steps, other.Steps, func(a, b lesson.Step) bool { return a.ID == b.ID })
}

// named are the names of zones.
func (c *Context) named(zones []string) (out []string) {
	for _, id := range zones {
		z, _ := c.Lesson.Zone(id)
		out = append(out, z.Name)
	}
	return out
}

// beforeItsLights is the first place before another at which step i would not cover the
// lights of its own zone: they belong on top of it.
func (c *Context) beforeItsLights(i, to int) int {
	s := c.Lesson.Steps[i]
	for j, b := range c.Lesson.Steps[:to] {
		if b.Zone == s.Zone && lays(b) && c.lightOf(b) > c.lightOf(s)+darkerBy && c.both(j, i) >= formLeast {
			return j
		}
	}
	return to
}

// firstNearer finds the first earlier step that step i runs over, of those in nearer planes or of what
// stands before it in its own.
func firstNearer(c *Context, i int) int {
	mine, before := c.Lesson.PlaneOf(c.Lesson.Steps[i]), c.reports()[i].Crossed.Zones
	for j, s := range c.Lesson.Steps[:i] {
		if (c.Lesson.PlaneOf(s) > mine || slices.Contains(before, s.Zone)) && c.over(i, j) {
			return j
		}
	}
	return -1
}

var hiddenWork = Rule{
	ID: HiddenWork, Title: "Work that will be covered", Severity: Note, On: Finished, Trade: true,
	Reason: "Minutes spent on what nearer things will hide are lost. Trim the shape, or set the near silhouette first.",
	Figure: "the share of what a step lays that later, nearer paint covers", Source: "working default: a third is the overlap that edges need",
	Speaks:  say("over %g %% of what a step lays is covered by later paint in nearer planes", 100*hiddenLeast),
	measure: findHidden,
}

// hiddenArea is the least that a step lays, cm², from which it matters what of it is hidden.
const hiddenArea = 2

// findHidden names both prices where one nearer step hides most of it: the minutes that are lost
// from back to front, and the edge that is to be repaired the other way round.
func findHidden(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	l := c.Lesson
	for i, p := range on.Reports {
		if p.Area < hiddenArea {
			continue
		}
		s := l.Steps[i]
		f := Finding{
			Says: fmt.Sprintf("%.0f %% of what %s lays down is covered later by nearer paint: about %.1f of its %g minutes.",
				100*p.Hidden, l.Label(i), p.Hidden*s.Minutes, s.Minutes),
			Figure: round(100*p.Hidden, 0), Unit: "%", Threshold: 100 * hiddenLeast,
			Steps: []string{s.ID}, Where: s.ID,
		}
		if f.Speaks() {
			near := c.hides(i)
			if near >= 0 {
				f.Says += fmt.Sprintf(" After %s it would cross %.0f cm of that one's edge.", l.Label(near), on.Silhouette(i, near))
			}
			f.offers = func() []Idea { return c.lessHidden(i, near) }
		}
		out = append(out, f)
	}
	return out
}

// hides is the one later step in a nearer plane that covers most of what of step i is hidden, -1
// where none covers half of it.
func (c *Context) hides(i int) int {
	l, on := c.Lesson, c.finished()
	near, most := -1, 0.5*on.Reports[i].Hidden
	for j := i + 1; j < len(l.Steps); j++ {
		if s := l.Steps[j]; !lays(s) || l.PlaneOf(s) <= l.PlaneOf(l.Steps[i]) || !slices.Contains(blocking, s.Technique) {
			continue
		}
		if share := c.both(i, j); share > most {
			near, most = j, share
		}
	}
	return near
}

// lessHidden has the ideas to lay less of what will be hidden: a smaller shape, or the near
// silhouette first and the far one cut in around it.
func (c *Context) lessHidden(i, near int) (out []Idea) {
	const spare = 5 // mm, so that the next edge has something to overlap
	l, s := c.Lesson, c.Lesson.Steps[i]
	z, _ := l.Zone(s.Zone)
	if b := c.finished().Reports[i].Sight; !b.Empty() {
		trimmed := clip(z.Outline, b.X0-spare, b.Y0-spare, b.X1+spare, b.Y1+spare)
		if len(trimmed) >= 3 && shrunk(z.Outline, trimmed) {
			c.offer(&out, fmt.Sprintf("trim “%s” to what stays in sight", z.Name), lesson.Reshape{Zone: z.ID, Outline: trimmed})
		}
	}
	if t, ok := l.ToolFor(lesson.CutIn, max(6, min(14, c.broad(s)))); ok && near >= 0 && len(s.Mixtures) <= lesson.CutIn.Info().Most {
		cut := s
		cut.Technique, cut.Tool = lesson.CutIn, t.ID
		c.offer(&out, fmt.Sprintf("paint %s first, and cut %s in around it", l.Label(near), l.Label(i)),
			lesson.All{lesson.Move{Step: l.Steps[near].ID, To: i}, lesson.Change{Step: cut}})
	}
	return out
}
