package book

import (
	"slices"

	"proxenos/core/lesson"
)

// boat puts a boat on the water of a lake.
func boat(l *lesson.Lesson) {
	zone(l, "boat", "water", lesson.Boat, []lesson.Point{{X: 100, Y: 88}, {X: 134, Y: 88}, {X: 128, Y: 98}, {X: 106, Y: 98}})
	add(l, "boat", "boat", lesson.CutIn, "filbert10", "dark")
}

// order is what comes before what.
func order() []Case {
	return []Case{
		{Name: "a far ridge is pulled down over trees that stand already", Lesson: ridge(func(l *lesson.Lesson) { to(l, "ridge", 3) }), Must: []string{"order.back-to-front"}},
		{Name: "the same, and called a long pull", Lesson: ridge(func(l *lesson.Lesson) { to(l, "ridge", 3); step(l, "ridge").Technique = lesson.LongPull }), Must: []string{"order.back-to-front"}},
		{Name: "the sky is restated last, over everything that reaches into it", Lesson: field(func(l *lesson.Lesson) { to(l, "sky", 4) }), Must: []string{"order.back-to-front"}},
		{Name: "half of the ridge's work goes behind the trees", Lesson: ridge(func(l *lesson.Lesson) {
			l.Zones[1].Outline = rect(0, 28, 100, 75)
			step(l, "trees").Load, step(l, "trees").Cover = lesson.HeavyLoad, 2
		}), Must: []string{"order.hidden-work"}, Not: []string{"order.back-to-front"}},
		{Name: "flowers are dabbed before the bush they stand on", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "lights").Technique, step(l, "lights").Tool = lesson.Dab, "knife"
			to(l, "lights", 2)
		}), Must: []string{"order.detail-early"}},
		{Name: "a large flat goes over what a small one did", Lesson: ridge(func(l *lesson.Lesson) {
			l.Tools = append(l.Tools, lesson.Tool{ID: "flat5", Kind: lesson.Flat, Width: 5})
			step(l, "ridge").Tool = "flat5"
			add(l, "again", "ridge", lesson.PullDown, "flat20", "ridge")
			to(l, "again", 2)
		}), Must: []string{"order.small-to-big"}},
		{Name: "the reflection is pulled before its ridge is there", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "image", "water", lesson.Image, rect(30, 63, 90, 90))
			l.Zones[len(l.Zones)-1].Of = "ridge"
			add(l, "image", "image", lesson.PullDown, "flat20", "ridge")
			to(l, "image", 1)
		}), Must: []string{"order.reflection-first"}},
		{Name: "what the water mirrors is pulled before it is there", Lesson: lake(func(l *lesson.Lesson) {
			s := add(l, "image", "water", lesson.PullDown, "flat20", "ridge")
			s.Where = lesson.Mirror
			to(l, "ridge", 4)
		}), Must: []string{"order.reflection-first"}},
		{Name: "the water is pulled over a boat that lies on it", Lesson: lake(func(l *lesson.Lesson) {
			boat(l)
			to(l, "boat", 1)
		}), Must: []string{"order.back-to-front"}},
		{Name: "the field is rubbed back with a rag, over the tree that stands on it", Lesson: field(func(l *lesson.Lesson) {
			tree(l, "young", 150, 116, 20, 30)
			l.Zones[len(l.Zones)-1].Plane = l.Zones[slices.IndexFunc(l.Zones, func(z lesson.Zone) bool { return z.ID == "field" })].Plane
			s := add(l, "rub", "field", lesson.RubBack, "rag")
			s.Cover, s.Pressure = 2, lesson.Firmly
		}), Must: []string{"order.back-to-front"}},
		{Name: "blades are pulled, and then the grass that they stand in", Lesson: field(func(l *lesson.Lesson) {
			zone(l, "blades", "near", lesson.Grass, rect(20, 108, 90, 146))
			s := add(l, "blades", "blades", lesson.LinerPull, "liner", "light")
			s.Cover, s.Medium = 0.2, lesson.Medium{Solvent: 45, Oil: 15}
			s = add(l, "grass", "blades", lesson.PushUp, "fan15", "dark")
			s.Load, s.Pressure, s.Cover = lesson.HeavyLoad, lesson.Barely, 2
		}), Must: []string{"order.detail-early"}, Not: []string{"order.values"}},
		{Name: "a tree's light comes before its dark", Lesson: ridge(func(l *lesson.Lesson) { to(l, "lights", 2) }), Must: []string{"order.values"}},
		{Name: "the first light is judged against bare white", Lesson: ridge(func(l *lesson.Lesson) {
			l.Ground.Tone = []lesson.Part{of(white, 1)}
			l.Steps = l.Steps[2:]
			step(l, "lights").Where = lesson.Lit
		}), Must: []string{"order.bare-ground"}},
		{Name: "a lit side is painted and nobody knows where the light is", Lesson: ridge(func(l *lesson.Lesson) { l.Light = lesson.Light{}; step(l, "lights").Where = lesson.Lit }), Must: []string{"order.no-light"}},
	}
}
