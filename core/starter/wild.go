package starter

import "proxenos/core/lesson"

// waterfall: light falls from above into a dark wood and onto one broken fall.
func (b *builder) waterfall() {
	b.light(b.vary("light", 300, 15), 55, 0.4, lesson.HazyAir)
	b.view(0.36, 1.7)
	b.focal(0.66, 0.5, 0.15)
	b.meant("value.white-early", "The fall lies behind the pool and the near rocks, so its light comes before them.", "fall-light")
	b.plane("sky", "Light above", 20000)
	b.plane("far", "Far trees", 1500)
	b.plane("wood", "Wood", 60)
	b.plane("fall", "Fall and banks", 16)
	b.plane("pool", "Pool", 12)
	b.plane("front", "Near rocks", 5)
	b.mix("sky-high", "Upper light", 76, -4, 6)
	b.mix("sky-mid", "Glow", 88, -1, 14)
	b.mix("sky-low", "Low light", 84, -3, 12)
	b.ladder("leaf", "Leaves", 33, -7, 15, "far", "wood")
	b.ladder("lit", "Lit leaves", 58, -11, 38, "far", "wood")
	b.mix("rock-dark", "Rock dark", 20, 1, 1)
	b.mix("rock", "Rock", 44, 2, 5)
	b.mix("rock-light", "Rock in light", 72, 0, 12)
	b.mix("moss", "Moss", 44, -9, 34)
	b.mix("deep", "Dark water", 26, -5, -4)
	b.mix("pool", "Pool", 46, -7, -6)
	b.mix("fall-shade", "Fall in shade", 66, -3, -8)
	b.mix("foam", "Fall in light", 94, 0, 4)
	b.mix("mist", "Mist", 74, -3, -3)
	b.mix("bark", "Bark", 22, 4, 5)
	b.mix("bark-light", "Bark in light", 58, 4, 16)

	b.sky(0.42)
	b.zone("far", "Far trees", "far", lesson.TreeLine, 6, 0, 0.04, 0.36, 0.06, 0.5, 0.16, 0.6, 0.26, 0.7, 0.25, 0.78, 0.1, 1, 0, 1, 0.46, 0, 0.46)
	b.step(body, "far", "far", lesson.RubIn, "filbert12", 3, mark{cover: 0.9}, "The far wood, thin and pale, with an opening for the light.", "leaf-far")
	b.step(lights, "far-lit", "far", lesson.Tap, "filbert12", 2.5, mark{pressure: lesson.Barely, cover: 0.45}, "Leaves in it, tapped.", "lit-far")
	b.zone("wood-left", "Wood, one side", "wood", lesson.TreeLine, 6, 0, 0, 0.2, 0, 0.32, 0.14, 0.3, 0.3, 0.42, 0.36, 0.44, 0.5, 0, 0.6)
	b.zone("wood-right", "Wood, other side", "wood", lesson.TreeLine, 6, 0.86, 0, 1, 0, 1, 0.56, 0.76, 0.5, 0.78, 0.3, 0.9, 0.16)
	for _, side := range []string{"left", "right"} {
		b.step(body, "wood-"+side, "wood-"+side, lesson.RubIn, "filbert12", 2.5, mark{cover: 1}, "Nearer leaves in one dark mass.", "leaf-wood")
		b.step(lights, "wood-"+side+"-lit", "wood-"+side, lesson.Tap, "filbert12", 2.5, mark{where: lesson.Lit, cover: 0.4}, "Light from above on few of them.", "lit-wood")
	}
	b.zone("bank", "Rock bank", "fall", lesson.Rock, 2, 0, 0.5, 0.12, 0.42, 0.3, 0.38, 0.44, 0.42, 0.56, 0.37, 0.72, 0.39, 0.84, 0.36, 1, 0.44, 1, 0.74, 0.62, 0.7, 0.3, 0.74, 0, 0.78)
	b.step(body, "bank", "bank", lesson.RubIn, "flat25", 4, mark{cover: 1.6}, "The banks as one dark mass of rock.", "rock-dark")
	b.step(body, "ledges", "bank", lesson.KnifeSlide, "knife35", 3, mark{where: lesson.Lit, load: lesson.FullLoad, cover: 0.6}, "Ledges and faces that turn to the light, each in a few touches.", "rock")
	b.step(lights, "ledges-lit", "bank", lesson.KnifeBreak, "knife35", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.4}, "Light on their tops.", "rock-light")
	b.step(lights, "moss", "bank", lesson.Tap, "filbert12", 2, mark{where: lesson.Upper, load: lesson.FullLoad, cover: 0.2}, "Moss on the tops, in patches.", "moss")
	x := b.vary("fall", 0.66, 0.02)
	b.zone("fall", "Fall", "fall", lesson.Waterfall, 1, x-0.055, 0.37, x+0.05, 0.368, x+0.06, 0.44, x+0.04, 0.47, x+0.075, 0.56, x+0.085, 0.72, x-0.085, 0.72, x-0.05, 0.58, x-0.08, 0.5, x-0.06, 0.45)
	b.step(body, "fall", "fall", lesson.PullDown, "flat25", 2, mark{cover: 1.2}, "Pull the water straight down from its lip, grey and thin, a little aside where it breaks.", "fall-shade")
	b.step(lights, "fall-light", "fall", lesson.KnifeBreak, "knife35", 2.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.1}, "Break its light over it, from the lip down; leave the dark ropes.", "foam")
	b.zone("pool", "Pool", "pool", lesson.Water, 1, 0, 0.77, 0.24, 0.725, 0.5, 0.7, 0.76, 0.7, 1, 0.73, 1, 1, 0, 1)
	b.step(body, "pool", "pool", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The pool in level pulls: green at the fall, dark near.", "pool", "deep")
	b.step(body, "images", "pool", lesson.PullDown, "flat25", 2, mark{where: lesson.Upper, cover: 0.4}, "Drag the light of the fall down into it.", "fall-shade")
	b.zone("mist", "Mist", "pool", lesson.Mist, 4, x-0.16, 0.72, x-0.08, 0.64, x+0.06, 0.63, x+0.16, 0.7, x+0.1, 0.755, x-0.1, 0.76)
	b.step(lights, "mist", "mist", lesson.Scumble, "filbert12", 2, mark{pressure: lesson.Barely, cover: 0.7}, "Mist at its foot in soft circles: the edge is lost there.", "mist")
	b.step(lights, "ripples", "pool", lesson.KnifeLine, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.12}, "Rings of ripple that go out from the fall, level.", "mist")
	for i, c := range []size{{0.16, 1.0, 0.42, 0.24}, {0.9, 0.98, 0.36, 0.17}, {0.42, 0.88, 0.15, 0.07}} {
		id := []string{"rock", "rock-right", "rock-low"}[i]
		b.thing(lesson.Rock, id, []string{"Near rock", "Second rock", "Low rock"}[i], "front", size{b.vary(id, c.x, 0.03), c.foot, c.wide, c.high}, unlit)
	}
	b.zone("log", "Fallen trunk", "front", lesson.Log, 0.8, 0.06, 0.87, 0.18, 0.82, 0.4, 0.755, 0.415, 0.775, 0.22, 0.86, 0.09, 0.915)
	b.step(body, "log", "log", lesson.RubIn, "filbert12", 1.5, mark{cover: 1.2}, "A fallen trunk that leads the eye back in.", "bark")
	b.step(lights, "log-light", "log", lesson.KnifeBreak, "knife35", 1.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6}, "Light along its upper side, broken like bark.", "bark-light")
	b.step(accent, "sparks", "fall", lesson.Dab, "knife35", 1, mark{where: lesson.Crest, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.15}, "Three or four thick lights at the lip. Then stop.", "foam")
}

