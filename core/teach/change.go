package teach

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/rescue"
)

// Better is what a class taught about its lesson: an edit that can be tried.
type Better struct {
	Says string         `json:"says"`
	Why  string         `json:"why"`
	Edit lesson.AnyEdit `json:"edit"`
}

// From when on a class says something about its lesson.
const (
	longerBy   = 1.3 // times what was planned
	shorterBy  = 0.6
	byMinutes  = 1.0
	handsLeast = 2 // of the same trouble at one step
	mostChange = 12
)

// Changes are what to change in the lesson after a class, in the order of the script: minutes that
// were wrong, steps that were left out, and what people had hands up for.
func (r Outcome) Changes(l *lesson.Lesson) []Better {
	out := []Better{}
	add := func(e lesson.Edit, why string) {
		if _, _, err := lesson.Apply(l, e); err == nil && len(out) < mostChange {
			out = append(out, Better{lesson.Capital(e.Describe(l)), why, lesson.AnyEdit{Edit: e}})
		}
	}
	for i, line := range r.Lines {
		s := l.Steps[i]
		if line.Dropped {
			if s.Need != lesson.IfTime {
				s.Need = lesson.IfTime
				add(lesson.Change{Step: s}, "it was left out because it was late")
			}
			continue
		}
		off := line.Took - line.Planned
		wrong := line.Took > 0 && math.Abs(off) >= byMinutes && (line.Took >= longerBy*line.Planned || line.Took <= shorterBy*line.Planned)
		if wrong && !s.Technique.Idle() {
			minutes := min(240, max(0.5, math.Round(2*s.Minutes*line.Took/line.Planned)/2))
			if minutes != s.Minutes {
				add(lesson.SetMinutes{Step: s.ID, Minutes: minutes}, fmt.Sprintf("it took %.1f minutes and was planned with %.1f", line.Took, line.Planned))
			}
		}
		for _, term := range rescue.Troubles() {
			n := count(line.Troubles, term.ID)
			if e, ok := against(rescue.Trouble(term.ID), s); ok && n >= handsLeast {
				add(e, fmt.Sprintf("%d hands were up: %s", n, term.Name))
			}
		}
	}
	return out
}

// count is how often a trouble is in a list.
func count(troubles []string, trouble string) (n int) {
	for _, t := range troubles {
		if t == trouble {
			n++
		}
	}
	return n
}

// against is the edit of a step that works against a trouble of several.
func against(t rescue.Trouble, s lesson.Step) (lesson.Edit, bool) {
	was := s
	if !s.Technique.Marks() || len(s.Mixtures) == 0 {
		return nil, false
	}
	switch t {
	case rescue.Slips:
		s.Load = s.Load.More(1)
	case rescue.Slides, rescue.Mud:
		s.Pressure = s.Pressure.More(-1)
	case rescue.Thick:
		s.Load = s.Load.More(-1)
	case rescue.Dark, rescue.Light, rescue.Colour:
		if s.Care == lesson.Fresh {
			return nil, false
		}
		return lesson.SetCare{Step: s.ID, Care: lesson.Fresh}, true
	}
	return lesson.Change{Step: s}, s.Load != was.Load || s.Pressure != was.Pressure
}
