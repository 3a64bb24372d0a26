package book

import "proxenos/core/lesson"

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
		{Name: "a tree's light comes before its dark", Lesson: ridge(func(l *lesson.Lesson) { to(l, "lights", 2) }), Must: []string{"order.values"}},
		{Name: "the first light is judged against bare white", Lesson: ridge(func(l *lesson.Lesson) {
			l.Ground.Tone = []lesson.Part{of(white, 1)}
			l.Steps = l.Steps[2:]
			step(l, "lights").Where = lesson.Lit
		}), Must: []string{"order.bare-ground"}},
		{Name: "a lit side is painted and nobody knows where the light is", Lesson: ridge(func(l *lesson.Lesson) { l.Light = lesson.Light{}; step(l, "lights").Where = lesson.Lit }), Must: []string{"order.no-light"}},
	}
}
