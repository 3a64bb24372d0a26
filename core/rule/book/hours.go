package book

import "proxenos/core/lesson"

// every gives all steps so many minutes.
func every(minutes float64) func(*lesson.Lesson) {
	return func(l *lesson.Lesson) {
		for i := range l.Steps {
			l.Steps[i].Minutes = minutes
		}
	}
}

// hours are the clock.
func hours() []Case {
	return []Case{
		{Name: "a script of twenty minutes for a session of eighteen", Lesson: ridge(func(l *lesson.Lesson) { l.Session = 18 }), Must: []string{"time.over"}},
		{Name: "half an hour of painting nose to the canvas", Lesson: ridge(every(7)), Must: []string{"time.no-pause"}},
		{Name: "eight minutes of waiting, and the trees could be painted", Lesson: ridge(func(l *lesson.Lesson) {
			wait(l, "set", 8)
			to(l, "set", 1)
			l.Steps = append(l.Steps[:2:2], l.Steps[3])
		}), Must: []string{"time.idle"}},
		{Name: "a tree of a thousand taps in a minute", Lesson: field(func(l *lesson.Lesson) {
			s := step(l, "light")
			s.Technique, s.Tool, s.Cover, s.Minutes, s.Where = lesson.Tap, "filbert10", 2, 0.5, lesson.Whole
		}), Must: []string{"time.hand"}},
		{Name: "two steps that each wait for the other", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "trees").After = []lesson.After{{Step: "lights"}}
			step(l, "lights").After = []lesson.After{{Step: "trees"}}
		}), Must: []string{"time.clash"}},
	}
}
