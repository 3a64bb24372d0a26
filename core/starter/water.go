package starter

import "proxenos/core/lesson"

// sky lays a sky of three colours from the top to y, with a bank of cloud.
func (b *builder) sky(y float64, cloud bool) {
	b.zone("sky", "Sky", "sky", lesson.Sky, 0, 0, 0, 1, 0, 1, y, 0, y)
	b.step(body, "sky", "sky", lesson.CrissCross, "flat50", 6, mark{pressure: lesson.Evenly, cover: 1.1},
		"Crossing strokes from the top down, pressing less and less; let the three colours run into each other.", "sky-high", "sky-mid", "sky-low")
	b.step(body, "sky-soft", "sky", lesson.Feather, "soft40", 2, mark{pressure: lesson.Barely}, "Barely touching, level, to take the strokes out.")
	if !cloud {
		return
	}
	x, top := b.vary("cloud", 0.34, 0.16), b.vary("cloud-y", 0.36*y, 0.1*y)
	b.zone("cloud", "Cloud", "sky", lesson.CloudBank, 2.5,
		x-0.22, top+0.2*y, x-0.2, top+0.13*y, x-0.13, top+0.09*y, x-0.1, top+0.02*y, x-0.02, top-0.03*y, x+0.04, top-0.05*y, x+0.1, top+0.01*y, x+0.13, top+0.08*y,
		x+0.21, top+0.1*y, x+0.28, top+0.19*y, x+0.14, top+0.22*y, x-0.08, top+0.215*y)
	b.step(body, "cloud-shade", "cloud", lesson.Scumble, "filbert12", 3, mark{where: lesson.Lower, load: lesson.MediumLoad}, "Small circles for the grey underside; keep it on the blue side.", "cloud-shade")
	b.step(lights, "cloud-light", "cloud", lesson.Fluff, "filbert12", 3, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.3}, "Turn the brush to fluff up the lit top, and leave its edge alone.", "cloud-light")
}

func (b *builder) dayColours() {
	b.mix("sky-high", "High sky", 64, -4, -26)
	b.mix("sky-mid", "Middle sky", 78, -4, -13)
	b.mix("sky-low", "Sky at the horizon", 87, 0, 5)
	b.mix("cloud-shade", "Cloud shade", 70, 0, -8)
	b.mix("cloud-light", "Cloud light", 92, 0, 6)
}

