package starter

import "proxenos/core/lesson"

// lake: a dark spit with three conifers before still water that holds the hills.
func (b *builder) lake() {
	b.day(300, 34)
	b.view(0.43, 2.2)
	b.meant("value.white-early", "The lights on the water lie behind the conifers, so they come before them.", "waterline")
	b.focal(0.76, 0.46, 0.15)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far range", 15000)
	b.plane("hills", "Hills", 5000)
	b.plane("near", "Near hill", 2200)
	b.plane("shore", "Shore", 900)
	b.plane("water", "Lake", 60)
	b.plane("spit", "Spit", 17.3)
	b.plane("front", "Foreground", 6)
	b.ladder("slope", "Slope", 35, -6, 12, "far", "hills", "near", "shore")
	b.ladder("lit", "Lit slope", 60, 0, 28, "hills", "shore")
	b.mix("haze", "Haze at the foot", 71, -1, -6)
	b.mix("image", "Reflection", 48, -4, -6)
	b.mix("water-near", "Near water", 50, -5, -16)
	b.mix("glitter", "Glitter", 88, 0, 8)
	b.mix("bank", "Bank", 30, -3, 14)
	b.mix("grass", "Grass", 44, -8, 30)
	b.mix("grass-light", "Sunlit grass", 68, -8, 46)

	b.sky(0.45)
	b.cloud("cloud", "Cloud", size{b.vary("cloud", 0.26, 0.06), b.vary("cloud-y", 0.2, 0.02), 0.4, 0.11}, false)
	peak := b.vary("peak", 0.24, 0.05)
	b.zone("far", "Far range", "far", lesson.Ridge, 1, b.crest("far", 0.42, 0.018, [2]float64{0, 0.35}, [2]float64{peak, b.vary("peak-y", 0.27, 0.02)}, [2]float64{peak + 0.2, 0.34}, [2]float64{0.66, 0.31}, [2]float64{1, 0.36})...)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 3, mark{}, "The farthest range in one pale colour, pulled down from its crest into the haze at its foot.", "slope-far", "haze")
	high := b.vary("hill", 0.21, 0.03)
	b.zone("hills", "Hills", "hills", lesson.Ridge, 1, b.crest("hills", 0.44, 0.012, [2]float64{0.36, 0.425}, [2]float64{0.54, 0.35}, [2]float64{0.7, high + 0.06}, [2]float64{0.86, high}, [2]float64{1, high + 0.05})...)
	b.step(body, "hills", "hills", lesson.PullDown, "flat25", 3, mark{}, "The large hill, darker and a little greener, its strokes down its fall into the haze.", "slope-hills", "slope-far")
	b.step(lights, "hills-lit", "hills", lesson.Tap, "filbert12", 3, mark{where: lesson.Lit, cover: 0.4}, "Tap light into the flanks that face it, and leave the shade alone.", "lit-hills")
	b.zone("near", "Near hill", "near", lesson.Ridge, 1, b.crest("near", 0.443, 0.008, [2]float64{0, 0.31}, [2]float64{0.14, b.vary("near", 0.335, 0.02)}, [2]float64{0.34, 0.4}, [2]float64{0.52, 0.437})...)
	b.step(body, "near", "near", lesson.PullDown, "flat25", 2, mark{}, "The near hill, lower and darker, in front of both.", "slope-near")
	b.zone("meadow", "Meadow", "shore", lesson.Field, 1, 0.44, 0.432, 0.6, 0.426, 0.92, 0.43, 0.92, 0.455, 0.44, 0.455)
	b.step(body, "meadow", "meadow", lesson.LongPull, "filbert12", 1.5, mark{}, "A light meadow that breaks the far shore.", "lit-shore")
	b.zone("shore", "Shore", "shore", lesson.TreeLine, 3, 0, 0.412, 0.1, 0.395, 0.2, 0.418, 0.34, 0.41, 0.47, 0.432, 0.56, 0.44, 0.56, 0.457, 0, 0.457)
	b.step(body, "shore", "shore", lesson.Tap, "filbert12", 3, mark{cover: 1.3}, "Tap the woods along the far shore with the corner of the brush; keep the waterline level.", "slope-shore")

	b.zone("lake", "Lake", "water", lesson.Water, 0, 0, 0.452, 1, 0.452, 1, 1, 0, 1)
	b.step(body, "lake", "lake", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "Level pulls from the edges inward: sky colour far out, deeper water near.", "sky-mid", "water-near")
	b.step(body, "images", "lake", lesson.PullDown, "flat25", 3, mark{where: lesson.Mirror, cover: 0.9}, "Pull the hills straight down into the water, then one light level pass.", "image")
	b.step(lights, "waterline", "lake", lesson.KnifeLine, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.04}, "Touch in a few level lights with the edge of the knife, long near and short far.", "glitter")

	b.zone("spit", "Spit", "spit", lesson.Bank, 1.5, 0.46, 0.615, 0.6, 0.585, 0.78, 0.565, 1, 0.56, 1, 0.67, 0.84, 0.66, 0.66, 0.635)
	b.step(body, "spit", "spit", lesson.LongPull, "filbert12", 3, mark{cover: 1.3}, "The spit as a dark tongue into the lake.", "bank")
	b.step(lights, "spit-light", "spit", lesson.PushUp, "softfan20", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.4}, "Push a little sunlit grass up along its back.", "grass-light")
	for i, c := range []struct{ x, high float64 }{{0.66, 0.24}, {0.77, 0.4}, {0.9, 0.31}} {
		id := []string{"first", "second", "third"}[i]
		tall := b.vary(id, c.high, 0.04)
		b.thing(lesson.Conifer, id, []string{"First conifer", "Second conifer", "Third conifer"}[i], "spit", size{b.vary(id+"x", c.x, 0.02), 0.605 + 0.01*float64(i%2), 0.27 * tall, tall}, nil)
	}
	b.thing(lesson.Boat, "boat", "Boat", "spit", size{b.vary("boat", 0.27, 0.05), 0.64, 0.13, 0.034}, nil)
	b.corner("front", "Foreground", 0.84)
	b.thing(lesson.Reeds, "reeds", "Reeds", "front", size{0.13, 0.97, 0.24, 0.25}, nil)
}

