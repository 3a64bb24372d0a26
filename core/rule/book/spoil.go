package book

import (
	"math"
	"slices"

	"proxenos/core/lesson"
)

// A Spoil is a way in which a sound script goes wrong in a hurry. It changes the lesson that it is
// given, which is a copy of its own.
type Spoil struct {
	Name  string
	Spoil func(l *lesson.Lesson)
}

// Spoils are such ways.
func Spoils() []Spoil {
	return []Spoil{
		{"a far step late", func(l *lesson.Lesson) {
			for i, s := range l.Steps {
				if p := l.PlaneOf(s); p > 0 && s.Technique == lesson.PullDown || s.Technique == lesson.Tap {
					for j := i + 2; j < len(l.Steps); j++ {
						if l.PlaneOf(l.Steps[j]) > p+1 && len(l.Steps[j].Mixtures) > 0 {
							steps := append(append([]lesson.Step{}, l.Steps[:i]...), l.Steps[i+1:j+1]...)
							l.Steps = append(append(steps, s), l.Steps[j+1:]...)
							return
						}
					}
				}
			}
		}},
		{"every tool carried on", func(l *lesson.Lesson) {
			for i := range l.Steps {
				if len(l.Steps[i].Mixtures) > 0 {
					l.Steps[i].Care = lesson.CarryOn
				}
			}
		}},
		{"no pauses", func(l *lesson.Lesson) {
			var kept []lesson.Step
			for _, s := range l.Steps {
				if s.Technique != lesson.Wait && s.Technique != lesson.Blot {
					kept = append(kept, s)
				}
			}
			l.Steps = kept
		}},
		{"timid loads", func(l *lesson.Lesson) {
			for i, s := range l.Steps {
				if s.Load == lesson.FullLoad && s.Technique.Marks() && i%2 == 0 {
					l.Steps[i].Load = lesson.ThinLoad
				}
			}
		}},
		{"far values alike", func(l *lesson.Lesson) {
			first := ""
			for _, s := range l.Steps {
				if len(s.Mixtures) == 0 || l.PlaneOf(s) < 1 {
					continue
				}
				if first == "" {
					first = s.Mixtures[0]
					continue
				}
				if s.Mixtures[0] != first {
					from, _ := l.Mixture(first)
					for k := range l.Mixtures {
						if slices.Contains(s.Mixtures, l.Mixtures[k].ID) {
							l.Mixtures[k].Parts = from.Parts
						}
					}
					return
				}
			}
		}},
		{"the light turned, and the lights left where they were", func(l *lesson.Lesson) {
			l.Light.From = math.Mod(l.Light.From+180, 360)
		}},
		{"a corner that leaks", func(l *lesson.Lesson) {
			w, h := l.Support.Width, l.Support.Height
			near := l.Planes[len(l.Planes)-1].ID
			l.Zones = append(slices.Clone(l.Zones), lesson.Zone{ID: "leak", Name: "Leak", Plane: near, Kind: lesson.Field, Outline: []lesson.Point{{X: 0, Y: h}, {X: 0, Y: 0.82 * h}, {X: 0.2 * w, Y: h}}})
			glare(l, "leak", lesson.LongPull, 15)
		}},
		{"a rival light", func(l *lesson.Lesson) {
			x, y := 0.12*l.Support.Width, 0.62*l.Support.Height
			near := l.Planes[len(l.Planes)-1].ID
			l.Zones = append(slices.Clone(l.Zones), lesson.Zone{ID: "rival", Name: "Rival", Plane: near, Kind: lesson.Rock, Outline: []lesson.Point{{X: x, Y: y}, {X: x + 18, Y: y}, {X: x + 20, Y: y + 14}, {X: x - 3, Y: y + 13}}})
			glare(l, "rival", lesson.LongPull, 10)
		}},
	}
}

// glare paints a zone in a white that nothing else has, last of all.
func glare(l *lesson.Lesson, zone string, t lesson.Technique, width float64) {
	tool, _ := l.ToolFor(t, width)
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: zone, Name: "Glare", Parts: []lesson.Part{{Paint: "PW6", Parts: 20}, {Paint: l.Palette[len(l.Palette)-1], Parts: 0.1}}})
	l.Steps = append(l.Steps, lesson.Step{ID: zone, Zone: zone, Where: lesson.Whole, Technique: t, Tool: tool.ID, Mixtures: []string{zone},
		Load: lesson.HeavyLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1.5, Minutes: 2})
}

// Spoiled is a copy of a lesson that was spoiled.
func (s Spoil) Spoiled(made *lesson.Lesson) *lesson.Lesson {
	l := *made
	l.Steps, l.Mixtures, l.Zones = slices.Clone(l.Steps), slices.Clone(l.Mixtures), slices.Clone(l.Zones)
	s.Spoil(&l)
	return &l
}
