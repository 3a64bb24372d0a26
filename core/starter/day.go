package starter

import "proxenos/core/lesson"

// day sets light, air and the colours of the sky for a day: clear, late or veiled, by the seed.
// The light comes from a side, and stands some degrees high at noon.
func (b *builder) day(from, high float64) {
	from = b.vary("light", from, 18)
	switch b.one("hour", 3) {
	case 0:
		b.light(from, high, 0.3, lesson.ClearAir)
		b.mix("sky-high", "High sky", 62, -4, -27)
		b.mix("sky-mid", "Middle sky", 77, -4, -14)
		b.mix("sky-low", "Sky at the horizon", 88, 0, 4)
		b.mix("cloud-shade", "Cloud shade", 66, 2, -7)
		b.mix("cloud-light", "Cloud light", 93, 0, 5)
	case 1:
		b.light(from, 0.6*high, 0.7, lesson.HazyAir)
		b.mix("sky-high", "High sky", 60, -1, -20)
		b.mix("sky-mid", "Middle sky", 77, 1, -2)
		b.mix("sky-low", "Sky at the horizon", 88, 3, 20)
		b.mix("cloud-shade", "Cloud shade", 62, 6, -2)
		b.mix("cloud-light", "Cloud light", 91, 4, 15)
	default:
		b.light(from, high, 0.4, lesson.HazyAir)
		b.mix("sky-high", "High sky", 68, -3, -13)
		b.mix("sky-mid", "Middle sky", 79, -2, -6)
		b.mix("sky-low", "Sky at the horizon", 88, 0, 7)
		b.mix("cloud-shade", "Cloud shade", 64, 1, -5)
		b.mix("cloud-light", "Cloud light", 92, 0, 6)
	}
}

// sky lays a sky of three colours from the top to y.
func (b *builder) sky(y float64) {
	b.zone("sky", "Sky", "sky", lesson.Sky, 0, 0, 0, 1, 0, 1, y, 0, y)
	b.step(body, "sky", "sky", lesson.CrissCross, "flat50", 6, mark{pressure: lesson.Evenly, cover: 1.1},
		"Crossing strokes from the top down, pressing less and less; let the three colours run into each other.", "sky-high", "sky-mid", "sky-low")
	b.step(body, "sky-soft", "sky", lesson.Feather, "soft40", 2, mark{pressure: lesson.Barely}, "Barely touching, level, to take the strokes out.")
}
