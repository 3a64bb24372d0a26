package starter

import (
	"fmt"

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

// snow: a lane leads past an old mill, whose long blue shadow comes toward us.
func (b *builder) snow() {
	b.light(b.vary("light", 62, 10), 16, 0.6, lesson.HazyAir)
	b.view(0.43, 1.8)
	b.focal(0.36, 0.46, 0.15)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far wood", 1800)
	b.plane("snow", "Snowfield", 80)
	b.plane("barn", "Mill", 34)
	b.plane("tree", "Conifers", 20)
	b.plane("front", "Foreground", 6)
	b.mix("sky-high", "Snow sky", 66, -1, -11)
	b.mix("sky-mid", "Middle sky", 78, 2, -3)
	b.mix("sky-low", "Sky glow", 85, 4, 14)
	b.ladder("wood", "Far wood", 24, 3, -5, "far")
	b.mix("snow-shade", "Snow shadow", 57, 0, -18)
	b.mix("snow-mid", "Snow half light", 75, 0, -9)
	b.mix("snow-light", "Sunlit snow", 94, 1, 7)
	b.mix("roof", "Snow on the roof", 60, 0, -15)
	b.mix("barn-dark", "Boards in shade", 27, 6, 4)
	b.mix("barn-lit", "Boards in light", 66, 12, 26)
	b.mix("conifer", "Conifer dark", 33, -4, 2)
	b.mix("reed", "Dead grass", 56, 8, 28)

	b.sky(0.45)
	b.zone("far", "Far wood", "far", lesson.TreeLine, 4, 0, 0.36, 0.2, 0.39, 0.42, 0.4, 0.56, 0.425, 0.64, 0.425, 0.7, 0.4, 0.86, 0.37, 1, 0.385, 1, 0.45, 0, 0.45)
	b.step(body, "far", "far", lesson.RubIn, "filbert12", 3, mark{cover: 1.1}, "The far wood as one violet band, rubbed in thin, its top soft; leave a gap of light.", "wood-far")
	b.zone("field", "Snowfield", "snow", lesson.Snow, 0.5, 0, 0.445, 1, 0.452, 1, 1, 0, 1)
	b.step(body, "field", "field", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "Snow in half light and shade; it is a middle value, not white.", "snow-mid", "snow-mid", "snow-shade")
	for i, corners := range [][]float64{{0, 0.49, 0.24, 0.47, 0.5, 0.475, 0.8, 0.468, 1, 0.475, 1, 0.52, 0.8, 0.54, 0.6, 0.53, 0.42, 0.55, 0.2, 0.53, 0, 0.54}, {0.6, 0.72, 0.74, 0.7, 0.9, 0.71, 0.84, 0.745, 0.7, 0.75}} {
		id := []string{"swell", "swell-near"}[i]
		b.zone(id, []string{"Far swell", "Near swell"}[i], "snow", lesson.Snow, 1.5, corners...)
		b.step(lights, id, id, lesson.LongPull, "filbert12", 2, mark{cover: 1.1}, "Sun on the swell, one long shape, lost toward the shade.", "snow-light")
	}
	b.zone("lane", "Lane", "snow", lesson.Path, 1, b.way([3]float64{0.5, 0.5, 0.02}, [3]float64{0.53, 0.56, 0.045}, [3]float64{0.49, 0.66, 0.1}, [3]float64{0.55, 0.82, 0.2}, [3]float64{0.74, 1, 0.34})...)
	b.step(body, "lane", "lane", lesson.LongPull, "filbert12", 2, mark{cover: 1}, "The lane, sunk in the snow, in shade.", "snow-shade")
	b.step(lights, "ruts", "lane", lesson.LinerPull, "liner", 1.5, mark{cover: 1.2}, "Two ruts, lost here and there.", "reed")
	x := b.vary("barn", 0.3, 0.03)
	b.zone("barn", "Mill", "barn", lesson.Building, 0.4, x-0.11, 0.4, x-0.11, 0.575, x+0.13, 0.59, x+0.13, 0.4)
	b.zone("roof", "Roof", "barn", lesson.Snow, 0.5, x-0.13, 0.415, x-0.05, 0.28, x+0.09, 0.27, x+0.16, 0.42)
	b.shadow("barn-shadow", "Shadow of the mill", "barn", "barn", 0)
	b.step(body, "barn-shadow", "barn-shadow", lesson.LongPull, "filbert12", 2, mark{cover: 1.1}, "Its shadow on the snow is blue, long, and flat.", "snow-shade")
	b.step(body, "barn", "barn", lesson.PullDown, "filbert12", 2, mark{cover: 1.2}, "The walls, pulled down like boards.", "barn-dark")
	b.step(lights, "barn-lit", "barn", lesson.KnifeBreak, "knife35", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.9}, "Warm light on the wall that faces it, down its boards.", "barn-lit")
	b.step(body, "roof", "roof", lesson.CutIn, "filbert12", 2, mark{cover: 1.3}, "Snow on the roof, in half light, cut to its edge.", "roof")
	b.step(lights, "roof-lit", "roof", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.6}, "Slide the light along its ridge.", "snow-light")
	for i, c := range []struct{ x, high float64 }{{0.86, 0.44}, {0.97, 0.3}} {
		id := []string{"conifer", "conifer-near"}[i]
		tall := b.vary(id, c.high, 0.04)
		b.thing(lesson.Conifer, id, []string{"Conifer", "Small conifer"}[i], "tree", size{b.vary(id+"x", c.x, 0.015), 0.66 + 0.03*float64(i), 0.3 * tall, tall}, func(pass int, s *lesson.Step) bool {
			s.Mixtures, s.Load, s.Cover = []string{"conifer"}, lesson.MediumLoad, 1
			if pass == 1 {
				s.Mixtures, s.Load, s.Words = []string{"snow-light"}, lesson.FullLoad, "Snow lies on the boughs that face the light."
				s.Cover = 0.22
			}
			return true
		})
	}
	b.zone("front", "Drift", "front", lesson.Snow, 1.5, 0, 0.8, 0.2, 0.77, 0.42, 0.86, 0.6, 0.97, 0.66, 1, 0, 1)
	b.step(body, "front", "front", lesson.LongPull, "flat25", 3, mark{pressure: lesson.Evenly, cover: 1.1}, "The near drift lies in shade: that is what makes the sun beyond it.", "snow-shade")
	b.step(lights, "front-light", "front", lesson.KnifeSlide, "knife35", 1.5, mark{where: lesson.Crest, load: lesson.FullLoad, cover: 0.4}, "A breath of light along its back.", "snow-light")
	b.zone("tuft", "Dead grass", "front", lesson.Reeds, 1.5, 0.06, 0.8, 0.24, 0.8, 0.28, 0.93, 0.04, 0.94)
	b.step(accent, "tuft", "tuft", lesson.PushUp, "fan25", 2, mark{load: lesson.HeavyLoad, cover: 0.5}, "Dead grass through the snow, pushed up. Then stop.", "reed")
}