// village: a road winds between roofs to a tower, before hills in three airs.
func (b *builder) village() {
	b.day(300, 36)
	b.view(0.4, 6)
	b.focal(0.66, 0.47, 0.14)
	b.meant("value.white-early", "The walls stand behind trees and field, so their light comes before them.", "tower-lit", "house-lit", "house-far-lit")
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far range", 16000)
	b.plane("hills", "Hills", 5000)
	b.plane("slope", "Near slope", 1200)
	b.plane("woods", "Woods", 260)
	b.plane("village", "Village", 160)
	b.plane("trees", "Trees", 110)
	b.plane("field", "Field", 40)
	b.plane("front", "Foreground", 14)
	b.ladder("slope", "Slope", 34, -6, 12, "far", "hills", "slope")
	b.ladder("lit", "Lit slope", 62, -4, 34, "hills", "slope")
	b.mix("roof", "Roof in light", 56, 24, 26)
	b.mix("roof-shade", "Roof in shade", 36, 14, 8)
	b.mix("wall", "Wall in light", 88, 3, 14)
	b.mix("wall-shade", "Wall in shade", 53, 2, -5)
	b.mix("leaf", "Leaves dark", 31, -6, 13)
	b.mix("woods", "Woods", 31, -6, 10)
	b.mix("leaf-mid", "Leaves", 43, -10, 28)
	b.mix("leaf-light", "Leaves in light", 64, -9, 44)
	b.mix("field", "Field", 69, -7, 41)
	b.mix("field-shade", "Field in shade", 42, -6, 25)
	b.mix("field-light", "Field in light", 72, -4, 42)
	b.mix("road", "Road", 74, 4, 16)
	b.mix("road-shade", "Road in shade", 54, 4, 12)
	b.mix("flower", "Flowers", 84, 4, 46)

	b.sky(0.42)
	b.cloud("cloud", "Cloud", size{b.vary("cloud", 0.72, 0.06), 0.19, 0.46, 0.12}, false)
	b.zone("far", "Far range", "far", lesson.Ridge, 1, b.crest("far", 0.4, 0.016, [2]float64{0, 0.3}, [2]float64{b.vary("peak", 0.24, 0.04), 0.21}, [2]float64{0.5, 0.31}, [2]float64{0.76, 0.28}, [2]float64{1, 0.33})...)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 3, mark{}, "The farthest range in one pale colour, pulled down from its crest.", "slope-far")
	b.zone("hills", "Hills", "hills", lesson.Ridge, 1, b.crest("hills", 0.43, 0.01, [2]float64{0.3, 0.41}, [2]float64{0.5, 0.36}, [2]float64{0.78, b.vary("hills", 0.3, 0.02)}, [2]float64{1, 0.28})...)
	b.step(body, "hills", "hills", lesson.PullDown, "flat25", 3, mark{}, "The middle hills, a step darker and greener.", "slope-hills")
	b.step(lights, "hills-lit", "hills", lesson.Tap, "filbert12", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.4}, "Light on the flanks that face it.", "lit-hills")
	b.zone("slope", "Near slope", "slope", lesson.Ridge, 1, b.crest("slope", 0.59, 0.008, [2]float64{0, 0.34}, [2]float64{0.2, b.vary("slope", 0.37, 0.02)}, [2]float64{0.42, 0.44}, [2]float64{0.7, 0.46}, [2]float64{1, 0.42})...)
	b.step(body, "slope", "slope", lesson.PullDown, "flat25", 3, mark{shares: []float64{60, 40}}, "The slope behind the houses: woods and meadows side by side, in broken colour.", "slope-slope", "lit-slope")
	b.zone("woods", "Woods behind", "woods", lesson.TreeLine, 4, 0.2, 0.46, 0.32, 0.4, 0.44, 0.43, 0.54, 0.41, 0.72, 0.42, 0.84, 0.38, 1, 0.4, 1, 0.57, 0.2, 0.57)
	b.step(body, "woods", "woods", lesson.RubIn, "filbert12", 2.5, mark{cover: 0.9}, "Tree masses that hold the roofs, rubbed in.", "woods")
	b.step(body, "woods-lit", "woods", lesson.Tap, "filbert12", 2, mark{where: lesson.Crest, cover: 0.35}, "Crowns in light.", "leaf-light")
	house := func(id, name string, x, foot, wide, high float64, lit bool) {
		wall := foot - 0.55*high
		b.zone(id, name, "village", lesson.Building, 0.2, x-wide/2, wall, x+wide/2, wall, x+wide/2, foot, x-wide/2, foot)
		b.step(body, id, id, lesson.CutIn, "filbert12", 1, mark{cover: 1.3}, "The walls, in shade first.", "wall-shade")
		if lit {
			b.step(lights, id+"-lit", id, lesson.CutIn, "round5", 1, mark{where: lesson.Lit, cover: 1.1}, "The wall that faces the light.", "wall")
		}
		b.zone(id+"-roof", name+", roof", "village", lesson.Wall, 0.2, x-0.56*wide, wall+0.004, x-0.36*wide, foot-high, x+0.36*wide, foot-high, x+0.56*wide, wall+0.004)
		b.step(body, id+"-roof", id+"-roof", lesson.CutIn, "filbert12", 1, mark{cover: 1.3}, "Its roof: one plane, warm in the light or cool in shade.", map[bool]string{true: "roof", false: "roof-shade"}[id == "house" || b.one(id, 3) > 0])
	}
	b.zone("tower", "Church tower", "village", lesson.Building, 0.2, 0.645, 0.34, 0.69, 0.34, 0.69, 0.55, 0.645, 0.55)
	b.step(body, "tower", "tower", lesson.CutIn, "filbert12", 1, mark{cover: 1.3}, "The tower, higher than all roofs, in shade first.", "wall-shade")
	b.step(lights, "tower-lit", "tower", lesson.CutIn, "round5", 1, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 1.2}, "Its lit side: the lightest light of the picture.", "wall")
	b.zone("spire", "Spire", "village", lesson.Wall, 0.2, 0.637, 0.344, 0.667, 0.22, 0.698, 0.344)
	b.step(body, "spire", "spire", lesson.CutIn, "round5", 1, mark{cover: 1.3}, "The spire, narrow and firm.", "roof-shade")
	house("house-far", "Far house", b.vary("house-far", 0.53, 0.015), 0.545, 0.1, 0.1, true)
	house("house", "House", b.vary("house", 0.8, 0.015), 0.565, 0.15, 0.14, true)
	house("house-near", "Near house", b.vary("house-near", 0.39, 0.02), 0.58, 0.16, 0.15, false)
	b.zone("field", "Field", "field", lesson.Field, 1.5, 0, 0.575, 0.25, 0.585, 0.5, 0.57, 0.8, 0.58, 1, 0.57, 1, 1, 0, 1)
	b.step(body, "field", "field", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The field before the village, long pulls that follow the ground.", "field", "field-shade")
	b.zone("strip", "Sunlit strip", "field", lesson.Field, 1.5, 0.1, 0.64, 0.3, 0.625, 0.7, 0.622, 1, 0.6, 1, 0.63, 0.8, 0.65, 0.4, 0.66)
	b.step(lights, "strip", "strip", lesson.LongPull, "filbert12", 2, mark{cover: 1.1}, "Light on one rise, long and level; lost at both ends.", "field-light")
	b.zone("road", "Road", "field", lesson.Path, 0.8, b.way([3]float64{0.61, 0.572, 0.014}, [3]float64{0.56, 0.61, 0.035}, [3]float64{0.6, 0.66, 0.06}, [3]float64{0.62, 0.76, 0.1}, [3]float64{0.42, 1, 0.24})...)
	b.step(body, "road", "road", lesson.LongPull, "filbert12", 2, mark{cover: 1.1}, "The road winds in and hides behind the houses.", "road", "road-shade")
	b.thing(lesson.Bush, "bush", "Bush", "trees", size{b.vary("bush", 0.92, 0.02), 0.585, 0.15, 0.07}, func(pass int, s *lesson.Step) bool {
		s.Mixtures = []string{"leaf-mid"}
		if pass == 1 {
			s.Mixtures = []string{"leaf-light"}
		}
		return unlit(pass, s)
	})
	tall := []struct {
		kind lesson.ZoneKind
		wide float64
	}{{lesson.Tree, 0.28}, {lesson.Poplar, 0.15}}[b.one("tree", 2)]
	b.thing(tall.kind, "tree", "Near tree", "field", size{b.vary("tree", 0.14, 0.02), 0.7, tall.wide, 0.42}, func(pass int, s *lesson.Step) bool {
		switch pass {
		case 2:
			s.Mixtures, s.Load, s.Cover = []string{"leaf", "leaf-mid"}, lesson.FullLoad, 1
		case 3:
			s.Cover = 0.25
		}
		return pass > 0 // its dark masses are the woods behind it
	})
	b.zone("front", "Foreground", "front", lesson.Grass, 2, 0, 0.84, 0.3, 0.88, 0.42, 0.97, 0.4, 1, 0, 1)
	b.step(body, "front", "front", lesson.LongPull, "flat25", 2, mark{load: lesson.HeavyLoad, cover: 1.2}, "The near corner in shade.", "leaf")
	b.step(lights, "front-grass", "front", lesson.PushUp, "fan25", 2, mark{load: lesson.HeavyLoad, cover: 0.5}, "Grass in clumps, pushed up.", "leaf-mid")
	b.step(accent, "flowers", "front", lesson.Dab, "round5", 1.5, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.1}, "A few flowers in uneven groups. Then stop.", "flower")
}
