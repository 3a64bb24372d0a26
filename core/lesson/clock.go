package lesson

import (
	"fmt"
	"math"
)

// After is a wait between the end of an earlier step and the beginning of another: what
// must have set, or must still be wet.
type After struct {
	Step  string  `json:"step" minLength:"1" maxLength:"40" doc:"The step that must have ended."`
	Least float64 `json:"least" minimum:"0" maximum:"240" doc:"Minutes that must have passed since."`
	Most  float64 `json:"most" minimum:"0" maximum:"240" doc:"Minutes that may have passed at most; 0 for no limit."`
}

// Minutes is how long a way of cleaning takes, minutes.
func (c Care) Minutes() float64 {
	switch c {
	case Wipe, Fresh:
		return 0.25
	case RinseDamp:
		return 0.75
	case RinseDry:
		return 1.5
	}
	return 0
}

// stepLeast and stepMost bound the minutes of a step.
const stepLeast, stepMost = 0.5, 240

// Cleaned is the step with its tool cleaned another way before it; what that takes longer, or
// less long, the step does.
func (s Step) Cleaned(c Care) Step {
	s.Minutes = min(stepMost, max(stepLeast, s.Minutes+c.Minutes()-s.Care.Minutes()))
	s.Care = c
	return s
}

// LayMinutes is how long it takes to lay a towel on.
const LayMinutes = 1.0

// A Moment is when a step takes place, in minutes from the start.
type Moment struct {
	Start float64
	End   float64
	Free  float64 // when the painter can go on: before End while a towel lies
	Idle  float64 // minutes without work before Start
	Late  float64 // minutes by which it begins later than an After allows
}

// Clock lays the script out in time: steps follow each other; one that is done meanwhile
// begins while the towel, or the wait, before it goes on; what must set first is waited
// for.
func (l *Lesson) Clock() []Moment {
	out := make([]Moment, len(l.Steps))
	var place map[string]int
	free, lies := 0.0, 0.0
	for i, s := range l.Steps {
		start := free
		if !s.Meanwhile {
			start = max(start, lies)
			lies = 0
		}
		var late float64
		for _, a := range s.After {
			if place == nil {
				place = l.places()
			}
			if k, ok := place[a.Step]; ok && k < i {
				start = max(start, out[k].End+a.Least)
			}
		}
		for _, a := range s.After {
			if k, ok := place[a.Step]; ok && k < i && a.Most > 0 {
				late = max(late, start-out[k].End-a.Most)
			}
		}
		m := Moment{Start: start, End: start + s.Minutes, Free: start + s.Minutes, Idle: start - free, Late: late}
		if l.Lies(i) {
			m.Free = start + s.Hands()
			lies = max(lies, m.End)
		}
		out[i] = m
		free = m.Free
	}
	return out
}

// Hands is how many of a step's minutes the painter is at it when work goes on meanwhile.
func (s Step) Hands() float64 {
	switch s.Technique {
	case Blot:
		return min(LayMinutes, s.Minutes)
	case Wait:
		return 0
	}
	return s.Minutes
}

// Lies reports whether the next step is done while step i goes on. A wait that is itself
// taken meanwhile is a stand-back, and time of the painter's.
func (l *Lesson) Lies(i int) bool {
	s := l.Steps[i]
	return (s.Technique == Blot || s.Technique == Wait && !s.Meanwhile) && i+1 < len(l.Steps) && l.Steps[i+1].Meanwhile
}

func (l *Lesson) places() map[string]int {
	out := make(map[string]int, len(l.Steps))
	for i, s := range l.Steps {
		out[s.ID] = i
	}
	return out
}

// Plain reports whether steps simply follow each other, so that sums will do.
func (l *Lesson) Plain() bool {
	for i := range l.Steps {
		if l.Steps[i].Meanwhile || len(l.Steps[i].After) > 0 {
			return false
		}
	}
	return true
}

// Minutes is the length of the script.
func (l *Lesson) Minutes() float64 { return l.Start(len(l.Steps)) }

// Start returns the minute at which step i begins; for len(Steps), at which all has ended.
func (l *Lesson) Start(i int) float64 {
	if l.Plain() {
		var sum float64
		for _, s := range l.Steps[:i] {
			sum += s.Minutes
		}
		return sum
	}
	clock := l.Clock()
	if i < len(clock) {
		return clock[i].Start
	}
	var end float64
	for _, m := range clock {
		end = max(end, m.End)
	}
	return end
}

// Pace is how many times the demonstrator's minutes this class takes; 1 when nothing is said.
func (l *Lesson) pace() float64 {
	if l.Pace == 0 {
		return 1
	}
	return l.Pace
}

// AtPace is how many minutes the class takes for step i: work takes longer, towels and
// drying do not.
func (l *Lesson) AtPace(i int) float64 {
	if s := l.Steps[i]; s.Technique.Idle() || s.Technique == Blot {
		return s.Minutes
	}
	return l.Steps[i].Minutes * l.pace()
}

// ClassMinutes is the length of the script at the pace of the class: work takes longer,
// towels and drying do not.
func (l *Lesson) ClassMinutes() float64 {
	if l.pace() == 1 {
		return l.Minutes()
	}
	return math.Round(l.paced().Minutes()*10) / 10
}

// ClassClock is [Lesson.Clock] at the pace of the class.
func (l *Lesson) ClassClock() []Moment { return l.paced().Clock() }

// paced is the lesson with the minutes that the class takes.
func (l *Lesson) paced() *Lesson {
	c := l.withSteps()
	for i := range c.Steps {
		c.Steps[i].Minutes = l.AtPace(i)
	}
	return c
}

// SetSession says how long the session is and at what pace the class works.
type SetSession struct {
	Minutes float64 `json:"minutes"`
	Pace    float64 `json:"pace"`
	Level   Level   `json:"level"`
}

// SessionOf is the edit that leaves a lesson's session as it is.
func SessionOf(l *Lesson) SetSession { return SetSession{l.Session, l.Pace, l.Level} }

// Apply sets them.
func (e SetSession) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Session, c.Pace, c.Level = e.Minutes, e.Pace, e.Level
	return &c, SessionOf(l), nil
}

// Describe says what changes.
func (e SetSession) Describe(l *Lesson) string {
	switch {
	case e.Minutes != l.Session:
		return fmt.Sprintf("make the session %s min", Figure(e.Minutes))
	case e.Pace != l.Pace:
		return fmt.Sprintf("let the class take %s times the minutes", Figure(max(e.Pace, 1)))
	}
	return "change whom the lesson is for"
}