func (b *builder) lake() {
	b.light(b.vary("light", 300, 20), 35, 0.3, lesson.ClearAir)
	b.view(0.44, 2.2)
	b.focal(0.79, 0.47, 0.15)
	b.l.Accepted = append(b.l.Accepted, lesson.OnPurpose{Rule: "value.white-early", Where: "waterline", Reason: "The lights on the water lie behind the conifers, so they come before them."})
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far range", 15000)
	b.plane("hills", "Hills", 5000)
	b.plane("shore", "Shore", 900)
	b.plane("water", "Lake", 60)
	b.plane("spit", "Spit", 19.6)
	b.plane("front", "Foreground", 6)
	b.dayColours()
	b.ladder("slope", "Slope", 36, -6, 12, "far", "hills", "shore")
	b.ladder("lit", "Lit slope", 60, 2, 28, "far", "hills", "shore")
	b.mix("image", "Reflection", 50, -3, -7)
	b.mix("water-near", "Near water", 54, -5, -16)
	b.mix("glitter", "Glitter", 91, 0, 8)
	b.mix("dark", "Conifer dark", 22, -5, 5)
	b.mix("conifer-light", "Conifer light", 44, -7, 24)
	b.mix("bank", "Bank", 30, -3, 14)
	b.mix("grass", "Grass", 44, -8, 30)
	b.mix("grass-light", "Sunlit grass", 66, -8, 46)

	b.sky(0.46, true)
	b.ridge("far", "Far range", "far", lesson.Ridge, 0, 1, 0.405, b.vary("far", 0.13, 0.03), 5)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 3, mark{}, "The farthest range in one pale colour, pulled down from its crest.", "slope-far")
	b.step(lights, "far-lit", "far", lesson.KnifeBreak, "knife35", 3, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6},
		"A roll of paint on the knife, no pressure: it breaks down the lit flanks.", "lit-far")
	b.ridge("hills", "Hills", "hills", lesson.Ridge, 0, 1, 0.45, b.vary("hills", 0.085, 0.02), 7)
	b.step(body, "hills", "hills", lesson.PullDown, "flat25", 3, mark{}, "The nearer hills, darker and a little greener.", "slope-hills")
	b.step(lights, "hills-lit", "hills", lesson.Tap, "filbert12", 3, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.5}, "Tap light into the flanks that face it, and leave the shade alone.", "lit-hills")
	b.zone("shore", "Shore", "shore", lesson.TreeLine, 3, 0, 0.43, 0.3, 0.425, 0.62, 0.432, 1, 0.42, 1, 0.457, 0, 0.457)
	b.step(body, "shore", "shore", lesson.Tap, "filbert12", 3, mark{cover: 1.2}, "Tap the woods along the far shore with the corner of the brush; keep the waterline level.", "slope-shore")
	b.step(lights, "shore-lit", "shore", lesson.Tap, "round5", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.35}, "A few lit crowns, unevenly spaced.", "lit-shore")

	b.zone("lake", "Lake", "water", lesson.Water, 0, 0, 0.455, 1, 0.455, 1, 0.9, 0, 0.9)
	b.step(body, "lake", "lake", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "Level pulls from the edges inward: sky colour far out, deeper water near.", "sky-mid", "water-near")
	b.step(body, "images", "lake", lesson.PullDown, "flat25", 3, mark{where: lesson.Mirror, cover: 0.9}, "Pull the hills straight down into the water, then one light level pass.", "image")
	b.step(lights, "waterline", "lake", lesson.KnifeLine, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.05}, "Touch in a few level lights with the edge of the knife, long near and short far.", "glitter")

	b.zone("spit", "Spit", "spit", lesson.Bank, 1.5, 0.5, 0.6, 0.68, 0.565, 1, 0.56, 1, 0.66, 0.74, 0.65)
	b.step(body, "spit", "spit", lesson.LongPull, "filbert12", 3, mark{cover: 1.3}, "The spit as a dark tongue into the lake.", "bank", "dark")
	b.step(lights, "spit-light", "spit", lesson.PushUp, "softfan20", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.4}, "Push a little sunlit grass up along its back.", "grass-light")
	for i, c := range []struct{ x, high float64 }{{0.7, 0.3}, {0.78, 0.24}, {0.86, 0.34}} {
		id := []string{"first", "second", "third"}[i]
		x, top := b.vary(id, c.x, 0.015), 0.6-b.vary(id+"h", c.high, 0.03)
		wide := 0.2 * c.high
		b.zone(id, []string{"First conifer", "Second conifer", "Third conifer"}[i], "spit", lesson.Conifer, 1.5, x, top, x+wide, 0.6, x-wide, 0.6)
		b.step(body, id, id, lesson.FanEdge, "fan25", 2.5, mark{cover: 1.2}, "The fan on edge, from the tip down, wider and wider; keep it dark.", "dark")
		b.step(lights, id+"-light", id, lesson.FanEdge, "softfan20", 1.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.35}, "A little light on the boughs that face it.", "conifer-light")
	}
	b.front(0.84, "bank", "dark", "grass", "grass-light")
	b.step(accent, "front-stems", "front", lesson.LinerPull, "liner", 2, mark{where: lesson.Upper, cover: 0.25}, "A few long stems, each its own way. Then stand back, and stop.", "grass-light")
}

// front is a foreground of grass: dark first, then in layers from the top down.
func (b *builder) front(y float64, dark, darker, mid, light string) {
	lift := b.vary("front", 0, 0.02)
	b.zone("front", "Foreground", "front", lesson.Grass, 2, 0, y-0.02+lift, 0.2, y-0.035+lift, 0.45, y+0.02, 0.7, y+0.015-lift, 1, y-0.03-lift, 1, 1, 0, 1)
	b.step(body, "front-dark", "front", lesson.LongPull, "flat50", 3, mark{load: lesson.HeavyLoad, cover: 1.4}, "The foreground as one dark mass; it lets everything behind it shine.", dark, darker)
	b.step(lights, "front-grass", "front", lesson.PushUp, "fan25", 4, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.8}, "Push grass up from below, in layers; leave a dark band at the foot of each.", mid)
	b.step(lights, "front-light", "front", lesson.PushUp, "softfan20", 3, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.5}, "The lightest blades, only where the light reaches.", light)
}

