package starter

import (
	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// shadowOf is the shadow of a tree by its crown and foot, or a strip at its foot where
// the light stands so that none falls on the ground in sight.
func shadowOf(l *lesson.Lesson, z lesson.Zone, foot float64) []lesson.Point {
	if s := scene.ShadowOf(l, z, foot); len(s) >= 3 {
		return s
	}
	p := z.Outline[0]
	return []lesson.Point{p, {X: p.X + 20, Y: p.Y}, {X: p.X + 20, Y: p.Y + 4}, {X: p.X, Y: p.Y + 4}}
}

func (b *builder) snow() {
	b.light(b.vary("light", 70, 10), 20, 0.5, lesson.HazyAir)
	b.view(0.455, 1.8)
	b.focal(0.32, 0.45, 0.15)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far wood", 1800)
	b.plane("snow", "Snowfield", 80)
	b.plane("barn", "Barn", 40)
	b.plane("tree", "Bare tree", 14)
	b.plane("front", "Foreground", 6)
	b.mix("sky-high", "Snow sky", 68, -1, -10)
	b.mix("sky-mid", "Middle sky", 78, 1, -4)
	b.mix("sky-low", "Sky glow", 71, 4, 12)
	b.ladder("wood", "Far wood", 30, 0, 2, "far")
	b.ladder("wood-lit", "Frost on the wood", 70, 2, 6, "far")
	b.mix("snow-shade", "Snow shadow", 70, 0, -13)
	b.mix("snow-mid", "Snow half light", 82, 0, -5)
	b.mix("snow-light", "Sunlit snow", 93, 1, 6)
	b.mix("barn-dark", "Barn shade", 26, 8, 8)
	b.mix("barn", "Barn boards", 44, 14, 20)
	b.mix("barn-lit", "Barn in light", 62, 14, 26)
	b.mix("bark", "Bark", 22, 4, 3)
	b.mix("bark-light", "Bark in light", 70, 6, 16)
	b.mix("reed", "Dead grass", 56, 8, 28)
	b.mix("reed-light", "Grass in light", 80, 4, 26)

	b.sky(0.47, false)
	b.zone("far", "Far wood", "far", lesson.TreeLine, 4, 0, 0.37, 0.25, 0.395, 0.5, 0.36, 0.8, 0.385, 1, 0.36, 1, 0.488, 0, 0.488)
	b.step(body, "far", "far", lesson.Tap, "flat25", 3, mark{cover: 1.2}, "The far wood, pale in snow haze.", "wood-far")
	b.step(lights, "far-frost", "far", lesson.Tap, "filbert12", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.4}, "Frost on its crowns.", "wood-lit-far")
	b.zone("field", "Snowfield", "snow", lesson.Snow, 0.5, 0, 0.478, 1, 0.478, 1, 0.86, 0, 0.86)
	b.step(body, "field", "field", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "Snow in half light and shade; it is a middle value, not white.", "snow-mid", "snow-shade")
	b.step(lights, "field-light", "field", lesson.KnifeSlide, "knife35", 3, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.5}, "Only the sunlit swells are nearly white: slide the knife over them.", "snow-light")
	x := b.vary("barn", 0.3, 0.03)
	b.zone("barn", "Barn", "barn", lesson.Building, 0.4, x-0.1, 0.43, x-0.1, 0.56, x+0.14, 0.575, x+0.14, 0.43)
	b.zone("roof", "Roof", "barn", lesson.Snow, 0.5, x-0.13, 0.435, x-0.05, 0.33, x+0.14, 0.345, x+0.175, 0.445)
	b.shadow("barn-shadow", "Shadow of the barn", "barn", "barn", 0)
	b.step(body, "barn-shadow", "barn-shadow", lesson.LongPull, "filbert12", 2, mark{}, "Its shadow on the snow is blue, and flat.", "snow-shade")
	b.step(body, "barn", "barn", lesson.PullDown, "filbert12", 2, mark{cover: 1.2}, "The walls, pulled down like boards.", "barn-dark", "barn")
	b.step(lights, "barn-lit", "barn", lesson.KnifeBreak, "knife35", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.7}, "Light on the wall that faces it.", "barn-lit")
	b.step(body, "roof", "roof", lesson.CutIn, "filbert12", 2, mark{load: lesson.FullLoad, cover: 1.3}, "Snow on the roof, in half light, cut to its edge.", "snow-mid")
	b.step(lights, "roof-lit", "roof", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.6}, "Slide the light along its slope.", "snow-light")
	t := b.vary("bare", 0.78, 0.03)
	b.zone("trunk", "Bare tree", "tree", lesson.BareTree, 0.8, t-0.006, 0.2, t+0.006, 0.2, t+0.013, 0.74, t+0.026, 0.77, t-0.026, 0.77, t-0.013, 0.74)
	b.zone("crown", "Twigs", "tree", lesson.Tree, 3, t-0.19, 0.33, t-0.13, 0.14, t, 0.04, t+0.13, 0.15, t+0.16, 0.38, t+0.05, 0.5, t-0.07, 0.5)
	b.shadow("tree-shadow", "Shadow of the tree", "trunk", "tree", 0)
	b.step(body, "tree-shadow", "tree-shadow", lesson.LongPull, "filbert12", 2, mark{}, "The long shadow of the tree, toward the side away from the light.", "snow-shade")
	b.step(body, "trunk", "trunk", lesson.PullDown, "filbert12", 2, mark{cover: 1.3}, "The trunk, dark and firm, from the first fork down.", "bark")
	b.step(lights, "trunk-lit", "trunk", lesson.KnifeBreak, "knife35", 1.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6}, "Warm light on one side of it.", "bark-light")
	b.step(accent, "twigs", "crown", lesson.LinerPull, "liner", 4, mark{cover: 1}, "Boughs and twigs with paint like ink, thinner and thinner outward.", "bark")
	b.zone("front", "Foreground", "front", lesson.Snow, 1.5, 0, 0.82, 0.35, 0.85, 0.7, 0.83, 1, 0.86, 1, 1, 0, 1)
	b.step(body, "front", "front", lesson.LongPull, "flat50", 3, mark{pressure: lesson.Evenly, cover: 1.1}, "The foreground lies in shade: that is what makes the sun beyond it.", "snow-shade", "snow-mid")
	b.zone("tuft", "Dead grass", "front", lesson.Reeds, 1.5, 0.06, 0.78, 0.3, 0.8, 0.34, 0.93, 0.04, 0.95)
	b.step(lights, "tuft", "tuft", lesson.PushUp, "fan25", 2, mark{load: lesson.HeavyLoad, cover: 0.6}, "Dead grass through the snow, pushed up.", "reed")
	b.step(accent, "tuft-light", "tuft", lesson.PushUp, "softfan20", 1.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.4}, "A few blades in light. Then stop.", "reed-light")
}

