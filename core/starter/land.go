package starter

import "proxenos/core/lesson"

func (b *builder) wood() {
	b.light(b.vary("light", 30, 20), 40, 0.4, lesson.HazyAir)
	b.view(0.455, 1.6)
	b.focal(0.64, 0.46, 0.13)
	for _, id := range []string{"value.focal", "pict.rival"} {
		b.l.Accepted = append(b.l.Accepted, lesson.OnPurpose{Rule: id, Where: "focal", Reason: "The trunks are a dark frame; the path leads past them into the light."})
	}
	b.plane("sky", "Light between the trees", 20000)
	b.plane("far", "Far trees", 3000)
	b.plane("mid", "Middle trees", 130)
	b.plane("floor", "Wood floor", 30)
	b.plane("near", "Near trunks", 12)
	b.plane("front", "Foreground", 4)
	b.mix("sky-high", "Upper light", 76, -3, 4)
	b.mix("sky-mid", "Glow", 88, 0, 16)
	b.mix("sky-low", "Low light", 86, 2, 15)
	b.ladder("leaf", "Leaves", 31, -8, 19, "far", "mid")
	b.ladder("lit", "Lit leaves", 66, -10, 44, "far", "mid")
	b.mix("floor", "Wood floor", 40, 7, 20)
	b.mix("floor-far", "Floor in light", 61, 4, 27)
	b.mix("moss", "Moss", 46, -6, 32)
	b.mix("path", "Path", 66, 9, 22)
	b.mix("path-light", "Path in light", 84, 3, 20)
	b.mix("bark", "Bark", 24, 5, 7)
	b.mix("bark-light", "Bark in light", 66, 6, 22)
	b.mix("dark", "Fern dark", 26, -4, 12)
	b.mix("fern", "Fern", 44, -9, 30)
	b.mix("fern-light", "Sunlit fern", 68, -9, 48)

	b.sky(0.55, false)
	b.zone("far", "Far trees", "far", lesson.TreeLine, 5, 0.24, 0.2, 0.34, 0.26, 0.46, 0.34, 0.56, 0.42, 0.58, 0.5, 0.69, 0.5, 0.7, 0.4, 0.74, 0.28, 0.78, 0.24, 0.78, 0.545, 0.24, 0.545)
	b.step(body, "far", "far", lesson.Tap, "filbert12", 4, mark{load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.3}, "Far leaves in pale haze, tapped; leave the middle open for the light.", "leaf-far")
	b.step(lights, "far-lit", "far", lesson.Tap, "filbert12", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.4}, "A breath of light on them.", "lit-far")
	b.zone("mid-left", "Middle trees, left", "mid", lesson.TreeLine, 5, 0, 0, 0.26, 0.06, 0.34, 0.3, 0.36, 0.54, 0, 0.58)
	b.zone("mid-right", "Middle trees, right", "mid", lesson.TreeLine, 5, 0.78, 0.08, 1, 0, 1, 0.58, 0.74, 0.55, 0.73, 0.32)
	for _, side := range []string{"left", "right"} {
		b.step(body, "mid-"+side, "mid-"+side, lesson.Tap, "flat25", 3, mark{load: lesson.MediumLoad, cover: 1.2}, "Nearer leaves, darker, in clusters with pockets between.", "leaf-mid")
		if side == "right" { // they come out of the dark, and leaves go over them
			b.step(lights, "twigs", "mid-right", lesson.LinerPull, "liner", 2, mark{load: lesson.HeavyLoad, cover: 0.1}, "A few twigs, each leaving at an angle.", "bark")
		}
		b.step(lights, "mid-"+side+"-lit", "mid-"+side, lesson.Tap, "filbert12", 2, mark{where: lesson.Lit, cover: 0.45}, "Light on the clusters that face it; leave the pockets dark.", "lit-mid")
	}
	b.zone("floor", "Wood floor", "floor", lesson.Field, 2, 0, 0.545, 0.4, 0.53, 0.7, 0.53, 1, 0.55, 1, 0.9, 0, 0.9)
	b.step(body, "floor", "floor", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The floor: light far in, warm and dark toward you.", "floor-far", "floor")
	b.step(lights, "moss", "floor", lesson.Tap, "filbert12", 3, mark{where: lesson.Upper, load: lesson.FullLoad, cover: 0.35}, "Moss where light falls through.", "moss")
	b.zone("path", "Path", "floor", lesson.Path, 1.2, 0.61, 0.535, 0.65, 0.535, 0.68, 0.68, 0.75, 0.9, 0.35, 0.9, 0.52, 0.68)
	b.step(body, "path", "path", lesson.LongPull, "filbert12", 3, mark{cover: 1.2}, "The path, level strokes, narrow far in.", "path-light", "path")
	b.step(lights, "path-lit", "path", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.5}, "Slide light over it where it leaves the shade.", "path-light")
	for i, c := range []struct{ x, wide float64 }{{0.1, 0.05}, {0.9, 0.06}, {0.26, 0.028}} {
		id := []string{"trunk-left", "trunk-right", "trunk-thin"}[i]
		x := b.vary(id, c.x, 0.015)
		foot := []float64{0.86, 0.92, 0.72}[i]
		b.zone(id, []string{"Left trunk", "Right trunk", "Thin trunk"}[i], "near", lesson.BareTree, 0.8, x-c.wide/2, 0, x+c.wide/2, 0, x+0.62*c.wide, foot-0.03, x+c.wide, foot, x-c.wide, foot, x-0.6*c.wide, foot-0.03)
		b.step(body, id, id, lesson.PullDown, "filbert12", 2, mark{cover: 1.3}, "The trunk in one dark pull, wider at its foot.", "bark")
		b.step(lights, id+"-lit", id, lesson.KnifeBreak, "knife35", 1.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6}, "Light on the side of the light, broken like bark.", "bark-light")
	}
	b.front(0.86, "dark", "floor", "fern", "fern-light")
}

