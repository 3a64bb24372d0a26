package book

import "proxenos/core/lesson"

// mixed gives a mixture other parts.
func mixed(id string, parts ...lesson.Part) func(*lesson.Lesson) {
	return func(l *lesson.Lesson) {
		for i := range l.Mixtures {
			if l.Mixtures[i].ID == id {
				l.Mixtures[i].Parts = parts
			}
		}
	}
}

// colour is what is mixed.
func colour() []Case {
	return []Case{
		{Name: "a far ridge in the green of a meadow", Lesson: ridge(func(l *lesson.Lesson) { l.Palette = append(l.Palette, lemon); l.Planes[1].Distance = 20000 },
			mixed("ridge", of(white, 1), of(lemon, 4), of(ochre, 1), of(blue, 0.4))), Must: []string{"color.raw"}},
		{Name: "a bush at hand in a green that no leaf has", Lesson: field(func(l *lesson.Lesson) {
			l.Palette = append(l.Palette, lemon, "PG7")
			l.Focal = lesson.Focal{X: 40, Y: 50, Radius: 15}
		},
			mixed("dark", of(lemon, 6), of("PG7", 1)), func(l *lesson.Lesson) { l.Steps = l.Steps[:4] }), Must: []string{"color.raw"}},
		{Name: "a sliver of a strong blue in the sky's pile", Lesson: ridge(func(l *lesson.Lesson) { l.Palette = append(l.Palette, "PB15:3") },
			mixed("sky", of(white, 12), of(blue, 1), of("PB15:3", 0.02))), Must: []string{"color.speck"}},
		{Name: "a pale sky is begun with the blue", Lesson: ridge(mixed("sky", of(blue, 1), of(white, 60))), Must: []string{"color.overmade"}},
		{Name: "a nearer ridge lighter than the farther one, on one canvas", Lesson: field(func(l *lesson.Lesson) {
			l.Planes = append(l.Planes[:2:2], append([]lesson.Plane{{ID: "mid", Name: "Near ridge", Distance: 1500}}, l.Planes[2:]...)...)
			zone(l, "mid", "mid", lesson.Ridge, []lesson.Point{{X: 0, Y: 60}, {X: 70, Y: 54}, {X: 200, Y: 60}, {X: 200, Y: 70}, {X: 0, Y: 70}})
			mixture(l, "mid", of(white, 14), of(blue, 1), of(sienna, 0.6))
			add(l, "mid", "mid", lesson.PullDown, "flat20", "mid")
			to(l, "mid", 2)
		}), Must: []string{"color.ladder"}},
		{Name: "a field of one mixture, rolled on like a wall", Lesson: field(func(l *lesson.Lesson) { step(l, "field").Mixtures = []string{"field"} }), Must: []string{"color.flat"}},
		{Name: "eleven tubes for a first lesson", Lesson: field(func(l *lesson.Lesson) {
			l.Palette = append(l.Palette, lemon, "PG7", "PB15:3", "PBk9", "PR122", "PBr7/raw-umber", "PV19")
		}), Must: []string{"color.tubes"}},
	}
}

// values are lights and darks.
func values() []Case {
	return []Case{
		{Name: "a sky that is laid upside down", Lesson: ridge(func(l *lesson.Lesson) { step(l, "sky").Mixtures = []string{"pale", "sky"} },
			func(l *lesson.Lesson) {
				l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "pale", Name: "Pale sky", Parts: []lesson.Part{of(white, 40), of(blue, 0.3), of(ochre, 0.3)}})
			}), Must: []string{"value.sky"}},
		{Name: "a ridge of the sky's own value", Lesson: ridge(mixed("ridge", of(white, 12), of(blue, 1), of(sienna, 0.1))), Must: []string{"value.tiers"}},
		{Name: "lights are filled in all over the trees", Lesson: ridge(func(l *lesson.Lesson) { step(l, "lights").Cover = 2 }), Must: []string{"value.overlit"}},
		{Name: "the lightest light is set first of all", Lesson: ridge(mixed("light", of(white, 20), of(ochre, 0.5)), func(l *lesson.Lesson) { to(l, "lights", 0) }), Must: []string{"value.white-early"}},
		{Name: "blades of grass in the colour of the sand they stand on", Lesson: field(func(l *lesson.Lesson) {
			zone(l, "blades", "near", lesson.Grass, rect(20, 108, 90, 146))
			mixture(l, "blade", of(white, 6), of(ochre, 4), of(blue, 0.4))
			s := add(l, "blades", "blades", lesson.PushUp, "fan15", "blade")
			s.Load, s.Pressure, s.Cover = lesson.HeavyLoad, lesson.Barely, 0.5
		}), Must: []string{"value.lost-light"}},
		{Name: "a field lighter than the sky on a clear noon", Lesson: field(mixed("sky", of(white, 4), of(blue, 1), of(sienna, 0.2)),
			mixed("field", of(white, 14), of(ochre, 2)), mixed("field-2", of(white, 20), of(ochre, 2))), Must: []string{"value.planes"}},
	}
}