func (b *builder) dusk() {
	b.palette("PR177")
	b.light(b.vary("light", 330, 20), 6, 0.9, lesson.DuskAir)
	b.view(0.5, 2)
	b.focal(0.34, 0.45, 0.13)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far hills", 12000)
	b.plane("hill", "Near hill", 2500)
	b.plane("water", "Water", 60)
	b.plane("front", "Foreground", 6)
	b.mix("sky-high", "High dusk", 44, 8, -26)
	b.mix("sky-mid", "Violet", 58, 14, -10)
	b.mix("sky-low", "Afterglow", 78, 14, 30)
	b.mix("sun", "Sun", 90, 2, 34)
	b.mix("cloud-shade", "Dusk cloud", 46, 14, -8)
	b.mix("cloud-light", "Cloud edge", 76, 20, 22)
	b.mix("far", "Far hills", 48, 6, -13)
	b.mix("far-lit", "Hills in glow", 58, 14, -4)
	b.mix("hill", "Near hill", 26, 5, -9)
	b.mix("hill-lit", "Hill edge", 40, 10, -4)
	b.mix("water", "Dark water", 40, 7, -18)
	b.mix("glow", "Glow on water", 74, 14, 24)
	b.mix("image", "Reflection", 30, 5, -11)
	b.mix("dark", "Bank dark", 18, 2, -2)
	b.mix("bank", "Bank", 26, 4, 4)
	b.mix("reed", "Reeds", 36, 6, 12)
	b.mix("reed-light", "Reeds in glow", 60, 14, 28)

	b.sky(0.52, true)
	x := b.vary("sun", 0.33, 0.03)
	b.zone("sun", "Sun", "sky", lesson.Disc, 0, b.circle(x, 0.4, 0.035)...)
	b.step(lights, "sun", "sun", lesson.PressTurn, "round5", 1.5, mark{load: lesson.HeavyLoad, cover: 1.5}, "Press and turn: the sun, thick and clean.", "sun")
	b.ridge("far", "Far hills", "far", lesson.Ridge, 0, 1, 0.505, b.vary("far", 0.12, 0.02), 5)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 3, mark{}, "The far hills take the violet of the sky.", "far")
	b.step(lights, "far-lit", "far", lesson.Tap, "filbert12", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.3}, "The glow catches a few crests.", "far-lit")
	b.ridge("hill", "Near hill", "hill", lesson.Ridge, 0.55, 1, 0.51, b.vary("hill", 0.13, 0.02), 3)
	b.step(body, "hill", "hill", lesson.PullDown, "flat25", 3, mark{}, "The near hill, nearly a silhouette.", "hill", "hill-lit")
	b.zone("water", "Water", "water", lesson.Water, 0, 0, 0.503, 1, 0.507, 1, 0.9, 0, 0.9)
	b.step(body, "water", "water", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "The sky again, upside down and a little darker; level pulls.", "sky-low", "sky-mid", "water")
	b.step(body, "images", "water", lesson.PullDown, "flat25", 3, mark{where: lesson.Mirror, cover: 0.9}, "Pull the hills straight down into it.", "image")
	b.zone("path", "Glow", "water", lesson.Stream, 3, x-0.009, 0.53, x+0.009, 0.53, x+0.056, 0.72, x+0.1, 0.88, x-0.1, 0.88, x-0.056, 0.72)
	b.step(lights, "glow", "path", lesson.KnifeLine, "knife35", 3, mark{load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.35}, "Level touches of glow below the sun: dots far, dashes near.", "glow", "sun")
	b.front(0.84, "dark", "bank", "reed", "reed-light")
	b.horizon(0.43)
	b.step(accent, "reeds", "front", lesson.LinerPull, "liner", 3, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.3}, "Reeds with paint like ink, a few bent ones. Then stop.", "reed-light")
}

// circle is a disc as corners, r a share of the width.
func (b *builder) circle(x, y, r float64) (out []float64) {
	const corners = 20
	for i := range corners {
		sin, cos := sincos(float64(i) / corners)
		out = append(out, x+r*cos, y+r*sin*b.w/b.h)
	}
	return out
}