func (b *builder) fields() {
	b.light(b.vary("light", 290, 20), 38, 0.3, lesson.ClearAir)
	b.view(0.58, 2.4)
	b.focal(0.7, 0.5, 0.14)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far hills", 14000)
	b.plane("wood", "Far wood", 3000)
	b.plane("strips", "Far fields", 900)
	b.plane("middle", "Middle field", 60)
	b.plane("tree", "Lone tree", 40)
	b.plane("front", "Foreground", 6)
	b.dayColours()
	b.ladder("slope", "Slope", 38, -5, 12, "far", "wood")
	b.ladder("lit", "Lit wood", 60, -4, 32, "far", "wood")
	b.ladder("green", "Field green", 66, -9, 40, "strips")
	b.ladder("straw", "Straw", 82, 3, 36, "strips")
	b.mix("field", "Middle field", 58, -8, 38)
	b.mix("field-shade", "Field shade", 50, -6, 28)
	b.mix("field-light", "Field light", 76, -4, 42)
	b.mix("leaf", "Tree dark", 26, -5, 12)
	b.mix("leaf-mid", "Tree green", 42, -9, 26)
	b.mix("leaf-light", "Tree light", 64, -8, 44)
	b.mix("shade", "Cast shadow", 36, -4, 14)
	b.mix("dark", "Grass dark", 30, -4, 16)
	b.mix("grass", "Grass", 50, -9, 36)
	b.mix("grass-light", "Sunlit grass", 72, -6, 48)
	b.mix("flower", "Flowers", 84, 4, 56)

	b.sky(0.6, true)
	b.ridge("far", "Far hills", "far", lesson.Ridge, 0, 1, 0.57, b.vary("far", 0.09, 0.02), 4)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 3, mark{}, "The far hills in one pale colour.", "slope-far")
	b.step(lights, "far-lit", "far", lesson.Tap, "filbert12", 2, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.4}, "A breath of light on the sides that face it.", "lit-far")
	b.zone("wood", "Far wood", "wood", lesson.TreeLine, 3, 0, 0.56, 0.3, 0.572, 0.6, 0.555, 1, 0.565, 1, 0.592, 0, 0.592)
	b.step(body, "wood", "wood", lesson.Tap, "filbert12", 3, mark{cover: 1.2}, "The far wood, tapped along a level foot.", "slope-wood")
	b.step(lights, "wood-lit", "wood", lesson.Tap, "round5", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.35}, "A few lit crowns.", "lit-wood")
	b.zone("strips", "Far fields", "strips", lesson.Field, 1, 0, 0.588, 1, 0.588, 1, 0.66, 0, 0.645)
	b.step(body, "strips", "strips", lesson.LongPull, "flat25", 3, mark{cover: 1.1}, "Strips of green and straw, thin and level.", "green-strips", "straw-strips")
	b.zone("field", "Middle field", "middle", lesson.Field, 1, 0, 0.64, 1, 0.655, 1, 0.87, 0, 0.87)
	b.step(body, "field", "field", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The middle field, long pulls that follow the ground.", "field", "field-shade")
	b.step(lights, "field-light", "field", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.3}, "Slide light over its gentle rises.", "field-light")
	x := b.vary("tree", 0.7, 0.04)
	b.zone("tree", "Lone tree", "tree", lesson.Tree, 4, x-0.09, 0.6, x-0.145, 0.53, x-0.11, 0.44, x-0.03, 0.4, x+0.03, 0.345, x+0.1, 0.39, x+0.12, 0.48, x+0.09, 0.58, x+0.02, 0.63, x-0.05, 0.61)
	b.zone("trunk", "Trunk", "tree", lesson.BareTree, 0.6, x-0.012, 0.58, x+0.012, 0.58, x+0.018, 0.71, x-0.02, 0.71)
	b.shadow("shadow", "Shadow of the tree", "tree", "tree", 0.71)
	b.step(body, "shadow", "shadow", lesson.LongPull, "filbert12", 2, mark{cover: 1.2}, "Its shadow on the field, flat, away from the light.", "shade")
	b.step(body, "trunk", "trunk", lesson.PullDown, "filbert12", 1, mark{cover: 1.3}, "The trunk, dark, down into the grass.", "leaf")
	b.step(body, "tree", "tree", lesson.Tap, "flat25", 3, mark{load: lesson.MediumLoad, cover: 1.2}, "The tree as one dark shape with a loose edge.", "leaf")
	b.step(lights, "tree-mid", "tree", lesson.Tap, "filbert12", 3, mark{load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.6}, "Clusters of middle green; leave dark pockets.", "leaf-mid")
	b.step(accent, "tree-light", "tree", lesson.Tap, "round5", 3, mark{where: lesson.Lit, load: lesson.HeavyLoad, cover: 0.45}, "The last lights, only on the side of the light.", "leaf-light")
	b.front(0.84, "dark", "leaf", "grass", "grass-light")
	b.step(accent, "flowers", "front", lesson.Dab, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.08}, "A few flowers, dabbed in uneven groups. Then stop.", "flower")
}

// shadow adds the shadow that a zone casts, by the lesson's light, standing at a height
// on the canvas, 0 for its own foot.
func (b *builder) shadow(id, name, of, plane string, foot float64) {
	z, ok := b.l.Zone(of)
	if !ok || b.err != nil {
		return
	}
	b.l.Zones = append(b.l.Zones, lesson.Zone{ID: id, Name: name, Plane: plane, Kind: lesson.Shadow, Of: of, Ragged: 1, Outline: shadowOf(b.l, z, foot*b.h)})
}
