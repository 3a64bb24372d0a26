package book

import "proxenos/core/lesson"

// practice is what is done as the craft does it, of which nothing is said.
func practice() []Case {
	return []Case{
		{Name: "a ridge behind trees, from back to front", Lesson: ridge(func(l *lesson.Lesson) { l.Steps = l.Steps[:3] }), Quiet: true},
		{Name: "a heavy light with a light hand, on its own dark", Lesson: field(), Quiet: true, Not: []string{"film.slip", "film.mud"}},
		{Name: "the light blotted first, then laid heavily", Lesson: ridge(thick, func(l *lesson.Lesson) {
			b := add(l, "blot", "trees", lesson.Blot, "towel")
			b.Minutes, b.Mixtures = 12, []string{}
			to(l, "blot", 3)
			step(l, "lights").Load, step(l, "lights").Pressure = lesson.HeavyLoad, lesson.Barely
		}), Not: []string{"film.mud", "film.slip", "film.lifted"}},
		{Name: "still water pulled level", Lesson: lake(), Quiet: true, Not: []string{"persp.water"}},
		{Name: "a reflection pulled straight down below its source", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "image", "water", lesson.Image, []lesson.Point{{X: 20, Y: 64}, {X: 60, Y: 90}, {X: 100, Y: 64}})
			add(l, "image", "image", lesson.PullDown, "flat20", "ridge")
		}), Not: []string{"persp.water", "order.reflection-first", "film.mud"}},
		{Name: "glitter under its moon", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "moon", "sky", lesson.Disc, rect(146, 10, 158, 22))
			zone(l, "sparkle", "water", lesson.Stream, rect(138, 66, 166, 120))
			mixture(l, "moonlight", of(white, 30), of(ochre, 1))
			m := add(l, "moon", "moon", lesson.PressTurn, "filbert10", "moonlight")
			m.Load, m.Pressure = lesson.HeavyLoad, lesson.Barely
			s := add(l, "glitter", "sparkle", lesson.KnifeLine, "knife", "moonlight")
			s.Load, s.Pressure, s.Cover = lesson.HeavyLoad, lesson.Barely, 0.3
		}), Not: []string{"light.glitter", "film.slip"}},
		{Name: "a lamp in a window by the water is no moon", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "lamp", "bank", lesson.Disc, rect(20, 130, 24, 134))
			zone(l, "sparkle", "water", lesson.Stream, rect(138, 66, 166, 120))
			mixture(l, "lamplight", of(white, 30), of(ochre, 1))
			add(l, "lamp", "lamp", lesson.PressTurn, "filbert10", "lamplight")
			s := add(l, "glitter", "sparkle", lesson.KnifeLine, "knife", "lamplight")
			s.Load, s.Pressure, s.Cover = lesson.HeavyLoad, lesson.Barely, 0.3
		}), Not: []string{"light.glitter"}},
		{Name: "stubble behind a green meadow is warmer by itself", Lesson: field(func(l *lesson.Lesson) {
			l.Palette = append(l.Palette, lemon)
			l.Planes = append(l.Planes[:2:2], append([]lesson.Plane{{ID: "stubble", Name: "Stubble", Distance: 400}}, l.Planes[2:]...)...)
			zone(l, "stubble", "stubble", lesson.Field, rect(0, 62, 200, 84))
			mixture(l, "stubble", of(white, 6), of(ochre, 3))
			add(l, "stubble", "stubble", lesson.LongPull, "flat20", "stubble")
			to(l, "stubble", 2)
			l.Zones[2].Outline = rect(0, 82, 200, 150)
		}, mixed("field", of(white, 3), of(lemon, 2), of(blue, 0.8)), mixed("field-2", of(white, 4), of(lemon, 2), of(blue, 0.7))), Not: []string{"color.ladder"}},
		{Name: "a cut-in goes around what stands", Lesson: ridge(func(l *lesson.Lesson) { step(l, "ridge").Technique = lesson.CutIn; to(l, "ridge", 3) }), Not: []string{"order.back-to-front"}},
		{Name: "lights that must stay clean are set first under rub and blot", Lesson: ridge(func(l *lesson.Lesson) { l.Method = lesson.RubAndBlot; to(l, "lights", 2) }), Not: []string{"time.clash"}},
		{Name: "oil over acrylic that had its hour", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "sky").Medium.Acrylic = true
			wait(l, "dries", 60)
			add(l, "again", "sky", lesson.LongPull, "flat20", "sky")
			to(l, "dries", 1)
			to(l, "again", 2)
			l.Session = 120
		}), Not: []string{"film.block-in-wet", "film.acrylic-over-oil"}},
		{Name: "a lean lay-in, half solvent, under the ladder", Lesson: ridge(func(l *lesson.Lesson) { l.Method = lesson.LeanToFat; step(l, "sky").Medium.Solvent = 50 }), Not: []string{"film.medium"}},
		{Name: "twigs in paint that runs like ink", Lesson: field(func(l *lesson.Lesson) {
			wait(l, "set", 20)
			s := add(l, "twigs", "tree", lesson.LinerPull, "liner", "dark")
			s.Medium, s.Cover, s.Load = lesson.Medium{Solvent: 45, Oil: 15}, 0.05, lesson.FullLoad
		}), Not: []string{"film.medium", "film.too-stiff"}},
		{Name: "a soft dark and lights as soft, under the ladder", Lesson: ridge(func(l *lesson.Lesson) {
			l.Method = lesson.LeanToFat
			step(l, "trees").Medium, step(l, "lights").Medium = lesson.Medium{Oil: 20}, lesson.Medium{Oil: 20}
		}), Not: []string{"film.stiff-over-soft"}},
		{Name: "dark blades before light sand are seen", Lesson: field(func(l *lesson.Lesson) {
			zone(l, "blades", "near", lesson.Grass, rect(20, 108, 90, 146))
			s := add(l, "blades", "blades", lesson.PushUp, "fan15", "dark")
			s.Load, s.Pressure, s.Cover = lesson.HeavyLoad, lesson.Barely, 0.5
		}), Not: []string{"value.lost-light"}},
		{Name: "snow is lighter than the sky, and may be", Lesson: field(func(l *lesson.Lesson) { l.Zones[2].Kind = lesson.Snow }, mixed("sky", of(white, 4), of(blue, 1), of(sienna, 0.2)),
			mixed("field", of(white, 30), of(blue, 0.2)), mixed("field-2", of(white, 40), of(ochre, 0.2))), Not: []string{"value.planes", "color.ladder"}},
		{Name: "a sky that pales toward the horizon", Lesson: ridge(func(l *lesson.Lesson) { step(l, "sky").Mixtures = []string{"sky", "pale"} },
			func(l *lesson.Lesson) {
				l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "pale", Name: "Pale sky", Parts: []lesson.Part{of(white, 40), of(blue, 0.3), of(ochre, 0.3)}})
			}), Not: []string{"value.sky"}},
		{Name: "a walker of the height that people have there, with the head at the horizon", Lesson: field(walker(28)), Not: []string{"persp.size"}},
		{Name: "a boat is cut in when its water is there", Lesson: lake(boat), Not: []string{"order.back-to-front"}},
		{Name: "the water meets the foot of a wood in its own plane", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "wood", "water", lesson.TreeLine, rect(0, 50, 80, 66))
			add(l, "wood", "wood", lesson.Tap, "filbert10", "dark")
			to(l, "wood", 2)
		}), Not: []string{"order.back-to-front"}},
		{Name: "a path that narrows with the ground", Lesson: field(func(l *lesson.Lesson) {
			zone(l, "path", "field", lesson.Path, []lesson.Point{{X: 30, Y: 150}, {X: 60, Y: 150}, {X: 82, Y: 74}, {X: 79, Y: 74}})
			add(l, "path", "path", lesson.KnifeSlide, "knife", "light")
		}), Not: []string{"persp.taper"}},
		{Name: "logs that shrink with the water", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "far-log", "water", lesson.Log, rect(20, 84, 40, 88))
			zone(l, "log", "bank", lesson.Log, rect(90, 130, 160, 139))
			add(l, "far-log", "far-log", lesson.LongPull, "filbert10", "dark")
			add(l, "log", "log", lesson.LongPull, "filbert10", "dark")
		}), Not: []string{"persp.marks"}},
		{Name: "a ragged hole between two trees", Lesson: field(window(11)), Not: []string{"pict.hole"}},
		{Name: "two trees of one wood, nearer and farther", Lesson: field(func(l *lesson.Lesson) { tree(l, "far-tree", 50, 74, 12, 17) }), Not: []string{"persp.size", "pict.symmetry"}},
		{Name: "a shadow falls away from the light", Lesson: field(func(l *lesson.Lesson) {
			l.Light = lesson.Light{From: 270, Height: 30}
			zone(l, "shade", "field", lesson.Shadow, []lesson.Point{{X: 126, Y: 94}, {X: 138, Y: 94}, {X: 196, Y: 98}, {X: 190, Y: 102}})
			l.Zones[len(l.Zones)-1].Of = "tree"
			add(l, "shade", "shade", lesson.LongPull, "filbert10", "dark")
		}), Not: []string{"light.side"}},
		{Name: "five-minute steps with a look from two metres between", Lesson: ridge(every(6)), Not: []string{"time.no-pause", "time.hand"}},
		{Name: "a broken field of two mixtures side by side", Lesson: field(func(l *lesson.Lesson) { step(l, "field").Shares = []float64{60, 40} }), Not: []string{"film.mud", "film.lifted"}},
	}
}
