package book

import "proxenos/core/lesson"

// thick lays the trees as a roomful of people does who were told to be generous.
func thick(l *lesson.Lesson) { step(l, "trees").Load, step(l, "trees").Cover = lesson.HeavyLoad, 2 }

// wet is what paint does on paint.
func wet() []Case {
	return []Case{
		{Name: "the base coat is buttered on", Lesson: ridge(func(l *lesson.Lesson) { l.Base.Kind, l.Base.Thickness = lesson.WhiteBase, 30 }), Must: []string{"film.base-heavy"}},
		{Name: "a sky is to blend on a base coat that was wiped away", Lesson: ridge(func(l *lesson.Lesson) { l.Base.Kind, l.Base.Thickness = lesson.WhiteBase, 3 }), Must: []string{"film.base-thin"}},
		{Name: "light touches on a thick wet dark", Lesson: ridge(thick, func(l *lesson.Lesson) { step(l, "lights").Load = lesson.LightLoad }), Must: []string{"film.slip"}},
		{Name: "a thin light is pulled over a thick wet dark", Lesson: ridge(thick, func(l *lesson.Lesson) {
			s := step(l, "lights")
			s.Technique, s.Load = lesson.LongPull, lesson.ThinLoad
		}), Must: []string{"film.mud"}},
		{Name: "a dry brush is scrubbed over thick paint", Lesson: ridge(thick, func(l *lesson.Lesson) {
			s := step(l, "lights")
			s.Technique, s.Tool, s.Load, s.Pressure = lesson.LongPull, "flat20", lesson.ThinLoad, lesson.Firmly
		}), Must: []string{"film.lifted"}},
		{Name: "the brush that laid the dark goes straight into the light", Lesson: ridge(func(l *lesson.Lesson) { step(l, "lights").Care = lesson.CarryOn }), Must: []string{"color.dirty-brush"}},
		{Name: "the same brush, rinsed and used while it drips", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "ridge").Care, step(l, "ridge").Load = lesson.RinseDamp, lesson.LightLoad
		}), Must: []string{"film.solvent-left"}},
		{Name: "a glaze goes over paint that swims", Lesson: ridge(func(l *lesson.Lesson) {
			g := add(l, "glaze", "trees", lesson.Glaze, "mop", "sky")
			g.Load, g.Medium.Oil = lesson.FullLoad, 40
		}), Must: []string{"film.not-set"}, Not: []string{"film.medium"}},
		{Name: "a sky is softened after three hours", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "sky").Load, step(l, "sky").Cover = lesson.LightLoad, 0.5
			wait(l, "lunch", 200)
			add(l, "soften", "sky", lesson.Feather, "mop")
		}), Must: []string{"film.open-time"}},
		{Name: "lean paint over an oily layer that has dried", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "sky").Medium.Oil = 20
			d := add(l, "days", "", lesson.Dry, "")
			d.Days = 4
			add(l, "again", "sky", lesson.LongPull, "flat20", "sky")
			to(l, "days", 1)
			to(l, "again", 2)
		}), Must: []string{"film.fat-over-lean"}},
		{Name: "blades are pulled with paint as it comes from the tube", Lesson: field(func(l *lesson.Lesson) {
			s := add(l, "blades", "field", lesson.LinerPull, "liner", "dark")
			s.Cover, s.Load = 0.05, lesson.FullLoad
		}), Must: []string{"film.too-stiff"}, Not: []string{"film.medium"}},
		{Name: "acrylic is put over oil", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "lights").Technique, step(l, "lights").Tool = lesson.LongPull, "flat20"
			step(l, "lights").Medium.Acrylic = true
		}), Must: []string{"film.acrylic-over-oil"}},
		{Name: "oil goes over an acrylic block-in at once", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "sky").Medium.Acrylic = true
			step(l, "sky").Minutes = 2
			add(l, "again", "sky", lesson.LongPull, "flat20", "sky")
			to(l, "again", 1)
		}), Must: []string{"film.block-in-wet"}, Not: []string{"film.acrylic-over-oil"}},
		{Name: "a method without medium, and a third of it in the sky", Lesson: ridge(func(l *lesson.Lesson) { step(l, "sky").Medium = lesson.Medium{Solvent: 20, Oil: 15} }), Must: []string{"film.medium"}},
		{Name: "stiff lights are worked into a dark that is soft with oil", Lesson: ridge(thick, func(l *lesson.Lesson) {
			l.Method = lesson.LeanToFat
			step(l, "trees").Medium = lesson.Medium{Oil: 25}
			s := step(l, "lights")
			s.Technique, s.Tool, s.Load, s.Pressure = lesson.LongPull, "flat20", lesson.LightLoad, lesson.Firmly
		}), Must: []string{"film.stiff-over-soft"}},
		{Name: "the dark of the trees is trowelled on before its lights", Lesson: ridge(func(l *lesson.Lesson) {
			s := step(l, "trees")
			s.Technique, s.Load, s.Cover = lesson.Tap, lesson.HeavyLoad, 3
		}), Must: []string{"film.too-thick-early"}},
		{Name: "a ridge is to be covered with hardly any paint", Lesson: ridge(func(l *lesson.Lesson) {
			step(l, "ridge").Load, step(l, "ridge").Pressure = lesson.ThinLoad, lesson.Barely
		}), Must: []string{"film.starved"}},
	}
}
