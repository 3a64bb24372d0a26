package rule

import (
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/score"
)

var clash = Rule{
	ID: "time.clash", Title: "Waits that contradict each other", Severity: Stop, On: Script,
	Figure: "how many steps cannot have the waits that are written for them", Source: "none: what must be dry and wet at once is neither",
	Reason:  "What must have set and what must still be wet cannot both be had: one of the waits has to give.",
	Speaks:  "the waits written into the steps cannot be kept, in the written order or in any",
	measure: findClash,
}

var late = Rule{
	ID: "time.late", Title: "Begun later than it may be", Severity: Caution, On: Script,
	Figure: "by how many minutes a step begins later than it may", Source: "the lesson's own waits",
	Reason:  "The lesson says how long the paint below may wait; after that it has set too far.",
	Speaks:  "a step begins later than its wait allows",
	measure: findLate,
}

var towel = Rule{
	ID: "film.towel", Title: "Painted where the towel lies", Severity: Stop, On: Finished,
	Figure: "how many minutes before the towel is lifted work goes on under it", Source: "none: a towel is in the way",
	Reason:  "While a towel lies, paint elsewhere: the place is not to be had until it is lifted.",
	Speaks:  "a step done meanwhile works on the place that is being blotted",
	measure: findTowel,
}

func findClash(c *Context) []Finding {
	if c.Lesson.Plain() {
		return nil
	}
	found, err := score.TimingOf(c.Lesson, nil).Clash(c)
	if err != nil {
		return nil // the context has ended: Check says so
	}
	if found == nil {
		return []Finding{{Unit: "steps", Where: "waits"}}
	}
	f := Finding{Says: found.Says, Figure: float64(len(found.Steps)), Unit: "steps", Threshold: 0, Steps: found.Steps, Where: "waits"}
	f.offers = func() (out []Idea) {
		if found.Written && c.reports() != nil {
			if p, err := score.TimingOf(c.Lesson, c.reports()).Propose(c); err == nil && p.Better {
				c.offer(&out, "put the steps into an order that keeps them: "+p.Says, p.Edit.Edit)
			}
		}
		for _, id := range found.Steps {
			s := c.Lesson.Steps[c.Lesson.Step(id)]
			if len(s.After) > 0 {
				c.changed(&out, "let "+c.Lesson.Label(c.Lesson.Step(id))+" wait for nothing", s, func(n *lesson.Step) { n.After = nil })
			}
		}
		return out
	}
	return []Finding{f}
}

func findLate(c *Context) (out []Finding) {
	l := c.Lesson
	if l.Plain() {
		return nil
	}
	clock := l.Clock()
	for i, s := range l.Steps {
		if !slices.ContainsFunc(s.After, func(a lesson.After) bool { return a.Most > 0 }) {
			continue
		}
		f := Finding{Says: fmt.Sprintf("%s begins %g minutes later than it may.", lesson.Capital(l.Label(i)), clock[i].Late),
			Figure: round(max(0, clock[i].Late), 1), Unit: "min", Steps: []string{s.ID}, Where: s.ID}
		f.offers = func() (out []Idea) {
			if k := l.Step(s.After[0].Step); k >= 0 && k+1 < i {
				c.moved(&out, s.ID, k+1)
			}
			c.changed(&out, fmt.Sprintf("let it wait %g minutes longer", clock[i].Late), s, func(n *lesson.Step) {
				n.After = append([]lesson.After{}, n.After...)
				for j := range n.After {
					if n.After[j].Most > 0 {
						n.After[j].Most += clock[i].Late
					}
				}
			})
			return out
		}
		out = append(out, f)
	}
	return out
}

func findTowel(c *Context) (out []Finding) {
	l := c.Lesson
	on := c.finished()
	if on == nil || l.Plain() {
		return nil
	}
	clock := l.Clock()
	meet := on.Meetings(apartMost)
	for i, s := range l.Steps {
		if !s.Meanwhile {
			continue
		}
		for k := i - 1; k >= 0; k-- {
			b := l.Steps[k]
			if b.Technique != lesson.Blot || !meet(i, k) {
				continue
			}
			f := Finding{Says: fmt.Sprintf("%s begins %g minutes before the towel of %s is lifted.", lesson.Capital(l.Label(i)), round(clock[k].End-clock[i].Start, 1), l.Label(k)),
				Figure: round(max(0, clock[k].End-clock[i].Start), 1), Unit: "min", Steps: []string{s.ID, b.ID}, Where: s.ID, At: c.at(i), OnCanvas: true}
			f.offers = func() (out []Idea) {
				c.changed(&out, "wait until it is lifted", s, func(n *lesson.Step) {
					n.After = append(append([]lesson.After{}, n.After...), lesson.After{Step: b.ID})
				})
				c.changed(&out, "do it after everything that lies is lifted", s, func(n *lesson.Step) { n.Meanwhile = false })
				return out
			}
			out = append(out, f)
			break
		}
	}
	return out
}
