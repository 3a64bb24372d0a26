package estimate

import (
	"math"

	"proxenos/core/lesson"
)

// A Forecast is what a script is expected to take.
type Forecast struct {
	Steps []Minutes `json:"steps" doc:"of each step, in the order of the script"`
	Minutes
	Written float64        `json:"written" doc:"minutes of the whole script as it is written"`
	Edit    lesson.AnyEdit `json:"edit" doc:"writes these minutes into the script, in halves"`
}

// Script is what every step of a lesson is expected to take in a class of a level that is not
// known yet, and the whole of it. Time alone works in waits and under towels: they take as long
// as they are written. Of the whole the pace of the class moves all steps alike, and what is left
// of each evens out.
//
// taught are the lesson as it was taught before, the last time first. A step that was taught as it
// stands is held against the minutes that it had then: what was learnt and written down is not
// learnt once more.
func (m Model) Script(l *lesson.Lesson, level lesson.Level, taught ...*lesson.Lesson) Forecast {
	out := Forecast{Steps: make([]Minutes, len(l.Steps))}
	edit := lesson.All{}
	var fixed, painted, squares float64
	for i, s := range l.Steps {
		out.Written += s.Minutes
		if !Counts(s) {
			out.Steps[i] = Minutes{s.Minutes, s.Minutes, s.Minutes}
			fixed += s.Minutes
			continue
		}
		out.Steps[i] = m.Of(level, s.Technique, before(s, taught))
		middle := out.Steps[i].Middle
		painted, squares = painted+middle, squares+middle*middle
		if minutes := max(0.5, math.Round(2*middle)/2); minutes != s.Minutes {
			edit = append(edit, lesson.SetMinutes{Step: s.ID, Minutes: minutes})
		}
	}
	out.Edit.Edit = edit
	out.Minutes = Minutes{fixed, fixed, fixed}
	if painted == 0 {
		return out
	}
	rest, pace := m.Rest, ofLevel*ofLevel
	if rest == 0 {
		rest = ofRest
	}
	if f, seen := m.Levels[level]; seen {
		pace = f.Variance
	}
	wide := band * math.Sqrt(ofClass*ofClass+pace+rest*rest*squares/(painted*painted))
	out.Minutes = Minutes{fixed + painted*math.Exp(-wide), fixed + painted, fixed + painted*math.Exp(wide)}
	return out
}

// before is how many minutes a step had when it was taught last as it stands; those it has now where
// it never was.
func before(s lesson.Step, taught []*lesson.Lesson) float64 {
	for _, l := range taught {
		if i := l.Step(s.ID); i >= 0 && l.Steps[i].Alike(s) {
			return l.Steps[i].Minutes
		}
	}
	return s.Minutes
}

// Counts reports whether something is learnt of a step: of one in which time alone works nothing
// is.
func Counts(s lesson.Step) bool { return !s.Technique.Idle() && s.Technique != lesson.Blot }
