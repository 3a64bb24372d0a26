package starter

import "proxenos/core/lesson"

// hours are the days that a scene may have: how much of the light's height at noon is left, how
// warm it is, the air, how far away land is that shows in it, and the colours of sky and cloud,
// L*, a*, b*.
var hours = []struct {
	high, warmth, depth               float64
	air                               lesson.Air
	top, middle, low, cloud, cloudLit [3]float64
}{
	{1, 0.3, 1, lesson.ClearAir, [3]float64{62, -4, -27}, [3]float64{77, -4, -14}, [3]float64{88, 0, 4}, [3]float64{66, 2, -7}, [3]float64{93, 0, 5}},     // clear
	{0.6, 0.7, 0.66, lesson.HazyAir, [3]float64{60, -1, -20}, [3]float64{77, 1, -2}, [3]float64{88, 3, 20}, [3]float64{62, 6, -2}, [3]float64{91, 4, 15}}, // late
	{1, 0.4, 0.62, lesson.HazyAir, [3]float64{75, -3, -12}, [3]float64{84, -2, -5}, [3]float64{91, 0, 6}, [3]float64{70, 1, -5}, [3]float64{94, 0, 5}},    // veiled
}

// day sets light, air and the colours of the sky for a day: clear, late or veiled, by the seed.
// The light comes from a side, and stands some degrees high at noon.
func (b *builder) day(from, high float64) {
	h := hours[b.one("hour", len(hours))]
	b.light(b.vary("light", from, 18), h.high*high, h.warmth, h.air)
	b.depth = h.depth
	for _, c := range []struct {
		id, name string
		lab      [3]float64
	}{{"sky-high", "High sky", h.top}, {"sky-mid", "Middle sky", h.middle}, {"sky-low", "Sky at the horizon", h.low}, {"cloud-shade", "Cloud shade", h.cloud}, {"cloud-light", "Cloud light", h.cloudLit}} {
		b.mix(c.id, c.name, c.lab[0], c.lab[1], c.lab[2])
	}
}

// sky lays a sky of three colours from the top to y, a share of the canvas's height.
func (b *builder) sky(y float64) {
	b.zone("sky", "Sky", "sky", lesson.Sky, 0, 0, 0, 1, 0, 1, y, 0, y)
	b.step(body, "sky", "sky", lesson.CrissCross, "flat50", 6, mark{pressure: lesson.Evenly, cover: 1.1},
		"Crossing strokes from the top down, pressing less and less; let the three colours run into each other.", "sky-high", "sky-mid", "sky-low")
	b.step(body, "sky-soft", "sky", lesson.Feather, "soft40", 2, mark{pressure: lesson.Barely}, "Barely touching, level, to take the strokes out.")
}
