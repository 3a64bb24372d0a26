package house

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// A StepWish is as much of a new step as somebody has to say.
type StepWish struct {
	At        int              `json:"at" minimum:"0" maximum:"500" doc:"the place, counted from 0"`
	Technique lesson.Technique `json:"technique" maxLength:"40"`
	Zone      string           `json:"zone" maxLength:"40" doc:"empty only for a wait or a drying"`
	Mixtures  []string         `json:"mixtures" maxItems:"3"`
}

// usual is how the marks of a technique are made where nobody says otherwise: the width of
// the tool as a share of the place, the load, the pressure, how much of the place, and how
// many cm² a minute.
type usual struct {
	wide     float64
	load     lesson.Load
	pressure lesson.Pressure
	cover    float64
	speed    float64
}

var usually = map[lesson.Technique]usual{
	lesson.CrissCross: {0.25, lesson.MediumLoad, lesson.Lightly, 1.2, 110},
	lesson.LongPull:   {0.25, lesson.MediumLoad, lesson.Lightly, 1.1, 90},
	lesson.Feather:    {0.2, lesson.MediumLoad, lesson.Barely, 1, 300},
	lesson.RubIn:      {0.25, lesson.LightLoad, lesson.Firmly, 1.2, 80},
	lesson.Scumble:    {0.15, lesson.LightLoad, lesson.Lightly, 0.7, 60},
	lesson.Fluff:      {0.15, lesson.FullLoad, lesson.Lightly, 1, 30},
	lesson.Tap:        {0.15, lesson.FullLoad, lesson.Lightly, 1, 40},
	lesson.Comma:      {0.12, lesson.FullLoad, lesson.Barely, 0.5, 40},
	lesson.KnifeBreak: {0.3, lesson.HeavyLoad, lesson.Barely, 0.5, 60},
	lesson.KnifeSlide: {0.3, lesson.FullLoad, lesson.Evenly, 0.6, 60},
	lesson.PullDown:   {0.2, lesson.MediumLoad, lesson.Lightly, 1.1, 60},
	lesson.PushUp:     {0.2, lesson.FullLoad, lesson.Barely, 0.8, 60},
	lesson.FanEdge:    {0.2, lesson.FullLoad, lesson.Lightly, 0.8, 40},
	lesson.CutIn:      {0.15, lesson.FullLoad, lesson.Lightly, 1.2, 25},
	lesson.LinerPull:  {0.02, lesson.MediumLoad, lesson.Lightly, 0.15, 60},
	lesson.DryDrag:    {0.2, lesson.ThinLoad, lesson.Lightly, 0.4, 60},
	lesson.Glaze:      {0.25, lesson.LightLoad, lesson.Lightly, 1, 80},
}

var otherwise = usual{0.15, lesson.FullLoad, lesson.Lightly, 0.3, 40}

// NewStep writes the rest of a new step as the lesson's house method would have it: a tool
// that fits technique and place, load and pressure, medium, the care of the brush, and
// minutes from the size of the place. It fails when the wish does not fit the lesson.
func NewStep(l *lesson.Lesson, w StepWish) (lesson.Step, error) {
	t := w.Technique.Info()
	if t.Technique == "" {
		return lesson.Step{}, fmt.Errorf("technique is %q: use one of the vocabulary", w.Technique)
	}
	if w.At < 0 || w.At > len(l.Steps) {
		return lesson.Step{}, fmt.Errorf("at is %d: give a place from 0 to %d", w.At, len(l.Steps))
	}
	s := lesson.Step{ID: script{l, nil}.free(string(w.Technique)), Where: lesson.Whole, Technique: w.Technique, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Wipe, Cover: 1, Minutes: 1}
	if t.Idle {
		if w.Technique == lesson.Dry {
			s.Days, s.Minutes = 1, 5
		}
		return s, nil
	}
	z, ok := l.Zone(w.Zone)
	if !ok {
		return lesson.Step{}, fmt.Errorf("zone is %q, which is no zone: name one of this lesson", w.Zone)
	}
	if n := len(w.Mixtures); n < t.Least || n > t.Most {
		return lesson.Step{}, fmt.Errorf("%d mixtures are named for %s: name %d to %d", n, t.Verb(), t.Least, t.Most)
	}
	u, known := usually[w.Technique]
	if !known {
		u = otherwise
	}
	area := lesson.Area(z.Outline)
	tool, ok := l.ToolFor(w.Technique, max(1, u.wide*math.Sqrt(area)))
	if !ok {
		return lesson.Step{}, fmt.Errorf("none of the lesson's tools can %s: lay one out first", t.Verb())
	}
	s.Zone, s.Tool, s.Load, s.Pressure, s.Cover = z.ID, tool.ID, u.load, u.pressure, u.cover
	s.Mixtures = append(s.Mixtures, w.Mixtures...)
	s.Minutes = min(8, max(0.5, math.Round(2*area/100*u.cover/u.speed)/2))
	if !w.Technique.Marks() || tool.Kind == lesson.Towel {
		s.Care, s.Minutes = lesson.Fresh, 3
	}
	if len(s.Mixtures) == 0 {
		return s, nil
	}
	with := *l
	with.Steps = slices.Insert(slices.Clone(l.Steps), w.At, s)
	s.Medium = Medium(l.Method, w.Technique, Stages(&with)[w.At])
	s.Care = lesson.Fresh
	for _, b := range l.Steps[:w.At] {
		if b.Tool == s.Tool && len(b.Mixtures) > 0 {
			c := colours(l)
			apart := spectrum.DeltaE(c[b.Mixtures[len(b.Mixtures)-1]], c[s.Mixtures[0]])
			s.Care = lesson.RinseDry
			if apart <= WipeEnough {
				s.Care = lesson.Wipe
			}
			s.Care = Care(l.Method, s.Care, apart)
		}
	}
	return s, nil
}
