package class

import (
	"proxenos/core/lesson"
	"proxenos/core/teach"
)

// Plan is what a class means to do, step by step, at the pace of its people.
func (c Class) Plan(l *lesson.Lesson) teach.Plan {
	at := c.Paced(l)
	p := teach.Plan{Minutes: make([]float64, len(l.Steps)), Towels: make([]float64, len(l.Steps)), There: c.Minutes}
	for i, s := range l.Steps {
		p.Minutes[i] = at.AtPace(i)
		if len(c.Learnt) == len(l.Steps) {
			p.Minutes[i] = c.Learnt[i]
		}
		if s.Technique == lesson.Blot {
			p.Towels[i] = s.Minutes
		}
	}
	return p
}