// corner is a foreground of grass that comes in from one lower corner: dark, then in layers.
func (b *builder) corner(id, name string, y float64) {
	y = b.vary(id, y, 0.015)
	b.zone(id, name, "front", lesson.Grass, 2, 0, y-0.02, 0.14, y, 0.3, y+0.07, 0.48, 0.975, 0.6, 1, 0, 1)
	b.step(body, id+"-dark", id, lesson.LongPull, "flat25", 3, mark{load: lesson.HeavyLoad, cover: 1.3}, "The near corner as one dark mass; it lets everything behind it shine.", "bank")
	b.step(lights, id+"-grass", id, lesson.PushUp, "fan25", 3, mark{load: lesson.HeavyLoad, cover: 0.7}, "Push grass up from below, in clumps; leave dark between them.", "grass")
	b.step(lights, id+"-light", id, lesson.PushUp, "softfan20", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.35}, "The lightest blades, only where the light reaches.", "grass-light")
}

// coast: the path through the dune leads to one breaking wave.
func (b *builder) coast() {
	b.day(60, 38)
	b.view(0.38, 3)
	b.focal(0.72, 0.66, 0.14)
	b.plane("sky", "Sky", 60000)
	b.plane("head", "Far headland", 9000)
	b.plane("cliff", "Cliff", 1500)
	b.plane("sea", "Sea", 80)
	b.plane("sand", "Sand", 15)
	b.plane("rocks", "Rocks", 12)
	b.plane("front", "Dune", 5)
	b.meant("value.white-early", "The wave lies behind the rocks and the dune, so its light comes before them.", "wave-lip", "surf")
	b.ladder("slope", "Headland", 36, -2, 10, "head", "cliff")
	b.ladder("lit", "Lit headland", 68, 5, 24, "cliff")
	b.mix("sea-far", "Far sea", 46, -6, -20)
	b.mix("sea-near", "Near sea", 60, -11, -8)
	b.mix("deep", "Face of the wave", 33, -8, -10)
	b.mix("foam", "Foam", 92, 0, 5)
	b.mix("foam-shade", "Foam shade", 74, -2, -8)
	b.mix("wet-sand", "Wet sand", 60, 3, 8)
	b.mix("sand", "Dry sand", 77, 5, 21)
	b.mix("sand-shade", "Sand shade", 52, 4, 14)
	b.mix("bank", "Dune dark", 34, 0, 16)
	b.mix("grass", "Dune grass", 60, -3, 32)
	b.mix("grass-light", "Dune light", 76, -1, 40)

	b.sky(0.4)
	b.cloud("cloud", "Cloud", size{b.vary("cloud", 0.68, 0.06), b.vary("cloud-y", 0.2, 0.02), 0.5, 0.13}, false)
	b.zone("head", "Far headland", "head", lesson.Ridge, 1, b.crest("head", 0.39, 0.006, [2]float64{0, 0.32}, [2]float64{0.3, b.vary("head", 0.31, 0.02)}, [2]float64{0.5, 0.35}, [2]float64{0.64, 0.385})...)
	b.step(body, "head", "head", lesson.PullDown, "flat25", 2, mark{}, "The far headland, hardly darker than the sky.", "slope-head")
	b.zone("cliff", "Cliff", "cliff", lesson.Ridge, 1, b.crest("cliff", 0.405, 0.012, [2]float64{0, b.vary("cliff", 0.22, 0.03)}, [2]float64{0.14, 0.25}, [2]float64{0.26, 0.33}, [2]float64{0.33, 0.395})...)
	b.step(body, "cliff", "cliff", lesson.PullDown, "flat25", 2, mark{}, "The cliff, darker, its strokes falling with the rock.", "slope-cliff")
	b.step(lights, "cliff-lit", "cliff", lesson.KnifeBreak, "knife35", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6}, "Break light down its sunny side with the knife.", "lit-cliff")
	b.zone("sea", "Sea", "sea", lesson.Water, 0, 0, 0.39, 1, 0.385, 1, 0.66, 0.5, 0.69, 0, 0.66)
	b.step(body, "sea", "sea", lesson.LongPull, "flat50", 5, mark{pressure: lesson.Evenly, cover: 1.1}, "Level pulls: deep far out, greener and lighter toward the beach; bands that narrow upward.", "sea-far", "sea-near")
	b.step(lights, "waves", "sea", lesson.KnifeLine, "knife35", 2, mark{where: lesson.Upper, load: lesson.MediumLoad, pressure: lesson.Barely, cover: 0.06}, "A few level crests far out, short; the white itself is kept for the wave.", "foam-shade")
	b.zone("beach", "Beach", "sand", lesson.Field, 1, 0, 0.61, 0.3, 0.65, 0.62, 0.655, 1, 0.6, 1, 0.93, 0, 0.93)
	b.step(body, "beach", "beach", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "Wet sand at the water, which holds the sky; dry sand nearer. Keep the strokes flat.", "sky-mid", "wet-sand", "sand")
	y := b.vary("wave", 0.56, 0.01)
	b.zone("wave", "Wave", "sand", lesson.Surf, 1, 0, y+0.045, 0.1, y+0.01, 0.24, y-0.03, 0.42, y-0.045, 0.56, y-0.02, 0.74, y+0.02, 0.9, y+0.035, 0.9, y+0.055, 0.6, y+0.075, 0.3, y+0.085, 0, y+0.065)
	b.step(body, "wave", "wave", lesson.LongPull, "filbert12", 2.5, mark{cover: 1.3}, "The wave along its crest: green where the light comes through, dark below.", "sea-near", "deep")
	b.step(lights, "wave-shade", "wave", lesson.LongPull, "filbert12", 1.5, mark{where: lesson.Crest, load: lesson.MediumLoad, cover: 0.7}, "The shade of the foam first, along its crest.", "foam-shade")
	b.step(accent, "wave-lip", "wave", lesson.KnifeBreak, "knife35", 2.5, mark{where: lesson.Crest, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.1}, "Then its lip, thick and broken: the lightest place of all.", "foam")
	b.zone("surf", "Surf", "sand", lesson.Stream, 1.5, 0.02, 0.632, 0.3, 0.656, 0.64, 0.652, 0.98, 0.615, 0.98, 0.63, 0.64, 0.672, 0.3, 0.676, 0.02, 0.65)
	b.step(accent, "surf", "surf", lesson.KnifeBreak, "knife35", 2, mark{load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.4}, "What runs up the sand: one broken line.", "foam-shade")
	for i, c := range []struct{ x, y, s float64 }{{0.7, 0.735, 0.1}, {0.81, 0.7, 0.055}} {
		id := []string{"rock", "rock-far"}[i]
		b.thing(lesson.Rock, id, []string{"Rock", "Far rock"}[i], "rocks", size{b.vary(id, c.x, 0.03), c.y, 1.7 * c.s, 1.25 * c.s}, nil)
	}
	b.zone("dune", "Dune", "front", lesson.Bank, 2, 0, 0.73, 0.12, 0.76, 0.3, 0.86, 0.5, 0.93, 0.74, 0.9, 1, 0.82, 1, 1, 0, 1)
	b.step(body, "dune", "dune", lesson.LongPull, "flat25", 3, mark{cover: 1.2}, "The dune in half shade, in one mass.", "sand-shade", "bank")
	b.zone("path", "Path", "front", lesson.Path, 0.8, b.way([3]float64{0.46, 0.9, 0.04}, [3]float64{0.5, 0.94, 0.07}, [3]float64{0.62, 1, 0.14})...)
	b.step(body, "path", "path", lesson.LongPull, "filbert12", 1.5, mark{cover: 1.1}, "A path between the grasses, bending toward the sea.", "sand")
	b.step(lights, "dune-grass", "dune", lesson.PushUp, "fan25", 3, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.5}, "Bent grass in clumps on its back.", "grass")
	b.step(lights, "dune-light", "dune", lesson.PushUp, "softfan20", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.3}, "A few in light.", "grass-light")
	b.zone("fence", "Fence", "front", lesson.Fence, 0.3, 0.7, 0.78, 0.98, 0.8, 0.98, 0.96, 0.7, 0.845)
	b.step(accent, "fence", "fence", lesson.PullDown, "filbert12", 1.5, mark{cover: 1.2}, "Old posts that lead in, each leaning its own way.", "bank")
	b.step(accent, "blades", "dune", lesson.LinerPull, "liner", 2, mark{where: lesson.Crest, cover: 0.2}, "Some long blades, bent by the wind the same way. Then stop.", "grass-light")
}

