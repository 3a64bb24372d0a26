package estimate

import (
	"math"

	"proxenos/core/lesson"
)

// Script is what every step of a lesson is expected to take in a class of a level that is not
// known yet, and the whole of it. Time alone works in waits and under towels: they take as long
// as they are written. Of the whole the pace of the class moves all steps alike, and what is left
// of each evens out.
func (m Model) Script(l *lesson.Lesson, level lesson.Level) (steps []Minutes, low, middle, high float64) {
	steps = make([]Minutes, len(l.Steps))
	var fixed, painted, squares float64
	for i, s := range l.Steps {
		if s.Technique.Idle() || s.Technique == lesson.Blot {
			steps[i] = Minutes{s.Minutes, s.Minutes, s.Minutes}
			fixed += s.Minutes
			continue
		}
		steps[i] = m.Of(level, s.Technique, s.Minutes)
		painted += steps[i].Middle
		squares += steps[i].Middle * steps[i].Middle
	}
	if painted == 0 {
		return steps, fixed, fixed, fixed
	}
	rest, pace := m.Rest, ofLevel*ofLevel
	if rest == 0 {
		rest = ofRest
	}
	if f, seen := m.Levels[level]; seen {
		pace = f.Variance
	}
	wide := band * math.Sqrt(ofClass*ofClass+pace+rest*rest*squares/(painted*painted))
	return steps, fixed + painted*math.Exp(-wide), fixed + painted, fixed + painted*math.Exp(wide)
}
