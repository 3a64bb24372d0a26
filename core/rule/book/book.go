// Package book is a book of cases: small lessons in scenes of their own, each a situation from
// the easel, with what the rules must say of it and what they must not. Some are right practice,
// of which nothing is said.
package book

import (
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// A Case is a situation.
type Case struct {
	Name   string         // what somebody does, in a sentence
	Lesson *lesson.Lesson // how it is scripted
	Must   []string       // ids of rules that must speak of it
	Not    []string       // ids of rules that must not
	Quiet  bool           // it is right practice: no stop and no caution may be open
}

// Cases are all of them, each with a lesson of its own.
func Cases() (out []Case) {
	for _, chapter := range [][]Case{order(), wet(), colour(), values(), shapes(), hours(), practice()} {
		out = append(out, chapter...)
	}
	return out
}

// change is a lesson after some changes.
func change(l *lesson.Lesson, by ...func(*lesson.Lesson)) *lesson.Lesson {
	for _, do := range by {
		do(l)
	}
	return l
}

// ridge is a ridge behind trees on a small canvas: sky, ridge, the dark of the trees, their lights.
func ridge(by ...func(*lesson.Lesson)) *lesson.Lesson { return change(sample.Lesson(), by...) }

// field is a tree on a field before a ridge, with its light as the focal area.
func field(by ...func(*lesson.Lesson)) *lesson.Lesson { return change(sample.Plain(), by...) }

// rect is a rectangle as an outline, mm.
func rect(x0, y0, x1, y1 float64) []lesson.Point {
	return []lesson.Point{{X: x0, Y: y0}, {X: x1, Y: y0}, {X: x1, Y: y1}, {X: x0, Y: y1}}
}

// lake is still water under a ridge, with a bank and reeds before it.
func lake(by ...func(*lesson.Lesson)) *lesson.Lesson {
	l := sample.Plain()
	l.Title = "Still water"
	l.Focal = lesson.Focal{X: 60, Y: 70, Radius: 20}
	l.Planes = []lesson.Plane{{ID: "sky", Name: "Sky", Distance: 50000}, {ID: "far", Name: "Far ridge", Distance: 6000}, {ID: "water", Name: "Water", Distance: 80}, {ID: "bank", Name: "Bank", Distance: 12}}
	l.Zones = []lesson.Zone{
		{ID: "sky", Name: "Sky", Plane: "sky", Kind: lesson.Sky, Outline: rect(0, 0, 200, 56)},
		{ID: "ridge", Name: "Ridge", Plane: "far", Kind: lesson.Ridge, Outline: []lesson.Point{{X: 0, Y: 48}, {X: 60, Y: 34}, {X: 110, Y: 50}, {X: 200, Y: 40}, {X: 200, Y: 64}, {X: 0, Y: 64}}},
		{ID: "water", Name: "Water", Plane: "water", Kind: lesson.Water, Outline: rect(0, 62, 200, 126)},
		{ID: "bank", Name: "Bank", Plane: "bank", Kind: lesson.Bank, Outline: []lesson.Point{{X: 0, Y: 128}, {X: 90, Y: 118}, {X: 200, Y: 124}, {X: 200, Y: 150}, {X: 0, Y: 150}}},
	}
	l.Mixtures = append(l.Mixtures,
		lesson.Mixture{ID: "water", Name: "Water", Parts: []lesson.Part{{Paint: "PW6", Parts: 14}, {Paint: "PB29", Parts: 1.2}, {Paint: "PBr7/burnt-sienna", Parts: 0.2}}},
		lesson.Mixture{ID: "bank", Name: "Bank", Parts: []lesson.Part{{Paint: "PY43", Parts: 3}, {Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 1}}})
	l.Steps = []lesson.Step{
		sample.Step("sky", "sky", lesson.CrissCross, "flat20", "sky"),
		sample.Step("ridge", "ridge", lesson.PullDown, "flat20", "ridge"),
		sample.Step("water", "water", lesson.LongPull, "flat20", "water"),
		sample.Step("bank", "bank", lesson.LongPull, "filbert10", "bank"),
	}
	return change(l, by...)
}

// step finds a step of a lesson to be changed.
func step(l *lesson.Lesson, id string) *lesson.Step { return &l.Steps[l.Step(id)] }

// add puts a step at the end, and returns it to be changed.
func add(l *lesson.Lesson, id, zone string, t lesson.Technique, tool string, mixtures ...string) *lesson.Step {
	l.Steps = append(l.Steps, sample.Step(id, zone, t, tool, mixtures...))
	return &l.Steps[len(l.Steps)-1]
}

// wait puts a wait at the end.
func wait(l *lesson.Lesson, id string, minutes float64) {
	s := add(l, id, "", lesson.Wait, "")
	s.Minutes = minutes
}

// zone puts a zone in front of the others.
func zone(l *lesson.Lesson, id, plane string, k lesson.ZoneKind, outline []lesson.Point) {
	l.Zones = append(l.Zones, lesson.Zone{ID: id, Name: lesson.Capital(id), Plane: plane, Kind: k, Outline: outline})
}

// mixture puts a mixture on the palette, of paints and their parts in turn.
func mixture(l *lesson.Lesson, id string, parts ...lesson.Part) {
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: id, Name: lesson.Capital(id), Parts: parts})
}

// of are parts of a paint.
func of(paint string, parts float64) lesson.Part { return lesson.Part{Paint: paint, Parts: parts} }

// Paints of the scenes.
const (
	white  = "PW6"
	ochre  = "PY43"
	blue   = "PB29"
	sienna = "PBr7/burnt-sienna"
	lemon  = "PY3"
)

// to moves a step to a place, from 0.
func to(l *lesson.Lesson, id string, place int) {
	s := *step(l, id)
	at := l.Step(id)
	rest := append(append([]lesson.Step{}, l.Steps[:at]...), l.Steps[at+1:]...)
	l.Steps = append(append(append([]lesson.Step{}, rest[:place]...), s), rest[place:]...)
}
