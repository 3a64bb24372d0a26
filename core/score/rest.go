package score

import (
	"slices"

	"proxenos/core/lesson"
)

const (
	// LookMost is how many minutes may pass without standing back.
	LookMost = 25.0
	// BreakMost is how many minutes may pass without a break.
	BreakMost = 60.0
	restLeast = 3.0 // minutes of a towel in which one can stand back
)

// Stands reports whether step i leaves time to stand back: a wait, or a towel that lies
// while nothing else is done.
func Stands(l *lesson.Lesson, i int) bool {
	s := l.Steps[i]
	if l.Lies(i) {
		return false
	}
	return s.Technique.Idle() || s.Technique == lesson.Blot && s.Minutes >= restLeast
}

// A Stretch is work that goes on too long: from one step up to another the hands are busy
// for so many minutes.
type Stretch struct {
	From, To int // places of steps
	Minutes  float64
	Break    bool // whether a break is missing, and not only a look
}

// Stretches lists where a script leaves no time to stand back within [LookMost], or none
// for a break within [BreakMost].
func Stretches(l *lesson.Lesson) []Stretch {
	return slices.DeleteFunc(unbroken(l), func(s Stretch) bool {
		if s.Break {
			return s.Minutes <= BreakMost
		}
		return s.Minutes <= LookMost
	})
}

// unbroken lists every stretch of work without standing back, and without a break, whether it is
// too long or not. One ends where it becomes too long.
func unbroken(l *lesson.Lesson) (out []Stretch) {
	clock := l.Clock()
	look, rest := Stretch{}, Stretch{Break: true}
	end := func(s Stretch) {
		if s.Minutes > 0 {
			out = append(out, s)
		}
	}
	for i, s := range l.Steps {
		if Stands(l, i) {
			end(look)
			look = Stretch{From: i + 1}
			if s.Minutes >= lesson.BreakIs || s.Technique == lesson.Dry {
				end(rest)
				rest = Stretch{From: i + 1, Break: true}
			}
			continue
		}
		busy := clock[i].Free - clock[i].Start
		look.To, look.Minutes = i, look.Minutes+busy
		rest.To, rest.Minutes = i, rest.Minutes+busy
		switch {
		case look.Minutes > LookMost:
			out = append(out, look)
			look = Stretch{From: i + 1}
		case rest.Minutes > BreakMost:
			out = append(out, rest)
			rest = Stretch{From: i + 1, Break: true}
		}
	}
	end(look)
	end(rest)
	return out
}

// rested puts pauses in where a better order leaves too few: towels beside which work goes
// on are no time to stand back.
func rested(l *lesson.Lesson) (all lesson.All, next *lesson.Lesson) {
	for range len(l.Steps) {
		helped := false
		for _, s := range Stretches(l) {
			if s.From == s.To {
				continue // one step alone is longer: no pause helps
			}
			pause := lesson.Pause{At: s.To, Minutes: 1, Meanwhile: l.Steps[s.To].Meanwhile}
			if s.Break {
				pause.Minutes = lesson.BreakIs
			}
			if more, _, err := pause.Apply(l); err == nil {
				all, l, helped = append(all, pause), more, true
				break
			}
		}
		if !helped {
			break
		}
	}
	return all, l
}