// dusk: one lamp burns in the dark shape of the land; the water holds the last light.
func (b *builder) dusk() {
	b.palette("PR177")
	b.light(b.vary("light", 340, 12), 5, 0.9, lesson.DuskAir)
	b.view(0.54, 2)
	b.focal(0.67, 0.48, 0.15)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far hills", 12000)
	b.plane("land", "Land", 900)
	b.plane("water", "Water", 60)
	b.plane("front", "Bank", 8)
	b.mix("sky-high", "High dusk", 42, 6, -24)
	b.mix("sky-mid", "Violet", 60, 13, -8)
	b.mix("sky-low", "Afterglow", 80, 13, 34)
	b.mix("cloud-shade", "Dusk cloud", 44, 12, -10)
	b.mix("cloud-light", "Cloud edge", 76, 22, 24)
	b.mix("far", "Far hills", 50, 3, -10)
	b.mix("land", "Dark land", 21, 4, -6)
	b.mix("image", "Reflection", 34, 3, -6)
	b.mix("water-far", "Lit water", 69, 13, 22)
	b.mix("water", "Dark water", 44, 8, -16)
	b.mix("glow", "Glow on water", 80, 13, 30)
	b.mix("lamp", "Lamp", 90, 4, 42)

	b.sky(0.56)
	for i, c := range []size{{0.3, 0.2, 0.62, 0.05}, {0.74, 0.3, 0.44, 0.035}, {0.36, 0.38, 0.34, 0.022}} {
		id := []string{"cloud", "cloud-2", "cloud-3"}[i]
		x, y := b.vary(id, c.x, 0.08), b.vary(id+"y", c.foot, 0.015)
		w, h := c.wide/2, c.high/2
		b.zone(id, []string{"Cloud band", "Lower band", "Lowest band"}[i], "sky", lesson.CloudBank, 2, x-w, y+0.2*h, x-0.6*w, y-0.6*h, x-0.1*w, y-h, x+0.4*w, y-0.5*h, x+w, y, x+0.5*w, y+0.7*h, x-0.2*w, y+h, x-0.7*w, y+0.6*h)
		b.step(body, id, id, lesson.LongPull, "filbert12", 1.5, mark{load: lesson.MediumLoad, cover: 0.9}, "A band of cloud in level pulls, soft at both ends; lower ones thinner.", "cloud-shade")
		if i < 2 {
			b.step(lights, id+"-light", id, lesson.LongPull, "filbert12", 1.5, mark{where: lesson.Foot, load: lesson.FullLoad, cover: 0.7}, "Light from below along its under edge, broken.", "cloud-light")
		}
	}
	b.zone("far", "Far hills", "far", lesson.Ridge, 1, b.crest("far", 0.55, 0.008, [2]float64{0, 0.47}, [2]float64{0.2, b.vary("far", 0.44, 0.02)}, [2]float64{0.4, 0.505}, [2]float64{0.6, 0.53}, [2]float64{0.66, 0.545})...)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 3, mark{}, "The far hills take the violet of the sky.", "far")
	b.zone("trees", "Dark trees", "land", lesson.TreeLine, 5, 0.46, 0.545, 0.52, 0.51, 0.58, 0.46, 0.66, 0.43, 0.72, 0.47, 0.78, 0.38, 0.86, b.vary("trees", 0.32, 0.03), 0.94, 0.39, 1, 0.37, 1, 0.54, 0.46, 0.55)
	b.step(body, "trees", "trees", lesson.RubIn, "filbert12", 2.5, mark{cover: 1.1}, "The trees in one dark shape with an edge worth looking at.", "land")
	b.step(body, "crowns", "trees", lesson.Tap, "filbert12", 2, mark{load: lesson.MediumLoad, cover: 0.6}, "Crowns, tapped over the edge into the sky.", "land")
	b.zone("land", "Dark land", "land", lesson.Bank, 1.5, 0.24, 0.554, 0.4, 0.542, 0.56, 0.528, 0.8, 0.515, 1, 0.49, 1, 0.557, 0.4, 0.556)
	b.step(body, "land", "land", lesson.LongPull, "filbert12", 2, mark{cover: 1.3}, "The land under them as one dark tongue.", "land")
	b.thing(lesson.Building, "house", "House", "land", size{b.vary("house", 0.66, 0.02), 0.542, 0.1, 0.075}, func(pass int, s *lesson.Step) bool {
		s.Mixtures, s.Minutes = []string{"land"}, 1
		return pass == 0
	})
	b.zone("water", "Water", "water", lesson.Water, 0, 0, 0.556, 1, 0.556, 1, 1, 0, 1)
	b.step(body, "water", "water", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "The sky again, upside down and a little darker; level pulls.", "water-far", "sky-mid", "water")
	b.image("tree-image", "Image of the trees", "trees", "water")
	b.step(body, "images", "tree-image", lesson.PullDown, "flat25", 3, mark{cover: 0.9}, "Pull the trees straight down into the water, then one light level pass.", "image")
	b.step(lights, "glow", "water", lesson.KnifeLine, "knife35", 2.5, mark{where: b.side(lesson.Left), load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.08}, "Level touches of glow where the water opens: dots far, dashes near.", "glow")
	b.zone("front", "Near bank", "front", lesson.Bank, 2, 0, 0.83, 0.16, 0.85, 0.36, 0.94, 0.5, 1, 0, 1)
	b.step(body, "front", "front", lesson.LongPull, "flat25", 2, mark{cover: 1.2}, "The near bank as a dark wedge in one corner.", "land")
	b.step(accent, "reeds", "front", lesson.PushUp, "softfan20", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.5}, "Reeds along it, a few bent ones.", "land")
	b.zone("window", "Window", "land", lesson.Disc, 0, b.circle(0.665, 0.535, 0.0045)...)
	b.step(accent, "lamp", "window", lesson.PressTurn, "round5", 1, mark{load: lesson.HeavyLoad, cover: 1}, "One touch: the lamp. Then stop.", "lamp")
}

// side is the left or the right of a zone, as the picture is turned.
func (b *builder) side(of lesson.Where) lesson.Where {
	if b.turned == (of == lesson.Left) {
		return lesson.Right
	}
	return lesson.Left
}

// image adds the reflection of a zone in still water of a plane.
func (b *builder) image(id, name, of, plane string) {
	z, ok := b.l.Zone(of)
	if !ok || b.err != nil {
		return
	}
	outline := scene.ReflectionOf(b.l, z)
	if len(outline) < 3 {
		b.err = fmt.Errorf("%q has no reflection in sight", of)
		return
	}
	b.l.Zones = append(b.l.Zones, lesson.Zone{ID: id, Name: name, Plane: plane, Kind: lesson.Image, Of: of, Ragged: 1, Outline: outline})
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