// unlit leaves out the last lights of a thing that lies in shade.
func unlit(pass int, s *lesson.Step) {
	if pass == 2 {
		s.Technique = ""
	}
}

// surf: one wave breaks against a dark rock, and its spray is soft against a dark sky.
func (b *builder) surf() {
	b.light(b.vary("light", 300, 15), 30, 0.3, lesson.HazyAir)
	b.view(0.34, 3.5)
	b.focal(0.64, 0.5, 0.15)
	b.plane("sky", "Sky", 60000)
	b.plane("head", "Headland", 1500)
	b.plane("sea", "Sea", 90)
	b.plane("rocks", "Rocks", 30)
	b.plane("wave", "Wave", 24)
	b.plane("front", "Near rocks", 9)
	b.meant("value.white-early", "The wave breaks behind the near rocks, so its light comes before them.", "wave-light", "drain")
	b.mix("sky-high", "Storm sky", 46, -2, -12)
	b.mix("sky-mid", "Middle sky", 62, -2, -8)
	b.mix("sky-low", "Light under the cloud", 84, 0, 10)
	b.mix("cloud-shade", "Storm cloud", 40, 0, -8)
	b.mix("cloud-light", "Cloud edge", 78, 1, 4)
	b.ladder("slope", "Headland", 32, 0, 4, "head")
	b.mix("sea-far", "Far sea", 42, -6, -12)
	b.mix("sea-near", "Near sea", 52, -12, -6)
	b.mix("deep", "Face of the wave", 34, -12, -6)
	b.mix("green", "Light through the wave", 66, -18, 6)
	b.mix("foam", "Foam", 94, 0, 4)
	b.mix("foam-shade", "Foam shade", 72, -3, -8)
	b.mix("rock-dark", "Wet rock", 20, 2, -1)

	b.sky(0.36)
	b.cloud("cloud", "Storm cloud", size{b.vary("cloud", 0.24, 0.08), 0.19, 0.5, 0.14}, false)
	b.zone("head", "Headland", "head", lesson.Ridge, 1, b.crest("head", 0.35, 0.008, [2]float64{0.62, 0.345}, [2]float64{0.74, 0.29}, [2]float64{0.88, b.vary("head", 0.25, 0.02)}, [2]float64{1, 0.26})...)
	b.step(body, "head", "head", lesson.PullDown, "flat25", 2, mark{}, "The headland in one tone.", "slope-head")
	b.zone("sea", "Sea", "sea", lesson.Water, 0, 0, 0.345, 1, 0.345, 1, 0.62, 0, 0.62)
	b.step(body, "sea", "sea", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The sea in level pulls; swell lines closer and closer to the horizon.", "sea-far", "sea-near")
	b.step(lights, "swell", "sea", lesson.KnifeLine, "knife35", 2, mark{where: lesson.Upper, load: lesson.MediumLoad, pressure: lesson.Barely, cover: 0.08}, "A few crests far out, thin and level.", "foam-shade")
	b.thing(lesson.Rock, "rock", "Great rock", "rocks", size{b.vary("rock", 0.76, 0.03), 0.66, 0.5, 0.36}, nil)
	b.zone("spray", "Spray", "wave", lesson.Mist, 5, 0.34, 0.62, 0.38, 0.46, 0.46, 0.32, 0.55, 0.25, 0.62, 0.3, 0.66, 0.44, 0.7, 0.6)
	b.step(lights, "spray", "spray", lesson.Scumble, "filbert12", 2.5, mark{load: lesson.MediumLoad, pressure: lesson.Barely, cover: 1}, "The spray in soft circles, thin at its rim: no edge at all.", "foam")
	b.zone("wave", "Wave", "wave", lesson.Surf, 1.5, 0, 0.52, 0.14, 0.5, 0.3, 0.46, 0.42, 0.45, 0.56, 0.5, 0.66, 0.58, 0.74, 0.64, 0.7, 0.7, 0.44, 0.73, 0.2, 0.72, 0, 0.7)
	b.step(body, "wave", "wave", lesson.LongPull, "filbert12", 3, mark{cover: 1.3}, "The wave along its crest: light green at its top where light comes through, dark below.", "green", "deep")
	b.step(lights, "wave-shade", "wave", lesson.KnifeBreak, "knife35", 2.5, mark{where: lesson.Lower, load: lesson.FullLoad, pressure: lesson.Barely, cover: 0.35}, "Foam in shade drapes down its face.", "foam-shade")
	b.step(accent, "wave-light", "wave", lesson.KnifeBreak, "knife35", 3, mark{where: lesson.Crest, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.6}, "Its lip, thick and broken, where it goes over.", "foam")
	b.zone("near-sea", "Wash", "wave", lesson.Stream, 1.5, 0, 0.69, 0.24, 0.71, 0.5, 0.72, 0.76, 0.65, 1, 0.64, 1, 1, 0, 1)
	b.step(body, "wash", "near-sea", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "What the wave leaves: level, green, darker near.", "sea-near", "deep")
	b.step(lights, "lace", "near-sea", lesson.KnifeBreak, "knife35", 3, mark{load: lesson.FullLoad, pressure: lesson.Barely, cover: 0.2}, "Foam that drains back, in broken lace along the flow.", "foam-shade")
	b.thing(lesson.Rock, "near-rock", "Near rock", "front", size{b.vary("near", 0.16, 0.04), 1.02, 0.44, 0.22}, unlit)
	b.thing(lesson.Rock, "low-rock", "Low rock", "front", size{0.86, 1.0, 0.26, 0.1}, unlit)
	b.step(accent, "drain", "near-sea", lesson.KnifeLine, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.05}, "A few level lights under the wave. Then stop.", "foam")
}