func (b *builder) coast() {
	b.light(b.vary("light", 60, 20), 40, 0.2, lesson.ClearAir)
	b.view(0.4, 3)
	b.focal(0.62, 0.7, 0.13)
	b.plane("sky", "Sky", 60000)
	b.plane("head", "Far headland", 9000)
	b.plane("cliff", "Cliff", 1500)
	b.plane("sea", "Sea", 80)
	b.plane("sand", "Sand", 15)
	b.plane("rocks", "Rocks", 10)
	b.plane("front", "Dune", 5)
	b.dayColours()
	b.ladder("slope", "Headland", 38, -3, 12, "head", "cliff")
	b.ladder("lit", "Lit headland", 66, 4, 26, "head", "cliff")
	b.mix("sea-far", "Far sea", 50, -6, -20)
	b.mix("sea-near", "Near sea", 62, -10, -9)
	b.mix("foam", "Foam", 91, 0, 5)
	b.mix("foam-shade", "Foam shade", 74, -2, -8)
	b.mix("wet-sand", "Wet sand", 54, 5, 14)
	b.mix("sand", "Dry sand", 77, 5, 21)
	b.mix("sand-shade", "Sand shade", 64, 4, 15)
	b.mix("rock-dark", "Rock dark", 26, 3, 3)
	b.mix("rock-light", "Rock light", 64, 6, 17)
	b.mix("dark", "Grass dark", 32, -3, 16)
	b.mix("grass", "Dune grass", 54, -3, 32)
	b.mix("grass-light", "Dune light", 76, -1, 40)

	b.sky(0.42, true)
	b.ridge("head", "Far headland", "head", lesson.Ridge, 0, 0.62, 0.405, b.vary("head", 0.1, 0.02), 4)
	b.step(body, "head", "head", lesson.PullDown, "flat25", 3, mark{}, "The far headland, hardly darker than the sky.", "slope-head")
	b.ridge("cliff", "Cliff", "cliff", lesson.Ridge, 0, 0.36, 0.425, b.vary("cliff", 0.15, 0.02), 3)
	b.step(body, "cliff", "cliff", lesson.PullDown, "flat25", 3, mark{}, "The cliff, darker, its strokes falling with the rock.", "slope-cliff")
	b.step(lights, "cliff-lit", "cliff", lesson.KnifeBreak, "knife35", 3, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6}, "Break light down its sunny side with the knife.", "lit-cliff")
	b.zone("sea", "Sea", "sea", lesson.Water, 0, 0, 0.415, 1, 0.4, 1, 0.66, 0.5, 0.7, 0, 0.62)
	b.step(body, "sea", "sea", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "Level pulls: deep far out, greener and lighter toward the beach.", "sea-far", "sea-near")
	b.step(lights, "waves", "sea", lesson.KnifeLine, "knife35", 3, mark{where: lesson.Lower, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.18}, "Level breakers with the edge of the knife, long near the beach; the white itself is kept for the surf.", "foam-shade")
	b.zone("beach", "Beach", "sand", lesson.Field, 0, 0, 0.63, 0.5, 0.7, 1, 0.665, 1, 0.9, 0, 0.9)
	b.step(body, "beach", "beach", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "Wet sand at the water, dry sand nearer; keep the strokes flat.", "wet-sand", "sand-shade", "sand")
	b.step(lights, "sand-light", "beach", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Middle, load: lesson.HeavyLoad, cover: 0.25}, "Slide the knife level for dry sand in the light.", "sand")
	b.zone("surf", "Surf", "sand", lesson.Stream, 1.5, 0, 0.605, 0.5, 0.682, 1, 0.648, 1, 0.672, 0.5, 0.712, 0, 0.64)
	b.step(lights, "surf-shade", "surf", lesson.KnifeBreak, "knife35", 2, mark{where: lesson.Lower, load: lesson.FullLoad, pressure: lesson.Barely, cover: 0.7}, "The shade of the foam first, where it curls.", "foam-shade")
	b.step(accent, "surf", "surf", lesson.KnifeBreak, "knife35", 3, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.1}, "Then the foam itself, thick and broken.", "foam")
	for i, c := range []struct{ x, y, s float64 }{{0.62, 0.74, 0.11}, {0.78, 0.7, 0.07}} {
		id := []string{"rock", "rock-far"}[i]
		b.zone(id, []string{"Rock", "Far rock"}[i], "rocks", lesson.Rock, 1.5, c.x-c.s, c.y+0.03, c.x-0.7*c.s, c.y-0.6*c.s, c.x-0.1*c.s, c.y-c.s, c.x+0.5*c.s, c.y-0.5*c.s, c.x+c.s, c.y+0.04)
		b.step(body, id, id, lesson.RubIn, "filbert12", 2, mark{load: lesson.FullLoad, cover: 1.2}, "The rock as one dark shape, not symmetrical.", "rock-dark")
		b.step(lights, id+"-lit", id, lesson.KnifeBreak, "knife35", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.7}, "Break the knife over its lit planes.", "rock-light")
	}
	b.front(0.88, "dark", "rock-dark", "grass", "grass-light")
	b.step(accent, "blades", "front", lesson.LinerPull, "liner", 2, mark{where: lesson.Upper, cover: 0.2}, "Some long blades, bent by the wind the same way.", "grass-light")
}
